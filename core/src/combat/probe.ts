import type { CombatActor } from './parts/combatActor.js';
import type { FullPayload } from './parts/fullPayload.js';
import { GameClock } from '../player/gameClock.js';
import type { Seconds, Uint32 } from '../units.js';
import { askRungs } from './askRungs.js';
import type { RungAnswer } from './log.js';
import type { Asking, RunState } from './parts/asking.js';
import { Combatant, type Standing } from './parts/combatant.js';
import { Memory } from './parts/memory.js';
import type { CompiledEventRules } from './parts/references.js';
import type { CombatPlan } from './plan.js';
import { harmTo } from './run.js';

/** How somebody is, when a ladder is asked about it. */
export interface ProbedParty {
  readonly actor: CombatActor;
  /** Points; full, when left out. */
  readonly health?: number | undefined;
  readonly standing?: Standing;
  readonly facing?: 1 | -1;
  readonly x?: number;
  readonly y?: number;
  /** Statuses by id: how many stacks, and how many seconds ago they began. */
  readonly statuses?: Readonly<Record<string, { readonly stacks: number; readonly age: Seconds }>>;
  readonly counters?: Readonly<Record<string, number>>;
}

/** A moment at which an event might happen. */
export interface Moment {
  readonly payload: FullPayload;
  readonly source?: ProbedParty | undefined;
  readonly target?: ProbedParty | undefined;
  /** Which such event it is, counted from 1. */
  readonly turn?: number;
  /** Seconds since the one before, for cooldowns and counts within a time; long ago, when left out. */
  readonly since?: Seconds | undefined;
  readonly seed?: Uint32;
}

/** Seconds that the clocks of a moment show: later than anything began. */
const now: Seconds = 10_000;
/** Nothing stops at a moment: one clock is everybody's. */
const still = new GameClock();

/** What a ladder says to an event at a moment, rung by rung, without anything happening. */
export function probe(plan: CombatPlan, event: CompiledEventRules, moment: Moment): RungAnswer[] {
  const asking = askingAt(plan, event, moment);
  const answers: RungAnswer[] = [];
  askRungs(plan.ladders.get(event.id) ?? [], asking, asking.target?.standing ?? 'up', answers);
  return answers;
}

/** Those of moments that differ in nothing but what happens between them. */
export interface Parties {
  readonly source: Combatant | undefined;
  readonly target: Combatant | undefined;
}

export function partiesAt(plan: CombatPlan, { source, target }: Pick<Moment, 'source' | 'target'>): Parties {
  return { source: source && combatantOf(plan, source, 'source', 0), target: target && combatantOf(plan, target, 'target', 1) };
}

/** The rungs that answer at a moment, from the top, and nothing of the others. */
export function answering(
  plan: CombatPlan,
  event: CompiledEventRules,
  parties: Parties,
  payload: FullPayload,
  memory: Memory,
  seed?: Uint32,
): string[] {
  const asking = askingAmong(event, parties, payload, memory, seed);
  return askRungs(plan.ladders.get(event.id) ?? [], asking, parties.target?.standing ?? 'up', undefined).map(({ id }) => id);
}

/** Whether each condition of a rung holds at a moment, in the order of its document. */
export function probeConditions(plan: CombatPlan, event: CompiledEventRules, rung: string, moment: Moment): boolean[] {
  const asking = askingAt(plan, event, moment);
  return (plan.ladders.get(event.id) ?? []).find(({ id }) => id === rung)?.conditions.map((one) => one.holds(asking)) ?? [];
}

function askingAt(plan: CombatPlan, event: CompiledEventRules, moment: Moment): Asking {
  return askingAmong(event, partiesAt(plan, moment), moment.payload, memoryAt(moment.turn, moment.since), moment.seed);
}

/** What everybody remembers where this is the so-many-th such event, and the one before was so long ago. */
export function memoryAt(turn = 1, since?: Seconds): Memory {
  return new SameForAll(turn, since);
}

function askingAmong(event: CompiledEventRules, parties: Parties, payload: FullPayload, memory: Memory, seed: Uint32 = 1): Asking {
  const run: RunState = {
    seed,
    combatants: [parties.source, parties.target].filter((one) => one !== undefined),
    everybody: memory,
    shownBy: () => now,
    memoryOf: (keeper) => (keeper === 'all' || parties[keeper === 'source' ? 'source' : 'target'] ? memory : undefined),
  };
  return {
    event,
    number: 0,
    at: now,
    ...parties,
    place: undefined,
    payload,
    harm: parties.target ? harmTo(event, payload, parties.target) : 0,
    before: parties.target?.share(now) ?? 0,
    pointsBefore: parties.target?.health(now) ?? 0,
    projectile: undefined,
    isHarmed: false,
    run,
    reach: undefined,
  };
}

function combatantOf(plan: CombatPlan, party: ProbedParty, id: string, index: number): Combatant {
  const { actor, health = actor.health.most, standing = 'up', facing = index === 0 ? 1 : -1, x = index === 0 ? -80 : 80, y = 0 } = party;
  const made = new Combatant(id, index, actor, still, { x, y, facing, health });
  made.setHealth(Math.min(actor.health.most, health), now);
  made.standing = standing;
  for (const [name, { stacks, age }] of Object.entries(party.statuses ?? {})) {
    const status = plan.statuses.get(name);
    if (!status) continue;
    const held = { status, stacks, began: now - age, until: Infinity, accrued: 0, counted: now, ticks: 0, version: 0, by: undefined };
    made.held.set(name, held);
  }
  for (const [name, value] of Object.entries(party.counters ?? {})) made.memory.counters.set(name, value);
  return made;
}

/** A memory that says the same of whatever is asked of it. */
class SameForAll extends Memory {
  override readonly tallies: Map<number, number>;
  override readonly lasts: Map<number, Seconds>;
  override readonly times: Map<number, Seconds[]>;

  constructor(turn: number, since: Seconds | undefined) {
    super();
    this.tallies = new Always(turn);
    this.lasts = new Always(since === undefined ? undefined : now - since);
    this.times = new Always(Array.from({ length: Math.min(turn, 10_000) }, () => now));
  }
}

class Always<V> extends Map<number, V> {
  constructor(private readonly value: V | undefined) {
    super();
  }

  override get(): V | undefined {
    return this.value;
  }
}
