import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';

/** Returns the particle warnings of a sequence with these bursts, as `severity: path: message`. */
function warningsOf(...bursts: object[]): string[] {
  const { problems } = readProject(projectJson(bursts.map((burst, i) => ({ kind: 'burst', id: `b-${i}`, ...burst }))));
  return problems
    .filter(({ message }) => message.includes('particles'))
    .map(({ severity, path, message }) => `${severity}: ${path}: ${message}`);
}

describe('the particle count of a sequence', () => {
  it('is a warning above 5000, counted from the highest value of every number', () => {
    expect(warningsOf({ count: 2500 }, { count: 2500 })).toEqual([]);
    expect(warningsOf({ count: 2500 }, { count: 2501 })).toEqual([
      'warning: sequences[0].effects: up to 5,001 particles: above 5,000 a frame can take longer than 1/60 s',
    ]);
    expect(warningsOf({ count: { range: [10, 600] }, repeat: { count: 10, every: 0.1 } })[0]).toContain('up to 6,000 particles');
  });
});
