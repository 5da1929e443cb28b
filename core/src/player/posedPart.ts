import type { ActorFrame, PartPose, PoseFrame } from '../contract.js';
import { poses, wholeBody } from '../take/frame.js';
import type { Px } from '../units.js';

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

/**
 * How far below the middle of its foot at rest the box of a body reaches, as it is posed, squashed and turned: 0 for one that stands
 * upright, half its width for one that lies. The ground hides what sinks below that, so that nothing vanishes at once. The greatest y
 * of the corners (±width/2, 0) and (±width/2, −height) after both turns. Allocates nothing.
 */
export function lowestEdge(
  { width, height, poses: of }: { readonly width: Px; readonly height: Px; readonly poses: Poses },
  { pose, rotation, scaleX, scaleY }: Pick<ActorFrame, 'pose' | 'rotation' | 'scaleX' | 'scaleY'>,
  forward: 1 | -1,
): Px {
  let [x, y, turn] = [0, 0, 0];
  for (const name of poses) {
    const full = pose[name] > 0 ? of[name]?.[wholeBody] : undefined;
    if (!full) continue;
    x += pose[name] * full.x * forward;
    y += pose[name] * full.y;
    turn += pose[name] * full.turn * forward;
  }
  const inner = (turn * Math.PI) / 180;
  const outer = (rotation * Math.PI) / 180;
  const down = Math.cos(outer) * scaleY;
  const across = Math.sin(outer) * scaleX;
  const wide = across * Math.cos(inner) + down * Math.sin(inner);
  const high = across * Math.sin(inner) - down * Math.cos(inner);
  return (Math.abs(wide) * width) / 2 + Math.max(0, high * height) + across * x + down * y;
}
