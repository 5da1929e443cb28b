import type { CombatActor } from './parts/combatActor.js';
import { damageOf } from './parts/damage.js';
import type { Respawn } from './parts/returning.js';
import type { FullPayload } from './parts/fullPayload.js';
import type { Place, Told } from './parts/told.js';
import type { Touch } from './moves/touch.js';
import { hash4 } from '../maths/hash.js';
import type { GameClock } from '../player/gameClock.js';
import type { Px, Seconds, Uint32 } from '../units.js';
import { Agenda } from './agenda.js';
import { askRungs } from './askRungs.js';
import { Acts, type Act, type ActItem } from './acts.js';
import type { Cue, Happening, HistoryStep, LogEntry, RungAnswer } from './log.js';
import type { Launch } from './flights/flightKeeper.js';
import type { CompiledOutcome, Doing, Spawn } from './outcomes/outcome.js';
import type { Asking, RunState } from './parts/asking.js';
import type { Combatant } from './parts/combatant.js';
import { blowDirection, directionsLeftOut, withDirections } from './parts/blowDirection.js';
import { inCommon } from './parts/given.js';
import { Memory, nearly, snap } from './parts/memory.js';
import type { CompiledEventRules, CompiledStatus } from './parts/references.js';
import type { SequencePlan } from '../take/plan.js';
import type { Edges, Throw } from './walking/throwKeeper.js';
import type { ZoneItem } from './zones/zoneKeeper.js';
import type { Keeper } from './parts/ruleFields.js';
import type { CombatPlan } from './plan.js';
import { SpawnKeeper, type Joining, type Launched } from './spawnKeeper.js';
import { StatusKeeper, type StatusItem } from './statusKeeper.js';

/** What is told of a run as it goes on; what is not asked for costs nothing. */
export interface RunListener {
  log?(entry: LogEntry): void;
  history?(step: HistoryStep): void;
}

export interface RunOptions {
  readonly seed: Uint32;
  readonly world: GameClock;
  /** Plays a cue, and lets it bend the clocks of its parties. */
  readonly play: (cue: Cue, source: Combatant | undefined, target: Combatant | undefined) => void;
  readonly listener?: RunListener | undefined;
  /** The clock of somebody whom an outcome brings about; without it, one that nothing else knows. */
  readonly join?: ((id: string, who: Joining) => GameClock) | undefined;
  readonly edges?: Edges | undefined;
  /** Highest number of events in the whole run; no limit, when left out. */
  readonly mostEvents?: number | undefined;
  /** Told of whom an outcome brought about once that one has been gone for good for a while; without it, nobody is forgotten. */
  readonly forget?: ((id: string) => void) | undefined;
}

/** An event that was raised and not yet asked about. */
interface Raised extends Told {
  readonly event: CompiledEventRules;
  readonly payload: FullPayload;
  /** Somebody's own fall or return: asked of every rung, however it stands. */
  readonly own: boolean;
  readonly touch?: Touch;
  /** Fields of direction that whoever raised it left out: filled in where its parties are as it happens. */
  readonly directions?: readonly string[];
}

/** The parts of an event that its log entry shows. */
type Logged = Pick<Asking, 'event' | 'number' | 'source' | 'target' | 'payload'> & Partial<Pick<Asking, 'projectile'>>;

/** An outcome with a delay, until it is due. */
interface WaitingOutcome {
  readonly outcome: CompiledOutcome;
  readonly name: string;
  readonly asking: Asking;
  readonly after: Seconds;
  /** Bodies that the outcome's fields name. `life` changes when a body is despawned or respawned. */
  readonly of: readonly { readonly who: Combatant; readonly life: number }[];
}

type Item =
  | { readonly type: 'event'; readonly raised: Raised; readonly waited?: true }
  | {
      readonly type: 'cue';
      readonly sequence: string;
      readonly told: Told;
      readonly payload: FullPayload;
      readonly seed: Uint32;
      readonly number: number;
    }
  | { readonly type: 'outcome'; readonly waiting: WaitingOutcome }
  | StatusItem
  | ActItem
  | ZoneItem
  | { readonly type: 'expires' | 'forget'; readonly who: Combatant; readonly life: number }
  | { readonly type: 'act'; readonly who: Combatant; readonly act: Act }
  | { readonly type: 'launch'; readonly launched: Launched }
  | { readonly type: 'return'; readonly who: Combatant; readonly life: number; readonly to: Respawn };

/** More events than this at one instant are a loop that nothing ends. */
export const instantLimit = 1000;
/** More events than this that rules have raised for later, and that have not come yet, are growth that nothing ends. */
export const waitingLimit = 1000;
/** Events that are asked about within one another; what would go deeper waits for the end of its instant. */
const deepest = 16;
/** Seconds of the world after which whom an outcome brought about, and who is gone for good, is forgotten. */
const rememberedFor: Seconds = 10;

/**
 * What decides, as it happens: a queue of instants without a step. Everything of an actor lies on its own clock, what belongs to
 * nobody on the world's. At one instant comes first what was decided before, then what is handed in, then what these raise.
 */
export class Run implements Doing, RunState {
  readonly everybody = new Memory();
  readonly combatants: Combatant[] = [];
  readonly seed: Uint32;
  /** Wall time up to which everything has happened. */
  now: Seconds = 0;
  private readonly byId = new Map<string, Combatant>();
  private readonly agenda = new Agenda<Item>();
  private readonly wallLane = this.agenda.lane(undefined);
  private readonly worldLane: number;
  /** By the place of whom they are of. */
  private readonly lanes = new Map<number, number>();
  /** By the same: ends that its clock is listened to. */
  private readonly listening = new Map<number, () => void>();
  private added = 0;
  private readonly statuses = new StatusKeeper({
    now: () => this.now,
    later: (who, due, item) => this.later(who, due, item, 0),
    tick: (name, by, target, payload, when) => {
      const event = this.plan.events.get(name);
      if (!event) return;
      const raised: Raised = { event, source: by, target, payload: inCommon(event.fields, payload), own: false };
      if (when === 'at once') this.askWithin(raised);
      else this.putEvent(raised, 0);
    },
    cue: (sequence, { source, target }, payload, key, number) =>
      this.cue(
        sequence,
        { source, target },
        this.statusPayload(this.plan.planOf(sequence).event, payload, source, target),
        hash4(this.seed, number >>> 0, key, 0, 0),
        number,
      ),
    next: () => this.events,
    changed: (who, { prevents }) => {
      if (prevents.includes('moves') || prevents.includes('walking')) this.acts.prevent(who);
    },
    tell: (happening) => this.tell(happening),
    tellHealth: (who) => this.tellHealth(who),
    tellStacks: (who, name, value) => this.listener.history?.({ of: 'status', who: who.id, at: this.now, name, value }),
  });
  private readonly acts = new Acts({
    now: () => this.now,
    others: () => this.combatants,
    later: (who, due, item, rank) => this.later(who, due, item, rank),
    strike: (event, told, payload, touch) => this.askWithin({ event, ...told, payload, own: false, touch }),
    give: (who, status, by) => this.statuses.give(who, status, 1, undefined, this.ofNobody(by ?? who)),
    take: (who, status) => this.statuses.take(who, status, undefined),
    cue: (sequence, who, key) => {
      const { event } = this.plan.planOf(sequence);
      // A direction of what somebody does alone is the way that one faces.
      const ahead = event.fields.flatMap(({ name, type }) => (type === 'direction' ? [[name, who.facing === 1 ? 0 : 180]] : []));
      const payload = { ...defaultsOf(event), ...Object.fromEntries(ahead) } as FullPayload;
      this.cue(sequence, { source: who, target: undefined }, payload, hash4(this.seed, key, 0, 0, 0), this.events);
    },
    worldShown: () => this.options.world.shown(this.now),
    laterInWorld: (due, item) => this.agenda.add(this.worldLane, due, 0, item),
    raise: (event, told, payload) => this.askWithin({ event, ...told, payload: inCommon(event.fields, payload), own: false }),
    raiseNamed: (name, told, payload) => {
      const event = this.plan.events.get(name);
      if (!event) return;
      const given = payload ?? { payload: defaultsOf(event), directions: directionsLeftOut(event, {}) };
      this.askWithin(this.directed({ event, ...told, ...given, own: false }));
    },
    edges: () => this.options.edges ?? {},
    letFly: (by, actor, launch) => this.spawns.letFly({ id: undefined, actor, by, place: undefined, launch }),
    dismiss: (who) => this.away(who, undefined),
    tell: (step) => this.listener.history?.(step),
  });
  private readonly spawns: SpawnKeeper;
  private readonly listener: RunListener;
  private events = 0;
  private cues = 0;
  /** Whether anybody has come about or gone; and who is there since the last time. */
  private changed = false;
  private presentIds: readonly string[] | undefined;
  private atInstant = 0;
  /** Events that were raised for later and have not come yet. */
  private waiting = 0;
  /** How many events are being asked about, one within another. */
  private depth = 0;
  /** What came of the event that is being answered, while somebody listens. */
  private happened: Happening[] | undefined;

  constructor(
    private readonly plan: CombatPlan,
    private readonly options: RunOptions,
  ) {
    this.seed = options.seed >>> 0;
    this.listener = options.listener ?? {};
    this.worldLane = this.agenda.lane(options.world);
    this.spawns = new SpawnKeeper({
      seed: this.seed,
      planOf: plan.planOf,
      clock: options.world,
      now: () => this.now,
      nextIndex: () => this.added,
      isTaken: (id) => this.byId.has(id),
      clockFor: (id, who) => options.join?.(id, who),
      add: (who) => {
        this.changed = true;
        this.presentIds = undefined;
        this.add(who);
      },
      inherit: (who, of) => this.acts.inherit(who, of),
      ready: (who, launch, by) => this.acts.ready(who, launch, by),
      fly: (who) => this.acts.launch(who),
      shove: (who, thrown) => this.acts.shove(who, thrown),
      cue: (sequence, told, payload, seed) => this.cue(sequence, told, payload, seed, this.events),
      tell: (happening) => this.tell(happening),
      history: (step) => this.listener.history?.(step),
    });
  }

  /** Lets somebody take part, from now on. */
  add(combatant: Combatant): void {
    this.combatants.push(combatant);
    this.byId.set(combatant.id, combatant);
    this.lanes.set(combatant.index, this.agenda.lane(combatant.clock));
    this.added = Math.max(this.added, combatant.index + 1);
    this.tellHealth(combatant);
    combatant.changed = () => this.acts.change(combatant);
    this.listening.set(
      combatant.index,
      combatant.clock.onBend(() => combatant.changed()),
    );
    this.acts.join(combatant);
    this.putDownEnd(combatant);
  }

  /** When it goes by itself, of one that does not last. */
  private putDownEnd(who: Combatant): void {
    const { lives } = who.actor;
    if (lives < Infinity)
      this.agenda.add(this.worldLane, this.options.world.shown(this.now) + lives, 0, { type: 'expires', who, life: who.life });
  }

  private expire(who: Combatant): void {
    if (who.standing === 'gone') return;
    this.away(who, undefined);
    this.raiseOwn(who.actor.expires, who, who.by, {});
  }

  launch(actor: CombatActor, from: Place, launch: Launch, by: Combatant | undefined): void {
    this.spawns.launch(actor, from, launch, by);
  }

  spawn(what: Spawn, by: Combatant | undefined): void {
    this.spawns.spawn(what, by);
  }

  shove(who: Combatant, thrown: Throw): void {
    if (who.standing === 'gone') return;
    this.tell({ what: 'throws', who: who.id, distance: thrown.distance });
    this.acts.shove(who, thrown);
  }

  /** The place that the next one who takes part has. */
  get nextIndex(): number {
    return this.added;
  }

  private later(who: Combatant, due: Seconds, item: Item, rank: 0 | 1): void {
    const lane = this.lanes.get(who.index);
    // Nothing more comes of one that is forgotten.
    if (lane !== undefined) this.agenda.add(lane, due, rank, item);
  }

  /** Removes a body from the run at once: it is despawned and forgotten. */
  leave(who: Combatant): void {
    if (who.standing !== 'gone') this.away(who, undefined);
    this.forget(who);
  }

  /** Whether this very body is in the run: after it left, another body may have its id. */
  isHere(who: Combatant): boolean {
    return this.byId.get(who.id) === who;
  }

  /** Whom an outcome brought about, and who is gone for good, is forgotten. */
  private forget(who: Combatant): void {
    const lane = this.lanes.get(who.index);
    if (lane === undefined) return;
    this.agenda.free(lane);
    this.lanes.delete(who.index);
    this.listening.get(who.index)?.();
    this.listening.delete(who.index);
    this.combatants.splice(this.combatants.indexOf(who), 1);
    this.byId.delete(who.id);
    this.forgetPairs(who);
    // Bodies that the game joined do not count toward the limits of spawned ones.
    if (who.cameAbout) this.spawns.forget(who);
    this.acts.forgetBody(who);
    this.options.forget?.(who.id);
  }

  find(id: string): Combatant | undefined {
    return this.byId.get(id);
  }

  /** Puts down an event of the game's or of a drill's; instants that have passed count as now. */
  hand(at: Seconds, event: CompiledEventRules, told: Told, payload: FullPayload, directions: readonly string[] = []): void {
    const raised: Raised = { event, ...told, payload, own: false, directions };
    this.agenda.add(this.wallLane, Math.max(this.now, at), 2, { type: 'event', raised });
  }

  /** Puts down what somebody is to do, as `hand` does an event. */
  handAct(at: Seconds, who: Combatant, act: Act): void {
    this.agenda.add(this.wallLane, Math.max(this.now, at), 2, { type: 'act', who, act });
  }

  /** Puts down what a game lets go, as `hand` does an event. */
  handLaunch(at: Seconds, launched: Launched): void {
    this.agenda.add(this.wallLane, Math.max(this.now, at), 2, { type: 'launch', launched });
  }

  /** The game puts somebody somewhere, now. */
  place(who: Combatant, x: Px, y: Px, facing: 1 | -1): void {
    this.acts.place(who, x, y, facing);
  }

  /** Lets everything happen that is due by a wall time, that instant included. */
  advance(to: Seconds): void {
    for (;;) {
      const decided = this.agenda.next(this.now);
      // Items due at this instant come before any contact, so contacts are computed once, after the last of them.
      const met = decided <= this.now && this.agenda.rank === 0 ? Infinity : this.acts.next(this.now);
      // Instants that differ by the rounding of two clocks are one; there those meet, after what was decided before.
      const isMeeting = met < decided || (met <= decided + 3 * nearly && this.agenda.rank > 0);
      const wall = Math.min(decided, met);
      if (wall > to + nearly) break;
      if (wall > this.now) this.atInstant = 0;
      this.now = wall;
      if (isMeeting) this.meet();
      else this.happen(this.agenda.take());
    }
    this.now = Math.max(this.now, to);
  }

  /** The wall time of the next thing that is known to happen; Infinity for none. */
  get next(): Seconds {
    return Math.min(this.agenda.next(this.now), this.acts.next(this.now));
  }

  private meet(): void {
    // Meetings at one instant that bring about one another are a loop as events are.
    if (this.atInstant >= instantLimit) this.acts.forget();
    else if (this.acts.meet()) this.atInstant++;
  }

  private happen(item: Item): void {
    switch (item.type) {
      case 'event':
        if (item.waited) this.waiting--;
        return this.ask(this.directed(item.raised));
      case 'cue':
        return this.cue(item.sequence, item.told, item.payload, item.seed, item.number);
      case 'outcome':
        return this.outcomeComes(item.waiting);
      case 'tick':
      case 'end':
      case 'late':
        return this.statuses.happen(item);
      case 'act':
        return this.acts.act(item.who, item.act);
      case 'launch':
        return this.spawns.letFly(item.launched);
      case 'return':
        if (item.life === item.who.life) this.comeBack(item.who, item.to);
        return;
      case 'stays':
        return this.acts.stay(item);
      case 'forget':
        if (item.life === item.who.life && item.who.standing === 'gone') this.forget(item.who);
        return;
      case 'expires':
        if (item.life === item.who.life) this.expire(item.who);
        return;
      default:
        this.acts.happen(item);
    }
  }

  /** Asks about an event that another one causes at once: a contact, an edge, a projectile that meets a body where it is launched. */
  private askWithin(raised: Raised): void {
    if (this.depth >= deepest) return this.putEvent(raised, 0);
    this.depth++;
    const outer = this.happened;
    this.ask(raised);
    this.happened = outer;
    this.depth--;
  }

  private ask({ event, source, target, place, payload, own, touch, projectile, met }: Raised): void {
    const number = this.events++;
    const most = this.options.mostEvents ?? Infinity;
    if (number >= most) {
      const refused = `expected at most ${most} events in one drill; later events are ignored`;
      if (number === most) this.log({ event, source, target, payload, number }, { refused });
      return;
    }
    if (++this.atInstant > instantLimit) {
      // Told once: each of the others would say the same.
      if (this.atInstant === instantLimit + 1) this.refuseMore({ event, source, target, payload, number });
      return;
    }
    const asking: Asking = {
      event,
      number,
      at: this.now,
      source,
      target,
      place,
      touch,
      projectile,
      met,
      payload,
      harm: target ? harmTo(event, payload, target) : 0,
      run: this,
      reach: undefined,
      before: target ? target.share(target.shown(this.now)) : 0,
      pointsBefore: target ? target.health(target.shown(this.now)) : 0,
      isHarmed: false,
    };
    const standing = own ? 'up' : (target?.standing ?? 'up');
    const rungs = this.plan.ladders.get(event.id) ?? [];
    // However its target stands: a third blow is the third, also on one who is down.
    for (const { conditions } of rungs) for (const one of conditions) one.notes?.(asking);
    const { log } = this.listener;
    const answers: RungAnswer[] | undefined = log && [];
    const answering = askRungs(rungs, asking, standing, answers);
    this.happened = log && [];
    for (const { conditions } of answering) for (const one of conditions) one.answers?.(asking);
    for (const { outcomes } of answering) for (const outcome of outcomes) outcome.happen(asking, this);
    if (answers) this.log(asking, { standing, rungs: answers, happened: this.happened ?? [], ...(touch && { touch }) });
    this.happened = undefined;
  }

  /**
   * The payload of what a status plays: that of the event which gave the status. A direction that it lacks is the way from the source;
   * for a status that a body gives itself, the way of a blow from its front.
   */
  private statusPayload(
    event: SequencePlan['event'],
    payload: FullPayload,
    source: Combatant | undefined,
    target: Combatant | undefined,
  ): FullPayload {
    const full = inCommon(event.fields, payload);
    const ofItself = target && (target.facing === 1 ? 180 : 0);
    const direction = source && source !== target ? blowDirection(this.standing(source), this.standing(target), undefined) : ofItself;
    return withDirections(full, directionsLeftOut(event, payload), direction);
  }

  /** The event with the directions filled in that its payload leaves out. */
  private directed(raised: Raised): Raised {
    const { directions = [], source, target, place, payload } = raised;
    if (directions.length === 0) return raised;
    return { ...raised, payload: withDirections(payload, directions, blowDirection(this.standing(source), this.standing(target), place)) };
  }

  private standing(who: Combatant | undefined): (Place & { readonly facing: 1 | -1 }) | undefined {
    return who && { x: who.xAt(this.now), y: who.yAt(this.now), facing: who.facing };
  }

  private refuseMore(logged: Logged): void {
    // What is left of this instant would only raise more.
    this.agenda.keep(({ rank }) => rank !== 3);
    this.log(logged, { refused: `expected at most ${instantLimit} events at one instant; what was still to come was let go` });
  }

  /** Adds a log entry about an event. `more` replaces the entry's defaults: no rungs, and nothing happened. */
  private log({ number, event, source, target, payload, projectile }: Logged, more: Partial<LogEntry>): void {
    this.listener.log?.({
      at: this.now,
      number,
      event: event.id,
      source: source?.id ?? '',
      target: target?.id ?? '',
      payload,
      standing: target?.standing ?? 'up',
      rungs: [],
      happened: [],
      ...(projectile && { projectile: projectile.id }),
      ...more,
    });
  }

  // What outcomes do.

  harm(who: Combatant, points: number, asking: Asking): void {
    if (who.standing !== 'up') return;
    if (who === asking.target) asking.isHarmed = true;
    const shown = who.shown(this.now);
    const before = who.health(shown);
    const { cannotFall, most } = who.actor.health;
    // One that cannot fall keeps its last point.
    const least = cannotFall ? Math.min(before, 1, most) : 0;
    const left = Math.max(least, before - points);
    const health = left <= nearly ? 0 : left;
    who.setHealth(health, shown);
    this.tell({ what: 'harm', who: who.id, points, health, over: beyond(points - (before - health)) });
    this.tellHealth(who);
    if (health === 0 && !cannotFall) this.fall(who, asking);
  }

  mend(who: Combatant, points: number): void {
    if (who.standing !== 'up' || who.prevented('mending')) return;
    const shown = who.shown(this.now);
    const before = who.health(shown);
    const health = Math.min(who.actor.health.most, before + points);
    who.setHealth(health, shown);
    this.tell({ what: 'mend', who: who.id, points, health, over: beyond(points - (health - before)) });
    this.tellHealth(who);
  }

  give(who: Combatant, status: CompiledStatus, stacks: number, length: Seconds | undefined, asking: Asking): void {
    this.statuses.give(who, status, stacks, length, asking);
  }

  take(who: Combatant, status: CompiledStatus, stacks: number | undefined): void {
    this.statuses.take(who, status, stacks);
  }

  raise(event: CompiledEventRules, told: Told, payload: FullPayload, after: Seconds): void {
    this.tell({ what: 'raises', event: event.id, on: told.target?.id ?? '', after });
    this.putEvent({ event, ...told, payload, own: false }, after);
  }

  private putEvent(raised: Raised, after: Seconds): void {
    if (after <= nearly) {
      if (this.atInstant <= instantLimit) this.agenda.add(this.wallLane, this.now, 3, { type: 'event', raised });
      return;
    }
    if (this.waiting >= waitingLimit) {
      this.tell({ what: 'too many events', event: raised.event.id, most: waitingLimit });
      return;
    }
    this.waiting++;
    this.agenda.add(this.worldLane, this.options.world.shown(this.now) + after, 0, { type: 'event', raised, waited: true });
  }

  play(sequence: string, told: Told, payload: FullPayload, seed: Uint32, after: Seconds): void {
    this.tell({ what: 'plays', sequence, on: told.target?.id ?? '', after });
    const number = this.events - 1;
    if (after <= nearly) this.cue(sequence, told, payload, seed, number);
    else
      this.agenda.add(this.worldLane, this.options.world.shown(this.now) + after, 0, {
        type: 'cue',
        sequence,
        told,
        payload,
        seed,
        number,
      });
  }

  postpone(outcome: CompiledOutcome, name: string, asking: Asking, after: Seconds, of: readonly Combatant[]): void {
    if (this.waiting >= waitingLimit) {
      this.tell({ what: 'too many outcomes', outcome: name, most: waitingLimit });
      return;
    }
    this.tell({ what: 'later', outcome: name, after });
    this.waiting++;
    const waiting = { outcome, name, asking, after, of: of.map((who) => ({ who, life: who.life })) };
    this.agenda.add(this.worldLane, this.options.world.shown(this.now) + after, 0, { type: 'outcome', waiting });
  }

  private outcomeComes({ outcome, name, asking, after, of }: WaitingOutcome): void {
    this.waiting--;
    this.happened = this.listener.log && [];
    if (of.every(({ who, life }) => who.life === life && this.isHere(who)))
      outcome.happen({ ...asking, at: this.now, reach: undefined }, this);
    else this.tell({ what: 'too late', outcome: name });
    this.log(asking, { happened: this.happened ?? [], after });
    this.happened = undefined;
  }

  count(who: Combatant | undefined, counter: string, set: number | undefined, by: number): void {
    const { counters } = who?.memory ?? this.everybody;
    const value = set ?? (counters.get(counter) ?? 0) + by;
    counters.set(counter, value);
    this.tell({ what: 'counts', who: who?.id ?? '', counter, value });
    this.listener.history?.({ of: 'counter', who: who?.id ?? '', at: this.now, name: counter, value });
  }

  fell(who: Combatant, asking: Asking): void {
    if (who.standing !== 'up' || who.actor.health.cannotFall) return;
    who.setHealth(0, who.shown(this.now));
    this.tellHealth(who);
    this.fall(who, asking);
  }

  away(who: Combatant, back: { readonly after: Seconds; readonly to: Respawn } | undefined, how?: 'replaced'): void {
    this.stand(who, 'gone', how);
    who.life++;
    this.statuses.leave(who);
    this.tell({ what: 'goes', who: who.id });
    if (back === undefined) {
      if (who.cameAbout && this.options.forget)
        this.agenda.add(this.worldLane, this.options.world.shown(this.now) + rememberedFor, 0, { type: 'forget', who, life: who.life });
      return;
    }
    this.agenda.add(this.worldLane, this.options.world.shown(this.now) + back.after, 0, {
      type: 'return',
      who,
      life: who.life,
      to: back.to,
    });
  }

  bringBack(who: Combatant, to: Respawn): void {
    if (who.standing === 'up' || !this.isHere(who)) return;
    // A return that was decided for later is of the life that is over now.
    who.life++;
    this.statuses.leave(who);
    this.tell({ what: 'returns', who: who.id });
    this.comeBack(who, to);
  }

  breakOff(who: Combatant): void {
    if (!who.acting) return;
    this.tell({ what: 'breaks off', who: who.id, move: who.acting.move.id });
    this.acts.breakOff(who);
  }

  look(who: Combatant, look: string): void {
    who.look = look;
    this.tell({ what: 'looks', who: who.id, look });
    this.listener.history?.({ of: 'look', who: who.id, at: this.now, value: look });
  }

  // What conditions ask.

  shownBy(keeper: Keeper, { source, target }: Asking): Seconds {
    const who = keeper === 'source' ? source : keeper === 'all' ? undefined : target;
    return who ? who.shown(this.now) : snap(this.options.world.shown(this.now));
  }

  memoryOf(keeper: Keeper, { source, target }: Asking): Memory | undefined {
    if (keeper === 'all') return this.everybody;
    if (keeper !== 'pair') return (keeper === 'source' ? source : target)?.memory;
    if (!source || !target) return undefined;
    let memory = target.pairs.get(source);
    if (!memory) {
      target.pairs.set(source, (memory = new Memory()));
      source.rememberedBy.add(target);
    }
    return memory;
  }

  // Health at nothing, and being back.

  private fall(who: Combatant, { source, payload }: Asking): void {
    this.statuses.fall(who);
    this.stand(who, 'down');
    this.tell({ what: 'falls', who: who.id });
    this.raiseOwn(who.actor.health.falls, who, source, payload);
  }

  private comeBack(who: Combatant, { x, y, health: points }: Respawn): void {
    const { health } = who.actor;
    who.memory.clear();
    this.forgetPairs(who);
    who.look = '';
    this.acts.renew(who);
    this.stand(who, 'up');
    this.acts.put(who, x, y, who.home.facing);
    this.putDownEnd(who);
    who.setHealth(Math.min(health.most, points ?? who.startHealth), who.shown(this.now));
    who.setMending(health.mends, who.shown(this.now));
    this.tellHealth(who);
    this.listener.history?.({ of: 'look', who: who.id, at: this.now, value: '' });
    this.raiseOwn(health.returns, who, undefined, {});
  }

  /** Clears the memories that a body shares with others, on both sides. */
  private forgetPairs(who: Combatant): void {
    for (const other of who.pairs.keys()) other.rememberedBy.delete(who);
    who.pairs.clear();
    for (const other of who.rememberedBy) other.pairs.delete(who);
    who.rememberedBy.clear();
  }

  /** Somebody's own event: with what it has in common with the one that led to it. */
  private raiseOwn(name: string | undefined, target: Combatant, source: Combatant | undefined, payload: FullPayload): void {
    const event = name === undefined ? undefined : this.plan.events.get(name);
    if (!event) return;
    this.putEvent({ event, source, target, payload: inCommon(event.fields, payload), own: true }, 0);
  }

  private stand(who: Combatant, standing: Combatant['standing'], how?: 'replaced'): void {
    who.setHealth(who.health(who.shown(this.now)), who.shown(this.now));
    who.standing = standing;
    who.changed();
    this.changed = true;
    this.presentIds = undefined;
    if (standing !== 'up') this.acts.leave(who);
    if (who.actor.health.mends > 0) this.tellHealth(who);
    this.listener.history?.({ of: 'standing', who: who.id, at: this.now, value: standing, ...(how && { replaced: true }) });
  }

  /** Everybody who is there, as far as that has changed; the same list until it changes again. */
  private present(): { readonly present?: readonly string[] } {
    if (!this.changed) return {};
    this.presentIds ??= this.combatants.flatMap(({ id, standing }) => (standing === 'gone' ? [] : [id]));
    return { present: this.presentIds };
  }

  private cue(sequence: string, { source, target, place }: Told, payload: FullPayload, seed: Uint32, number: number): void {
    this.options.play(
      {
        serial: this.cues++,
        at: this.now,
        number,
        sequence,
        source: source?.id ?? '',
        target: target?.id ?? '',
        place: place && { x: place.x, y: place.y },
        payload,
        seed,
        ...this.present(),
      },
      source,
      target,
    );
  }

  /** What gave a status that no event did. */
  private ofNobody(who: Combatant): Asking {
    return {
      event: nothing,
      number: this.events,
      at: this.now,
      source: who,
      target: who,
      projectile: undefined,
      place: undefined,
      payload: {},
      harm: 0,
      before: 0,
      pointsBefore: 0,
      isHarmed: false,
      run: this,
      reach: undefined,
    };
  }

  private tell(happening: Happening): void {
    this.happened?.push(happening);
  }

  private tellHealth(who: Combatant): void {
    if (!this.listener.history) return;
    const shown = who.shown(this.now);
    this.listener.history({ of: 'health', who: who.id, at: this.now, value: who.health(shown), mending: who.mending, shown });
  }
}

/** The harm that an event means for somebody, after what it resists. */
export function harmTo({ harm }: CompiledEventRules, payload: FullPayload, { actor }: Combatant): number {
  return harm ? damageOf(harm, payload, actor.resists) : 0;
}

const nothing: CompiledEventRules = { id: '', fields: [], harm: undefined };

const defaults = new WeakMap<CompiledEventRules['fields'], FullPayload>();

/** A payload of defaults alone, made once. */
export function defaultsOf({ fields }: { readonly fields: CompiledEventRules['fields'] }): FullPayload {
  let payload = defaults.get(fields);
  if (!payload) defaults.set(fields, (payload = Object.fromEntries(fields.map((field) => [field.name, field.default]))));
  return payload;
}

/** What of a number was over: the rounding of a difference is nothing. */
function beyond(points: number): number {
  return points <= nearly ? 0 : points;
}
