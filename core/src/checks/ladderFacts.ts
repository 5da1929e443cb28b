import { isGroup, type Condition, type SingleCondition } from '../combat/conditions/registry.js';
import type { Lead } from '../combat/outcomes/lead.js';
import { outcomeKinds, type Outcome } from '../combat/outcomes/registry.js';
import { isRecord } from '../model/json.js';
import type { Project, Rung } from '../model/project.js';

type Response = Project['responses'][number];

/** Outcomes by which one event or state leads to another. */
export type Leading = Extract<Outcome, { outcome: 'give' | 'take' | 'count' | 'split' }>;

/** A place within a response's rungs. */
type Place = readonly [rung: number, then: 'then', outcome: number];

/** What of a ladder leads elsewhere, found once for each of its states. */
export interface LadderFacts {
  readonly leading: readonly {
    readonly outcome: Leading;
    readonly place: Place;
  }[];
  /** Leads of its outcomes, without rungs that limit how often they match. `share` is the product of the rung's chances. */
  readonly leads: readonly { readonly lead: Lead; readonly place: Place; readonly share: number }[];
  /** Ids of the events that its outcomes raise, each with the path of the first such outcome. */
  readonly raises: ReadonlyMap<string, Place>;
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
      return rung.then.flatMap((outcome, n) => (leads(outcome) ? [{ outcome, place: [k, 'then', n] as const }] : []));
    });
    const raises = new Map<string, Place>();
    response.rungs.forEach(({ then }, k) =>
      then.forEach((outcome, n) => {
        for (const { to, id } of outcomeKinds[outcome.outcome].leads?.(outcome as never) ?? [])
          if (to === 'event' && !raises.has(id)) raises.set(id, [k, 'then', n]);
      }),
    );
    const leadsTo = response.rungs.flatMap((rung, k) => {
      if (endsItself(rung)) return [];
      const share = mustHold(rung.when).reduce((of, one) => (one.condition === 'chance' ? of * one.share : of), 1);
      // A rung with a chance of 0 never matches.
      if (share === 0) return [];
      return rung.then.flatMap((outcome, n) =>
        (outcomeKinds[outcome.outcome].leads?.(outcome as never) ?? []).map((lead) => ({ lead, place: [k, 'then', n] as const, share })),
      );
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
    known.set(response, (facts = { leading, leads: leadsTo, raises, together, countersRead }));
  }
  return facts;
}

const leadingKinds: readonly string[] = ['give', 'take', 'count', 'split'] satisfies Leading['outcome'][];

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
  // True if an outcome passes the field on with a changed value, such as a count of jumps left.
  const changes = (field: string): boolean =>
    then.some((one) => {
      const given = 'payload' in one ? (one.payload as Readonly<Record<string, unknown>> | undefined)?.[field] : undefined;
      return isRecord(given) && 'of' in given && ((given['times'] ?? 1) !== 1 || (given['plus'] ?? 0) !== 0 || 'in' in given);
    });
  return mustHold(when).some((one) => {
    switch (one.condition) {
      case 'nth':
        return (one.count === 'only' || one.count === 'up to') && one.within === undefined;
      case 'cooldown':
        return one.seconds > 0;
      case 'status':
        return one.is === 'off' && gives(one.status);
      case 'compare':
        if (one.of.read === 'payload') return changes(one.of.field);
        return one.of.read === 'counter'
          ? counts(one.of.counter)
          : one.of.read.startsWith('health') && then.some(({ outcome }) => outcome === 'harm');
      default:
        return false;
    }
  });
}
