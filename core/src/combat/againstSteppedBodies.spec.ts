import { brawlOf } from '../testing/anyBrawl.js';
import { refereed } from '../testing/refereed.js';

describe('bodies against bodies that are stepped', () => {
  it('meet whom, when and where those do, as long as a hair more or less of size makes no other fight', () => {
    let [sureFor, told] = [0, 0];
    for (let seed = 0; seed < 250; seed++) {
      const { sure, at, what, events } = refereed(brawlOf(seed));
      if (at < sure) fail(`brawl ${seed}: ${what}`);
      sureFor += sure;
      told += events;
    }
    // Of 1,000 seconds.
    expect(sureFor).toBeGreaterThan(700);
    expect(told).toBeGreaterThan(1500);
  }, 600_000);
});
