import { actorSchema, sequenceSchema, usesOfActor, usesOfSequence, type Actor, type Sequence } from '../index.js';
import { withAssetReplaced, withPictureReplaced } from './assetEdits.js';

const sequence = sequenceSchema().parse({
  id: 'blow',
  label: 'Blow',
  event: 'hit',
  effects: [
    { kind: 'sound', id: 'crack', clips: ['a', 'b', 'c'] },
    { kind: 'mark', id: 'scorch', picture: 'a' },
    { kind: 'flash', id: 'flash' },
  ],
}) as Sequence;

const assetsOf = (uses: ReturnType<typeof usesOfSequence>): string[] =>
  uses.flatMap(({ collection, id }) => (collection === 'assets' ? [id] : []));

describe('an asset in the place of another', () => {
  it('stands wherever the other was named, once in each list', () => {
    expect(assetsOf(usesOfSequence(withAssetReplaced(sequence, 'a', 'b')))).toEqual(['b', 'c', 'b']);
    expect(assetsOf(usesOfSequence(withAssetReplaced(sequence, 'a', 'z')))).toEqual(['z', 'b', 'c', 'z']);
  });

  it('is waited for by a caption in its place', () => {
    const caption = (text: string): Sequence =>
      sequenceSchema().parse({ ...sequence, effects: [{ kind: 'caption', id: 'cry', text }] }) as Sequence;
    const replaced = withAssetReplaced(caption('a {wait a}{wait 0.2}{signal a}{wait ab}'), 'a', 'z');
    expect(replaced).toEqual(caption('a {wait z}{wait 0.2}{signal a}{wait ab}'));
    expect(assetsOf(usesOfSequence(replaced))).toEqual(['z', 'ab']);
  });

  it('leaves other words of that name, and lists without it, alone', () => {
    const named = sequenceSchema().parse({
      ...sequence,
      effects: [
        { kind: 'caption', id: 'cry', text: 'a' },
        { kind: 'sound', id: 'thud', clips: ['b', 'c'] },
        { kind: 'mark', id: 'scorch', picture: 'a' },
      ],
    }) as Sequence;
    const replaced = withAssetReplaced(named, 'a', 'z');
    expect(replaced.effects[0]).toBe(named.effects[0]);
    expect(replaced.effects[1]).toBe(named.effects[1]);
    expect(replaced.effects[2]).toEqual({ ...named.effects[2], picture: 'z' } as never);
  });

  it('leaves what does not name it as the very same object', () => {
    expect(withAssetReplaced(sequence, 'nobody', 'b')).toBe(sequence);
    expect(withAssetReplaced(sequence, 'a', 'b').effects[2]).toBe(sequence.effects[2]);
  });

  it('shows on a body and on each of its parts', () => {
    const actor: Actor = actorSchema().parse({
      id: 'body',
      label: 'Body',
      role: 'target',
      picture: 'a',
      width: 10,
      height: 10,
      parts: [
        { id: 'head', picture: 'a', pivot: { x: 0, y: 0 } },
        { id: 'foot', picture: 'b', pivot: { x: 0, y: 0 } },
      ],
    });
    expect(assetsOf(usesOfActor(withPictureReplaced(actor, 'a', 'z')))).toEqual(['z', 'z', 'b']);
    expect(withPictureReplaced(actor, 'nobody', 'z')).toBe(actor);
  });
});
