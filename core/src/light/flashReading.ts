import type { Fraction, Seconds } from '../units.js';
import type { LightPainter } from './lightPainter.js';
import type { AnyFrame } from './litStage.js';
import { flashLimits } from './flashLimits.js';
import { FlashWatch, type FlashCountAt } from './flashWatch.js';
import type { LightCanvas } from './lightCanvas.js';

/** What can be looked at from beginning to end. */
export interface Watched {
  readonly start: Seconds;
  readonly duration: Seconds;
  /** The frame is another one at the next instant. */
  readonly sample: (t: Seconds) => AnyFrame;
}

/** Cells across the view that flashes are counted in. */
export const lightColumns = 96;
/** Frames a second that are looked at: those that a display shows. */
export const watchedRate = 60;
/** Seconds that are looked at the most. */
export const watchedLimit: Seconds = 60;

/** Frames at which a run is looked at: the display’s, contact among them, from the one before anything begins. */
export function watchedInstants({ start, duration }: Pick<Watched, 'start' | 'duration'>): {
  readonly first: number;
  readonly last: number;
} {
  const first = Math.floor(start * watchedRate + 1e-9) - 1;
  return { first, last: Math.min(Math.ceil(duration * watchedRate - 1e-9) + 1, first + watchedLimit * watchedRate) };
}

/** Whether WCAG 2.2 fails it: more than three flashes in a second, over more than a quarter of a field of 10 degrees. */
export function isOver({ flashes }: FlashCountAt): boolean {
  return flashes > flashLimits.flashes;
}

/** Counts the flashes of a run in pictures that are drawn of it: it yields after each, so that whoever asks can pause. */
export function* watchFlashes(
  run: Watched,
  draw: (frame: AnyFrame) => LightCanvas,
  share?: Fraction,
): Generator<undefined, readonly FlashCountAt[]> {
  const { first, last } = watchedInstants(run);
  let watch: FlashWatch | undefined;
  for (let k = first; k <= last; k++) {
    const canvas = draw(run.sample(k / watchedRate));
    watch ??= new FlashWatch(canvas.columns, canvas.rows, share);
    watch.add(k / watchedRate, canvas);
    yield undefined;
  }
  return watch?.worst() ?? [];
}

/** The same at once, drawn by the engine. */
export function readFlashes(run: Watched, painter: LightPainter, share?: Fraction): readonly FlashCountAt[] {
  const steps = watchFlashes(run, (frame) => painter.paint(frame), share);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
