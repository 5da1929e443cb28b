import { isGroup, type Condition, type SingleCondition } from '../combat/conditions/registry.js';
import type { Outcome } from '../combat/outcomes/registry.js';
import type { Project, Rung } from '../model/project.js';

type Response = Project['responses'][number];

/** Outcomes by which one event or state leads to another. */
export type Leading = Extract<
  Outcome,
  { outcome: 'raise' | 'away' | 'bring-back' | 'give' | 'take' | 'count' | 'launch' | 'shove' | 'split' }
>;

/** A place within a response's rungs. */
type Place = readonly [rung: number, then: 'then', outcome: number];

/** What of a ladder leads elsewhere, found once for each of its states. */
export interface LadderFacts {
  readonly leading: readonly {
    readonly outcome: Leading;
    readonly place: Place;
    /** Whether something in its rung sees to it that it does not answer for ever. */
    readonly ends: boolean;
  }[];
  /** Sequences that one event plays at once: those of a rung, with those of the rungs above it that go on. */
  readonly together: readonly (readonly { readonly sequence: string; readonly place: Place }[])[];
  /** The counters that its conditions and amounts read, wherever they stand in it. */
  readonly countersRead: readonly string[];
}

const known = new WeakMap<Response, LadderFacts>();

export function factsOf(response: Response): LadderFacts {
  let facts = known.get(response);
  if (!facts) {
    const leading = response.rungs.flatMap((rung, k) => {
      const ends = endsItself(rung);
      return rung.then.flatMap((outcome, n) => (leads(outcome) ? [{ outcome, place: [k, 'then', n] as const, ends }] : []));
    });
    const played = response.rungs.map(({ then }, k) =>
      then.flatMap((outcome, n) =>
        outcome.outcome === 'play' && outcome.after === 0 ? [{ sequence: outcome.sequence, place: [k, 'then', n] as const }] : [],
      ),
    );
    // Whatever goes on may answer together with what comes below it.
    const together = response.rungs.map((_, k) =>
      [...played.slice(0, k).filter((__, above) => response.rungs[above].goesOn), played[k]].flat(),
    );
    const text = JSON.stringify(response.rungs);
    const countersRead = [...text.matchAll(/"read":"counter","counter":"([a-z0-9-]+)"/g)].map(([, name]) => name);
    known.set(response, (facts = { leading, together, countersRead }));
  }
  return facts;
}

const leadingKinds: readonly string[] = [
  'raise',
  'away',
  'bring-back',
  'give',
  'take',
  'count',
  'launch',
  'shove',
  'split',
] satisfies Leading['outcome'][];

function leads(outcome: Outcome): outcome is Leading {
  return leadingKinds.includes(outcome.outcome);
}

/** Conditions that must all hold: groups of all are opened. */
export function mustHold(conditions: readonly Condition[]): SingleCondition[] {
  return conditions.flatMap((one) => (isGroup(one) ? (one.condition === 'all' ? mustHold(one.of) : []) : [one]));
}

/** Whether something in a rung sees to it that it does not answer for ever. */
function endsItself({ when, then }: Rung): boolean {
  const gives = (id: string): boolean => then.some((one) => one.outcome === 'give' && one.status === id);
  const counts = (id: string): boolean => then.some((one) => one.outcome === 'count' && one.counter === id);
  return mustHold(when).some((one) => {
    switch (one.condition) {
      case 'nth':
        return (one.count === 'only' || one.count === 'up to') && one.within === undefined;
      case 'cooldown':
        return one.seconds > 0;
      case 'status':
        return one.is === 'off' && gives(one.status);
      case 'compare':
        return one.of.read === 'counter'
          ? counts(one.of.counter)
          : one.of.read.startsWith('health') && then.some(({ outcome }) => outcome === 'harm');
      default:
        return false;
    }
  });
}
