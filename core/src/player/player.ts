import type {
  ActorFrame,
  Blow,
  BodyPlacing,
  Bounds,
  Comfort,
  DrawnName,
  Floor,
  KitActor,
  KitConventions,
  Payload,
  Player,
  PlayerFrame,
  PlayerOptions,
  PlayerSignal,
  PlayerSound,
  PlayerStrikeOptions,
  RumbleFrame,
} from '../contract.js';
import { hash4 } from '../maths/hash.js';
import { nearly } from '../combat/parts/memory.js';
import { DocumentError } from '../model/documentError.js';
import { show } from '../model/json.js';
import { readHealth, readOptions } from '../ship/strikeOptions.js';
import { groundOf, readNumber, readRecord, spotsFacing } from '../take/compileReferences.js';
import type { TimeBend } from '../take/firing.js';
import type { FrameCapacity } from '../take/frame.js';
import type { SequencePlan } from '../take/plan.js';
import { Spotted } from '../take/spotted.js';
import { resolve } from '../take/strike.js';
import { roomFor } from '../take/take.js';
import type { Px, Seconds } from '../units.js';
import { bendClocks } from './bendClocks.js';
import { boundsInto } from './boundsInto.js';
import { GameClock } from './gameClock.js';
import { CueTeller } from './cueTeller.js';
import { LiveTake, type LiveFiring } from './liveTake.js';
import { NumbersTogether } from './numbersTogether.js';
import { PlayerBody, type Mover, type Posed } from './playerBody.js';
import { Buffers, grown, noRoom, sumOfRooms } from './playerFrame.js';
import { longestStep, readComfort, readId, readPlacing, readPlayerOptions, readSeed, readStrikeOptions } from './playerOptions.js';
import { Sampler } from './sampler.js';
import { heldTo, type StopBudget } from './stopBudget.js';
import { Units } from './units.js';

/** What a player is made of: the kit's own parts. */
export interface PlayerParts {
  readonly planOf: (sequence: string) => SequencePlan;
  readonly actors: readonly KitActor[];
  readonly conventions: KitConventions;
  readonly budget: StopBudget | undefined;
}

/** Where a body is, and how it goes on: px, and px a second. */
export interface Going {
  readonly x: number;
  readonly y: number;
  readonly vx: number;
  readonly vy: number;
  readonly facing: 1 | -1;
  /** It bends on its way to where it is told to be next. */
  readonly bends?: boolean;
}

const nobody: readonly { x: number; y: number }[] = [];
const noComfort: Required<Comfort> = { shake: 1, flash: 1, rumble: 1, text: 1, hitStop: 1 };

/** Everything that is being played, and how it gets from one instant to the next. */
export class LivePlayer implements Player {
  private readonly bodies = new Map<string, PlayerBody>();
  private listed: readonly PlayerBody[] = [];
  /** Names of bodies have changed, and with them their places in the frame, since they were listed. */
  private changed = false;
  private readonly world = new GameClock();
  private takes: LiveTake[] = [];
  private readonly rooms = new Map<LiveTake, FrameCapacity>();
  private needed = noRoom;
  private buffers: Buffers;
  private readonly sampler: Sampler;
  readonly units: Units;
  private readonly cues = new CueTeller();
  private readonly numbers = new NumbersTogether();
  private readonly seed: number;
  private readonly floor: Floor | undefined;
  private comforts: Required<Comfort>;
  private serial = 0;
  /** Set by an arena: removes a body from the arena and from here. Returns false for a body that is not in the arena. */
  keeper: ((id: string) => boolean) | undefined;
  private paused = false;
  private stale = true;
  /** The wall time, and that of the beginning of the last advance: in cells, so that they are never boxed. */
  private readonly wall = new Float64Array(1);
  private readonly from = new Float64Array(1);

  readonly sounds: readonly PlayerSound[] = this.cues.sounds;
  readonly signals: readonly PlayerSignal[] = this.cues.signals;

  /** `kept`: takes that are over are not forgotten, so that any instant may be looked at; what is on bodies is told as at rest. */
  constructor(
    private readonly parts: PlayerParts,
    options: PlayerOptions,
    private readonly keeping: 'forgotten' | 'kept' = 'forgotten',
  ) {
    const { seed, comfort, floor } = readPlayerOptions(options);
    this.seed = seed;
    this.floor = floor;
    this.comforts = { ...noComfort, ...comfort };
    this.units = new Units(parts.conventions);
    this.sampler = new Sampler(this.units, keeping === 'kept' ? 'at rest' : 'on bodies');
    this.buffers = new Buffers(noRoom, []);
  }

  get now(): Seconds {
    return this.wall[0];
  }

  get frame(): PlayerFrame {
    if (this.stale) {
      // Before the buffers are taken: listing makes others.
      const bodies = this.listBodies();
      // Grown once for all strikes of a frame, not with each of them.
      const larger = grown(this.buffers.room, this.needed);
      if (larger) this.buffers = new Buffers(larger, bodies);
      this.sampler.sample(this.wall, this.buffers, this.takes, bodies, this.world, this.comforts);
      this.stale = false;
    }
    return this.buffers.shown;
  }

  /** Wall times of the first beginning and of the last end of all that is played. */
  get begins(): Seconds {
    return this.takes.reduce((first, take) => Math.min(first, take.begins), Infinity);
  }

  get ends(): Seconds {
    return this.takes.reduce((last, { firings }) => firings.reduce((end, firing) => Math.max(end, firing.end), last), 0);
  }

  /** Bodies as their takes move them, from where they were put, in px. */
  get bodyFrames(): readonly ActorFrame[] {
    return this.listBodies().map(({ frame }) => frame);
  }

  createBuffers(): Buffers {
    return new Buffers(this.needed, this.listBodies());
  }

  /** Writes any instant into buffers of one's own; of a player that keeps its takes. */
  sampleAt(wall: Float64Array, buffers: Buffers): void {
    this.sampler.sample(wall, buffers, this.takes, this.listBodies(), this.world, this.comforts);
  }

  /** The most seconds that a body stands still in any `within`. */
  stillest(id: string, within: Seconds): Seconds {
    return this.known(id).clock.stillest(within);
  }

  /** The clock of a body, or of the `world`. */
  clockOf(id: string): GameClock {
    return id === 'world' ? this.world : this.known(id).clock;
  }

  /** Says how much of its health a body has, for its meter; it stays where it is. */
  tellHealth(id: string, share: number): void {
    this.known(id).health = share;
    this.stale = true;
  }

  /** Brings a body back where it was put, with nothing on it of what had befallen it. */
  bringBack(id: string, wall: Seconds = this.now): void {
    this.known(id).bringBack(wall);
    this.stale = true;
  }

  get rumble(): RumbleFrame {
    return this.frame.rumble;
  }

  body(id: string, placing: BodyPlacing): void {
    const path = ['bodies', readId(id, ['id'])];
    readPlacing(
      placing,
      this.parts.actors.map((actor) => actor.id),
      path,
    );
    if (id === 'world') throw new DocumentError(path, 'expected another name: the world’s clock has this one');
    let body = this.bodies.get(id);
    if (!body) {
      body = new PlayerBody(id, undefined, this.keeping);
      body.since = this.now;
      this.bodies.set(id, body);
      this.changed = true;
    }
    const { units } = this;
    const { x, y, velocity = { x: 0, y: 0 } } = placing;
    body.whereabouts.put(this.now, units.xIn(x), units.yIn(y), units.xIn(velocity.x), units.yIn(velocity.y));
    body.settled.x = body.settled.y = 0;
    if (placing.actor !== undefined) body.actor = this.parts.actors.find((actor) => actor.id === placing.actor);
    if (placing.facing !== undefined) body.facing = placing.facing;
    if (placing.scale !== undefined) body.scale = placing.scale;
    body.health = placing.health ?? body.health;
    this.stale = true;
  }

  /**
   * A body has gone somewhere by itself, in px, at an instant that is no earlier than it was last put; from there on it goes by so
   * many px a second. What it was thrown by it stays thrown by.
   */
  went(id: string, wall: Seconds, { x, y, vx, vy, facing, bends }: Going): void {
    const body = this.known(id);
    body.whereabouts.put(wall, x, y, vx, vy, bends);
    this.face(id, facing);
  }

  /** Sets the function that reports a moving body's positions by `went` before they are read; undefined for a body that stands still. */
  follow(id: string, onward: (() => void) | undefined): void {
    this.known(id).whereabouts.onward = onward;
  }

  /** A body rises and falls while it flies. */
  hop(id: string, mover: Mover): void {
    this.known(id).movers.push(mover);
  }

  /** How a body is, is said by its moves as well from now on. */
  posed(id: string, moves: Posed): void {
    this.known(id).moves = moves;
  }

  /** A body faces one way from now on. */
  face(id: string, facing: 1 | -1): void {
    this.known(id).facing = facing;
    this.stale = true;
  }

  /** What a body flew with is over: what it played ends as if it left, whomever that is on. */
  land(id: string): void {
    const body = this.known(id);
    // What is played later is of no flight.
    for (const take of this.takes) if (take.parties.source === body && take.contact <= this.now) this.endFirings(take, () => true);
  }

  private endFirings(take: LiveTake, isOf: (firing: LiveFiring) => boolean): void {
    for (const firing of take.firings) {
      if (!isOf(firing)) continue;
      firing.leaveBody(this.now);
      if (firing.ended) this.cues.stop(take, firing);
    }
    take.dropEnded();
    this.stale = true;
  }

  /** Whether there is a body of that name. */
  has(id: string): boolean {
    return this.bodies.has(id);
  }

  /** Wall time until which the effects struck at the instant `since` show on a body; `since` if there are none. */
  shownUntil(id: string, since: Seconds): Seconds {
    const body = this.known(id);
    let last = since;
    for (const { contact, firings } of this.takes) {
      if (Math.abs(contact - since) > nearly) continue;
      for (const firing of firings) if (firing.body === body) last = Math.max(last, firing.shownUntil);
    }
    return last;
  }

  remove(id: string): void {
    // A body of an arena has to leave the arena as well.
    if (!this.keeper?.(id)) this.drop(id);
  }

  /** Removes a body here, without asking the arena. */
  drop(id: string): void {
    const body = this.known(id);
    for (const take of this.takes) this.endFirings(take, (firing) => firing.body === body);
    this.bodies.delete(id);
    body.index = -1;
    this.changed = true;
    this.stale = true;
  }

  strike(sequence: string, payload: Payload = {}, options: PlayerStrikeOptions = {}): Blow {
    return this.strikeAs(sequence, payload, options);
  }

  /**
   * The same. `decided`: what a run has decided already, with its payload as the engine counts: from when on it may begin, and
   * what it does to time, which no budget changes any more.
   */
  strikeAs(
    sequence: string,
    payload: Payload,
    options: PlayerStrikeOptions,
    decided?: { readonly from: Seconds; readonly bends?: readonly TimeBend[] },
  ): Blow {
    const plan = this.parts.planOf(sequence);
    readStrikeOptions(
      options,
      (id) => this.bodies.has(id),
      () => [...this.bodies.keys()].join(', ') || 'none yet',
    );
    if (options.solo !== undefined) readOptions({ solo: options.solo }, plan);
    if (options.health !== undefined) readHealth(options.health, ['options', 'health']);
    const { now, units } = this;
    const contact = now + (options.after ?? 0);
    const seed = (options.seed === undefined ? hash4(this.seed >>> 0, this.serial, 0, 0, 0) : readSeed(options.seed, ['seed'])) >>> 0;
    const scale = options.scale ?? 1;
    const rests = plan.standing.places;
    const when = Float64Array.of(decided?.from ?? now);
    const put = { source: this.standsAt(options.source, when), target: this.standsAt(options.target, when) };
    const at = options.at ? new Spotted(units.xIn(options.at.x), units.yIn(options.at.y)) : contactOf(put, rests, scale);
    const near = (place: { x: number; y: number }): { x: number; y: number } => ({
      x: (place.x - at.x) / scale,
      y: (place.y - at.y) / scale,
    });
    const nearGiven = (place: { x: number; y: number } | undefined): { x: number; y: number } =>
      place ? near({ x: units.xIn(place.x), y: units.yIn(place.y) }) : { x: 0, y: 0 };
    const stood = { source: put.source ?? along(at, rests.source, scale), target: put.target ?? along(at, rests.target, scale) };
    const parties = {
      source: this.partyOf(options.source, stood.source),
      target: this.partyOf(options.target, stood.target),
      world: this.world,
    };
    const clocks = { source: parties.source.clock, target: parties.target.clock, world: this.world };
    const resolved = resolve(
      plan,
      decided ? payload : units.payloadIn(plan, payload),
      {
        seed,
        places: {
          source: near(stood.source),
          target: near(stood.target),
          view: nearGiven(options.view),
          ear: nearGiven(options.ear),
          others: this.aims(plan) ? (options.others ?? []).map((id) => near(this.standsAt(id, when) ?? at)) : nobody,
        },
        bodies: { ...sizeOf('source', parties.source, scale), ...sizeOf('target', parties.target, scale) },
        ...(options.solo && { solo: options.solo }),
        ...(options.health && { health: options.health }),
      },
      undefined,
      (bends) => [...(decided?.bends ?? heldTo(bends, clocks, contact, this.comforts.hitStop, this.parts.budget))],
    );
    // Clock changes before this time are no longer read: by takes, by `elapsed` or by the stop budget.
    const horizon = this.keeping === 'kept' ? -Infinity : Math.min(this.begins, this.from[0], now - (this.parts.budget?.within ?? 0));
    bendClocks(resolved.bends, clocks, contact, now, horizon);
    const take = new LiveTake(
      {
        serial: this.serial++,
        sequence: plan.id,
        contact,
        from: decided?.from ?? (this.keeping === 'kept' ? -Infinity : now),
        x: at.x,
        y: at.y,
        scale,
      },
      parties,
      resolved.timed,
      stood,
      this.floor === undefined ? undefined : (x) => this.floorAt(x),
    );
    this.takes.push(take);
    this.makeRoom(take);
    this.stale = true;
    return this.blowOf(take, seed);
  }

  advance(seconds: number): void {
    this.pass(readNumber(seconds, ['seconds'], 0, longestStep));
  }

  /** Lets time pass up to a wall time, of a player that keeps its takes. */
  passTo(wall: Seconds): void {
    this.pass(Math.max(0, wall - this.now));
  }

  /** Lets as much time pass as there is to play, of a player that keeps its takes. */
  passAll(): void {
    this.pass(Math.max(0, this.ends - this.now));
  }

  private pass(seconds: Seconds): void {
    const { wall, from } = this;
    from[0] = wall[0];
    this.cues.begin();
    if (this.paused) return;
    wall[0] += seconds;
    for (const take of this.takes) take.begin(wall, this.numbers.begin);
    this.numbers.tell();
    this.cues.tell(this.takes, from[0], wall[0]);
    this.retire();
    this.stale = true;
  }

  elapsed(id: string): number {
    const { clock, since } = id === 'world' ? { clock: this.world, since: 0 } : this.known(id);
    return clock.shown(this.now) - clock.shown(Math.max(since, this.from[0]));
  }

  /** Height of the game's floor at a place across, in px; undefined where the game gives none. */
  private floorAt(x: Px): Px | undefined {
    const { floor, units } = this;
    const height = typeof floor === 'function' ? floor(units.xOut(x)) : floor;
    return height === undefined || !Number.isFinite(height) ? undefined : units.yIn(height);
  }

  pause(): void {
    this.paused = true;
  }

  resume(): void {
    this.paused = false;
  }

  comfort(comfort: Comfort): void {
    this.comforts = { ...this.comforts, ...readComfort(comfort, ['comfort']) };
    this.stale = true;
  }

  bounds(list: DrawnName, i: number, out: Bounds): Bounds {
    return boundsInto(this.frame, list, i, out);
  }

  /** Where a body stands at a wall time, thrown as far as it is; undefined for none. */
  private standsAt(id: string | undefined, wall: Float64Array): Spotted | undefined {
    if (id === undefined) return undefined;
    const at = new Spotted();
    this.known(id).addTo(at, wall, false);
    return at;
  }

  private partyOf(id: string | undefined, at: Spotted): PlayerBody {
    if (id !== undefined) return this.known(id);
    // Somebody whom the game does not show: a clock and a place of its own.
    const nobody = new PlayerBody('', undefined);
    nobody.whereabouts.put(this.now, at.x, at.y, 0, 0);
    return nobody;
  }

  private known(id: string): PlayerBody {
    const body = this.bodies.get(id);
    if (body) return body;
    throw new DocumentError(
      ['id'],
      `expected a body that is there (${[...this.bodies.keys()].join(', ') || 'none yet'}), found ${show(id)}`,
    );
  }

  /** All bodies in the order of the frame. Listed anew where names have changed, once however many are put together. */
  private listBodies(): readonly PlayerBody[] {
    if (!this.changed) return this.listed;
    this.changed = false;
    this.listed = [...this.bodies.values()];
    this.listed.forEach((body, i) => (body.index = i));
    this.buffers = new Buffers(this.buffers.room, this.listed);
    return this.listed;
  }

  private makeRoom(take: LiveTake): void {
    const room = roomFor(take.firings.map(({ timed }) => timed));
    this.rooms.set(take, room);
    this.needed = sumOfRooms(this.needed, room);
  }

  /** Whether a sequence may aim at bystanders. */
  aims({ effects }: SequencePlan): boolean {
    return effects.some(({ plan }) => plan.aims === true);
  }

  /** Takes of which nothing more comes are forgotten. */
  private retire(): void {
    if (this.keeping === 'kept') return;
    let left = 0;
    for (const take of this.takes) {
      if (take.isOver(this.wall)) this.forget(take, true);
      else this.takes[left++] = take;
    }
    this.takes.length = left;
  }

  private forget(take: LiveTake, settles: boolean): void {
    take.leave(settles, this.wall);
    const room = this.rooms.get(take);
    if (room) this.needed = sumOfRooms(this.needed, room, -1);
    this.rooms.delete(take);
    this.cues.forget(take);
    this.numbers.forget(this.now);
  }

  private blowOf(take: LiveTake, seed: number): Blow {
    const { rooms } = this;
    return {
      sequence: take.sequence,
      seed,
      contact: take.contact,
      start: take.start,
      get playing() {
        return rooms.has(take);
      },
      stop: (how = { let: 'ring out' }) => this.stop(take, how),
    };
  }

  private stop(take: LiveTake, how: unknown): void {
    const { let: manner } = readRecord(how, ['how']);
    if (manner !== 'ring out' && manner !== 'cut')
      throw new DocumentError(['how', 'let'], `expected ring out or cut, found ${show(manner)}`);
    if (!this.rooms.has(take)) return;
    this.stale = true;
    if (manner === 'ring out') {
      for (const firing of take.firings) firing.ringOut(this.now);
      take.dropEnded();
      return;
    }
    this.cues.stop(take);
    this.takes = this.takes.filter((other) => other !== take);
    this.forget(take, false);
  }
}

/** Half-way between the two; beside the one that there is, as far as it rests from contact; else the origin. */
function contactOf(
  put: { readonly source: Spotted | undefined; readonly target: Spotted | undefined },
  rests: SequencePlan['standing']['places'],
  scale: number,
): Spotted {
  const { source, target } = put;
  if (source && target) return new Spotted((source.x + target.x) / 2, (source.y + target.y) / 2);
  if (target) return along(target, rests.target, -scale);
  return source ? along(source, rests.source, -scale) : new Spotted();
}

function along(from: Spotted, way: { readonly x: number; readonly y: number }, share: number): Spotted {
  return new Spotted(from.x + way.x * share, from.y + way.y * share);
}

/** How big a party is in its take's own px; nothing where it is no actor of the kit, so that the kit's own stands. */
function sizeOf(party: 'source' | 'target', { actor, scale: own, facing }: PlayerBody, scale: number): object {
  if (!actor) return {};
  const share = own / scale;
  const spots = Object.fromEntries(
    Object.entries(spotsFacing(actor, facing)).map(([name, { x, y }]) => [name, { x: x * share, y: y * share }]),
  );
  return { [party]: { width: actor.width * share, height: actor.height * share, spots, ground: groundOf(actor) * share, scale: share } };
}
