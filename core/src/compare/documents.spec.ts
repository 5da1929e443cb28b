import fc from 'fast-check';
import { projectWith } from '../testing/projects.js';
import { numbersOf, valueAt, withValueAt } from './documentNumbers.js';
import { partDifferences, withPartOf } from './documentParts.js';

const rung = (id: string, points: number) => ({ id, label: id, when: [], then: [{ outcome: 'harm', points }] });
const ladder = (...rungs: readonly ReturnType<typeof rung>[]) => ({ id: 'blow', event: 'blow', rungs });

/** A document of fields and lists with ids. */
const documents = fc.record(
  {
    id: fc.constant('same'),
    note: fc.string({ maxLength: 3 }),
    size: fc.double({ noNaN: true, noDefaultInfinity: true }),
    rungs: fc.uniqueArray(
      fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd'), points: fc.integer(), at: fc.array(fc.integer(), { maxLength: 3 }) }),
      {
        selector: ({ id }) => id,
        maxLength: 4,
      },
    ),
  },
  { requiredKeys: ['id'] },
);

describe('the parts of a document', () => {
  it('differ one by one: rungs as they are called, fields by their names', () => {
    const before = { ...ladder(rung('parry', 0), rung('hit', 8)), note: 'old' };
    const after = ladder(rung('hit', 12), rung('graze', 2));
    expect(partDifferences(before, after)).toEqual([
      { field: 'rungs', entry: 'hit', name: 'hit', sort: 'rungs', change: 'changed', words: ['then, 1, points 8 → 12'] },
      { field: 'rungs', entry: 'graze', name: 'graze', sort: 'rungs', change: 'added', words: [] },
      { field: 'rungs', entry: 'parry', name: 'parry', sort: 'rungs', change: 'removed', words: [] },
      { field: 'note', name: 'note', sort: '', change: 'removed', words: [] },
    ]);
  });

  it('tell another order, and a field that holds one value', () => {
    expect(
      partDifferences(ladder(rung('a', 1), rung('b', 2)), ladder(rung('b', 2), rung('a', 1))).map(({ name, words }) => [name, words]),
    ).toEqual([['rungs', ['in another order']]]);
    expect(partDifferences({ id: 'x', length: 4 }, { id: 'x', length: 6 }).map(({ name, words }) => [name, words])).toEqual([
      ['length', ['4 → 6']],
    ]);
  });

  it('of a sequence are lanes, in units, and a lane that is taken leaves what it hung on', () => {
    const [before] = projectWith([{ kind: 'shake', id: 'shake', amplitude: 8 }]).sequences;
    const [after] = projectWith([
      { kind: 'shake', id: 'shake', amplitude: 5 },
      { kind: 'flash', id: 'flash', anchor: { to: 'end', effect: 'shake' } },
    ]).sequences;
    expect(partDifferences(before, after).map(({ name, change, words }) => [name, change, words])).toEqual([
      ['shake', 'changed', ['Amplitude 8 → 5 px']],
      ['flash', 'added', []],
    ]);
    const taken = withPartOf({ ...before, effects: [] }, after, { field: 'effects', entry: 'flash' });
    expect(taken.effects.map(({ id, anchor }) => [id, anchor])).toEqual([['flash', { to: 'contact' }]]);
  });

  it('taken one after another make the other state, whatever the two are', () => {
    fc.assert(
      fc.property(documents, documents, (before, after) => {
        let made: object = before;
        // Taken until nothing differs: another order is told only when nothing else does.
        for (let i = 0; i < 12; i++) {
          const part = partDifferences(made, after).at(0);
          if (!part) break;
          made = withPartOf(made, after, part);
        }
        // A list that is empty says the same as none.
        const bare = (one: object) =>
          Object.fromEntries(Object.entries(one).filter(([, value]) => !(Array.isArray(value) && value.length === 0)));
        expect(bare(made)).toEqual(bare(after));
      }),
    );
  });

  it('take their place behind the one that they stand behind there', () => {
    const there = ladder(rung('parry', 0), rung('armour', 1), rung('hit', 8));
    const here = ladder(rung('parry', 0), rung('graze', 2), rung('hit', 8));
    expect(withPartOf(here, there, { field: 'rungs', entry: 'armour' }).rungs.map(({ id }) => id)).toEqual([
      'parry',
      'armour',
      'graze',
      'hit',
    ]);
    expect(withPartOf(here, there, { field: 'rungs', entry: 'graze' }).rungs.map(({ id }) => id)).toEqual(['parry', 'hit']);
  });
});

describe('the numbers of a document', () => {
  const drill = {
    id: 'drill',
    length: 4,
    parts: [{ id: 'arm', pivot: { x: 3, y: 4 } }],
    script: [{ at: 0.5, event: 'heavy', payload: { damage: 12 } }, { at: 1 }],
    rungs: [rung('parry', 3)],
  };

  it('are told with the words of the place where they stand', () => {
    expect(numbersOf(drill, ['parts']).map(({ words, value }) => `${words}: ${value}`)).toEqual([
      'length: 4',
      'script, 1 heavy, at: 0.5',
      'script, 1 heavy, payload, damage: 12',
      'script, 2, at: 1',
      'parry, then, 1 harm, points: 3',
    ]);
  });

  it('are each read and written alone', () => {
    fc.assert(
      fc.property(documents, fc.integer(), (document, value) => {
        for (const { path, value: before } of numbersOf(document)) {
          expect(valueAt(document, path)).toBe(before);
          const changed = withValueAt(document, path, value);
          expect(changed && numbersOf(changed)).toEqual(
            numbersOf(document).map((one) => (JSON.stringify(one.path) === JSON.stringify(path) ? { ...one, value } : one)),
          );
        }
      }),
    );
  });

  it('are not there any more where what they stood in is gone', () => {
    expect(withValueAt(drill, ['rungs', 'gone', 'then', 0, 'points'], 1)).toBeUndefined();
    expect(withValueAt(drill, ['script', 7, 'at'], 1)).toBeUndefined();
    expect(withValueAt(drill, ['length', 'deeper'], 1)).toBeUndefined();
    expect(valueAt(drill, ['rungs', 'gone'])).toBeUndefined();
  });
});
