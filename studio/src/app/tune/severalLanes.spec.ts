import type { Effect, Sequence } from '@undatio/core';
import { effectKinds, effectSchemaOf } from '@undatio/core/internal';
import { projectWith } from '../../testing';
import { between, freeToMove, withEach, withFieldOfEach, withMoved, withoutEach } from './severalLanes';

const [sequence] = projectWith([
  { kind: 'flash', id: 'a', delay: 0.1 },
  { kind: 'squash', id: 'b', delay: 0.2, anchor: { to: 'end', effect: 'a' } },
  { kind: 'shake', id: 'c', delay: { range: [0.1, 0.3] }, anchor: { to: 'start', effect: 'b' } },
  { kind: 'ring', id: 'd', delay: 0.4 },
]).sequences as [Sequence];
const delays = ({ effects }: Sequence): unknown[] => effects.map(({ delay }: Effect) => delay);

describe('several lanes', () => {
  it('move together, and what hangs on one of them once', () => {
    expect([...freeToMove(sequence.effects, new Set(['a', 'c', 'd']))]).toEqual(['a', 'd']);
    expect([...freeToMove(sequence.effects, new Set(['b', 'd']))]).toEqual(['b', 'd']);
    const moved = withMoved(sequence, sequence.effects, new Set(['a', 'b', 'd']), 0.05);
    expect(delays(moved)).toEqual([0.15, 0.2, { range: [0.1, 0.3] }, 0.45]);
  });

  it('are moved from where they stood when the drag began, so that no rounding adds up', () => {
    const ids = new Set(['d']);
    const once = withMoved(sequence, sequence.effects, ids, 0.01);
    expect(delays(withMoved(once, sequence.effects, ids, 0.02))[3]).toBe(0.42);
  });

  it('keep what else was changed of them meanwhile', () => {
    const muted = withEach(sequence, new Set(['d']), (effect) => ({ ...effect, muted: true }));
    const moved = withMoved(muted, sequence.effects, new Set(['d']), 0.1);
    expect([moved.effects[3].muted, moved.effects[3].delay]).toEqual([true, 0.5]);
  });

  it('get the same new value of a field, if they have that field and accept the value', () => {
    const all = new Set(['a', 'b', 'c', 'd']);
    expect(delays(withFieldOfEach(sequence, 'a', all, 'delay', 0.25))).toEqual([0.25, 0.25, 0.25, 0.25]);
    expect(delays(withFieldOfEach(sequence, 'a', new Set(['a']), 'delay', 0.25)).slice(1)).toEqual(delays(sequence).slice(1));
    // Only the flash has a colour. The amount of a squash has another unit, so it stays.
    const coloured = withFieldOfEach(sequence, 'a', all, 'colour', '#ff0000');
    expect(coloured.effects.map((effect) => 'colour' in effect && effect.colour)).toEqual(['#ff0000', false, false, false]);
    const stronger = withFieldOfEach(sequence, 'a', all, 'amount', 0.25);
    expect(stronger.effects.map((effect) => 'amount' in effect && effect.amount)).toEqual([0.25, -0.28, false, false]);
    // An anchor to a chosen lane is set on the edited lane only.
    const hung = withFieldOfEach(sequence, 'd', all, 'anchor', { to: 'start', effect: 'a' });
    expect(hung.effects.map(({ anchor }) => ('effect' in anchor ? anchor.effect : ''))).toEqual(['', 'a', 'b', 'a']);
    // Lanes that cannot be that long keep their duration.
    for (const one of withFieldOfEach(sequence, 'c', all, 'duration', 4).effects)
      expect(effectSchemaOf(effectKinds[one.kind]).safeParse(one).success).toBeTrue();
  });

  it('go together, and leave in its place what hung on them', () => {
    const left = withoutEach(sequence, new Set(['a', 'd']), (id) => (id === 'b' ? 0.42 : undefined));
    expect(left.effects.map(({ id, anchor, delay }) => [id, anchor.to, delay])).toEqual([
      ['b', 'contact', 0.42],
      ['c', 'start', { range: [0.1, 0.3] }],
    ]);
  });

  it('are chosen from one to another, either way', () => {
    expect(between(sequence.effects, 'b', 'd')).toEqual(['b', 'c', 'd']);
    expect(between(sequence.effects, 'd', 'b')).toEqual(['b', 'c', 'd']);
    expect(between(sequence.effects, 'gone', 'b')).toEqual(['b']);
  });
});
