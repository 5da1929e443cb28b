import type { Clip, ClipFrame, PoseFrame, ShownCell } from '../contract.js';
import type { Seconds } from '../units.js';
import { poses } from './frame.js';

/** What an actor may show. */
export interface Shown {
  readonly picture: string;
  readonly cell?: number | undefined;
  readonly clips?: readonly Clip[] | undefined;
  readonly poseClips?: Readonly<Partial<Record<keyof PoseFrame, string | undefined>>> | undefined;
  readonly healthLooks?: readonly Worn[] | undefined;
}

/** A look, by its health or by a rule. */
interface Worn {
  readonly id: string;
  readonly picture?: string | undefined;
  readonly cell?: number | undefined;
  readonly clip?: string | undefined;
}

/**
 * Writes into `out` the picture and the cell of it that a body shows: that of the clip that its move shows; else that of the clip of
 * the strongest of its poses that has
 * one (of two alike, the first in the order hurt, lunge, guard, fall); else that of the look which it wears; else its own. A
 * clip shows cell ⌊age · rate⌋ of its run, from the beginning again when it loops, and its last one otherwise; that of a look
 * is as old as `seconds` says.
 */
export function shownCell(actor: Shown, body: ClipFrame, out: ShownCell, look = '', seconds: Seconds = 0): ShownCell {
  out.picture = actor.picture;
  out.cell = actor.cell ?? 0;
  out.clip = undefined;
  out.look = undefined;
  const shows = clipOf(actor, body.clip);
  if (shows) {
    showClip(shows, body.clipAge ?? 0, out);
    out.clip = shows.id;
    return out;
  }
  const { poseClips } = actor;
  let shown: keyof PoseFrame = poses[0];
  let strongest = 0;
  if (poseClips)
    for (const pose of poses) {
      if (!poseClips[pose] || body.pose[pose] <= strongest) continue;
      strongest = body.pose[pose];
      shown = pose;
    }
  const clip = clipOf(actor, strongest > 0 ? poseClips?.[shown] : undefined);
  if (clip) {
    showClip(clip, body.poseAge[shown], out);
    out.clip = clip.id;
    return out;
  }
  const worn = look === '' ? undefined : actor.healthLooks?.find(({ id }) => id === look);
  if (!worn) return out;
  const own = clipOf(actor, worn.clip);
  if (own) showClip(own, seconds, out);
  else if (worn.picture === undefined && worn.cell === undefined) return out;
  else {
    out.picture = worn.picture ?? actor.picture;
    out.cell = worn.cell ?? 0;
  }
  out.look = worn.id;
  return out;
}

function clipOf({ clips }: Shown, wanted: string | undefined): Clip | undefined {
  return wanted === undefined ? undefined : clips?.find(({ id }) => id === wanted);
}

function showClip({ picture, cells, rate, loop }: Clip, age: Seconds, out: ShownCell): void {
  // A billionth of a cell is nothing but the rounding of the product.
  const i = Math.floor(age * rate + 1e-9);
  out.picture = picture;
  out.cell = cells[loop ? i % cells.length : Math.min(i, cells.length - 1)];
}
