import { compares } from '../combat/conditions/compare.js';
import { isGroup, type Condition, type SingleCondition } from '../combat/conditions/registry.js';
import type { OutcomeKind } from '../combat/outcomes/outcome.js';
import { outcomeKinds } from '../combat/outcomes/registry.js';
import type { AmountDocument } from '../combat/parts/ruleFields.js';
import { formatPath, type DocumentPath } from '../model/documentError.js';
import type { Problem } from '../model/problem.js';
import type { Project, Rung } from '../model/project.js';
import { moveFindings } from './moveFindings.js';
import { eventLoops } from './eventLoops.js';
import { factsOf, mustHold } from './ladderFacts.js';

/** What the rules of a project will do, told before anything is run: what can never happen, never ends, or never stops growing. */

type Rules = Pick<Project, 'events' | 'actors' | 'statuses' | 'responses' | 'drills' | 'sequences' | 'assets'>;

const warning = (path: DocumentPath, message: string, finding: string, other?: string): Problem => ({
  severity: 'warning',
  path: formatPath(path),
  message,
  finding,
  ...(other !== undefined && { other }),
});

export function ruleFindings(project: Rules): Problem[] {
  return [
    ...project.responses.flatMap((response, i) => ladderFindings(response, ['responses', i, 'rungs'], project)),
    ...eventLoops(project),
    ...neverCleared(project),
    ...neverAnswered(project),
    ...noDamage(project),
    ...growth(project),
    ...rungsExpected(project),
    ...looksAlike(project),
    ...soundsAlike(project),
    ...moveFindings(project),
  ];
}

/** What was found of a ladder among the same statuses and actors, with paths within it. */
const found = new WeakMap<
  Rules['responses'][number],
  Pick<Rules, 'statuses' | 'actors'> & { readonly problems: readonly LadderProblem[] }
>();

type LadderProblem = readonly [path: DocumentPath, message: string, finding: string, other?: string];

/** Of a ladder by itself: an edit of another one does not look at it again. */
function ladderFindings(response: Rules['responses'][number], path: DocumentPath, project: Rules): Problem[] {
  const { statuses, actors } = project;
  let known = found.get(response);
  if (known?.statuses !== statuses || known.actors !== actors) {
    const { rungs } = response;
    known = {
      statuses,
      actors,
      problems: [...rungs.flatMap((rung, k) => neverHolds(rung, k, project)), ...neverReached(rungs), ...doubts(rungs)],
    };
    found.set(response, known);
  }
  return known.problems.map(([within, ...said]) => warning([...path, ...within], ...said));
}

/** Warnings that a kind of outcome gives for how it is set up. */
function doubts(rungs: readonly Rung[]): LadderProblem[] {
  return rungs.flatMap(({ then }, k) =>
    then.flatMap((outcome, n): LadderProblem[] => {
      const kind: OutcomeKind = outcomeKinds[outcome.outcome];
      const doubt = kind.doubt?.(outcome);
      return doubt === undefined ? [] : [[[k, 'then', n], doubt, 'doubt']];
    }),
  );
}

/** A condition's text, to tell whether two are the same; made once. */
const texts = new WeakMap<Condition, string>();

function textOf(condition: Condition): string {
  let text = texts.get(condition);
  if (text === undefined) texts.set(condition, (text = JSON.stringify(condition)));
  return text;
}

// Conditions that contradict one another, or that nothing can meet.

function neverHolds(rung: Rung, k: number, { statuses, actors }: Rules): LadderProblem[] {
  const musts = mustHold(rung.when);
  const nameOf = (status: string): string => labelIn(statuses, status);
  const never = (message: string): LadderProblem[] => [[[k, 'when'], `"${labelOf(rung)}" can never match: ${message}`, 'never holds']];
  for (const one of musts) {
    if (one.condition === 'window') {
      const length = statuses.find((status) => status.id === one.status)?.length;
      if (length !== undefined && one.from >= length)
        return never(`${nameOf(one.status)} lasts ${length} s, and the window opens at ${one.from} s`);
    }
    if (one.condition === 'who') {
      const missing = [
        ...one.kinds.filter((kind) => !actors.some(({ kinds = [] }) => kinds.includes(kind))),
        ...one.sides.filter((side) => !actors.some((actor) => actor.side === side)),
      ];
      if (missing.length > 0 && missing.length === one.kinds.length + one.sides.length) return never(`no actor is ${missing.join(' or ')}`);
    }
    if (one.condition === 'chance' && one.share === 0) return never('its chance is 0');
  }
  for (const [i, a] of musts.entries())
    for (const b of musts.slice(i + 1)) {
      const clash = contradiction(a, b, nameOf);
      if (clash !== undefined) return never(clash);
    }
  return [];
}

/** Why two conditions cannot both hold. */
function contradiction(a: SingleCondition, b: SingleCondition, nameOf: (status: string) => string): string | undefined {
  if (a.condition === 'compare' && b.condition === 'compare' && JSON.stringify(a.of) === JSON.stringify(b.of)) {
    // Between and beyond all values that either names, one number must please both.
    const edges = [a.value, b.value];
    const tried = [...edges, (a.value + b.value) / 2, Math.min(...edges) - 1, Math.max(...edges) + 1];
    const meets = tried.some((value) => compares(value, a.is, a.value) && compares(value, b.is, b.value));
    return meets ? undefined : `no number is both ${a.is} ${a.value} and ${b.is} ${b.value}`;
  }
  if (a.condition === 'one-of' && b.condition === 'one-of' && a.field === b.field)
    return a.values.some((value) => b.values.includes(value))
      ? undefined
      : `${a.field} cannot be both ${a.values.join(' or ')} and ${b.values.join(' or ')}`;
  if (a.condition === 'standing' && b.condition === 'standing' && a.of === b.of && a.is !== b.is)
    return `${a.of} cannot be ${a.is} and ${b.is}`;
  return off(a, b, nameOf) ?? off(b, a, nameOf);
}

/** Why a status that must be off cannot be asked for by another condition as well. */
function off(status: SingleCondition, other: SingleCondition, nameOf: (status: string) => string): string | undefined {
  if (status.condition !== 'status' || status.is !== 'off') return undefined;
  const needs = (other.condition === 'status' && other.is === 'on') || other.condition === 'window';
  return needs && other.status === status.status && other.of === status.of
    ? `${status.of} cannot be ${nameOf(status.status)} and not`
    : undefined;
}

/** True if no event can match both rungs. */
function excludes(one: Rung, other: Rung): boolean {
  if (one === other) return false;
  const [musts, others] = [mustHold(one.when), mustHold(other.when)];
  return musts.some((a) => others.some((b) => contradiction(a, b, String) !== undefined));
}

function labelOf({ id, label }: { readonly id: string; readonly label?: string | undefined }): string {
  return label ?? id;
}

function labelIn(list: readonly { readonly id: string; readonly label: string }[], id: string): string {
  return list.find((one) => one.id === id)?.label ?? id;
}

// Rungs that those above leave nothing for.

function neverReached(rungs: readonly Rung[]): LadderProblem[] {
  const musts = rungs.map(({ when }) => mustHold(when));
  return rungs.flatMap((rung, k): LadderProblem[] => {
    const above = rungs.slice(0, k).find((one) => !one.goesOn && catchesAll(one.when, rung.when, musts[k]));
    if (!above) return [];
    return [[[k], `"${labelOf(rung)}" is never reached: "${labelOf(above)}" above matches whatever it would`, 'never reached', above.id]];
  });
}

/** Whether whatever meets `inner` meets `outer` as well: each condition of the one follows from one of the other, or of those `given`. */
function catchesAll(outer: readonly Condition[], inner: readonly Condition[], given: readonly SingleCondition[]): boolean {
  return outer.every(
    (wanted) => inner.some((one) => textOf(one) === textOf(wanted)) || (!isGroup(wanted) && given.some((one) => follows(one, wanted))),
  );
}

/** Whether `wanted` holds wherever `given` does. */
function follows(given: SingleCondition, wanted: SingleCondition): boolean {
  if (textOf(given) === textOf(wanted)) return true;
  if (given.condition === 'compare' && wanted.condition === 'compare' && JSON.stringify(given.of) === JSON.stringify(wanted.of)) {
    const rising = (is: string): boolean => is === '≥' || is === '>';
    const falling = (is: string): boolean => is === '≤' || is === '<';
    if (given.is === '=') return compares(given.value, wanted.is, wanted.value);
    if (rising(given.is) && rising(wanted.is))
      return given.value > wanted.value || (given.value === wanted.value && (wanted.is === '≥' || given.is === '>'));
    if (falling(given.is) && falling(wanted.is))
      return given.value < wanted.value || (given.value === wanted.value && (wanted.is === '≤' || given.is === '<'));
    return false;
  }
  if (given.condition === 'one-of' && wanted.condition === 'one-of')
    return given.field === wanted.field && given.values.every((value) => wanted.values.includes(value));
  if (given.condition === 'window' && wanted.condition === 'window')
    return (
      given.of === wanted.of &&
      given.status === wanted.status &&
      given.from >= wanted.from &&
      (given.to ?? Infinity) <= (wanted.to ?? Infinity)
    );
  // Whoever is in a window of a status has it.
  return (
    given.condition === 'window' &&
    wanted.condition === 'status' &&
    wanted.is === 'on' &&
    given.of === wanted.of &&
    given.status === wanted.status
  );
}

// States that are set and stay.

function neverCleared({ statuses, responses, actors }: Rules): Problem[] {
  const facts = responses.map(factsOf);
  const read = new Set(facts.flatMap(({ countersRead }) => countersRead));
  const given = new Set<string>();
  const taken = new Set<string>();
  const counted = new Map<string, DocumentPath>();
  facts.forEach(({ leading }, i) =>
    leading.forEach(({ outcome, place }) => {
      if (outcome.outcome === 'give') given.add(outcome.status);
      if (outcome.outcome === 'take') taken.add(outcome.status);
      if (outcome.outcome === 'count' && !counted.has(outcome.counter)) counted.set(outcome.counter, ['responses', i, 'rungs', ...place]);
    }),
  );
  // Moves and zones give what they hold somebody in, and take it.
  for (const { moves = [], zones = [] } of actors)
    for (const { status } of [...moves, ...zones]) {
      if (status === undefined) continue;
      given.add(status);
      taken.add(status);
    }
  return [
    ...statuses.flatMap(({ id, label, length }, i): Problem[] => {
      if (!given.has(id)) return [warning(['statuses', i], `"${label}" is never applied`, 'never given')];
      if (length !== undefined || taken.has(id)) return [];
      return [
        warning(
          ['statuses', i],
          `"${label}" has no length and is never removed: it stays until its actor is defeated or despawned`,
          'never cleared',
        ),
      ];
    }),
    ...[...counted].flatMap(([counter, path]) =>
      read.has(counter) ? [] : [warning(path, `"${counter}" is counted and never read`, 'never read')],
    ),
  ];
}

// Events that nobody answers.

function neverAnswered({ events, responses, statuses, actors, drills }: Rules): Problem[] {
  const answered = new Set(responses.filter(({ rungs }) => rungs.length > 0).map(({ event }) => event));
  const raised: [string, DocumentPath][] = [
    ...responses.flatMap((response, i) =>
      [...factsOf(response).raises].map(([event, place]): [string, DocumentPath] => [event, ['responses', i, 'rungs', ...place]]),
    ),
    ...statuses.flatMap(({ ticks }, i): [string, DocumentPath][] => (ticks ? [[ticks.event, ['statuses', i, 'ticks']]] : [])),
    ...actors.flatMap(({ health }, i): [string, DocumentPath][] =>
      [health?.falls, health?.returns].flatMap((event): [string, DocumentPath][] =>
        event === undefined ? [] : [[event, ['actors', i, 'health']]],
      ),
    ),
    ...actors.flatMap(({ zones = [], expires }, i) => [
      ...zones.flatMap(({ enters, stays, leaves }, k) =>
        [enters, stays?.event, leaves].flatMap((event): [string, DocumentPath][] =>
          event === undefined ? [] : [[event, ['actors', i, 'zones', k]]],
        ),
      ),
      ...(expires === undefined ? [] : [[expires, ['actors', i, 'expires']] as [string, DocumentPath]]),
    ]),
    ...actors.flatMap(({ moves = [] }, i) =>
      moves.flatMap(({ contacts }, k) =>
        contacts.map(({ event }, j): [string, DocumentPath] => [event, ['actors', i, 'moves', k, 'contacts', j]]),
      ),
    ),
    ...drills.flatMap(({ script }, i) => script.map(({ event }, k): [string, DocumentPath] => [event, ['drills', i, 'script', k]])),
    ...drills.flatMap(({ acts = [] }, i) =>
      acts.flatMap((act, k) =>
        (act.do === 'launch' ? [act.meets, act.lands] : []).flatMap((event): [string, DocumentPath][] =>
          event === undefined ? [] : [[event, ['drills', i, 'acts', k]]],
        ),
      ),
    ),
  ];
  const told = new Set<string>();
  const known = new Set(events.map(({ id }) => id));
  return raised.flatMap(([event, path]) => {
    if (answered.has(event) || told.has(event) || !known.has(event)) return [];
    told.add(event);
    return [warning(path, `raises "${labelIn(events, event)}", which has no rung`, 'no response', event)];
  });
}

/** Warns about outcomes that deal the damage of an event which has none. */
function noDamage({ responses, events }: Rules): Problem[] {
  const harmless = new Set(events.flatMap(({ id, harm }) => (harm ? [] : [id])));
  return responses.flatMap(({ event, rungs }, i) =>
    harmless.has(event)
      ? rungs.flatMap(({ then }, k) =>
          then.flatMap((outcome, n) =>
            outcome.outcome === 'harm' && isOwnDamage(outcome.points)
              ? [
                  warning(
                    ['responses', i, 'rungs', k, 'then', n],
                    `deals no damage: "${labelIn(events, event)}" has no damage field; choose one, or set points`,
                    'no damage',
                  ),
                ]
              : [],
          ),
        )
      : [],
  );
}

function isOwnDamage(points: AmountDocument | undefined): boolean {
  return points === undefined || (typeof points === 'object' && 'of' in points && points.of.read === 'harm');
}

/** Bodies that there are once somebody has split down to the least rank, of a rung that splits whoever falls. */
function growth({ responses, actors }: Rules): Problem[] {
  const falls = new Map(
    actors.flatMap(({ health, ranks = [], label }) =>
      health?.falls === undefined ? [] : [[health.falls, { label, ranks: ranks.length }] as const],
    ),
  );
  return responses.flatMap((response, i) => {
    const actor = falls.get(response.event);
    return factsOf(response).leading.flatMap(({ outcome, place }): Problem[] => {
      if (outcome.outcome !== 'split' || !actor || actor.ranks < 2) return [];
      const bodies = Array.from({ length: actor.ranks }, (_, rank) => outcome.count ** rank).reduce((sum, one) => sum + one, 0);
      if (bodies <= manyBodies) return [];
      return [
        warning(
          ['responses', i, 'rungs', ...place],
          `splits into ${outcome.count}, ranks ${actor.ranks} to 1: ${bodies} bodies in all of one "${actor.label}"`,
          'growth',
        ),
      ];
    });
  });
}

/** Warns about expectations of drills that name a rung that does not exist. */
function rungsExpected({ responses, drills }: Rules): Problem[] {
  const known = new Set(responses.flatMap(({ rungs }) => rungs.map(({ id }) => id)));
  return drills.flatMap(({ expectations }, i) =>
    expectations.flatMap((one, k) =>
      !('by' in one) || one.by === '' || known.has(one.by)
        ? []
        : [warning(['drills', i, 'expectations', k, 'by'], `expected a rung of the project, found "${one.by}"`, 'no rung')],
    ),
  );
}

/** Bodies of one that splits, above which it is told. */
const manyBodies = 64;

function looksAlike({ actors }: Rules): Problem[] {
  return actors.flatMap(({ healthLooks = [] }, i) =>
    healthLooks.flatMap(({ at, id }, k) => {
      const twin = healthLooks.findIndex((other) => other.at === at);
      return twin === k
        ? []
        : [warning(['actors', i, 'healthLooks', k], `"${id}" never shows: "${healthLooks[twin].id}" has the same share of health`, 'look')];
    }),
  );
}

/** Clips that a sequence begins at an instant, each as its name and when; those that chance or a driven number moves are passed over. */
function soundsOf({ effects }: Project['sequences'][number]): string[] {
  return effects.flatMap((effect) =>
    effect.kind === 'sound' &&
    !effect.muted &&
    effect.anchor.to === 'contact' &&
    typeof effect.delay === 'number' &&
    effect.clips.length === 1
      ? [`${effect.clips[0]} ${effect.delay}`]
      : [],
  );
}

const soundsKnown = new WeakMap<Project['sequences'][number], readonly string[]>();

/** Rungs that play one clip twice at one instant: it is only louder, and may clip. */
function soundsAlike({ responses, sequences }: Rules): Problem[] {
  const byId = new Map(sequences.map((sequence) => [sequence.id, sequence]));
  const heard = (id: string): readonly string[] => {
    const sequence = byId.get(id);
    if (!sequence) return [];
    let sounds = soundsKnown.get(sequence);
    if (!sounds) soundsKnown.set(sequence, (sounds = soundsOf(sequence)));
    return sounds;
  };
  return responses.flatMap((response, i) =>
    factsOf(response).together.flatMap((plays) => {
      const before = new Map<string, (typeof plays)[number][]>();
      for (const play of plays)
        for (const sound of heard(play.sequence)) {
          const earlier = before.get(sound) ?? [];
          const rungOf = ({ place: [rung] }: typeof play): Rung => response.rungs[rung];
          const first = earlier.find((one) => one.sequence !== play.sequence && !excludes(rungOf(one), rungOf(play)));
          if (first) {
            const [clip] = sound.split(' ');
            const message = `plays "${clip}" at the same instant as "${labelIn(sequences, first.sequence)}": one louder sound is heard`;
            return [warning(['responses', i, 'rungs', ...play.place], message, 'two sounds')];
          }
          before.set(sound, [...earlier, play]);
        }
      return [];
    }),
  );
}
