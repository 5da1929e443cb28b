import type { Clip, ClipFrame, PoseFrame, ShownCell } from '../contract.js';
import { poses } from './frame.js';

/** What an actor may show. */
export interface Shown {
  readonly picture: string;
  readonly cell?: number | undefined;
  readonly clips?: readonly Clip[] | undefined;
  readonly poseClips?: Readonly<Partial<Record<keyof PoseFrame, string | undefined>>> | undefined;
}

/**
 * Writes into `out` the picture and the cell of it that a body shows: that of the clip of the strongest of its poses that has
 * one (of two alike, the first in the order hurt, lunge, guard, fall), and its own where there is none. A clip shows cell
 * ⌊age · rate⌋ of its run, from the beginning again when it loops, and its last one otherwise.
 */
export function shownCell(actor: Shown, body: ClipFrame, out: ShownCell): ShownCell {
  out.picture = actor.picture;
  out.cell = actor.cell ?? 0;
  out.clip = undefined;
  const { clips, poseClips } = actor;
  if (!clips || !poseClips) return out;
  let shown: keyof PoseFrame = poses[0];
  let strongest = 0;
  for (const pose of poses) {
    if (!poseClips[pose] || body.pose[pose] <= strongest) continue;
    strongest = body.pose[pose];
    shown = pose;
  }
  const wanted = strongest > 0 ? poseClips[shown] : undefined;
  const clip = wanted === undefined ? undefined : clips.find(({ id }) => id === wanted);
  if (!clip) return out;
  // A billionth of a cell is nothing but the rounding of the product.
  const i = Math.floor(body.poseAge[shown] * clip.rate + 1e-9);
  const { length } = clip.cells;
  out.picture = clip.picture;
  out.cell = clip.cells[clip.loop ? i % length : Math.min(i, length - 1)];
  out.clip = clip.id;
  return out;
}
