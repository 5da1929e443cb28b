import type {
  ActorFrame,
  Comfort,
  Frame,
  KitActor,
  Payload,
  Place,
  PlayerSound,
  PlayerStrikeOptions,
  SignalCue,
  SoundCue,
} from '../contract.js';
import type { SequencePlan } from '../take/plan.js';
import type { Px, Seconds } from '../units.js';
import { LivePlayer } from './player.js';
import type { Buffers } from './playerFrame.js';
import type { StopBudget } from './stopBudget.js';

/** One blow among many, on one of several targets. */
export interface Blow {
  readonly payload: Payload;
  readonly seed: number;
  readonly at: Seconds;
  /** Which target it falls on, from 0. */
  readonly target: number;
  /** When given, only the effects with these ids fire. */
  readonly solo?: readonly string[];
  /** How far to the right of its contact point the view and the ear are. */
  readonly listener?: Px;
  /** Shares of health before and after it. */
  readonly health?: PlayerStrikeOptions['health'];
}

/** A body that stands in the way: its actor, if it is one of the project's, and where it rests from the first contact point. */
export interface Stand {
  readonly actor: KitActor | undefined;
  readonly place: Place;
}

export interface RapidParts {
  readonly plan: SequencePlan;
  readonly source: Stand;
  /** The first one is whom the sequence’s own contact point lies beside. */
  readonly targets: readonly Stand[];
  readonly budget: StopBudget | undefined;
  /** What a player has turned down. */
  readonly comfort?: Comfort;
}

/** A frame in which several targets stand; `target` is the first of them. Parties count on: 1 the source, 2 the first target. */
export interface RapidFrame extends Frame {
  readonly targets: readonly ActorFrame[];
}

const conventions = { axis: 'down', angles: 'degrees', unitsPerPixel: 1 } as const;
/** Names of the source and of the targets, in the order of their parties. */
const source = 'source';
const nameOf = (target: number): string => `target ${target}`;

/**
 * Blows that overlap, seen together, as a game's player shows them: one clock a body, a budget of stops, one meter a body. All
 * of them are struck at once here, so that any instant may be sampled in any order; as pure as a take.
 */
export class RapidFire {
  readonly start: Seconds;
  readonly duration: Seconds;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];
  private readonly player: LivePlayer;
  private readonly wall = new Float64Array(1);

  constructor(
    { plan, source: striker, targets, budget, comfort = {} }: RapidParts,
    readonly blows: readonly Blow[],
  ) {
    const actors = [striker, ...targets].flatMap(({ actor }) => actor ?? []);
    this.player = new LivePlayer({ planOf: () => plan, actors, conventions, budget }, { comfort }, 'kept');
    const put = (id: string, { actor, place: { x, y } }: Stand, facing: 1 | -1): void =>
      this.player.body(id, { x, y, facing, ...(actor && { actor: actor.id }) });
    put(source, striker, 1);
    targets.forEach((stand, i) => put(nameOf(i), stand, -1));
    const first = targets[0].place;
    for (const { payload, seed, at, target, solo, listener = 0, health } of [...blows].sort((a, b) => a.at - b.at)) {
      const { place } = targets[target];
      const contact = { x: place.x - first.x, y: place.y - first.y };
      const heard = { x: contact.x + listener, y: contact.y };
      this.player.strike(plan.id, payload, {
        source,
        target: nameOf(target),
        others: targets.flatMap((_, k) => (k === target ? [] : [nameOf(k)])),
        at: contact,
        seed,
        after: zero + at,
        view: heard,
        ear: heard,
        ...(solo && { solo }),
        ...(health && { health }),
      });
    }
    const { begins, ends } = this.player;
    this.start = Math.min(0, begins - zero);
    this.duration = Math.max(0, ends - zero);
    this.player.passAll();
    this.sounds = heardOf(this.player.sounds, zero);
    this.signals = this.player.signals.map(({ effect, name, parameters, at }) => ({ effect, name, parameters, start: at - zero }));
  }

  /** The most seconds that a party stands still in any `within`: 0 is the source, 1 on the targets. */
  stillest(party: number, within: Seconds): Seconds {
    return this.player.stillest(party === 0 ? source : nameOf(party - 1), within);
  }

  createFrame(): RapidFrame {
    const buffers = this.player.createBuffers();
    const [striker, ...struck] = this.player.bodyFrames;
    const frame: RapidFrame = { ...buffers.open, source: striker, target: struck[0], targets: struck };
    made.set(frame, buffers);
    return frame;
  }

  /** Writes the instant `t`, in seconds from the first contact, into `frame` and returns it. */
  sample(t: Seconds, frame: RapidFrame): RapidFrame {
    const buffers = made.get(frame);
    if (!buffers) throw new Error('a frame that this rapid fire has not made');
    this.wall[0] = t + zero;
    this.player.sampleAt(this.wall, buffers);
    frame.t = t;
    const { pictures, meters } = buffers.shown;
    for (let i = 0; i < pictures.count; i++) if (pictures.party[i] !== 0) pictures.party[i] = 1 + pictures.body[i];
    for (let i = 0; i < meters.count; i++) meters.party[i] = 1 + meters.body[i];
    return frame;
  }
}

/** The buffers that a frame shares. */
const made = new WeakMap<RapidFrame, Buffers>();
/** The player's time of the first contact: all are struck at its beginning, so that every wind-up lies ahead. */
const zero: Seconds = 120;
/** A sound stopped at its very start; a cut of 0 would let it ring. */
const shortestCut: Seconds = 1e-4;

/** What a player told of all its time, as cues; a voice that had to give way ends there. */
export function heardOf(sounds: readonly PlayerSound[], zero: Seconds): SoundCue[] {
  const cues = new Map<number, SoundCue>();
  for (const sound of sounds) {
    const at = sound.at - zero;
    if (sound.type === 'start') {
      const { effect, clip, gain, rate, pan, cut } = sound;
      cues.set(sound.voice, { effect, clip, start: at, gain, rate, pan, cut, gap: 0, voices: Infinity });
      continue;
    }
    const stopped = cues.get(sound.voice);
    if (stopped) cues.set(sound.voice, { ...stopped, cut: Math.max(shortestCut, at - stopped.start) });
  }
  return [...cues.values()];
}
