import { fought } from '../../testing/fought.js';
import { fighter, response, type Bout, type Fight, type Fought } from '../../testing/fights.js';

/** Bodies that keep away from somebody: places by hand, from the speed and from the distance that is kept (docs/rules: 8 px nearer, and it goes again). */

const fight: Fight = {
  actors: [fighter('m', undefined, { speed: 100 }), fighter('c', { most: 10 }, { speed: 50 })],
  responses: [response('burst', { id: 'ends', then: [{ outcome: 'away', of: 'target', back: 60 }] })],
};
const keepAway = { at: 0, who: 'm', do: 'keep-away', whom: 'c', beyond: 200 };

const boutOf = (place: { x: number; y?: number; facing?: 1 | -1 }, acts: Bout['acts']): Bout => ({
  length: 20,
  actors: [
    { id: 'm', actor: 'm', ...place },
    { id: 'c', actor: 'c' },
  ],
  acts,
});

/** px a second just after an instant. */
function speed(read: Fought['read'], at: number): { x: number; y: number } {
  const [from, to] = [read.place('m', at), read.place('m', at + 1e-4)];
  return { x: (to.x - from.x) / 1e-4, y: (to.y - from.y) / 1e-4 };
}

describe('one who keeps away', () => {
  it('goes straight away at its speed until it is far enough, and stands there', () => {
    const { read } = fought(fight, [], boutOf({ x: 60, y: 80 }, [keepAway]));
    // 100 px away, along 3 : 4, at 100 px a second: 100 px more.
    for (const at of [0.25, 0.5, 0.9]) {
      expect(read.place('m', at).x).toBeCloseTo(60 + 60 * at, 6);
      expect(read.place('m', at).y).toBeCloseTo(80 + 80 * at, 6);
    }
    for (const at of [1.1, 3, 19]) {
      expect(Math.hypot(read.place('m', at).x, read.place('m', at).y)).toBeCloseTo(200, 2);
      expect(speed(read, at).x).toBe(0);
    }
  });

  it('who stands on the very spot goes to where it looks', () => {
    for (const facing of [1, -1] as const) {
      const { read } = fought(fight, [], boutOf({ x: 0, y: 0, facing }, [keepAway]));
      expect(read.place('m', 0.5).x).toBeCloseTo(50 * facing, 6);
      expect(read.place('m', 0.5).y).toBe(0);
      expect(read.place('m', 5).x).toBeCloseTo(200 * facing, 2);
    }
  });

  it('who is far enough stands until the other has come 8 px nearer, and then goes on as fast as it can', () => {
    const comes = { at: 1, who: 'c', do: 'walk', points: [{ x: 800, y: 0 }] };
    const { read } = fought(fight, [], boutOf({ x: 208, y: 0 }, [keepAway, comes]));
    // 16 px at 50 px a second.
    expect(read.place('m', 1.31).x).toBe(208);
    expect(read.place('m', 1.34).x).toBeGreaterThan(208);
    for (let at = 1.4; at < 15; at += 0.37) {
      const away = read.place('m', at).x - read.place('c', at).x;
      expect(away).toBeGreaterThan(191.9);
      expect(away).toBeLessThan(208.1);
    }
    // The other stands by then, and so does it.
    expect(speed(read, 19.5).x).toBe(0);
  });

  it('follows with its way whoever goes round it, aiming anew four times in a second', () => {
    const comes = { at: 0, who: 'c', do: 'walk', points: [{ x: 0, y: 500 }], speed: 50 };
    const { read } = fought(fight, [], boutOf({ x: 100, y: 0 }, [keepAway, comes]));
    // Until the first new aim straight along x; from there on away from where the other is.
    expect(read.place('m', 0.24).y).toBeCloseTo(0, 9);
    const [m, c] = [read.place('m', 0.25), read.place('c', 0.25)];
    const { x, y } = speed(read, 0.26);
    expect(Math.atan2(y, x)).toBeCloseTo(Math.atan2(m.y - c.y, m.x - c.x), 4);
    expect(Math.hypot(x, y)).toBeCloseTo(100, 6);
  });

  it('stands when the other is gone, and where it is to keep away from itself', () => {
    const gone = { at: 0.5, event: 'burst', source: 'm', target: 'c' };
    const { read } = fought(fight, [gone], boutOf({ x: 20, y: 0 }, [keepAway]));
    expect(read.place('m', 0.5).x).toBeCloseTo(70, 6);
    expect(speed(read, 3).x).toBe(0);
    expect(read.place('m', 3).x).toBeLessThan(96);
    const itself = fought(fight, [], boutOf({ x: 20, y: 0 }, [{ ...keepAway, whom: 'm' }])).read;
    expect(itself.place('m', 3).x).toBe(20);
  });
});
