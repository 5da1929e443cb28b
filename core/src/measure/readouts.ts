import type { Frame } from '../contract.js';
import type { Asset } from '../model/project.js';
import { TimeWarp } from '../maths/timeWarp.js';
import type { EngineTake } from '../take/take.js';
import type { Decibels, Fraction, Px, Seconds } from '../units.js';
import { FlashCount } from './flashCount.js';
import { peakLevel } from './peakLevel.js';

/** What a person argues about, in plain units. */
export interface Readouts {
  /** From the first thing seen to the last. */
  readonly visibleTime: Seconds;
  /** Farthest the view is from rest, and that as a share of its width. */
  readonly peakShift: Px;
  readonly shiftShare: Fraction;
  /** Farthest the view turns, in degrees either way, and the most it zooms: 0.1 is a tenth larger or smaller. */
  readonly peakRoll: number;
  readonly peakZoom: number;
  /** Wall time for which the target's clock stands still, and what it loses to slowing besides. */
  readonly hitStopTotal: Seconds;
  readonly slowedBy: Seconds;
  /** Highest flash amount on the target. */
  readonly peakFlash: number;
  /** Largest share of the view that is lit at once, by bodies and by the whole view together. */
  readonly flashArea: Fraction;
  /** Most flashes in any one second: a rise by a tenth or more that falls again. */
  readonly flashRate: number;
  /** Farthest that a body is from rest. */
  readonly peakThrow: Px;
  readonly peakParticles: number;
  /** Most numbers, letters and pictures at once. */
  readonly peakWords: number;
  /** Most sounds ringing at once, and how loud they are together at most; -Infinity when nothing sounds. */
  readonly peakVoices: number;
  readonly loudness: Decibels;
  /** Strongest motor, 0..1. */
  readonly peakRumble: Fraction;
}

/** What the readings are held against. */
export interface ReadoutOptions {
  /** What the game's view shows at zoom 1. */
  readonly view?: { readonly width: Px; readonly height: Px };
  /** The sizes of the source's and the target's bodies. */
  readonly bodies?: readonly { readonly width: Px; readonly height: Px }[];
  /** For how loud sounds are. */
  readonly assets?: readonly Asset[];
}

const step: Seconds = 1 / 240;
/** A tail beyond this is not scanned: what matters lies near contact, and the scan must stay cheap. */
const scanLimit: Seconds = 10;
const defaultView = { width: 960, height: 540 };
const defaultBody = { width: 160, height: 120 };

/** Measures a take by looking at it every 1/240 s. */
export function readOut(take: EngineTake, options?: ReadoutOptions): Readouts {
  const scan = new ReadoutScan(take, options);
  while (!scan.advance(256));
  return scan.result();
}

/** The same in pieces, for where a long take must not hold up whoever waits. */
export class ReadoutScan {
  private readonly frame: Frame;
  private readonly flashes = new FlashCount();
  private readonly peaks = {
    peakShift: 0,
    peakRoll: 0,
    peakZoom: 0,
    peakFlash: 0,
    flashArea: 0,
    peakThrow: 0,
    peakParticles: 0,
    peakWords: 0,
    peakRumble: 0,
  };
  private readonly steps: number;
  private next = 0;

  constructor(
    private readonly take: EngineTake,
    private readonly options: ReadoutOptions = {},
  ) {
    this.frame = take.createFrame();
    this.steps = Math.ceil((Math.min(take.duration, take.start + scanLimit) - take.start) / step);
  }

  /** Looks at `count` more instants. Whether that was all. */
  advance(count: number): boolean {
    for (const end = this.next + count; this.next < end && this.next <= this.steps; this.next++) this.look(this.next);
    return this.next > this.steps;
  }

  private look(i: number): void {
    const { frame, peaks } = this;
    const { view = defaultView, bodies } = this.options;
    const t = this.take.start + i * step;
    this.take.sample(t, frame);
    this.flashes.add(t, Math.max(frame.view.flash, frame.target.flash, frame.source.flash));
    peaks.peakShift = Math.max(peaks.peakShift, Math.hypot(frame.view.x, frame.view.y));
    peaks.peakRoll = Math.max(peaks.peakRoll, Math.abs(frame.view.roll));
    peaks.peakZoom = Math.max(peaks.peakZoom, Math.abs(frame.view.zoom - 1));
    peaks.peakFlash = Math.max(peaks.peakFlash, frame.target.flash);
    peaks.flashArea = Math.max(peaks.flashArea, litShare(frame, view, bodies));
    peaks.peakThrow = Math.max(peaks.peakThrow, Math.hypot(frame.target.x, frame.target.y), Math.hypot(frame.source.x, frame.source.y));
    peaks.peakParticles = Math.max(peaks.peakParticles, frame.particles.count);
    peaks.peakWords = Math.max(peaks.peakWords, frame.numbers.count + frame.glyphs.count + frame.pictures.count);
    peaks.peakRumble = Math.max(peaks.peakRumble, frame.rumble.low, frame.rumble.high);
  }

  result(): Readouts {
    const { take, peaks } = this;
    const { view = defaultView, assets = [] } = this.options;
    const seen = take.active.filter(({ kind }) => kind.family !== 'ear' && kind.family !== 'time');
    const first = Math.min(...seen.map((timed) => timed.start));
    const last = Math.max(...seen.map((timed) => timed.end));
    const voices = take.active.filter(({ kind }) => kind.family === 'ear');
    const peakVoices = voices.reduce(
      (most, { start }) => Math.max(most, voices.filter((other) => other.start <= start && start < other.end).length),
      0,
    );
    return {
      visibleTime: seen.length ? last - first : 0,
      ...peaks,
      shiftShare: peaks.peakShift / view.width,
      ...timeLost(take),
      flashRate: this.flashes.worst(),
      peakVoices,
      loudness: peakLevel(take.sounds, assets),
    };
  }
}

/** Share of the view that is lit: the bodies, as ellipses of their size, by their flash; the whole view by its own. */
export function litShare(
  { source, target, view: lens }: Frame,
  view: { width: Px; height: Px },
  bodies: ReadoutOptions['bodies'],
): Fraction {
  const areas = [source, target].map(({ flash }, i) => {
    const { width, height } = bodies?.[i] ?? defaultBody;
    return flash * (Math.PI / 4) * width * height;
  });
  const lit = Math.min(1, (areas[0] + areas[1]) / (view.width * view.height));
  return lens.flash + (1 - lens.flash) * lit;
}

/** What the target's clock loses by the end: to stops alone, and to slowing besides. */
function timeLost(take: EngineTake): { hitStopTotal: Seconds; slowedBy: Seconds } {
  const windows = take.bends.filter(({ parties }) => parties.includes('target')).flatMap((bend) => bend.windows);
  const lost = (of: typeof windows): Seconds => take.duration - new TimeWarp(of).tau(take.duration);
  const hitStopTotal = lost(windows.filter(({ rate }) => rate === 0));
  return { hitStopTotal, slowedBy: Math.max(0, lost(windows) - hitStopTotal) };
}
