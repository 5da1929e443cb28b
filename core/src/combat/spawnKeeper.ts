import { hash4, hashText } from '../maths/hash.js';
import { GameClock } from '../player/gameClock.js';
import type { Px, Seconds, Uint32 } from '../units.js';
import type { Launch } from './flights/flightKeeper.js';
import type { Happening, HistoryStep } from './log.js';
import type { Spawn } from './outcomes/outcome.js';
import type { CombatActor } from './parts/combatActor.js';
import { Combatant } from './parts/combatant.js';
import type { FullPayload } from './parts/fullPayload.js';
import { inCommon } from './parts/given.js';
import type { Place, Told } from './parts/told.js';
import type { CombatPlan } from './plan.js';
import type { Throw } from './walking/throwKeeper.js';

/** More bodies than this that outcomes bring about in a run are refused. */
export const spawnLimit = 2000;
/** The same at one instant: what one instant costs is bounded before it is made. */
export const instantSpawnLimit = 128;

/** The same of bodies with zones: each of them looks at everybody. */
export const zonedSpawnLimit = 100;

/** Somebody whom an outcome brings about. */
export interface Joining {
  /** True for a projectile: it uses the world's clock. */
  readonly flies: boolean;
  readonly actor: CombatActor;
  readonly x: Px;
  readonly y: Px;
  readonly facing: 1 | -1;
}

/** Something that a game lets go. */
export interface Launched {
  /** Its name; none for one that is found. */
  readonly id: string | undefined;
  readonly actor: CombatActor;
  readonly by: Combatant | undefined;
  /** Where it begins; where the one is who lets it go, when undefined. */
  readonly place: Place | undefined;
  readonly launch: Launch;
}

/** What those who come about need of the run that they come into. */
export interface SpawnWorld {
  readonly seed: Uint32;
  readonly planOf: CombatPlan['planOf'];
  /** Of the world. */
  readonly clock: GameClock;
  now(): Seconds;
  /** The place that the next one who takes part has. */
  nextIndex(): number;
  isTaken(id: string): boolean;
  clockFor(id: string, who: Joining): GameClock | undefined;
  /** It takes part from now on. */
  add(who: Combatant): void;
  /** Marks a newborn body as already met by every contact that has met its parent. */
  inherit(who: Combatant, of: Combatant): void;
  ready(who: Combatant, launch: Launch, by: Combatant | undefined): void;
  fly(who: Combatant): void;
  shove(who: Combatant, thrown: Throw): void;
  cue(sequence: string, told: Told, payload: FullPayload, seed: Uint32): void;
  tell(happening: Happening): void;
  history(step: HistoryStep): void;
}

/** Who comes about in the course of a run: what is let go, what splits, what falls. */
export class SpawnKeeper {
  /** Whom outcomes have brought about: ever, and of these who is not forgotten. */
  private ever = 0;
  private there = 0;
  private zoned = 0;
  /** The last instant at which outcomes spawned a body, and how many bodies they spawned then. */
  private instant: Seconds = -1;
  private atInstant = 0;

  constructor(private readonly world: SpawnWorld) {}

  /** Something of an actor's flies from somewhere. */
  launch(actor: CombatActor, from: Place, launch: Launch, by: Combatant | undefined, name?: string): void {
    const { aim } = launch;
    const now = this.world.now();
    const ahead =
      aim.type === 'along' ? Math.cos((aim.angle * Math.PI) / 180) : (aim.type === 'place' ? aim.x : aim.whom.xAt(now)) - from.x;
    const who = this.bring(actor, actor.ranks.length, from, ahead < 0 ? -1 : 1, by, launch, name);
    if (!who) return;
    this.world.tell({ what: 'lets go', who: by?.id ?? '', body: who.id });
    if (launch.sequence !== undefined) this.draw(launch.sequence, who, launch);
    this.world.fly(who);
  }

  /** The same from wherever the one is by now who lets it go. */
  letFly({ id, actor, by, place, launch }: Launched): void {
    const now = this.world.now();
    const from = place ?? (by && { x: by.xAt(now), y: by.yAt(now) });
    if (from) this.launch(actor, from, launch, by, id);
  }

  /** So many of a rank come about at a place, thrown apart; or things that lie there. */
  spawn({ how, of, actor, rank, count, place, apart, seconds, angle }: Spawn, by: Combatant | undefined): void {
    const brought: Combatant[] = [];
    for (let i = 0; i < count; i++) {
      const way = angle + (360 * i) / count;
      const who = this.bring(actor, rank, place, Math.cos((way * Math.PI) / 180) < 0 ? -1 : 1, by, undefined, undefined, of);
      if (!who) break;
      brought.push(who);
      this.world.shove(who, { distance: apart, seconds, angle: way, edge: undefined, by: undefined });
    }
    if (brought.length === 0) return;
    if (how === 'splits') this.world.tell({ what: how, who: of?.id ?? '', into: actor.id, count: brought.length });
    else this.world.tell({ what: how, who: of?.id ?? '', body: brought[0].id });
  }

  /** Makes room for another body: a spawned one is no longer in the run. */
  forget({ actor }: Combatant): void {
    this.there--;
    if (actor.zones.length > 0) this.zoned--;
  }

  /** The limit that another body of this actor would exceed; undefined while there is room. */
  private passed({ zones }: CombatActor): number | undefined {
    if (this.there >= spawnLimit) return spawnLimit;
    if (this.atInstant >= instantSpawnLimit) return instantSpawnLimit;
    return zones.length > 0 && this.zoned >= zonedSpawnLimit ? zonedSpawnLimit : undefined;
  }

  /** Lets somebody come about; nobody where there are too many. */
  private bring(
    actor: CombatActor,
    rank: number,
    { x, y }: Place,
    facing: 1 | -1,
    by: Combatant | undefined,
    launch?: Launch,
    name?: string,
    of?: Combatant,
  ): Combatant | undefined {
    const { world } = this;
    const now = world.now();
    if (now !== this.instant) [this.instant, this.atInstant] = [now, 0];
    const own = actor.ranks.at(rank - 1) ?? actor;
    const most = this.passed(own);
    if (most !== undefined) {
      world.tell({ what: 'too many', body: actor.id, most });
      return undefined;
    }
    this.atInstant++;
    if (own.zones.length > 0) this.zoned++;
    this.ever++;
    this.there++;
    const id = name === undefined || world.isTaken(name) ? this.freeId(actor.id) : name;
    const bodyClock = world.clockFor(id, { actor: own, x, y, facing, flies: launch !== undefined }) ?? new GameClock();
    // What flies belongs to nobody: it goes by the world's clock.
    const clock = launch ? world.clock : bodyClock;
    const who = new Combatant(id, world.nextIndex(), own, clock, { x, y, facing, rank, by, cameAbout: true, bodyClock });
    who.setHealth(who.startHealth, who.shown(now));
    if (launch) world.ready(who, launch, by);
    const { hop, seconds: flight } = hopOf(launch, { x, y });
    world.history({ of: 'join', who: id, at: now, actor: actor.id, x, y, facing, scale: own.scale, hop, flight });
    world.history({ of: 'standing', who: id, at: now, value: 'up' });
    if (of) world.inherit(who, of);
    world.add(who);
    return who;
  }

  /** A name that nobody has: its actor's, with which of those who came about it is. */
  private freeId(actor: string): string {
    let which = this.ever;
    while (this.world.isTaken(`${actor}-${which}`)) which++;
    return `${actor}-${which}`;
  }

  /** What is drawn of a flight: played by it, on whom it is after, the way that it sets off. */
  private draw(sequence: string, who: Combatant, { aim, payload }: Launch): void {
    const { world } = this;
    const now = world.now();
    const { event } = world.planOf(sequence);
    const target = aim.type === 'after' ? aim.whom : undefined;
    const [x, y] = [who.xAt(now), who.yAt(now)];
    const to = aim.type === 'place' ? aim : { x: target?.xAt(now) ?? x, y: target?.yAt(now) ?? y };
    const angle = aim.type === 'along' ? aim.angle : (Math.atan2(to.y - y, to.x - x) * 180) / Math.PI;
    const full = inCommon(event.fields, payload);
    for (const { name, type } of event.fields) if (type === 'direction') full[name] = angle;
    world.cue(sequence, { source: who, target }, full, hash4(world.seed, hashText(who.id), 0, 0, 0));
  }
}

/** How high what is let go rises, and for how long, as it is drawn: of what flies to a place. */
function hopOf(launch: Launch | undefined, from: Place): { readonly hop: Px; readonly seconds: Seconds } {
  if (launch?.aim.type !== 'place') return { hop: 0, seconds: 0 };
  return { hop: launch.hop, seconds: Math.hypot(launch.aim.x - from.x, launch.aim.y - from.y) / launch.speed };
}
