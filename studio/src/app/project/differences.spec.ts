import type { Sequence } from '@undatio/core';
import { sequenceWith } from '../../testing';
import { differencesOf, mixOf } from './differences';

const base = sequenceWith([
  { kind: 'flash', id: 'flash' },
  { kind: 'shake', id: 'shake' },
]);
const [flash, shake] = base.effects;
const added = sequenceWith([{ kind: 'kick', id: 'kick' }]).effects[0];
const mine: Sequence = { ...base, note: 'mine', effects: [{ ...flash, delay: 0.1 }, shake, added] };
const theirs: Sequence = { ...base, effects: [flash, { ...shake, delay: 0.2, muted: true }] };

describe('two states of one sequence', () => {
  it('are told apart lane by lane, field by field', () => {
    expect(differencesOf(mine, theirs)).toEqual([
      { part: 'note', label: 'note', fields: [{ name: 'note', mine: 'mine', theirs: '' }] },
      { part: 'lane flash', label: 'flash', fields: [{ name: 'delay', mine: '0.1', theirs: '0' }] },
      {
        part: 'lane shake',
        label: 'shake',
        fields: [
          { name: 'muted', mine: 'false', theirs: 'true' },
          { name: 'delay', mine: '0', theirs: '0.2' },
        ],
      },
      { part: 'lane kick', label: 'kick', fields: [{ name: 'lane', mine: 'this kick', theirs: '–' }] },
    ]);
    expect(differencesOf(mine, { ...mine, effects: [...mine.effects] })).toEqual([]);
  });

  it('are mixed as it is chosen, each part whole', () => {
    expect(mixOf(mine, theirs, new Set())).toEqual(mine);
    const all = new Set(differencesOf(mine, theirs).map(({ part }) => part));
    expect(mixOf(mine, theirs, all)).toEqual(theirs);
    const mixed = mixOf(mine, theirs, new Set(['lane shake'])) as Sequence;
    expect(mixed).toEqual({ ...mine, effects: [mine.effects[0], theirs.effects[1], added] });
    // A lane that only one of them has comes or goes.
    expect((mixOf(theirs, mine, new Set(['lane kick'])) as Sequence).effects.map(({ id }) => id)).toEqual(['flash', 'shake', 'kick']);
    expect((mixOf(mine, theirs, new Set(['lane kick'])) as Sequence).effects.map(({ id }) => id)).toEqual(['flash', 'shake']);
  });

  it('may differ in nothing but the order of their lanes', () => {
    const turned = { ...base, effects: [shake, flash] };
    const [difference, ...more] = differencesOf(base, turned);
    expect([difference.label, difference.fields[0].mine, more.length]).toEqual(['order of the lanes', 'flash, shake', 0]);
    expect(mixOf(base, turned, new Set([difference.part]))).toEqual(turned);
  });
});
