import type { Effect } from '@undatio/core';
import { effectKinds, newEffect } from '@undatio/core/internal';
import { fieldsOf, isAsked } from '../sequenceEdits';
import { orderFields } from './fieldOrder';

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
      const { shown, folded } = orderFields(effect, [], new Set());
      expect(names(shown).length).toBeGreaterThan(0);
      expect(names(shown).length).toBeLessThanOrEqual(12);
      const asked = fieldsOf(kind).filter((field) => isAsked(effect, field));
      expect([...names(shown), ...names(folded)].sort()).toEqual(asked.map(({ name }) => name).sort());
      const all = fieldsOf(kind).map(({ name }) => name);
      for (const lead of effectKinds[kind].leads) expect(all).toContain(lead);
    });
  }

  it('shows what differs from its default, and keeps under the hand what is turned', () => {
    const shake = made('shake');
    const hidden = names(orderFields(shake, [], new Set()).folded);
    expect(hidden).toContain('chance');
    expect(names(orderFields({ ...shake, chance: 0.5 } as Effect, [], new Set()).shown)).toContain('chance');
    expect(names(orderFields(shake, [], new Set(['chance'])).shown)).toContain('chance');
  });

  it('leaves out what is edited on the time axis', () => {
    const { shown, folded } = orderFields(made('flash'), ['envelope'], new Set());
    expect([...names(shown), ...names(folded)]).not.toContain('envelope');
  });
});
