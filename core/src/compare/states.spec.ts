import fc from 'fast-check';
import { projectWith } from '../testing/projects.js';
import { changeWords } from './changeWords.js';
import { patched, patchOf } from './statePatch.js';

const sequenceOf = (effects: readonly object[]) => projectWith(effects).sequences[0];

describe('what turns one state into the next', () => {
  /** Any JSON, with lists whose entries have ids among it. */
  const json = fc.letrec<{ any: unknown }>((tie) => ({
    any: fc.oneof(
      { depthSize: 'small' },
      fc.constantFrom(0, 1, -2.5, 'a', '', true, false, null),
      fc.array(tie('any'), { maxLength: 4 }),
      fc.dictionary(fc.constantFrom('a', 'b', 'c', 'set', 'keys', '__proto__x'), tie('any'), { maxKeys: 4 }),
      fc.uniqueArray(fc.record({ id: fc.constantFrom('x', 'y', 'z', 'w'), value: tie('any') }), { selector: ({ id }) => id, maxLength: 4 }),
    ),
  })).any;

  it('makes the later state of the earlier one, whatever they are', () => {
    fc.assert(
      fc.property(json, json, (before, after) => {
        const patch = patchOf(before, after);
        if (patch === undefined) expect(after).toEqual(before);
        else expect(patched(before, JSON.parse(JSON.stringify(patch)) as typeof patch)).toEqual(after);
      }),
      { numRuns: 500 },
    );
  });

  it('is nothing between states that say the same', () => {
    fc.assert(fc.property(json, (state) => patchOf(state, JSON.parse(JSON.stringify(state))) === undefined));
  });

  it('is about as large as what changed, however large the document', () => {
    const lanes = Array.from({ length: 200 }, (_, i) => ({ kind: 'shake', id: `shake-${i}` }));
    const before = sequenceOf(lanes);
    const one = { ...before, effects: before.effects.map((effect) => (effect.id === 'shake-90' ? { ...effect, amplitude: 5 } : effect)) };
    expect(JSON.stringify(patchOf(before, one)).length).toBeLessThan(100);
    const without = { ...before, effects: before.effects.filter(({ id }) => id !== 'shake-3') };
    // The order of what is left is told; none of what is in it.
    expect(JSON.stringify(patchOf(before, without)).length).toBeLessThan(200 * 14);
  });

  it('refuses a state that it was not made for', () => {
    expect(() => patched([1], { keys: { a: { set: 1 } } })).toThrowError(TypeError);
    expect(() => patched({ a: 1 }, { at: { 0: { set: 1 } } })).toThrowError(TypeError);
    expect(() => patched([1], { items: {} })).toThrowError(TypeError);
  });
});

describe('changes in words', () => {
  it('are told of lanes in their units, and of a sequence itself', () => {
    const before = sequenceOf([
      { kind: 'shake', id: 'shake', amplitude: 8 },
      { kind: 'flash', id: 'flash' },
    ]);
    const after = { ...sequenceOf([{ kind: 'shake', id: 'shake', amplitude: 5 }]), label: 'A better blow' };
    expect(changeWords(before, after)).toEqual(['shake: Amplitude 8 → 5 px', 'flash: flash removed', 'label Blow → A better blow']);
    expect(changeWords(before, { ...before, effects: [...before.effects].reverse() })).toEqual(['lanes in another order']);
    expect(changeWords(before, before)).toEqual([]);
  });

  it('are told of ladders rung by rung, and of actors field by field', () => {
    const before = {
      id: 'lance-hit',
      event: 'lance-hit',
      rungs: [
        { id: 'parried', then: [] },
        { id: 'hit', then: [{ outcome: 'harm' }] },
      ],
    };
    const after = {
      ...before,
      rungs: [
        { id: 'hit', then: [{ outcome: 'harm', scale: 2 }] },
        { id: 'lit', label: 'Set alight', then: [] },
      ],
    };
    expect(changeWords(before, after)).toEqual([
      'rungs, hit, then, 1, scale none → 2',
      'rungs, Set alight added',
      'rungs, parried removed',
    ]);
    expect(changeWords({ width: 160, spots: { horn: { x: 4, y: 0 } } }, { width: 180, spots: { horn: { x: 6, y: 0 } } })).toEqual([
      'width 160 → 180',
      'spots, horn, x 4 → 6',
    ]);
  });

  it('are counted where there are many', () => {
    const many = (to: number) => ({ list: Array.from({ length: 30 }, (_, i) => ({ id: `e${i}`, value: to })) });
    const lines = changeWords(many(1), many(2));
    expect(lines.length).toBe(8);
    expect(lines[7]).toBe('and 23 more');
  });

  it('takes a value that is undefined for none', () => {
    expect(patchOf({ a: undefined, b: 1 }, { b: 1, c: undefined })).toBeUndefined();
    expect(patchOf({ a: undefined }, { a: 1 })).toEqual({ keys: { a: { set: 1 } } });
    expect(Object.keys(patchOf({ a: 2 }, { a: 1 }) ?? {})).toEqual(['keys']);
    expect(patchOf({ a: 1, b: 2 }, { a: undefined, b: 2 })).toEqual({ keys: {}, gone: ['a'] });
    expect(patchOf({}, { a: 1 })).toEqual({ keys: { a: { set: 1 } } });
    // What every record has by its kind is not in it.
    expect(patchOf({}, JSON.parse('{"toString":1}'))).toEqual({ keys: { toString: { set: 1 } } } as never);
  });
});
