import { fighter, fightOut, response, type Fight } from '../../testing/fights.js';

describe('two bodies that enter each other’s zones at the same time', () => {
  it('both raise their event, even if the first event pushes them apart', () => {
    const zone = { id: 'near', shape: { shape: 'disc', length: 50 }, enters: 'mark' };
    const fight: Fight = {
      actors: [fighter('m', { most: 1000 }, { radius: 10, zones: [zone] })],
      responses: [response('mark', { id: 'thrown', then: [{ outcome: 'shove', distance: 150, seconds: 0.1 }] })],
    };
    // Speeds at which the instant does not lie on the grid of nanoseconds.
    for (const speed of [171.3, 233.7, 307.9, 411.1, 997.7]) {
      const run = fightOut(fight, [], {
        length: 2,
        actors: [
          { id: 'a', actor: 'm', x: -130.7, y: 3 },
          { id: 'b', actor: 'm', x: 121.3, y: -40 },
        ],
        acts: [
          { at: 0, who: 'a', do: 'approach', whom: 'b', within: 0, speed },
          { at: 0, who: 'b', do: 'walk', points: [{ x: -900, y: 17 }], speed },
        ],
      });
      const [first, second] = run.log;
      expect([first, second].map(({ source, target }) => `${source} ${target}`).sort()).toEqual(['a b', 'b a']);
      expect(second.at).toBe(first.at);
    }
  });
});
