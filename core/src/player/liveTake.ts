import type { ActorFrame, Frame, SignalCue, SoundCue } from '../contract.js';
import type { Gathering, Now, Scene } from '../take/firing.js';
import { doubles } from '../maths/doubles.js';
import { Spotted, type Displacement } from '../take/spotted.js';
import type { TimedFiring } from '../take/timedFiring.js';
import type { Px, Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import type { PlayerBody } from './playerBody.js';

/** What a take hangs on in the game. */
export interface TakeParties {
  readonly source: PlayerBody;
  readonly target: PlayerBody;
  readonly world: GameClock;
}

export interface TakePlacing {
  /** Which strike it is, from 0. */
  readonly serial: number;
  readonly sequence: string;
  /** Wall time of its contact. */
  readonly contact: Seconds;
  /** Wall time before which nothing of it begins, though its wind-up would. */
  readonly from: Seconds;
  /** Its contact point, and how much larger than authored it is. */
  readonly x: Px;
  readonly y: Px;
  readonly scale: number;
}

/** A cue of a live take, until it is due. */
export interface LiveCue {
  readonly firing: LiveFiring;
  readonly age: Seconds;
  readonly order: number;
  readonly sound?: Omit<SoundCue, 'effect'>;
  readonly signal?: Omit<SignalCue, 'effect'>;
}

/** Written anew with every question. */
const shown: Now = new Float64Array(1);
const asked: Now = new Float64Array(1);
const moving: Now = new Float64Array(1);
const sought: Now = new Float64Array(1);
const place = new Spotted();

/** One firing in a game: on whom it falls, and how old it is on a clock that other takes bend too. */
export class LiveFiring {
  begun = false;
  /** Wall time at which it is ended before its time. */
  private endsAt: Seconds = Infinity;
  /** Wall time from which on another one tells what it told. */
  taken: Seconds = Infinity;
  /** Whether it writes letters. */
  readonly speaks: boolean;
  /** Whose it is. */
  readonly body: PlayerBody;
  /** Game seconds from contact to its start. */
  private readonly born: Seconds;
  /**
   * In its take's spans from `first` on: what its clock shows at its start, the first wall time at which it can begin, and the one from which on it is over: as far
   * as this version of its clock knows.
   */
  private readonly span: Now;
  private readonly first: number;
  private known = -1;

  constructor(
    readonly take: LiveTake,
    readonly timed: TimedFiring,
    private readonly clock: GameClock | undefined,
    span: Now,
    first: number,
  ) {
    this.span = span;
    this.first = first;
    // Stops of its own wind-up have cost it something by then.
    this.born = timed.startTau - (timed.warp?.tau(0) ?? 0);
    this.speaks = (timed.firing.room?.glyphs ?? 0) > 0;
    this.body = take.parties[timed.on];
  }

  /** Whether it is to end before its time. */
  get ended(): boolean {
    return this.endsAt < Infinity;
  }

  private renew(): void {
    const { span, first, clock, timed, take } = this;
    this.known = clock?.version ?? 0;
    asked[0] = take.contact;
    clock?.toShown(asked);
    span[first] = asked[0] + (clock ? this.born : timed.start);
    span[first + 1] = Math.max(take.from, take.contact + timed.start);
    span[first + 2] = span[first] + timed.extent;
    if (!clock) return;
    asked[0] = span[first + 2];
    clock.toWall(asked);
    span[first + 2] = Math.max(span[first + 1], asked[0]);
  }

  /** Wall time at which it is `age` seconds old, as far as is known now. */
  wallAt(age: Seconds): Seconds {
    asked[0] = age;
    this.toWall(asked);
    return asked[0];
  }

  /** Turns the age in a cell into the wall time at which it has it. */
  toWall(cell: Now): void {
    const { clock, span, first } = this;
    if (this.known !== (clock ? clock.version : 0)) this.renew();
    cell[0] += span[first];
    if (clock) clock.toWall(cell);
    if (cell[0] < span[first + 1]) cell[0] = span[first + 1];
  }

  /** Puts its age at the wall time in `wall` into `now`. Whether it is on then. */
  ageInto(now: Now, wall: Now): boolean {
    const { timed, clock, span, first } = this;
    if (this.known !== (clock ? clock.version : 0)) this.renew();
    const t = wall[0];
    if (t < span[first + 1]) return false;
    now[0] = t;
    if (t < span[first + 2]) {
      clock?.toShown(now);
      now[0] -= span[first];
      if (now[0] < 0) return false;
      if (now[0] < timed.extent) return true;
    }
    now[0] = timed.extent;
    return timed.lasting;
  }

  /** Adds how far it has moved its body at a wall time, in the game's px. */
  displace(wall: Now, out: Displacement): void {
    if (wall[0] >= this.endsAt || this.wasShed(wall) || !this.ageInto(moving, wall)) return;
    const { x, y, lift } = out;
    this.timed.firing.displace?.(moving, out);
    const { scale } = this.take;
    out.x = x + (out.x - x) * scale;
    out.y = y + (out.y - y) * scale;
    out.lift = lift + (out.lift - lift) * scale;
  }

  /** Writes its part of the frame at a wall time. */
  sample(wall: Now, frame: Frame): void {
    if (wall[0] >= this.endsAt || !this.begun || wall[0] >= this.taken || this.wasShed(wall)) return;
    if (this.ageInto(shown, wall)) this.timed.firing.sample?.(shown, frame);
  }

  /** Whether it is on a body that was brought back since it was struck. */
  private wasShed(wall: Now): boolean {
    return this.timed.kind.family === 'body' && this.body.isBackSince(this.take.contact, wall);
  }

  /**
   * Its body leaves: what has not begun never does; what its effect says goes, and what is on the body where it says nothing,
   * goes at once; everything else lives out.
   */
  leaveBody(wall: Seconds): void {
    const { kind, firing, leaving } = this.timed;
    const isOnBody = kind.family === 'body' || (firing.room?.meters ?? 0) > 0;
    if (!this.begun || (leaving ? leaving === 'goes' : isOnBody)) this.endAt(wall);
    else firing.end?.();
  }

  /** What has not begun never does; what lets go lets nothing more go. */
  ringOut(wall: Seconds): void {
    if (this.begun) this.timed.firing.end?.();
    else this.endAt(wall);
  }

  private endAt(wall: Seconds): void {
    this.endsAt = Math.min(this.endsAt, wall);
    this.take.isFresh = false;
  }

  /** Wall time from which on it is over, as far as is known now. */
  get end(): Seconds {
    const { clock, span, first } = this;
    if (this.known !== (clock ? clock.version : 0)) this.renew();
    return span[first + 2];
  }

  /** Wall time at which it ends to show on its body; -Infinity for effects that are not of the family `body`. */
  get shownUntil(): Seconds {
    if (this.timed.kind.family !== 'body') return -Infinity;
    return Math.min(this.end, this.endsAt, this.taken);
  }

  /** Whether nothing more comes of it. */
  isOver(wall: Now): boolean {
    if (wall[0] >= this.endsAt) return true;
    const { clock, span, first } = this;
    if (this.known !== (clock ? clock.version : 0)) this.renew();
    return this.begun && wall[0] >= span[first + 2];
  }
}

/** One strike in a game. Its firings are told where bodies are when they begin, not when it was struck. */
export class LiveTake {
  readonly firings: readonly LiveFiring[];
  /** Those to draw, in order: the view first, because what keeps its size on the screen must know the zoom. */
  readonly ofView: LiveFiring[];
  readonly others: LiveFiring[];
  cues: LiveCue[];
  /** Wall time before which none of its firings is over, as its clocks were when they showed `version`. */
  private readonly soonest = doubles(1);
  private version = -1;
  /** Unset where a firing ends before its time. */
  isFresh = false;
  /** Firings that have not begun, and those that have and follow a body. */
  private readonly waiting: LiveFiring[];
  private readonly followers: LiveFiring[] = [];
  /** Seconds from contact of its earliest wind-up: 0 or negative. */
  readonly start: Seconds;
  /** Where its bodies were when it was struck: what it draws is placed from there. */
  private readonly stood: Readonly<Record<'source' | 'target', Spotted>>;

  readonly serial: number;
  readonly sequence: string;
  readonly contact: Seconds;
  readonly from: Seconds;
  readonly x: Px;
  readonly y: Px;
  readonly scale: number;

  constructor(
    placing: TakePlacing,
    readonly parties: TakeParties,
    timed: readonly TimedFiring[],
    stood: Readonly<Record<'source' | 'target', Spotted>>,
    /** Height of the game's floor at a place across, in px; undefined where the game gives none. */
    private readonly floor?: (x: Px) => Px | undefined,
  ) {
    ({ serial: this.serial, sequence: this.sequence, contact: this.contact, from: this.from } = placing);
    ({ x: this.x, y: this.y, scale: this.scale } = placing);
    this.stood = stood;
    const heard = timed.filter(({ silent }) => !silent);
    const spans = doubles(heard.length * 3);
    this.firings = heard.map(
      (one, i) => new LiveFiring(this, one, one.clock && (one.clock === 'world' ? parties.world : parties[one.clock].clock), spans, i * 3),
    );
    this.waiting = [...this.firings];
    const drawn = this.firings.filter(({ timed: { firing } }) => firing.sample !== undefined);
    const isView = ({ timed: { kind } }: LiveFiring): boolean => kind.family === 'view';
    this.ofView = drawn.filter(isView);
    this.others = drawn.filter((firing) => !isView(firing));
    this.cues = this.firings.flatMap((firing, i) => cuesOf(firing, i));
    this.start = this.firings.reduce((first, { timed: { start } }) => Math.min(first, start), 0);
    for (const firing of this.firings) {
      const { moves } = firing.timed.firing;
      if (moves) parties[moves].movers.push(firing);
    }
  }

  /** Wall time of its earliest wind-up. */
  get begins(): Seconds {
    return this.contact + this.start;
  }

  /** Forgets the cues of what was ended before its time. */
  dropEnded(): void {
    this.cues = this.cues.filter(({ firing }) => !firing.ended);
  }

  /** Begins what is due by the wall time in a cell, and tells what follows a body how far time has come. */
  begin(wall: Now, gather: (firing: LiveFiring, gathering: Gathering) => void): void {
    if (this.waiting.length > 0) this.beginWaiting(wall, gather);
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < this.followers.length; i++) {
      const firing = this.followers[i];
      // One that is over by now follows to its end: it may be looked at again.
      if (!firing.ended && (firing.ageInto(shown, wall) || firing.isOver(wall))) firing.timed.firing.follow?.(shown);
    }
  }

  private beginWaiting(wall: Now, gather: (firing: LiveFiring, gathering: Gathering) => void): void {
    let left = 0;
    for (const firing of this.waiting) {
      if (firing.ended) continue;
      if (!firing.ageInto(shown, wall)) {
        if (firing.wallAt(0) > wall[0]) {
          this.waiting[left++] = firing;
          continue;
        }
        // Over before it was ever looked at: a long step begins it too.
        shown[0] = firing.timed.extent;
      }
      const { firing: own } = firing.timed;
      firing.begun = true;
      if (own.gathering) gather(firing, own.gathering);
      own.bind?.(new LiveScene(firing));
      own.follow?.(shown);
      if (own.follow) this.followers.push(firing);
    }
    this.waiting.length = left;
  }

  /** Whether nothing more comes of it. Looked at only once the first of its firings may be over, or a clock was bent. */
  isOver(wall: Now): boolean {
    const { source, target, world } = this.parties;
    const version = source.clock.version + target.clock.version + world.version;
    if (this.isFresh && version === this.version && wall[0] < this.soonest[0]) return false;
    this.isFresh = true;
    this.version = version;
    this.soonest[0] = -Infinity;
    dropOver(this.ofView, wall);
    dropOver(this.others, wall);
    dropOver(this.followers, wall);
    let first = Infinity;
    for (const firing of this.firings) if (!firing.isOver(wall)) first = Math.min(first, firing.end);
    if (first < Infinity) this.soonest[0] = first;
    return first === Infinity && this.cues.length === 0 && this.waiting.length === 0;
  }

  /** Takes it off its bodies; what it threw for good is left to them. */
  leave(settles: boolean, wall: Now): void {
    for (const firing of this.firings) {
      const { moves } = firing.timed.firing;
      if (!moves) continue;
      const body = this.parties[moves];
      if (settles && firing.timed.lasting) firing.displace(wall, body.settled);
      body.movers.splice(body.movers.indexOf(firing), 1);
    }
  }

  /** Adds to `out`, in this take's own px, how far a party is at a wall time from where it stood when this was struck. */
  addMoved(out: Spotted, party: 'source' | 'target', wall: Now, lifted: boolean): void {
    const { stood, scale } = this;
    place.x = -stood[party].x;
    place.y = -stood[party].y;
    this.parties[party].addTo(place, wall, lifted);
    out.x += place.x / scale;
    out.y += place.y / scale;
  }

  /** Adds to `out`, in the game's px, how far a party was put from where it stood when this was struck. */
  addPut(out: Spotted, party: 'source' | 'target', wall: Now): void {
    out.x -= this.stood[party].x;
    out.y -= this.stood[party].y;
    this.parties[party].addRest(out, wall);
  }

  /** Height of the game's floor at a place across, in this take's own px; undefined where the game gives none. */
  floorAt(x: Px): Px | undefined {
    const height = this.floor?.(this.x + x * this.scale);
    return height === undefined ? undefined : (height - this.y) / this.scale;
  }

  actorOf(party: 'source' | 'target'): ActorFrame {
    return this.parties[party].frame;
  }
}

/** Takes out of a list, in place, what need not be sampled any more. */
function dropOver(firings: LiveFiring[], wall: Now): void {
  let left = 0;
  for (const firing of firings) {
    if (firing.timed.lasting || !firing.isOver(wall)) firings[left++] = firing;
  }
  firings.length = left;
}

/** Where bodies are at the ages of one firing, for what follows them or flies at them. */
class LiveScene implements Scene {
  readonly live = true;

  constructor(private readonly firing: LiveFiring) {}

  addTo(out: Spotted, party: 'source' | 'target' | undefined, now: Now): void {
    if (party) this.firing.take.addMoved(out, party, this.wallOf(now), true);
  }

  addGround(out: Spotted, party: 'source' | 'target' | undefined, now: Now): void {
    if (party) this.firing.take.addMoved(out, party, this.wallOf(now), false);
  }

  floorAt(x: Px): Px | undefined {
    return this.firing.take.floorAt(x);
  }

  private wallOf(now: Now): Now {
    sought[0] = now[0];
    this.firing.toWall(sought);
    return sought;
  }
}

function cuesOf(firing: LiveFiring, order: number): LiveCue[] {
  const { sound, signals } = firing.timed.firing;
  const cues: LiveCue[] = [];
  const heard = sound?.call(firing.timed.firing, 0);
  if (heard) cues.push({ firing, age: 0, order, sound: heard });
  // Their instants are asked for as ages: when those come is not known yet.
  for (const signal of signals?.call(firing.timed.firing, (age) => age) ?? []) cues.push({ firing, age: signal.start, order, signal });
  return cues;
}
