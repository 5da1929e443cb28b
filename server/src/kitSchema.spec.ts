import { Ajv2020 } from 'ajv/dist/2020.js';
import { kitDocument, kitJsonSchema, kitSchema, type EffectName } from '@undatio/core';
import { effectKinds, fieldsOfKind, newEffect } from '@undatio/core/internal';
import { projectWith } from '@undatio/core/testing/projects';

/** The schema that ships with kits, as a validator of another's hand reads it, against the schemas that it is made from. */
describe('kit.schema.json', () => {
  const validate = new Ajv2020({ strict: false }).compile(kitJsonSchema());
  const kinds = Object.keys(effectKinds) as EffectName[];

  /** The one effect of a kit as it is shipped, with every default filled in, and kits that have another in its place. */
  function kitOf(kind: EffectName): { effect: Record<string, unknown>; kitWith(effect: object): object } {
    const made = newEffect(kind, 'one', { clip: 'crack', picture: 'mosshell' });
    const kit = kitDocument(projectWith([made as object]));
    const [sequence] = kit.sequences;
    return {
      effect: { ...sequence.effects[0] },
      kitWith: (effect) => ({ ...kit, sequences: [{ ...sequence, effects: [effect] }] }),
    };
  }

  /** Whether both say of a kit what is expected. */
  function expectVerdict(kit: object, fits: boolean, about: string): void {
    expect(validate(kit)).withContext(`as JSON Schema: ${about}`).toBe(fits);
    expect(kitSchema().safeParse(kit).success).withContext(`as it is read: ${about}`).toBe(fits);
  }

  it('says no kind and no rule in more than 5 kB, and what they share in 30 kB: a further kind always has room', () => {
    const { $defs, ...shared } = kitJsonSchema() as { $defs: Record<string, unknown> };
    const sizes = Object.entries($defs).map(([name, part]) => [name, JSON.stringify(part).length] as const);
    expect(sizes.filter(([, size]) => size > 5000)).toEqual([]);
    expect(JSON.stringify(shared).length).toBeLessThan(30_000);
  });

  for (const kind of kinds) {
    it(`takes and refuses of ${kind} what is taken and refused when it is read`, () => {
      const { effect, kitWith } = kitOf(kind);
      const tried = (name: string, value: unknown, fits: boolean): void =>
        expectVerdict(kitWith({ ...effect, [name]: value }), fits, `${name}: ${JSON.stringify(value)}`);
      expectVerdict(kitWith(effect), true, 'its defaults');
      tried('unheardOf', 1, false);
      tried('on', 'nobody', false);
      tried('muted', 'no', false);
      tried('label', 7, false);
      for (const name of Object.keys(effect)) {
        const { [name]: _, ...others } = effect;
        expect(validate(kitWith(others)))
          .withContext(`without ${name}`)
          .toBeFalse();
      }
      for (const [name, field] of Object.entries(fieldsOfKind(effectKinds[kind]))) {
        if (field.control !== 'value') continue;
        const { min, max } = field;
        const drive = { drive: 'damage', in: [0, 1] };
        for (const value of [
          min,
          max,
          { range: [min, max] },
          { ...drive, out: [max, min] },
          { ...drive, out: [min, max], ease: 'ease-in' },
        ])
          tried(name, value, true);
        const wrong = [
          min - 1,
          max + 1,
          'much',
          null,
          [min, max],
          {},
          { range: [min - 1, max] },
          { range: [min, max + 1] },
          { range: [min] },
          { range: [min, max, max] },
          { range: ['low', max] },
          { range: [min, max], ease: 'ease-in' },
          { ...drive, out: [min - 1, max] },
          { ...drive, out: [min, max + 1] },
          { ...drive, out: [min] },
          { drive: 'damage', out: [min, max] },
          { ...drive, drive: '0', out: [min, max] },
        ];
        for (const value of wrong) tried(name, value, false);
      }
    });
  }

  it('takes and refuses of a rule’s amounts what is taken and refused when it is read', () => {
    const { effect, kitWith } = kitOf('flash');
    const tried = (points: unknown, fits: boolean): void => {
      const rungs = [{ id: 'hurt', when: [], then: [{ outcome: 'harm', of: 'target', points }], goesOn: false }];
      const kit = { ...kitWith(effect), responses: [{ id: 'hit', event: 'lance-hit', rungs }] };
      expectVerdict(kit, fits, JSON.stringify(points));
    };
    const harm = { read: 'harm' };
    const fitting = [
      0,
      1e6,
      { range: [1, 2] },
      { of: harm },
      { of: harm, times: -2, plus: -1e6 },
      { of: harm, in: [0, 1e6], out: [0, 1e6] },
    ];
    for (const points of fitting) tried(points, true);
    const wrong = [
      -1,
      1e6 + 1,
      'all',
      {},
      { range: [-1, 2] },
      { range: [1] },
      { of: harm, times: 1001 },
      { of: harm, plus: 1e6 + 1 },
      { of: harm, in: [-1e6 - 1, 1], out: [0, 1] },
      { of: harm, in: [0, 1], out: [-1, 1] },
      { of: harm, in: [0, 1] },
      { of: { read: 'the weather' } },
      { of: harm, times: 1, ease: 'linear' },
    ];
    for (const points of wrong) tried(points, false);
  });
});
