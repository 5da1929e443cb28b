import { conditionKinds, effectKinds, expectationKinds, outcomeKinds } from '@undatio/core/internal';
import { foundAmong } from './foundAmong';

const effects = Object.values(effectKinds).map(({ kind, about, search }) => ({ label: kind, about, search }));
const rules = (kinds: object) =>
  (Object.values(kinds) as { title: string; about: string; search: string }[]).map(({ title, ...more }) => ({ label: title, ...more }));

describe('what is searched for by other words', () => {
  it('is found by the words of the trade, first of all', () => {
    const first = (list: typeof effects, typed: string): string | undefined => foundAmong(list, typed).at(0)?.label;
    expect(first(effects, 'bar')).toBe('meter');
    expect(first(effects, 'health')).toBe('meter');
    expect(first(effects, 'decal')).toBe('mark');
    expect(first(effects, 'shockwave')).toBe('ring');
    expect(first(effects, 'freeze')).toBe('hit-stop');
    expect(first(effects, 'damage')).toBe('number');
    const outcomes = rules(outcomeKinds);
    expect(first(outcomes, 'respawn')).toBe('Respawn');
    expect(first(outcomes, 'projectile')).toBe('Launch a projectile');
    expect(first(outcomes, 'kill')).toBe('Defeat');
    expect(first(outcomes, 'loot')).toBe('Drop an item');
    expect(first(rules(conditionKinds), 'backstab')).toBe('Hit from front or back');
    expect(first(rules(conditionKinds), 'dead')).toBe('Alive, defeated or despawned');
  });

  it('comes in names before other words, and in other words before sentences', () => {
    const choices = [{ label: 'A', about: 'Shakes.' }, { label: 'B', search: 'shake' }, { label: 'Shake' }, { label: 'C' }];
    expect(foundAmong(choices, 'sh').map(({ label }) => label)).toEqual(['Shake', 'B', 'A']);
    expect(foundAmong(choices, '').length).toBe(4);
    expect(foundAmong(choices, 'sh x')).toEqual([]);
  });

  it('has a line and other words for every kind', () => {
    const all = [...effects, ...rules(conditionKinds), ...rules(outcomeKinds), ...rules(expectationKinds)];
    for (const { label, about, search } of all) {
      expect(label).not.toBe('');
      expect(about.length).withContext(label).toBeGreaterThan(10);
      expect(search.length).withContext(label).toBeGreaterThan(3);
    }
    for (const kinds of [conditionKinds, outcomeKinds, expectationKinds]) {
      const names = rules(kinds).map(({ label }) => label);
      expect(new Set(names).size).toBe(names.length);
    }
  });
});
