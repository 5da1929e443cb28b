import type { ActorFrame, PartPose, PoseFrame } from '../contract.js';
import { poses, wholeBody } from '../take/frame.js';
import type { Px } from '../units.js';

/** What poses do to the parts of a body, by their ids, as actors have it. */
type Poses = Readonly<Partial<Record<keyof PoseFrame, Readonly<Record<string, PartPose>> | undefined>>>;

/** Where sums are made: numbers of an object would be boxed with every write. */
const sum = new Float64Array(3);

/** Puts into `sum` what a body's poses do to one of its parts: x, y and turn. */
function addPoses(of: Poses, part: string, pose: PoseFrame, forward: 1 | -1): void {
  sum.fill(0);
  for (const name of poses) {
    const amount = pose[name];
    const full = amount > 0 ? of[name]?.[part] : undefined;
    if (!full) continue;
    sum[0] += amount * full.x * forward;
    sum[1] += amount * full.y;
    sum[2] += amount * full.turn * forward;
  }
}

/** The sum of what a body's poses do to one of its parts, or to `whole`, each by how far it is in it; `forward` is where it looks. */
export function posedPart(of: Poses, part: string, pose: PoseFrame, forward: 1 | -1): PartPose {
  addPoses(of, part, pose, forward);
  return { x: sum[0], y: sum[1], turn: sum[2] };
}

/** What the height of the ground is reckoned from. */
interface GroundedActor {
  readonly width: Px;
  readonly height: Px;
  readonly poses: Poses;
}
type GroundedFrame = Pick<ActorFrame, 'y' | 'sunk' | 'pose' | 'rotation' | 'scaleX' | 'scaleY'>;

/**
 * The height of the ground that hides a body while it is sunk. `restY` is the height of its middle at rest, `scale` its size.
 * Allocates nothing.
 */
export function groundHeight(restY: Px, actor: GroundedActor, frame: GroundedFrame, forward: 1 | -1, scale = 1): Px {
  return restY + frame.y - frame.sunk + (actor.height / 2 + lowestEdge(actor, frame, forward)) * scale;
}

/**
 * How far the body's box reaches below the middle of its foot at rest, as it is posed, squashed and turned: 0 while it is upright, half
 * its width while it lies. The ground hides only what is lower, so nothing vanishes as it begins to sink. The greatest y of the corners
 * (±width/2, 0) and (±width/2, −height) after both turns.
 */
function lowestEdge({ width, height, poses: of }: GroundedActor, frame: GroundedFrame, forward: 1 | -1): Px {
  const { pose, rotation, scaleX, scaleY } = frame;
  addPoses(of, wholeBody, pose, forward);
  const inner = (sum[2] * Math.PI) / 180;
  const outer = (rotation * Math.PI) / 180;
  const down = Math.cos(outer) * scaleY;
  const across = Math.sin(outer) * scaleX;
  const wide = across * Math.cos(inner) + down * Math.sin(inner);
  const high = across * Math.sin(inner) - down * Math.cos(inner);
  return (Math.abs(wide) * width) / 2 + Math.max(0, high * height) + across * sum[0] + down * sum[1];
}
