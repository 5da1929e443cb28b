import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';

describe('the budget of hit-stops', () => {
  const told = (duration: number, budget: object | undefined, more: object = {}): string[] => {
    const json = { ...projectJson([{ kind: 'hit-stop', id: 'stop', duration, parties: ['source'], ...more }]), stopBudget: budget };
    return readProject(json).problems.map(({ severity, path, message }) => `${severity} ${path}: ${message}`);
  };

  it('names a sequence that halts somebody for longer by itself', () => {
    expect(told(0.2, { seconds: 0.15, within: 1 })).toEqual([
      'warning sequences[0]: halts the source for 0.200 s in 1 s, the project allows 0.15 s; in a game it is cut short',
    ]);
    expect(told(0.2, { seconds: 0.2, within: 1 })).toEqual([]);
    expect(told(0.2, undefined)).toEqual([]);
  });

  it('counts what comes within its time, repeats included', () => {
    expect(told(0.1, { seconds: 0.15, within: 1 }, { repeat: { count: 4, every: 0.4 } })[0]).toContain('0.300 s in 1 s');
    expect(told(0.1, { seconds: 0.15, within: 0.3 }, { repeat: { count: 4, every: 0.4 } })).toEqual([]);
    expect(told(0.3, { seconds: 0.1, within: 1 }, { muted: true })).toEqual([]);
  });
});
