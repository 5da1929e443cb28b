import type { PoseFrame } from '../../contract.js';
import { clampedEasing, eased, type Easing } from '../../maths/easing.js';
import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { poses } from '../../take/frame.js';
import { readEasing } from '../../take/readEasing.js';
import { readList, readNumber } from '../../take/compileReferences.js';
import type { Fraction, Seconds } from '../../units.js';

export type PoseName = keyof PoseFrame;

/** How its actor's body is at an instant of a move, and how it goes on from there to the next one. */
export interface MoveKey {
  /** Seconds since the move began; a move that is held stands still there. */
  readonly at: Seconds;
  /** The pose it is in, and how far; undefined for none. */
  readonly pose: PoseName | undefined;
  readonly amount: Fraction;
  /** How it goes from this one to the next. */
  readonly ease: Easing;
  /** The clip that shows from here on, until the next key; undefined for none. */
  readonly clip: string | undefined;
}

export const keyLimits = { keys: 32 } as const;

/** Reads a move's keys, in order of time. Throws DocumentError with the path of the first place that cannot be used. */
export function compileKeys(raw: unknown, path: DocumentPath, most: Seconds, clips: readonly string[]): readonly MoveKey[] {
  return readList(raw, path, keyLimits.keys)
    .map((key, i): MoveKey => {
      const place = [...path, i];
      const { pose, clip } = key;
      if (pose !== undefined && !poses.includes(pose as PoseName))
        throw new DocumentError([...place, 'pose'], `expected one of ${poses.join(', ')}, found ${show(pose)}`);
      if (clip !== undefined && !clips.includes(clip as string))
        throw new DocumentError(
          [...place, 'clip'],
          `expected a clip of the actor (${clips.join(', ') || 'it has none'}), found ${show(clip)}`,
        );
      return {
        at: readNumber(key['at'], [...place, 'at'], 0, most),
        pose: pose as PoseName | undefined,
        amount: readNumber(key['amount'] ?? 1, [...place, 'amount'], 0, 1),
        ease: clampedEasing(readEasing(key['ease'], [...place, 'ease']), 0, 1),
        clip: clip as string | undefined,
      };
    })
    .sort((a, b) => a.at - b.at);
}

/** What keys write: how far a body is in each pose and for how long, the clip that it shows and how old that is. */
export interface Keyed {
  readonly pose: PoseFrame;
  readonly poseAge: PoseFrame;
  clip: string;
  clipAge: Seconds;
}

/** An amount and an age: numbers in a cell are never boxed. */
const level = new Float64Array(2);

/**
 * Writes how a body is by a move's keys at the age in a cell: from rest before the first key, by each key's easing on to the next,
 * as the last one says after it. Where the body is further in a pose already, it stays so. Allocates nothing.
 */
export function keyInto(keys: readonly MoveKey[], age: Float64Array, out: Keyed): void {
  let last = -1;
  while (last + 1 < keys.length && keys[last + 1].at <= age[0]) last++;
  const from = last < 0 ? undefined : keys[last];
  const next = last + 1 < keys.length ? keys[last + 1] : undefined;
  const begun = from ? from.at : 0;
  const share = next ? (age[0] - begun) / (next.at - begun) : 0;
  const on = !next ? 0 : from ? eased(from.ease, share) : share;
  const since = age[0] - begun;
  if (from?.clip !== undefined) {
    out.clip = from.clip;
    out.clipAge = since;
  }
  const left = from?.pose === undefined ? 0 : from.amount;
  const coming = next?.pose === undefined ? 0 : next.amount;
  level[1] = since;
  if (from?.pose !== undefined && from.pose === next?.pose) {
    level[0] = left + (coming - left) * on;
    return put(out, from.pose);
  }
  level[0] = left * (1 - on);
  put(out, from?.pose);
  level[0] = coming * on;
  level[1] = 0;
  put(out, next?.pose);
}

/** By their names written out: a number under a name that is looked up would be boxed. */
function put({ pose, poseAge }: Keyed, name: PoseName | undefined): void {
  if (name === 'hurt' && level[0] > pose.hurt) {
    pose.hurt = level[0];
    poseAge.hurt = level[1];
  } else if (name === 'lunge' && level[0] > pose.lunge) {
    pose.lunge = level[0];
    poseAge.lunge = level[1];
  } else if (name === 'guard' && level[0] > pose.guard) {
    pose.guard = level[0];
    poseAge.guard = level[1];
  } else if (name === 'fall' && level[0] > pose.fall) {
    pose.fall = level[0];
    poseAge.fall = level[1];
  }
}
