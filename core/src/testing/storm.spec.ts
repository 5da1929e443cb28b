import { fightProject } from './anyFight.js';
import { weather } from './storm.js';

describe('rules under random documents', () => {
  it('are checked, run, cut into increments and played alike: nothing throws, is no number, jumps, or never ends', () => {
    let usable = 0;
    for (let seed = 0; seed < 500; seed++) {
      const told = weather(fightProject(seed));
      if (told.usable) usable++;
      expect(told.broken).withContext(`project ${seed}`).toEqual([]);
    }
    // The others are told by the check.
    expect(usable).toBeGreaterThan(300);
  }, 1_500_000);
});
