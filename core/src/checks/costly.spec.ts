import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';

/** What is told of the particles of a strike. */
function told(...bursts: object[]): string[] {
  const { problems } = readProject(projectJson(bursts.map((burst, i) => ({ kind: 'burst', id: `b-${i}`, ...burst }))));
  return problems
    .filter(({ message }) => message.includes('particles'))
    .map(({ severity, path, message }) => `${severity}: ${path}: ${message}`);
}

describe('a strike of very many particles', () => {
  it('is told before it is struck, by the most that it may come to', () => {
    expect(told({ count: 2500 }, { count: 2500 })).toEqual([]);
    expect(told({ count: 2500 }, { count: 2501 })).toEqual([
      'warning: sequences[0].effects: makes up to 5,001 particles: beyond 5,000, frames of 1/60 s are late',
    ]);
    expect(told({ count: { range: [10, 600] }, repeat: { count: 10, every: 0.1 } })[0]).toContain('makes up to 6,000 particles');
  });
});
