import { actorSchema, assetSchema, type Actor } from '@undatio/core';
import type { Picture } from './actorEdits';
import { placeInLoop, withClip, withNewClip, withoutClip, withPoseClip } from './clipEdits';

const sheet = assetSchema().parse({
  type: 'picture',
  id: 'sheet',
  label: 'Sheet',
  file: 'sheet.png',
  sha256: '0'.repeat(64),
  width: 30,
  height: 10,
  sheet: { by: 'grid', columns: 3, rows: 1, width: 10, height: 10 },
}) as Picture;
const bare: Actor = actorSchema().parse({ id: 'a', label: 'A', role: 'target', picture: 'sheet', width: 10, height: 10 });
const with2 = withNewClip(withNewClip(bare, sheet), sheet);

describe('clips of an actor', () => {
  it('begin with every cell of their picture, under an id of their own', () => {
    expect(with2.clips?.map(({ id, cells }) => [id, cells])).toEqual([
      ['clip', [0, 1, 2]],
      ['clip-2', [0, 1, 2]],
    ]);
    expect(actorSchema().safeParse(with2).success).toBeTrue();
  });

  it('are shown by poses, which follow a new id and lose one that is gone', () => {
    const posed = withPoseClip(withPoseClip(with2, 'hurt', 'clip'), 'fall', 'clip-2');
    const renamed = withClip(posed, 'clip', { id: 'reel', rate: 20 });
    expect(renamed.poseClips).toEqual({ hurt: 'reel', fall: 'clip-2' });
    expect(renamed.clips?.[0]).toEqual({ id: 'reel', picture: 'sheet', cells: [0, 1, 2], rate: 20, loop: false });
    const without = withoutClip(renamed, 'reel');
    expect(without.poseClips).toEqual({ fall: 'clip-2' });
    expect(withPoseClip(without, 'fall', undefined).poseClips).toBeUndefined();
    expect(withoutClip(without, 'clip-2')).toEqual(bare);
  });

  it('are shown by keys of moves, which follow a new id and lose one that is gone', () => {
    const moved = { ...with2, moves: [{ id: 'm', windUp: 1, contacts: [], recovery: 0, keys: [{ at: 0, clip: 'clip' }, { at: 1 }] }] };
    const keysOf = (actor: Actor): unknown => actor.moves?.[0].keys;
    expect(keysOf(withClip(moved, 'clip', { id: 'reel' }))).toEqual([{ at: 0, clip: 'reel' }, { at: 1 }]);
    expect(keysOf(withClip(moved, 'clip', { rate: 3 }))).toEqual([{ at: 0, clip: 'clip' }, { at: 1 }]);
    expect(keysOf(withoutClip(moved, 'clip'))).toEqual([{ at: 0 }, { at: 1 }]);
    expect(keysOf(withoutClip(moved, 'clip-2'))).toEqual([{ at: 0, clip: 'clip' }, { at: 1 }]);
  });

  it('play again and again while they are looked at', () => {
    const clip = { id: 'c', picture: 'p', cells: [5, 6, 7, 8], rate: 10, loop: true };
    expect([0, 0.1, 0.39, 0.4, 0.5].map((t) => placeInLoop(clip, t))).toEqual([0, 1, 3, 0, 1]);
    expect([0.39, 0.4, 0.89, 0.91].map((t) => placeInLoop({ ...clip, loop: false }, t))).toEqual([3, 3, 3, 0]);
  });
});
