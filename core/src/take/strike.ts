import type { Payload, SignalCue, StrikeOptions } from '../contract.js';
import { TimeWarp } from '../maths/timeWarp.js';
import type { Degrees, Seconds } from '../units.js';
import { Draws, type Strike } from './draws.js';
import type { ClockParty, TimeBend } from './firing.js';
import type { PlacedEffect, SequencePlan } from './plan.js';
import { completePayload, withNumbers } from './payload.js';
import { FiringScene, Motion } from './motion.js';
import { EngineTake, type Fired, type TakeOrigin } from './take.js';
import { wallTimeOf, type TimedFiring } from './timedFiring.js';

/**
 * Resolves a strike: draws every choice once and places every firing in time. `previous` may be a take of an earlier
 * state of the sequence: what it drew for effects that are still the same is taken over, which changes nothing but the cost.
 * Throws DocumentError with the payload's path when a field is unknown or of the wrong type.
 */
export function strike(plan: SequencePlan, payload: Payload = {}, options: StrikeOptions = {}, previous?: EngineTake): EngineTake {
  const { seed, warps, bends, timed, origin } = resolve(plan, payload, options, previous);
  const motion = new Motion(timed);
  for (const one of timed) one.firing.bind?.(new FiringScene(motion, one));
  return new EngineTake(plan.id, seed, warps, bends, timed, origin);
}

/** A strike with every choice made and every firing placed in time, that does not know yet where bodies go. */
export interface Resolved {
  readonly seed: number;
  readonly warps: Readonly<Record<ClockParty, TimeWarp>>;
  readonly bends: readonly TimeBend[];
  readonly timed: readonly TimedFiring[];
  readonly origin: TakeOrigin;
}

/**
 * The first half of a strike. `bent` may change what bends time before anything is placed by it. Throws as `strike` does.
 */
export function resolve(
  plan: SequencePlan,
  payload: Payload,
  options: StrikeOptions,
  previous?: EngineTake,
  bent: (bends: TimeBend[]) => TimeBend[] = (bends) => bends,
): Resolved {
  const seed = (options.seed ?? 1) >>> 0;
  const common = commonOf(plan, completePayload(plan.event, payload), seed, options);
  const origin = new Origin(common);
  const known =
    previous?.origin && previous.origin.key === origin.key
      ? new Map(previous.origin.fired.map((fired) => [fired.effect, fired]))
      : undefined;
  const isSilent = (effect: PlacedEffect): boolean => effect.muted || (options.solo !== undefined && !options.solo.includes(effect.id));
  const firing = fireEffects(plan, common, isSilent, plan.effects, (effect) => {
    const silent = isSilent(effect);
    const before = known?.get(effect);
    if (!before || !isFree(before)) return fireAll(effect, common, silent, before?.decided);
    return before.silent === silent ? before : { ...before, silent };
  });
  origin.fired = firing;
  const bends = bent(bendTime(firing));
  const clockOf = (party: ClockParty): TimeWarp => {
    const warp = warpOf(party, bends);
    const before = previous?.warps[party];
    // The same clock is the same object, so that what goes by it is known at a glance to be as it was.
    return before?.runsAs(warp) ? before : warp;
  };
  const warps: Record<ClockParty, TimeWarp> = { source: clockOf('source'), target: clockOf('target'), world: clockOf('world') };
  const timed = placeFirings(firing, bends, warps);
  return { seed, warps, bends, timed, origin };
}

/** What a take was made from. Its key is made when it is first asked for: takes of a game are never compared. */
class Origin implements TakeOrigin {
  fired: readonly Fired[] = [];
  private text: string | undefined;

  constructor(private readonly common: Strike) {}

  get key(): string {
    return (this.text ??= JSON.stringify(this.common));
  }
}

function commonOf(plan: SequencePlan, payload: Strike['payload'], seed: number, options: StrikeOptions): Strike {
  return {
    seed,
    payload,
    blow: blowOf(plan.event, payload),
    places: options.places ? { ...plan.standing.places, ...given(options.places) } : plan.standing.places,
    bodies: options.bodies ? { ...plan.standing.bodies, ...given(options.bodies) } : plan.standing.bodies,
    ...(options.health && { health: options.health }),
  };
}

const bending = new WeakMap<SequencePlan, readonly PlacedEffect[]>();

/** The effects of a sequence that bend time, and those that these hang on, in the plan's order; found once. */
function bendingEffects(plan: SequencePlan): readonly PlacedEffect[] {
  let found = bending.get(plan);
  if (!found) {
    const needed = new Set<string>();
    for (const { id, kind, anchor, muted } of [...plan.effects].reverse()) {
      if (!needed.has(id) && (kind.family !== 'time' || muted)) continue;
      needed.add(id);
      if (anchor.to !== 'contact') needed.add(anchor.effect);
    }
    found = plan.effects.filter(({ id }) => needed.has(id));
    bending.set(plan, found);
  }
  return found;
}

/** What a strike with a complete payload does to time, and nothing else of it: the same as the whole strike would. */
export function bendsOf(plan: SequencePlan, payload: Strike['payload'], seed: number): TimeBend[] {
  const effects = bendingEffects(plan);
  if (effects.length === 0) return [];
  const common = commonOf(plan, payload, seed, {});
  const isSilent = (effect: PlacedEffect): boolean => effect.muted;
  return bendTime(fireEffects(plan, common, isSilent, effects, (effect) => fireAll(effect, common, effect.muted)));
}

/** A signal of a strike: seconds of the world's clock after the strike, and its numbers. */
export interface StruckSignal {
  readonly after: Seconds;
  readonly parameters: SignalCue['parameters'];
}

/** Returns the signals of a name that a strike with a complete payload raises, in order of time. */
export function signalsOf(plan: SequencePlan, payload: Strike['payload'], seed: number, name: string): StruckSignal[] {
  const { timed, warps } = resolve(plan, payload, { seed });
  return timed
    .flatMap((one) => (one.silent ? [] : (one.firing.signals?.((age) => wallTimeOf(one, age)) ?? [])))
    .filter((signal) => signal.name === name)
    .map(({ start, parameters }) => ({ after: Math.max(0, warps.world.tau(start)), parameters }))
    .sort((a, b) => a.after - b.after);
}

/** What is given, without what is said to be undefined. */
function given<T extends object>(record: T): Partial<T> {
  return Object.fromEntries(Object.entries(record).filter(([, value]) => value !== undefined)) as Partial<T>;
}

/** Whether nothing of an effect's firings hangs on the other effects of its take. */
function isFree({ firings }: Fired): boolean {
  return firings.every((firing) => firing?.bind === undefined);
}

/** Fires effects in their order: each once, and one that is anchored to signals once for each of them. */
function fireEffects(
  { event }: Pick<SequencePlan, 'event'>,
  common: Strike,
  isSilent: (effect: PlacedEffect) => boolean,
  effects: readonly PlacedEffect[],
  fireOne: (effect: PlacedEffect) => Fired,
): Fired[] {
  const fired: Fired[] = [];
  /** Effects without a signal to start at, and the effects anchored to these: none of them plays. */
  let unplayed: Set<string> | undefined;
  for (const effect of effects) {
    const { anchor } = effect;
    if (unplayed && anchor.to !== 'contact' && unplayed.has(anchor.effect)) {
      unplayed.add(effect.id);
      continue;
    }
    if (anchor.to !== 'signal') {
      fired.push(fireOne(effect));
      continue;
    }
    let drawn = 0;
    for (const [index, one] of [...fired.entries()]) {
      if (one.effect.id !== anchor.effect) continue;
      one.firings.forEach((own, firing) => {
        for (const { name, start: age, parameters } of own?.signals?.(sameAge) ?? []) {
          if (name !== anchor.name) continue;
          const struck = withParameters(common, event, parameters);
          fired.push({ ...fireAll(effect, struck, isSilent(effect), {}, drawn), at: { index, firing, age } });
          drawn += effect.repeat.count;
        }
      });
    }
    if (drawn === 0) (unplayed ??= new Set()).add(effect.id);
  }
  return fired;
}

const sameAge = (age: Seconds): Seconds => age;

/** The strike as a signal starts it: with the signal's numbers in its payload. */
function withParameters(common: Strike, event: SequencePlan['event'], parameters: SignalCue['parameters']): Strike {
  const payload = withNumbers(common.payload, parameters);
  return payload === common.payload ? common : { ...common, payload, blow: blowOf(event, payload) };
}

/** The direction of the blow; undefined if the event has no direction. */
function blowOf({ fields }: SequencePlan['event'], payload: Strike['payload']): Degrees | undefined {
  const field = fields.find(({ type }) => type === 'direction');
  return field && Number(payload[field.name]);
}

function fireAll(effect: PlacedEffect, common: Strike, silent: boolean, decided: object = {}, from = 0): Fired {
  const first = new Draws(common, effect.hash, from);
  const delay = first.number(effect.delay);
  const duration = Math.max(0, first.number(effect.duration));
  const { count, every } = effect.repeat;
  let span = 0;
  const firings: Fired['firings'][number][] = [];
  for (let i = 0; i < count; i++) {
    const draws = i === 0 ? first : new Draws(common, effect.hash, from + i);
    const firing = effect.plan.fire(draws, Math.max(0, draws.number(effect.strength)), duration);
    span = Math.max(span, i * every + firing.extent);
    const share = draws.number(effect.chance);
    firings.push(share >= 1 || draws.chance('chance') < share ? firing : undefined);
  }
  return { effect, delay, firings, decided, silent, span };
}

/**
 * Places what bends time. Its anchors are read on wall time alone: were they read on bent clocks, a hit-stop hung on an
 * effect that it halts itself would have no start.
 */
function bendTime(fired: readonly Fired[]): TimeBend[] {
  const starts = new Map<string, { start: Seconds; end: Seconds }>();
  const begun: Seconds[] = [];
  const bends: TimeBend[] = [];
  for (const { effect, delay, firings, silent, span, at } of fired) {
    const anchor = at ? begun[at.index] + at.firing * fired[at.index].effect.repeat.every + at.age : anchorTime(effect, starts);
    const start = anchor + delay;
    begun.push(start);
    // Of an effect that plays at several signals, others hang on the first.
    if (!starts.has(effect.id)) starts.set(effect.id, { start, end: start + span });
    firings.forEach((firing, i) => {
      if (firing?.warp && !silent) bends.push(firing.warp(start + i * effect.repeat.every));
    });
  }
  return bends.sort((a, b) => a.windows[0].start - b.windows[0].start);
}

function anchorTime(effect: PlacedEffect, starts: ReadonlyMap<string, { start: Seconds; end: Seconds }>): Seconds {
  if (effect.anchor.to === 'contact' || effect.anchor.to === 'signal') return 0;
  return starts.get(effect.anchor.effect)?.[effect.anchor.to] ?? 0;
}

function warpOf(party: ClockParty, bends: readonly TimeBend[]): TimeWarp {
  return new TimeWarp(bends.filter((bend) => bend.parties.includes(party)).flatMap((bend) => bend.windows));
}

/** Gives every firing its start in wall time, on its own clock where it has one, and after the stops that hold it. */
function placeFirings(fired: readonly Fired[], bends: readonly TimeBend[], warps: Readonly<Record<ClockParty, TimeWarp>>): TimedFiring[] {
  const heldBy = holdsOf(bends);
  const ends = new Map<string, { start: Seconds; end: Seconds }>();
  const timed: TimedFiring[] = [];
  /** For each that was fired: the wall time of an age of one of its firings. */
  const wallOf: ((firing: number, age: Seconds) => Seconds)[] = [];
  for (const { effect, delay, firings, decided, silent, span, at } of fired) {
    const bendsTime = effect.kind.family === 'time';
    const nominal = (at ? wallOf[at.index](at.firing, at.age) : anchorTime(effect, ends)) + delay;
    // Only what hangs on contact is held here; what hangs on an effect follows that effect.
    const held = bendsTime || effect.anchor.to !== 'contact' ? 0 : heldBy(nominal);
    const start = nominal + held;
    const clock = effect.clock !== 'game' || bendsTime ? undefined : effect.kind.family === 'view' ? 'world' : effect.on;
    const warp = clock && warps[clock];
    const wallAfter = (age: Seconds): Seconds => (warp ? warp.wallTime(warp.tau(start) + age) : start + age);
    wallOf.push((firing, age) => Math.max(start, wallAfter(firing * effect.repeat.every + age)));
    if (!ends.has(effect.id)) ends.set(effect.id, { start, end: Math.max(start, wallAfter(span)) });
    firings.forEach((firing, i) => {
      if (!firing) return;
      const birth = i * effect.repeat.every;
      const own = i === 0 ? start : Math.max(start, wallAfter(birth));
      timed.push({
        effect: effect.id,
        kind: effect.kind,
        firing,
        decided,
        extent: firing.extent,
        lasting: firing.lasting === true,
        silent,
        leaving: effect.leaving,
        on: effect.on,
        clock,
        warp,
        start: own,
        startTau: warp?.tau(own) ?? own,
        end: Math.max(own, wallAfter(birth + firing.extent)),
      });
    });
  }
  return timed;
}

/** How long what would start at an instant is held by the stops that started before it. Costs O(log n) a question. */
function holdsOf(bends: readonly TimeBend[]): (nominal: Seconds) => Seconds {
  const holds = bends.filter((bend) => bend.holdLater).flatMap((bend) => bend.windows);
  holds.sort((a, b) => a.start - b.start);
  const sums = [0];
  for (const { start, end } of holds) sums.push(sums[sums.length - 1] + end - start);
  return (nominal) => {
    let low = 0;
    let high = holds.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (holds[middle].start < nominal) low = middle + 1;
      else high = middle;
    }
    return sums[low];
  };
}
