import type { CombatActor } from './parts/combatActor.js';
import type { FullPayload } from './parts/fullPayload.js';
import type { Place, Told } from './parts/told.js';
import type { Touch } from './moves/touch.js';
import type { Seconds, Uint32 } from '../units.js';
import type { LandStep, LegStep, MoveStep } from './log.js';
import { FlightKeeper, type Launch } from './flights/flightKeeper.js';
import type { CompiledMove } from './moves/move.js';
import { MoveKeeper, type MoveItem } from './moves/moveKeeper.js';
import { Watches, type Watched } from './moves/watches.js';
import type { Combatant } from './parts/combatant.js';
import type { CompiledEventRules, CompiledStatus } from './parts/references.js';
import { ThrowKeeper, type Edges, type Throw, type ThrowItem } from './walking/throwKeeper.js';
import { legAsSeen } from './walking/leg.js';
import type { Walk } from './walking/walk.js';
import { WalkKeeper, type WalkItem } from './walking/walkKeeper.js';
import type { ZonePayload } from './zones/zone.js';
import { ZoneKeeper, type ZoneItem } from './zones/zoneKeeper.js';

/** Something that a body does. */
export type Act =
  | { readonly type: 'move'; readonly move: CompiledMove; readonly toward: Combatant | undefined }
  | { readonly type: 'let go' | 'stop' | 'none' }
  | { readonly type: 'launch'; readonly actor: CombatActor; readonly launch: Launch }
  | { readonly type: 'walk'; readonly walk: Walk }
  | { readonly type: 'turn'; readonly facing: 1 | -1 };

export type ActItem = MoveItem | WalkItem | ThrowItem;

/** What acting bodies need of the run that they are in. */
export interface ActWorld {
  now(): Seconds;
  others(): readonly Combatant[];
  later(who: Combatant, due: Seconds, item: ActItem, rank: 0 | 1): void;
  strike(event: CompiledEventRules, told: Told, payload: FullPayload, touch: Touch): void;
  give(who: Combatant, status: CompiledStatus, by?: Combatant): void;
  take(who: Combatant, status: CompiledStatus): void;
  cue(sequence: string, who: Combatant, key: Uint32): void;
  /** What the world's clock shows now, and something put down on it. */
  worldShown(): Seconds;
  laterInWorld(due: Seconds, item: ZoneItem): void;
  /** Raises an event at once: of a flight, a zone, an edge. */
  raise(event: CompiledEventRules, told: Told, payload: FullPayload): void;
  /** The same of an event by its name, with its defaults where nothing else is said. */
  raiseNamed(event: string, told: Told, payload?: ZonePayload): void;
  edges(): Edges;
  /** Somebody lets something go. */
  letFly(who: Combatant, actor: CombatActor, launch: Launch): void;
  /** Takes away what has landed. */
  dismiss(who: Combatant): void;
  tell(step: MoveStep | LegStep | LandStep): void;
}

/** Bodies that act: what they do, where they go, and whom they come upon. */
export class Acts {
  private readonly watches = new Watches();
  private readonly moves: MoveKeeper;
  private readonly walks: WalkKeeper;
  private readonly throws: ThrowKeeper;
  private readonly flights: FlightKeeper;
  private readonly zones: ZoneKeeper;
  /** The body that is being teleported and its old place, until its new leg is reported. */
  private moved: { readonly who: Combatant; readonly from: Place } | undefined;

  constructor(private readonly world: ActWorld) {
    const watching = {
      watch: (watched: Watched, order?: number) => this.watches.add(watched, order),
      reserve: () => this.watches.reserve(),
      unwatch: (watched: Watched) => this.watches.drop(watched),
      renew: (watched: Watched) => this.watches.renew(watched),
    };
    this.moves = new MoveKeeper({ ...world, ...watching, steer: (who) => this.walks.steer(who) });
    this.walks = new WalkKeeper({
      ...world,
      ...watching,
      lungeOf: (who, shown) => this.moves.lungeOf(who, shown),
      tellLeg: (who) => this.tellLeg(who),
      arrived: (who) => this.flights.arrive(who),
      lost: (who, whom) => this.flights.lose(who, whom),
    });
    this.throws = new ThrowKeeper({
      ...world,
      later: (who, due, item) => world.later(who, due, item, 0),
      tellLeg: (who) => this.tellLeg(who),
      steer: (who) => this.walks.steer(who),
      meetEdge: (who, event, speed, by) => world.raise(event, { source: by, target: who }, { speed }),
    });
    this.flights = new FlightKeeper({
      ...world,
      ...watching,
      walk: (who, walk) => this.walks.begin(who, walk),
      tellLeg: (who) => this.tellLeg(who),
      landed: (who) => world.tell({ of: 'land', who: who.id, at: world.now() }),
      leave: (who) => world.dismiss(who),
    });
    this.zones = new ZoneKeeper({
      ...world,
      ...watching,
      shown: () => world.worldShown(),
      later: (due, item) => world.laterInWorld(due, item),
      raise: (event, owner, who, payload) => world.raiseNamed(event, { source: owner, target: who }, payload),
      give: (who, status, by) => world.give(who, status, by),
    });
  }

  /** Somebody takes part from now on. */
  join(who: Combatant): void {
    this.zones.join(who);
    this.moves.join(who);
    this.flights.join(who);
  }

  /** Makes ready what is let go, before it takes part. */
  ready(who: Combatant, launch: Launch, launcher: Combatant | undefined): void {
    this.flights.ready(who, launch, launcher);
  }

  launch(who: Combatant): void {
    this.flights.begin(who);
  }

  shove(who: Combatant, thrown: Throw): void {
    this.throws.begin(who, thrown);
    // Where it would have arrived, and when, is not so any more: it is found anew when the push is over.
    this.walks.steer(who);
  }

  /** Somebody goes another way, its clock another rate, or it is not as it was. */
  change(who: Combatant): void {
    this.watches.change(who);
    this.moves.change(who);
  }

  /** Marks a newborn body as already met by every contact that has met its parent. */
  inherit(who: Combatant, of: Combatant): void {
    this.moves.inherit(who, of);
  }

  /** Somebody takes part no more. */
  forgetBody(who: Combatant): void {
    this.zones.forget(who);
  }

  /** Somebody is back, with everything forgotten. */
  renew(who: Combatant): void {
    this.zones.renew(who);
  }

  stay(item: ZoneItem): void {
    this.zones.happen(item);
  }

  /** Wall time at which two next come together, no earlier than `now`. */
  next(now: Seconds): Seconds {
    return this.watches.next(now);
  }

  /** Lets the meeting happen whose time `next` told last. */
  meet(): boolean {
    return this.watches.happen();
  }

  /** Lets go of all who would still meet: what keeps on meeting at one instant would never end. */
  forget(): void {
    this.watches.clear();
  }

  act(who: Combatant, act: Act): void {
    switch (act.type) {
      case 'move':
        if (act.toward) this.turnToward(who, act.toward);
        return this.moves.begin(who, act.move);
      case 'let go':
        return this.moves.letGo(who);
      case 'walk':
        return this.walks.begin(who, act.walk);
      case 'stop':
        return this.walks.stop(who);
      case 'launch':
        // What is down or gone lets nothing go.
        if (who.standing === 'up') this.world.letFly(who, act.actor, act.launch);
        return;
      case 'none':
        return;
      case 'turn':
        this.turn(who, act.facing);
    }
  }

  happen(item: ActItem): void {
    if ('thrown' in item) this.throws.happen(item);
    else if ('going' in item) this.walks.happen(item);
    else this.moves.happen(item);
  }

  breakOff(who: Combatant): void {
    this.moves.breakOff(who);
  }

  /** Somebody has fallen, or gone: it does nothing more, and goes nowhere. */
  leave(who: Combatant): void {
    this.moves.breakOff(who);
    this.flights.stop(who);
    this.walks.stop(who);
    this.zones.leave(who);
  }

  /** What somebody may do has changed: what it is prevented from it does not do. */
  prevent(who: Combatant): void {
    if (who.prevented('moves')) this.moves.breakOff(who);
    this.walks.steer(who);
  }

  /** Puts somebody somewhere, and tells it. */
  put(who: Combatant, x: number, y: number, facing: 1 | -1): void {
    const now = this.world.now();
    const from: Place = { x: who.xAt(now), y: who.yAt(now) };
    if (from.x === x && from.y === y && facing === who.facing) return;
    this.moved = { who, from };
    this.place(who, x, y, facing);
    // A walking body has already reported a leg when it was steered again.
    if (this.moved) this.tellLeg(who);
  }

  /** The game has put somebody somewhere: it knows. */
  place(who: Combatant, x: number, y: number, facing: 1 | -1): void {
    who.facing = facing;
    this.walks.put(who, x, y);
  }

  private turnToward(who: Combatant, toward: Combatant): void {
    const now = this.world.now();
    const across = toward.xAt(now) - who.xAt(now);
    if (across !== 0) this.turn(who, across > 0 ? 1 : -1);
  }

  private turn(who: Combatant, facing: 1 | -1): void {
    if (who.facing === facing || who.standing !== 'up') return;
    who.facing = facing;
    this.tellLeg(who);
  }

  private tellLeg(who: Combatant): void {
    const from = this.moved?.who === who ? this.moved.from : undefined;
    if (from) this.moved = undefined;
    const at = this.world.now();
    const shown = who.shown(at);
    const { since: _, ...leg } = legAsSeen(who.goes, shown, 1);
    this.world.tell({ of: 'leg', who: who.id, at, ...leg, shown, facing: who.facing, ...(from && { from }) });
  }
}
