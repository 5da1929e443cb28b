import { type Effect } from '@undatio/core';
import { tidy, type TimedFiring } from '@undatio/core/internal';
import { movedBy, strengthenedBy, stretchedBy } from '../sequenceEdits';
import { snap, type SnapTargets } from './snapping';
import type { TimeAxis } from './timeAxis';

export type DragPart = 'move' | 'start' | 'end' | 'strength';

/** What stood under the pointer when a drag began. Every move is worked out from it, so that no rounding adds up. */
export interface DragStart {
  readonly part: DragPart;
  readonly effect: Effect;
  readonly firings: readonly TimedFiring[];
  /** Pointer place in px, within the lane's body. */
  readonly x: number;
  readonly y: number;
}

/** Shorter than this nothing can be grabbed again. */
const shortest = 0.001;

/** The effect as it is when the pointer stands at (`x`, `y`). `free` ignores everything that snaps. */
export function dragTo(drag: DragStart, x: number, y: number, axis: TimeAxis, targets: SnapTargets, free: boolean): Effect {
  const { effect, firings, part } = drag;
  if (part === 'strength') return strengthenedBy(effect, Math.exp((drag.y - y) / 60));
  if (part === 'move') return movedBy(effect, movedTo(drag, x, axis, targets, free));
  const first = firings[0];
  const last = firings[firings.length - 1];
  const landed = landing(drag, part === 'end' ? last.end : first.start, x, axis, targets, free);
  if (part === 'end') return stretched(effect, last, last.start, landed);
  const start = Math.min(landed, first.end - shortest);
  return movedBy(stretched(effect, first, start, first.end), tidy(start - first.start));
}

/** Seconds by which a lane that is dragged along has moved. */
export function movedTo(drag: DragStart, x: number, axis: TimeAxis, targets: SnapTargets, free: boolean): number {
  const edge = drag.firings[0].start;
  return tidy(landing(drag, edge, x, axis, targets, free) - edge);
}

/** Where an edge lands when the pointer stands at `x`. */
function landing(drag: DragStart, edge: number, x: number, axis: TimeAxis, targets: SnapTargets, free: boolean): number {
  const wanted = axis.t(axis.x(edge) + x - drag.x);
  return free ? wanted : snap(wanted, targets, (t) => axis.x(t));
}

/** The effect with its firing made to last from `start` to `end`, measured on the clock it runs by. */
function stretched(effect: Effect, timed: TimedFiring, start: number, end: number): Effect {
  const tau = (t: number): number => timed.warp?.tau(t) ?? t;
  const seconds = Math.max(shortest, tau(end) - tau(start));
  return stretchedBy(effect, timed.firing.extent > 0 ? seconds / timed.firing.extent : 1, tidy(seconds));
}
