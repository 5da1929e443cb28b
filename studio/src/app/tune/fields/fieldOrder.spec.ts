import type { Effect } from '@undatio/core';
import { effectKinds, newEffect } from '@undatio/core/internal';
import { fieldsOf, isAsked } from '../sequenceEdits';
import { orderFields, shownNames } from './fieldOrder';

const kinds = Object.keys(effectKinds) as Effect['kind'][];
const names = (groups: ReturnType<typeof orderFields>['shown']): string[] => groups.flatMap(({ fields }) => fields.map(({ name }) => name));

function made(kind: Effect['kind']): Effect {
  const effect = newEffect(kind, 'it', { clip: 'crack', picture: 'spark' });
  if (!effect) throw new Error(`no ${kind} was made`);
  return effect;
}

describe('the order of an open lane', () => {
  for (const kind of kinds) {
    it(`shows a few fields of ${kind}, those it leads with among them, and has all others under the fold`, () => {
      const effect = made(kind);
      const { shown, folded } = orderFields(effect, []);
      expect(names(shown).length).toBeGreaterThan(0);
      expect(names(shown).length).toBeLessThanOrEqual(12);
      const asked = fieldsOf(kind).filter((field) => isAsked(effect, field));
      expect([...names(shown), ...names(folded)].sort()).toEqual(asked.map(({ name }) => name).sort());
      const all = fieldsOf(kind).map(({ name }) => name);
      for (const lead of effectKinds[kind].leads) expect(all).toContain(lead);
    });
  }

  it('calls what is heard so', () => {
    const titles = (kind: Effect['kind']): string[] => orderFields(made(kind), []).shown.map(({ title }) => title);
    expect(titles('sound')).toContain('how it sounds');
    expect(titles('sound')).not.toContain('how it looks');
    expect(titles('burst')).toContain('how it looks');
  });

  it('shows what differs from its default as the lane is opened', () => {
    const shake = made('shake');
    expect(names(orderFields(shake, []).folded)).toContain('chance');
    expect(names(orderFields({ ...shake, chance: 0.5 } as Effect, []).shown)).toContain('chance');
  });

  for (const kind of kinds) {
    it(`leaves every field of ${kind} where it is, whichever is edited`, () => {
      const effect = made(kind);
      const opened = shownNames(orderFields(effect, []));
      const before = orderFields(effect, [], opened);
      expect(before).toEqual(orderFields(effect, []));
      for (const name of names(before.folded)) {
        const value = (effect as unknown as Record<string, unknown>)[name];
        if (typeof value !== 'number') continue;
        const after = orderFields({ ...effect, [name]: value + 0.125 } as unknown as Effect, [], opened);
        expect([names(after.shown), names(after.folded)])
          .withContext(name)
          .toEqual([names(before.shown), names(before.folded)]);
      }
    });
  }

  it('leaves out what is edited on the time axis', () => {
    const { shown, folded } = orderFields(made('flash'), ['envelope']);
    expect([...names(shown), ...names(folded)]).not.toContain('envelope');
  });
});
