import type { Lead } from '../combat/outcomes/lead.js';
import { formatPath, type DocumentPath } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';
import { factsOf } from './ladderFacts.js';
import { groupsOf } from './groupsOf.js';

/** Events that lead to one another: round for ever at one instant, or in time to more and more of them. */

type Rules = Pick<Project, 'events' | 'actors' | 'statuses' | 'responses' | 'drills'>;

/** That one event leads to another. */
interface Edge {
  readonly from: string;
  readonly to: string;
  readonly by: Lead['to'];
  readonly path: DocumentPath;
  readonly later: boolean;
  /** How many come of one: as it is chanced, Infinity for all around. */
  readonly most: number;
  /** The rung it is of, within its ladder. */
  readonly rung: number;
  /** The status whose ticks it is. */
  readonly status: string;
}

/** Loops without a delay are refused; such as make more of themselves each time round, and statuses that keep themselves up, are told. */
export function eventLoops(project: Rules): Problem[] {
  const edges = edgesOf(project);
  if (edges.length === 0) return [];
  const atOnce = edges.filter(({ later, by }) => !later && by !== 'falls');
  const refused = loopsAmong(atOnce).map(({ first, names }) => ({
    ...errorAt(formatPath(first.path), `expected a delay or a condition that ends it, found a loop: ${names.join(' → ')}`),
    finding: 'loop',
  }));
  const taken = new Set(refused.map(({ path }) => path));
  // Whoever falls falls once, unless something in the loop brings them back.
  const withFalls = loopsAmong(edges.filter(({ later }) => !later)).flatMap(({ first, inside, names }) => {
    const both = inside.some(({ by }) => by === 'falls') && inside.some(({ by }) => by === 'returns');
    if (!both || taken.has(formatPath(first.path))) return [];
    return [warning(first.path, `goes round at one instant as long as somebody falls of it: ${names.join(' → ')}`, 'loop')];
  });
  const others = loopsAmong(edges.filter(({ by }) => by !== 'falls')).filter(({ inside }) =>
    inside.every(({ path }) => !taken.has(formatPath(path))),
  );
  return [...refused, ...withFalls, ...others.flatMap((loop) => grows(loop, project)), ...others.flatMap((loop) => keepsUp(loop, project))];
}

const warning = (path: DocumentPath, message: string, finding: string): Problem => ({
  severity: 'warning',
  path: formatPath(path),
  message,
  finding,
});

interface Loop {
  /** All that lead round among the same events. */
  readonly inside: readonly Edge[];
  readonly first: Edge;
  /** A shortest way round, by the events. */
  readonly names: readonly string[];
}

/** One loop for each group of events that lead to one another. */
function loopsAmong(edges: readonly Edge[]): Loop[] {
  const groups = groupsOf(edges);
  const byGroup = new Map<number, Edge[]>();
  for (const edge of edges) {
    const group = groups.get(edge.from);
    if (group === undefined || group !== groups.get(edge.to)) continue;
    const list = byGroup.get(group);
    if (list) list.push(edge);
    else byGroup.set(group, [edge]);
  }
  return [...byGroup.values()].map((inside) => ({ inside, first: inside[0], names: wayRound(inside) }));
}

/** The events of a shortest way from the first edge round to where it began. */
function wayRound(inside: readonly Edge[]): string[] {
  const [first] = inside;
  const next = new Map<string, Set<string>>();
  for (const { from, to } of inside) next.set(from, (next.get(from) ?? new Set()).add(to));
  const cameFrom = new Map<string, string>();
  const queue = [first.to];
  for (let at = 0; at < queue.length && queue[at] !== first.from; at++)
    for (const to of next.get(queue[at]) ?? []) {
      if (to === first.to || cameFrom.has(to)) continue;
      cameFrom.set(to, queue[at]);
      queue.push(to);
    }
  const names = [first.from];
  for (let name = first.from; name !== first.to;) {
    name = cameFrom.get(name) ?? first.to;
    names.unshift(name);
  }
  return [first.from, ...names];
}

/** Whether one event comes to more than one of its loop each time round: those of rungs that answer together are added up. */
function grows({ inside, first, names }: Loop, { responses, drills }: Rules): Problem[] {
  const bodies = Math.max(2, ...drills.map(({ actors }) => actors.length));
  const counted = (edge: Edge): number => (edge.most === Infinity ? bodies : edge.most);
  const times = responses.reduce((most, { event, rungs }) => {
    const own = inside.filter(({ from }) => from === event);
    if (own.length === 0) return most;
    const sums = rungs.map((_, k) =>
      own.reduce((sum, edge) => (edge.rung === k || (edge.rung < k && rungs[edge.rung].goesOn) ? sum + counted(edge) : sum), 0),
    );
    return Math.max(most, ...sums);
  }, 0);
  if (times <= 1) return [];
  const told = [1, 2, 3].map((generation) => Number((times ** generation).toFixed(1))).join(', ');
  const shown = names.join(' → ');
  const how = inside.some(({ most }) => most === Infinity)
    ? `each tells all around, among ${bodies} bodies up to ${told} … events`
    : `each leads to ${Number(times.toFixed(1))} more: ${told} … events`;
  return [warning(first.path, `grows without end: ${shown}; ${how}`, 'growth')];
}

/** Statuses whose ticks give them again, so that they never end. */
function keepsUp({ inside }: Loop, { statuses }: Rules): Problem[] {
  const told = new Set<string>();
  return inside.flatMap(({ path, status }) => {
    const found = statuses.find(({ id }) => id === status);
    if (!found || found.stacking === 'ignore' || found.length === undefined || told.has(status)) return [];
    told.add(status);
    return [warning(path, `"${status}" never ends by itself: what its ticks raise gives it again`, 'keeps up')];
  });
}

function edgesOf(project: Rules): Edge[] {
  const { responses, actors, statuses } = project;
  const falls = actors.flatMap(({ health }) => health?.falls ?? []);
  const returns = actors.flatMap(({ health }) => health?.returns ?? []);
  const ticks = new Map(statuses.map(({ id, ticks: own }) => [id, own?.event]));
  const raisedBy = new Map(
    actors.map(({ id, zones = [], expires }) => [
      id,
      [...zones.flatMap(({ enters, stays, leaves }) => [enters, stays?.event, leaves]), expires].filter((event) => event !== undefined),
    ]),
  );
  const eventsOf = ({ to, id }: Lead): readonly string[] => {
    if (to === 'event') return [id];
    if (to === 'status') return [ticks.get(id) ?? []].flat();
    if (to === 'body') return raisedBy.get(id) ?? [];
    return [...new Set(to === 'falls' ? falls : returns)];
  };
  const seen = new Set<string>();
  return responses.flatMap((response, i) =>
    factsOf(response).leads.flatMap(({ lead, place, share }): Edge[] =>
      eventsOf(lead).flatMap((to): Edge[] => {
        const { later, most } = lead;
        const edge: Edge = {
          from: response.event,
          to,
          by: lead.to,
          path: ['responses', i, 'rungs', ...place],
          later,
          most: most * share,
          rung: place[0],
          status: lead.to === 'status' ? lead.id : '',
        };
        // The same bodies fall or come back whichever rung it is of.
        if (lead.to !== 'falls' && lead.to !== 'returns') return [edge];
        const key = `${edge.from} ${to} ${lead.to} ${later}`;
        if (seen.has(key)) return [];
        seen.add(key);
        return [edge];
      }),
    ),
  );
}
