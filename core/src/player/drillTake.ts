import type { ActorFrame, KitActor, PlayerSignal, PlayerSound, SignalCue, SoundCue } from '../contract.js';
import type { PlayedCue } from '../combat/bentClocks.js';
import type { DrillRun } from '../combat/drill.js';
import { reachesAt, type ShownReach } from '../combat/moves/reachesAt.js';
import { Histories } from '../combat/readHistory.js';
import { restingActor } from '../take/frame.js';
import { scaledActor } from '../model/stageSetUp.js';
import type { SequencePlan } from '../take/plan.js';
import type { Seconds } from '../units.js';
import { BodyMoves } from './bodyMoves.js';
import { joinedFacing } from './drillBodies.js';
import { FlightHop, liftOf } from './flightHop.js';
import { LivePlayer, type Going } from './player.js';
import type { Buffers } from './playerFrame.js';
import { showHealth } from './sampler.js';
import { afterwards, goingAt, tellWay } from './ways.js';
import { heardOf, type RapidFrame } from './rapidFire.js';

/** An instant of a drill: bodies in the order of its actors, the first as `source`; what each looks like, and who is gone. */
export interface DrillFrame extends RapidFrame {
  readonly looks: string[];
  readonly gone: boolean[];
  /** Where each stands, as it was put and as it went, and which way it faces. */
  readonly stands: StandingFrame[];
  /** What moves reach, where it is asked for. */
  reaches: PlacedReach[];
  /** What must be in sight for all of it to be seen. */
  sight: Sight;
}

/** A part of the world, px about the contact point. */
export interface Sight {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

export interface StandingFrame {
  x: number;
  y: number;
  facing: 1 | -1;
  /** Which way it faces as it was laid out on the stage. */
  readonly faced: 1 | -1;
  /** px that it is drawn higher than it stands, of what is thrown in a hop. */
  lift: number;
}

/** A reach about a body of the drill. */
export interface PlacedReach extends ShownReach {
  readonly x: number;
  readonly y: number;
}

export interface DrillParts {
  readonly run: DrillRun;
  /** The bodies in their size on the stage: the drill's actors in their order, then the bodies that are spawned, in theirs. */
  readonly bodies: readonly (KitActor | undefined)[];
  readonly planOf: (sequence: string) => SequencePlan;
}

const conventions = { axis: 'down', angles: 'degrees', unitsPerPixel: 1 } as const;
/** Every instant of a drill lies so late on its player's clock that nothing begins before that. */
const zero: Seconds = 10;
/** Cues that are played by one player: a longer drill is played in pieces, each when it is looked at. */
const cuesAtOnce = 300;
/** Pieces that are kept. */
const kept = 4;

/** A while of a drill. */
interface While {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** Whoever is not there while it is looked at. */
const atRest = restingActor();

const always: While = { from: -Infinity, to: Infinity };

/** A piece of a drill, with what began before it and may still be seen. */
interface Piece extends While {
  readonly player: LivePlayer;
  /** Who is in it: places in the cast, in the order of its player's bodies. */
  readonly members: readonly number[];
  /** For each despawned body that was asked about: when it was despawned, and until when it is drawn. */
  readonly until: Map<string, { readonly since: Seconds; readonly until: Seconds }>;
  readonly told: { readonly sounds: readonly SoundCue[]; readonly signals: readonly SignalCue[] };
}

/**
 * A drill as it is seen and heard: the cues of its run, sampled at any instant in any order at one cost, however long it is. As
 * a game's player shows it: nothing begins before it was decided.
 */
export class DrillTake {
  readonly start: Seconds = 0;
  readonly duration: Seconds;
  readonly histories: Histories;
  private readonly wall = new Float64Array(1);
  private pieces: Piece[] = [];
  private readonly cast: readonly Cast[];
  /** Longest that anything of a cue may be seen, by its sequence. */
  private readonly lengths = new Map<string, Seconds>();
  /** The piece that comes after the one looked at, as far as it is made. */
  private coming: Coming | undefined;

  readonly run: DrillRun;
  /** Whether frames tell what moves reach. */
  showsReaches = false;

  constructor(private readonly parts: DrillParts) {
    const { run } = parts;
    this.run = run;
    this.histories = new Histories(run);
    this.cast = castOf(run);
    this.duration = run.drill.length;
  }

  /** What begins to sound from one instant up to another. */
  soundsWithin(from: Seconds, to: Seconds): SoundCue[] {
    return this.piecesWithin(from, to).flatMap((piece) =>
      piece.told.sounds.filter(({ start }) => start >= Math.max(from, piece.from) && start < Math.min(to, piece.to)),
    );
  }

  /** The sounds of the drill's first half minute, or of all of it. */
  get sounds(): readonly SoundCue[] {
    return this.soundsWithin(0, 30);
  }

  get signals(): readonly SignalCue[] {
    return this.piecesWithin(0, 30).flatMap(({ from, to, told: { signals } }) =>
      signals.filter(({ start }) => start >= from && start < to),
    );
  }

  createFrame(): DrillFrame {
    const piece = this.pieceAt(0);
    const buffers = piece.player.createBuffers();
    const frame: DrillFrame = {
      ...buffers.open,
      ...this.partiesOf(piece),
      looks: this.cast.map(() => ''),
      gone: this.cast.map(() => false),
      stands: this.cast.map(({ x, y, facing, faced }) => ({ x, y, facing, faced, lift: 0 })),
      reaches: [],
      sight: this.sight,
    };
    made.set(frame, { buffers, player: piece.player });
    this.showAll(frame, piece);
    return frame;
  }

  /** Writes the instant `t`, in seconds from the drill's beginning. The frame's bodies may be others than before. */
  sample(t: Seconds, frame: DrillFrame): DrillFrame {
    const piece = this.pieceAt(t);
    const { player, members } = piece;
    let own = made.get(frame);
    if (own?.player !== player) {
      const buffers = player.createBuffers();
      own = { buffers, player };
      Object.assign(frame, buffers.open, this.partiesOf(piece));
      made.set(frame, own);
      this.showAll(frame, piece);
    }
    this.wall[0] = t + zero;
    player.sampleAt(this.wall, own.buffers);
    frame.t = t;
    for (const place of members) this.showOne(frame, place, t, piece);
    frame.sight = this.sight;
    frame.reaches = this.showsReaches ? this.reachesAt(t) : [];
    const { pictures, meters } = own.buffers.shown;
    for (let i = 0; i < pictures.count; i++) if (pictures.party[i] !== 0) pictures.party[i] = 1 + members[pictures.body[i]];
    for (let i = 0; i < meters.count; i++) {
      const place = members[meters.body[i]];
      meters.party[i] = 1 + place;
      // As in a game, a bar shows what its body has left.
      showHealth(meters, i, this.histories.share(this.cast[place].id, t));
    }
    if (piece.to < this.duration) this.makeSomeOf(piece.to);
    return frame;
  }

  /** All of the cast, as a piece's player moves them; who is not in it rests. */
  private partiesOf({ player, members }: Piece): Pick<DrillFrame, 'source' | 'target' | 'targets'> {
    const all = this.cast.map((): ActorFrame => atRest);
    player.bodyFrames.forEach((frame, i) => (all[members[i]] = frame));
    const [source, ...targets] = all;
    return { source, target: targets.at(0) ?? source, targets };
  }

  /** How everybody is when a piece begins; who is not in it is so all the while. */
  private showAll(frame: DrillFrame, piece: Piece): void {
    this.cast.forEach((_, place) => this.showOne(frame, place, Math.max(0, piece.from), piece));
  }

  private showOne({ looks, gone, stands }: DrillFrame, place: number, t: Seconds, piece: Piece): void {
    const { id, hop, flight, since } = this.cast[place];
    const { x, y, facing } = this.histories.place(id, t);
    const stand = stands[place];
    looks[place] = this.histories.look(id, t);
    gone[place] = this.histories.standing(id, t) === 'gone' && !this.isLeaving(id, t, piece);
    stand.x = x;
    stand.y = y;
    stand.facing = facing;
    stand.lift = liftOf(hop, flight, t - since);
  }

  /** Whether a despawned body is still drawn, because effects that it was struck with at that instant still show on it. */
  private isLeaving(id: string, t: Seconds, { player, until }: Piece): boolean {
    const since = this.histories.goneSince(id, t);
    if (since === undefined) return false;
    const known = until.get(id);
    if (known?.since === since) return t < known.until;
    const found = { since, until: player.has(id) ? player.shownUntil(id, since + zero) - zero : since };
    until.set(id, found);
    return t < found.until;
  }

  private whole: Sight | undefined;

  /** Where those who take part stand and go, body and all; what flies or is brought about may fly out of it. */
  get sight(): Sight {
    return this.whole ?? (this.whole = this.findSight());
  }

  /** Sees something else: as it did before, while that is being changed. */
  set sight(sight: Sight) {
    this.whole = sight;
  }

  private findSight(): Sight {
    const seen = { left: 0, right: 0, top: 0, bottom: 0 };
    const { run, bodies } = this.parts;
    run.drill.actors.forEach(({ id, x, y }, i) => {
      const { width = 0, height = 0 } = bodies[i] ?? {};
      const steps = [{ x, y }, ...this.histories.of('leg', id).flatMap(({ at }, k, legs) => this.cornersOf(id, at, legs.at(k + 1)?.at))];
      for (const place of steps) {
        seen.left = Math.min(seen.left, place.x - width / 2);
        seen.right = Math.max(seen.right, place.x + width / 2);
        seen.top = Math.min(seen.top, place.y - height / 2);
        seen.bottom = Math.max(seen.bottom, place.y + height / 2);
      }
    });
    return seen;
  }

  /** Places on a stretch of somebody's way: enough for one that turns. */
  private cornersOf(id: string, from: Seconds, to: Seconds = this.duration): { readonly x: number; readonly y: number }[] {
    return Array.from({ length: 9 }, (_, i) => this.histories.place(id, from + ((Math.max(from, to) - from) * i) / 8));
  }

  private reachesAt(t: Seconds): PlacedReach[] {
    return this.parts.run.combatants.flatMap(({ id, actor }): PlacedReach[] => {
      const acting = this.histories.acting(id, t);
      const move = acting && actor.moves.get(acting.move);
      if (!move) return [];
      const { x, y, facing } = this.histories.place(id, t);
      return reachesAt(move, acting.age, facing).map((reach) => ({ ...reach, x, y }));
    });
  }

  private pieceAt(t: Seconds): Piece {
    const known = this.pieces.find(({ from, to }) => t >= from && t < to);
    if (known) return known;
    const { cues } = this.parts.run;
    if (cues.length <= cuesAtOnce) return this.keep(always, this.fill(always, cues));
    const from = Math.floor(Math.max(0, t) / pieceLength) * pieceLength;
    const coming = this.coming?.from === from ? this.coming : this.begin(from);
    this.coming = undefined;
    return this.keep({ from, to: from + pieceLength }, coming);
  }

  /** Makes a few cues more of the piece that comes next, so that it is there when it is looked at. */
  private makeSomeOf(from: Seconds): void {
    if (this.coming?.from !== from) {
      if (this.pieces.some((piece) => piece.from === from)) return;
      this.coming = this.begin(from);
    }
    const { player, cues } = this.coming;
    for (const cue of cues.splice(0, cuesEachFrame)) this.strike(player, cue);
  }

  /**
   * A piece without its cues, which are what begins in it, what may still be seen of before, and whatever has bent clocks since the
   * oldest of these.
   */
  private begin(from: Seconds): Coming {
    const to = from + pieceLength;
    const within = this.parts.run.cues.filter(({ at }) => at < to);
    const isSeen = (cue: PlayedCue): boolean => cue.at >= from - this.lengthOf(cue);
    const oldest = within.find(isSeen)?.at ?? from;
    const cues = within.filter((cue) => isSeen(cue) || (cue.at >= oldest && cue.bends.length > 0));
    return { from, ...this.fill({ from: oldest, to }, cues) };
  }

  private keep({ from, to }: While, { since, player, members, cues }: Filled): Piece {
    for (const cue of cues) this.strike(player, cue);
    const told = { sounds: [] as PlayerSound[], signals: [] as PlayerSignal[] };
    const pass = (advance: () => void): void => {
      const from = player.now;
      advance();
      // Instants are told from the beginning of each advance.
      told.sounds.push(...player.sounds.map((sound) => ({ ...sound, at: sound.at + from })));
      told.signals.push(...player.signals.map((signal) => ({ ...signal, at: signal.at + from })));
    };
    const here = this.idsOf(members);
    // What is drawn of a flight is over where that ends.
    for (const step of this.parts.run.history) {
      if (step.of !== 'land' || step.at < since) continue;
      if (step.at + zero > player.ends) break;
      pass(() => player.passTo(zero + step.at));
      if (here.has(step.who)) player.land(step.who);
    }
    pass(() => player.passAll());
    const sounds = heardOf(told.sounds, zero);
    const signals = told.signals.map(({ effect, name, parameters, at }) => ({ effect, name, parameters, start: at - zero }));
    const piece: Piece = { from, to, player, members, until: new Map(), told: { sounds, signals } };
    this.pieces = [piece, ...this.pieces].slice(0, kept);
    return piece;
  }

  private piecesWithin(from: Seconds, to: Seconds): Piece[] {
    const pieces = [this.pieceAt(from)];
    for (let last = pieces[0]; last.to < Math.min(to, this.duration); last = pieces[pieces.length - 1]) pieces.push(this.pieceAt(last.to));
    return pieces;
  }

  /** A player with everybody who is there in a while, where they are put, go and are brought back; its cues are still to be struck. */
  private fill(asked: While, cues: readonly PlayedCue[]): Filled {
    const { run, bodies, planOf } = this.parts;
    // The player scales bodies itself, so that what hangs on a body is scaled with it: it gets the actors in their own size.
    const actors = bodies.flatMap((actor, i) => (actor ? scaledActor(actor, 1 / this.cast[i].scale, 1 / this.cast[i].scale) : []));
    const player = new LivePlayer({ planOf, actors, conventions, budget: undefined }, { seed: run.seed }, 'kept');
    const members = this.membersOf(asked, cues);
    const ids = this.idsOf(members);
    for (const place of members) {
      const { id, x, y, facing, scale, since, hop, flight } = this.cast[place];
      const actor = bodies[place];
      player.body(id, { x, y, facing, scale, ...(actor && { actor: actor.id }) });
      this.sendOff(player, id, asked);
      if (hop > 0) player.hop(id, new FlightHop(zero + since, hop, flight));
    }
    for (const { id, actor } of run.combatants) {
      const clock = run.clocks.of.get(id);
      const steps = this.histories.of('move', id).filter(({ value }) => (actor.moves.get(value)?.keys.length ?? 0) > 0);
      if (!clock || steps.length === 0 || !ids.has(id)) continue;
      const own = new BodyMoves(clock, 'kept', zero);
      for (const { value, how, at } of steps) own.goOn(how, actor.moves.get(value), at);
      player.posed(id, own);
    }
    for (const id of ids)
      for (const { value, at } of this.histories.of('standing', id)) if (value === 'up') player.bringBack(id, zero + at);
    return { since: asked.from, player, members, cues: [...cues] };
  }

  private idsOf(members: readonly number[]): ReadonlySet<string> {
    return new Set(members.map((place) => this.cast[place].id));
  }

  /** Who is there in a while: the drill's own, whoever its cues are about, and who else is or comes about. */
  private membersOf({ from, to }: While, cues: readonly PlayedCue[]): readonly number[] {
    const named = new Set(cues.flatMap(({ source, target, present = [] }) => [source, target, ...present]));
    const isThere = (id: string): boolean =>
      this.histories.standing(id, from) !== 'gone' || this.histories.of('standing', id).some(({ at }) => at > from && at <= to);
    return this.cast.flatMap(({ id }, place) => (place < this.run.drill.actors.length || named.has(id) || isThere(id) ? [place] : []));
  }

  /** Puts somebody wherever it goes in a while of the drill. */
  private sendOff(player: LivePlayer, id: string, { from, to }: While): void {
    const clock = this.parts.run.clocks.of.get(id);
    const legs = this.histories.of('leg', id);
    if (!clock) return;
    const tell = (wall: Seconds, going: Going): void => player.went(id, zero + wall, going);
    legs.forEach((leg, i) => {
      const next = legs.at(i + 1)?.at ?? this.duration;
      if (next < from || leg.at > to) return;
      const begins = Math.max(leg.at, from);
      if (leg.from && leg.at >= from) {
        const { x, y } = leg.from;
        tell(leg.at, { x, y, vx: 0, vy: 0, facing: leg.facing });
      }
      tell(leg.from ? begins + afterwards : begins, goingAt(leg, clock, begins));
      tellWay(leg, clock, begins, Math.min(next, to), tell);
    });
    const last = legs.at(-1);
    // Until the drill is over and ever after it stands where it came to.
    if (last && to >= this.duration) tell(this.duration + afterwards, { ...goingAt(last, clock, this.duration), vx: 0, vy: 0 });
  }

  private strike(player: LivePlayer, { sequence, source, target, place, payload, seed, at, bends, present }: PlayedCue): void {
    const others = (present ?? this.parts.run.drill.actors.map(({ id }) => id)).filter((id) => id !== source && id !== target);
    for (const id of [source, target]) if (id !== '') player.face(id, this.histories.place(id, at).facing);
    player.strikeAs(
      sequence,
      payload,
      { seed, after: zero + at, others, ...(source !== '' && { source }), ...(target !== '' && { target }), ...(place && { at: place }) },
      { from: zero + at, bends },
    );
  }

  /** The longest that a cue may be seen: its sequence struck once, with room for what stops the clocks of its parties. */
  private lengthOf(cue: PlayedCue): Seconds {
    let length = this.lengths.get(cue.sequence);
    if (length === undefined) {
      const { player: alone } = this.fill({ from: cue.at, to: cue.at }, [cue]);
      this.strike(alone, cue);
      length = Math.max(0, alone.ends - zero - cue.at) * 2 + 1;
      this.lengths.set(cue.sequence, length);
    }
    return length;
  }
}

/** Somebody of a drill: from its beginning, or who comes about in the course of it. */
interface Cast {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly facing: 1 | -1;
  readonly faced: 1 | -1;
  readonly scale: number;
  readonly since: Seconds;
  readonly hop: number;
  readonly flight: Seconds;
}

function castOf({ drill, history }: DrillRun): Cast[] {
  return [
    ...drill.actors.map(({ id, x, y, facing, actor }) => ({
      id,
      x,
      y,
      facing,
      faced: facing,
      scale: actor.scale,
      since: 0,
      hop: 0,
      flight: 0,
    })),
    ...history.flatMap((step) => (step.of === 'join' ? [{ ...step, id: step.who, faced: joinedFacing, since: step.at }] : [])),
  ];
}

/** Seconds of one piece. */
const pieceLength: Seconds = 3;
/** Cues of the next piece that are made with each sample: enough that it is there in time when it is played. */
const cuesEachFrame = 3;

/** What a piece is made of, with the cues that are still to be struck. */
interface Filled {
  /** When the first of its cues is. */
  readonly since: Seconds;
  readonly player: LivePlayer;
  readonly members: readonly number[];
  readonly cues: PlayedCue[];
}

/** A piece that is not whole yet. */
interface Coming extends Filled {
  readonly from: Seconds;
}

/** The buffers that a frame shares, and whose they are. */
const made = new WeakMap<DrillFrame, { readonly buffers: Buffers; readonly player: LivePlayer }>();
