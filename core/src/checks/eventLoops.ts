import type { Lead } from '../combat/outcomes/lead.js';
import { formatPath, type DocumentPath } from '../model/documentError.js';
import type { Outcome } from '../combat/outcomes/registry.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';
import { factsOf } from './ladderFacts.js';
import { groupsOf } from './groupsOf.js';
import { signalsAtOnce, type Played } from './signalsAtOnce.js';

/** Finds events that raise each other in a loop, through every outcome that can lead from one event to another. */

type Rules = Played & Pick<Project, 'statuses' | 'responses' | 'drills'>;
type Response = Project['responses'][number];

/** One outcome by which an event can raise another event. */
interface Edge {
  readonly from: string;
  readonly to: string;
  readonly by: Lead['to'];
  /** The response that holds the outcome. */
  readonly response: Response;
  /** Path of the outcome inside the response's rungs. */
  readonly place: DocumentPath;
  readonly later: boolean;
  /** Events raised per event, multiplied by the rung's chance. Infinity if it is sent to all bodies in range. */
  readonly most: number;
  /** Index of the rung in its ladder. */
  readonly rung: number;
  /** Id of the status whose ticks raise the event; empty for other outcomes. */
  readonly status: string;
}

/**
 * Reports loops of events. A loop without any delay is an error. A loop whose events multiply is a warning, and so is a status whose
 * ticks apply it again.
 */
export function eventLoops(project: Rules): Problem[] {
  const ladders = laddersOf(project);
  const pathOf = ({ response, place }: Edge): DocumentPath => ['responses', project.responses.indexOf(response), 'rungs', ...place];
  const atOnce = loopsAmong(ladders, ({ later, by }) => !later && by !== 'falls');
  const refused = atOnce.map(({ first, names }) => ({
    ...errorAt(formatPath(pathOf(first)), `expected a delay or a condition that ends it, found a loop: ${names.join(' → ')}`),
    finding: 'loop',
  }));
  const taken = new Set(atOnce.map(({ first }) => first));
  // A body is defeated once, so a loop through a defeat repeats only if the loop also respawns the body.
  const withFalls = loopsAmong(ladders, ({ later }) => !later).flatMap(({ first, inside, names }) => {
    const both = inside.some(({ by }) => by === 'falls') && inside.some(({ by }) => by === 'returns');
    if (!both || taken.has(first)) return [];
    return [warning(pathOf(first), `repeats within one instant while a body is defeated and respawned: ${names.join(' → ')}`, 'loop')];
  });
  const others = loopsAmong(ladders, ({ by }) => by !== 'falls').filter(({ inside }) => !inside.some((edge) => taken.has(edge)));
  return [
    ...refused,
    ...withFalls,
    ...others.flatMap((loop) => grows(loop, project).map(([message, finding]) => warning(pathOf(loop.first), message, finding))),
    ...others.flatMap((loop) => keepsUp(loop, project).map(([edge, message]) => warning(pathOf(edge), message, 'keeps up'))),
  ];
}

const warning = (path: DocumentPath, message: string, finding: string): Problem => ({
  severity: 'warning',
  path: formatPath(path),
  message,
  finding,
});

interface Loop {
  /** Every edge between the events of the loop. */
  readonly inside: readonly Edge[];
  readonly first: Edge;
  /** Ids of the events of a shortest loop, the first one repeated at the end. */
  readonly names: readonly string[];
}

/** Finds one loop for each group of events that can raise each other through the edges that `counts` accepts. */
function loopsAmong(ladders: readonly Ladder[], counts: (edge: Edge) => boolean): Loop[] {
  const arrows = ladders.flatMap(({ arrows: own }) => own.filter(counts));
  const groups = groupsOf(arrows);
  const round = new Set<number>();
  for (const { from, to } of arrows) if (groups.get(from) === groups.get(to)) round.add(groups.get(from) ?? -1);
  // Loops are rare, so all edges are searched only where there is a loop.
  return [...round].map((group) => {
    const inside = ladders.flatMap(({ from, edges }) =>
      groups.get(from) === group ? edges.filter((edge) => counts(edge) && groups.get(edge.to) === group) : [],
    );
    return { inside, first: inside[0], names: wayRound(inside) };
  });
}

/** Lists the events of a shortest loop that starts with the first edge. */
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

/** Warns if each pass through the loop raises more than one event. Outcomes of rungs that match together are added up. */
function grows({ inside, names }: Loop, { responses, drills }: Rules): [message: string, finding: string][] {
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
  const counts = [1, 2, 3].map((generation) => Number((times ** generation).toFixed(1))).join(', ');
  const shown = names.join(' → ');
  const how = inside.some(({ most }) => most === Infinity)
    ? `each event is sent to all bodies in range; with ${bodies} bodies up to ${counts} … events`
    : `each event raises ${Number(times.toFixed(1))} more: ${counts} … events`;
  return [[`grows without end: ${shown}; ${how}`, 'growth']];
}

/** Warns about statuses that their own ticks apply again, so that they never end. */
function keepsUp({ inside }: Loop, { statuses }: Rules): [edge: Edge, message: string][] {
  const told = new Set<string>();
  return inside.flatMap((edge): [Edge, string][] => {
    const found = statuses.find(({ id }) => id === edge.status);
    if (!found || found.stacking === 'ignore' || found.length === undefined || told.has(edge.status)) return [];
    told.add(edge.status);
    return [[edge, `"${edge.status}" never ends: its ticks raise an event that applies it again`]];
  });
}

/** The edges of one response. */
interface Ladder {
  readonly from: string;
  readonly edges: readonly Edge[];
  /** One edge per target event, kind and delay: enough to find loops. */
  readonly arrows: readonly Edge[];
  /** True if events are raised at signals of played sequences. */
  readonly hasSignals: boolean;
}

/** Edges by response. They stay valid while the project's statuses and actors stay the same objects, and what is played at signals too. */
const found = new WeakMap<Response, Pick<Rules, 'statuses' | 'actors' | 'sequences' | 'events'> & { readonly ladder: Ladder }>();

function laddersOf(project: Rules): Ladder[] {
  const { responses, actors, statuses, sequences, events } = project;
  const isAtOnce = signalsAtOnce(project);
  let eventsOf: ((lead: Lead) => readonly string[]) | undefined;
  return responses.map((response) => {
    const known = found.get(response);
    const isPlayedAlike = (known?.sequences === sequences && known.events === events) || !known?.ladder.hasSignals;
    if (known?.statuses === statuses && known.actors === actors && isPlayedAlike) return known.ladder;
    eventsOf ??= raisedOf({ actors, statuses });
    const ladder = ladderOf(response, eventsOf, isAtOnce);
    found.set(response, { actors, statuses, sequences, events, ladder });
    return ladder;
  });
}

/** Returns a function that lists the events that a lead raises, given the project's actors and statuses. */
function raisedOf({ actors, statuses }: Pick<Rules, 'actors' | 'statuses'>): (lead: Lead) => readonly string[] {
  const falls = [...new Set(actors.flatMap(({ health }) => health?.falls ?? []))];
  const returns = [...new Set(actors.flatMap(({ health }) => health?.returns ?? []))];
  const ticks = new Map(statuses.map(({ id, ticks: own }) => [id, own ? [own.event] : []]));
  const raisedBy = new Map(
    actors.map(({ id, zones = [], expires }) => [
      id,
      [...zones.flatMap(({ enters, stays, leaves }) => [enters, stays?.event, leaves]), expires].filter((event) => event !== undefined),
    ]),
  );
  return ({ to, id }) => {
    if (to === 'event') return [id];
    if (to === 'status') return ticks.get(id) ?? [];
    if (to === 'body') return raisedBy.get(id) ?? [];
    return to === 'falls' ? falls : returns;
  };
}

function ladderOf(response: Response, eventsOf: (lead: Lead) => readonly string[], isAtOnce: (outcome: Outcome) => boolean): Ladder {
  const from = response.event;
  const sorts = new Map<string, Edge>();
  const edges = factsOf(response).leads.flatMap(({ lead, place, share }) =>
    eventsOf(lead).flatMap((to): Edge[] => {
      const { to: by, most } = lead;
      const [rung, , outcome] = place;
      const later = lead.later && !isAtOnce(response.rungs[rung].then[outcome]);
      const status = by === 'status' ? lead.id : '';
      const edge: Edge = { from, to, by, response, place, later, most: most * share, rung: place[0], status };
      const sort = `${to} ${by} ${later}`;
      // Defeats and respawns concern the same bodies in every rung, so one edge of each is enough.
      if (sorts.has(sort) && (by === 'falls' || by === 'returns')) return [];
      if (!sorts.has(sort)) sorts.set(sort, edge);
      return [edge];
    }),
  );
  const hasSignals = response.rungs.some(({ then }) => then.some((one) => one.outcome === 'play' && one.signal !== ''));
  return { from, edges, arrows: [...sorts.values()], hasSignals };
}
