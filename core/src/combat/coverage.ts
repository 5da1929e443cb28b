import type { FullPayload } from './parts/fullPayload.js';
import type { CombatActor } from './parts/combatActor.js';
import type { Seconds } from '../units.js';
import type { CompiledEventRules } from './parts/references.js';
import type { CombatPlan } from './plan.js';
import { answering, memoryAt, partiesAt, type ProbedParty } from './probe.js';
import { defaultsOf } from './run.js';

/** Which rungs answer an event on an actor. */
export interface Covered {
  /** At the plain moment: full health, no status, the event’s defaults. */
  readonly plainly: readonly string[];
  /** At others that were tried, from the top. */
  readonly else: readonly string[];
}

/** The ends of an event's number fields, by their names: what a person sets at most. */
export type Ends = Readonly<Record<string, readonly number[]>>;

/** Ages at which a status is tried: just begun, within a short window, later, and long ago. */
const ages: readonly Seconds[] = [0, 0.15, 1, 100];
/** The first such event, the second and the third, each soon after the one before. */
const memories = [memoryAt(1), memoryAt(2, 0.1), memoryAt(3, 0.1)];

/** Distances at which other sources are tried, px: touching, near, and far. */
const distances = [0, 120, 600] as const;

/**
 * Tries an event on an actor at different moments: each field at its ends and its options, each status young and old, health nearly
 * gone, defeated, despawned, and hit again soon. The first of `sources` is the source of all these moments; the others are tried
 * with the target as it is at first, at several distances. `fixed` is part of every payload. A rung that needs two of these at once
 * may be missed.
 */
export function coverageOf(
  plan: CombatPlan,
  event: CompiledEventRules,
  actor: CombatActor,
  fixed: FullPayload = {},
  ends: Ends = {},
  sources: readonly CombatActor[] = [actor],
): Covered {
  const source = { actor: sources.at(0) ?? actor };
  const payload = { ...defaultsOf(event), ...fixed };
  const plainly = answering(plan, event, partiesAt(plan, { target: { actor }, source }), payload, memoryAt());
  const all = new Set<string>();
  const payloads = payloadsOf(event, payload, fixed, ends);
  for (const target of statesOf(plan, actor)) {
    const parties = partiesAt(plan, { target, source });
    for (const given of payloads)
      memories.forEach((memory, seed) => {
        for (const rung of answering(plan, event, parties, given, memory, seed + 1)) all.add(rung);
      });
  }
  for (const other of sources)
    for (const x of distances) {
      const parties = partiesAt(plan, { target: { actor }, source: { actor: other, x: -x } });
      for (const given of payloads) for (const rung of answering(plan, event, parties, given, memoryAt())) all.add(rung);
    }
  const ladder = plan.ladders.get(event.id) ?? [];
  return { plainly, else: ladder.flatMap(({ id }) => (all.has(id) && !plainly.includes(id) ? [id] : [])) };
}

function payloadsOf({ fields }: CompiledEventRules, payload: FullPayload, fixed: FullPayload, ends: Ends): FullPayload[] {
  const others = fields.flatMap(({ name, type, options }): FullPayload[] => {
    if (Object.hasOwn(fixed, name)) return [];
    const values = type === 'number' ? (ends[name] ?? []) : type === 'flag' ? [true, false] : (options ?? []);
    return values.map((value) => ({ ...payload, [name]: value }));
  });
  return [payload, ...others];
}

function statesOf({ statuses }: CombatPlan, actor: CombatActor): ProbedParty[] {
  return [
    { actor },
    { actor, health: Math.min(0.5, actor.health.most) },
    { actor, standing: 'down' },
    { actor, standing: 'gone' },
    ...[...statuses.values()].flatMap(({ id, most }) =>
      ages.map((age) => ({ actor, statuses: { [id]: { stacks: age >= 1 ? most : 1, age } } })),
    ),
  ];
}
