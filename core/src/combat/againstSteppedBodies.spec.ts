import { brawlOf } from '../testing/anyBrawl.js';
import { refereed } from '../testing/refereed.js';

describe('the resolver, compared with a stepped simulation of bodies', () => {
  it('gives the same events, times and positions in random fights', () => {
    let [sureFor, told] = [0, 0];
    for (let seed = 0; seed < 250; seed++) {
      const { sure, at, what, events } = refereed(brawlOf(seed));
      if (at < sure) fail(`brawl ${seed}: ${what}`);
      sureFor += sure;
      told += events;
    }
    // Regressions: an aim that differed only by rounding, and a step of the simulation that was too long.
    for (const seed of [30203, 30299, 31962]) {
      const { sure, at, what } = refereed(brawlOf(seed));
      if (at < sure) fail(`brawl ${seed}: ${what}`);
    }
    // Of 1,000 seconds.
    expect(sureFor).toBeGreaterThan(700);
    expect(told).toBeGreaterThan(1500);
  }, 600_000);
});
