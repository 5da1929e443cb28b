import type { PartPose, PoseFrame } from '../contract.js';
import { poses } from '../take/frame.js';

/** What poses do to the parts of a body, by their ids, as actors have it. */
type Poses = Readonly<Partial<Record<keyof PoseFrame, Readonly<Record<string, PartPose>> | undefined>>>;

/** The sum of what a body's poses do to one of its parts, or to `whole`, each by how far it is in it; `forward` is where it looks. */
export function posedPart(of: Poses, part: string, pose: PoseFrame, forward: 1 | -1): PartPose {
  let [x, y, turn] = [0, 0, 0];
  for (const name of poses) {
    const amount = pose[name];
    const full = amount > 0 ? of[name]?.[part] : undefined;
    if (!full) continue;
    x += amount * full.x * forward;
    y += amount * full.y;
    turn += amount * full.turn * forward;
  }
  return { x, y, turn };
}
