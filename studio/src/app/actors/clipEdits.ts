import type { Actor } from '@undatio/core';
import { cellCount, freeId } from '@undatio/core/internal';
import type { Picture, PoseName } from './actorEdits';
import type { MoveKey } from './moveEdits';

/** What is done to an actor's clips. Pure: who calls puts it in place. */

export type Clip = NonNullable<Actor['clips']>[number];

export function clipsOf({ clips = [] }: Pick<Actor, 'clips'>): readonly Clip[] {
  return clips;
}

/** One more clip, of all the cells of a picture, twelve a second. */
export function withNewClip(actor: Actor, picture: Picture, label = 'clip'): Actor {
  const id = freeId(label, new Set(clipsOf(actor).map((clip) => clip.id)), 'clip');
  const cells = Array.from({ length: cellCount(picture) }, (_, i) => i);
  return { ...actor, clips: [...clipsOf(actor), { id, picture: picture.id, cells, rate: 12, loop: false }] };
}

/** With a clip changed; under another id, the poses and the keys of moves that show it name that. */
export function withClip(actor: Actor, id: string, change: Partial<Clip>): Actor {
  const clips = clipsOf(actor).map((clip) => (clip.id === id ? { ...clip, ...change } : clip));
  const renamed = change.id !== undefined && change.id !== id;
  return {
    ...actor,
    clips,
    ...(renamed && actor.poseClips && { poseClips: mapped(actor.poseClips, (shown) => (shown === id ? change.id : shown)) }),
    ...(renamed && withKeyClips(actor, id, change.id)),
  };
}

/** Without a clip, in its poses and the keys of its moves too. */
export function withoutClip({ clips: _, poseClips, ...actor }: Actor, id: string): Actor {
  const clips = clipsOf({ clips: _ }).filter((clip) => clip.id !== id);
  const kept = mapped(poseClips ?? {}, (shown) => (shown === id ? undefined : shown));
  return {
    ...actor,
    ...(clips.length > 0 && { clips }),
    ...(Object.keys(kept).length > 0 && { poseClips: kept }),
    ...withKeyClips(actor, id, undefined),
  };
}

/** An actor's moves with another clip, or none, where their keys have this one; nothing where none has it. */
function withKeyClips({ moves }: Pick<Actor, 'moves'>, id: string, instead: string | undefined): Pick<Actor, 'moves'> {
  if (!moves?.some(({ keys = [] }) => keys.some(({ clip }) => clip === id))) return {};
  const changed = ({ clip, ...key }: MoveKey): MoveKey => {
    const shown = clip === id ? instead : clip;
    return shown === undefined ? key : { ...key, clip: shown };
  };
  return { moves: moves.map((move) => (move.keys ? { ...move, keys: move.keys.map(changed) } : move)) };
}

/** With a clip shown in a pose, or, without one, moved parts alone. */
export function withPoseClip({ poseClips, ...actor }: Actor, pose: PoseName, clip: string | undefined): Actor {
  const { [pose]: _, ...others } = poseClips ?? {};
  const kept: NonNullable<Actor['poseClips']> = clip === undefined ? others : { ...others, [pose]: clip };
  return { ...actor, ...(Object.keys(kept).length > 0 && { poseClips: kept }) };
}

function mapped(poseClips: NonNullable<Actor['poseClips']>, change: (clip: string) => string | undefined): NonNullable<Actor['poseClips']> {
  return Object.fromEntries(
    Object.entries(poseClips).flatMap(([pose, clip]) => {
      const after = change(clip);
      return after === undefined ? [] : [[pose, after]];
    }),
  );
}

/** Which place of its run a clip shows, seen again and again; one that does not loop rests on its last cell for half a second. */
export function placeInLoop({ cells, rate, loop }: Clip, seconds: number): number {
  const rest = loop ? 0 : 0.5;
  const round = cells.length / rate + rest;
  return Math.min(cells.length - 1, Math.floor((seconds % round) * rate + 1e-9));
}
