import { spawnedFrom } from '../testing/projects.js';
import { bakedFrame } from '../ship/bakedRow.js';
import { takeOf } from '../testing/projects.js';

/** Throws the target 100 px to the right at a steady pace over one second. */
const thrown = {
  kind: 'knockback',
  id: 'throw',
  duration: 1,
  distance: 100,
  then: 'stay',
  ease: 'linear',
  direction: { mode: 'fixed', angle: 0, spread: 0 },
};
const flow = {
  kind: 'burst',
  id: 'burst',
  speed: 0,
  drag: 0,
  gravity: 0,
  life: 2,
  from: 'target',
  direction: { mode: 'fixed', angle: 0, spread: 0 },
};
const still = { ...flow, count: 3 };

describe('what comes from a body', () => {
  it('leaves from where the body is at that moment, and stays there', () => {
    const take = takeOf([thrown, { ...flow, kind: 'stream', rate: 10, duration: 1 }]);
    const { particles } = bakedFrame(take.sample(0.95, take.createFrame()));
    expect(particles.length).toBe(10);
    // Particle i is born at i / 10 s, where the body has come 100 px × i / 10.
    particles.forEach(({ x }, i) => expect(x).toBeCloseTo(80 + 10 * i, 3));
  });

  it('waits with the body while hit-stop holds it', () => {
    const take = takeOf([
      thrown,
      { kind: 'hit-stop', id: 'stop', delay: 0.2, duration: 0.5 },
      { ...flow, kind: 'stream', rate: 10, duration: 1 },
    ]);
    const { particles } = bakedFrame(take.sample(0.95, take.createFrame()));
    // By then the game clock has run 0.45 s: five births, in step with the body.
    expect(particles.map(({ x }) => Math.round(x))).toEqual([80, 90, 100, 110, 120]);
  });

  it('takes along its share of the body’s speed', () => {
    const take = takeOf([thrown, { ...still, delay: 0.4, carry: 0.5 }]);
    const { particles } = bakedFrame(take.sample(0.6, take.createFrame()));
    expect(particles[0].x).toBeCloseTo(80 + 40 + 0.5 * 100 * 0.2, 2);
  });

  it('hangs on the spot that is asked for', () => {
    const at = (spot: string, options = {}) => {
      const take = takeOf([{ ...still, spot }], {}, options);
      const { x, y } = bakedFrame(take.sample(0.1, take.createFrame())).particles[0];
      return [x, y];
    };
    expect(at('front')).toEqual([0, 0]);
    expect(at('back')).toEqual([160, 0]);
    expect(at('top')).toEqual([80, -60]);
    expect(at('feet', { bodies: { target: { width: 40, height: 30 } } })).toEqual([80, 15]);
    expect(at('top', { bodies: { target: { width: 40, height: 30, spots: { top: { x: 3, y: -9 } } } } })).toEqual([83, -9]);
  });
});

describe('emission shapes', () => {
  const births = (fields: object, count = 400) => {
    const take = takeOf([{ ...still, from: 'contact', count, ...fields }]);
    return spawnedFrom(take);
  };

  it('let a body’s particles go from the ellipse of its size, outward along its normal', () => {
    for (const { x, y, dx, dy } of births({ shape: 'body', from: 'target', aim: 'outward', speed: 50 })) {
      const ex = (x - 80) / 80;
      const ey = y / 60;
      expect(ex * ex + ey * ey).toBeCloseTo(1, 4);
      // The gradient of x²/a² + y²/b² is the ellipse's normal.
      const [nx, ny] = [ex / 80, ey / 60];
      expect((dx * nx + dy * ny) / Math.hypot(nx, ny) / Math.hypot(dx, dy)).toBeCloseTo(1, 3);
    }
  });

  it('fan a cone out over its mouth', () => {
    const set = births({ shape: 'cone', radius: 20, speed: 50, direction: { mode: 'fixed', angle: 90, spread: 60 } });
    for (const { x, y, dx, dy } of set) {
      expect(y).toBeCloseTo(0, 4);
      expect(Math.abs(x)).toBeLessThanOrEqual(20.0001);
      // 30° to the side at the rim, in proportion between; x grows against the angle, because y points down.
      expect((Math.atan2(dy, dx) * 180) / Math.PI - 90).toBeCloseTo((-x / 20) * 30, 2);
    }
    expect(Math.min(...set.map(({ x }) => x))).toBeLessThan(-17);
    expect(Math.max(...set.map(({ x }) => x))).toBeGreaterThan(17);
  });

  it('send a circle’s particles away from its middle', () => {
    for (const { x, y, dx, dy } of births({ shape: 'circle', radius: 30, aim: 'outward', speed: 50 })) {
      expect(Math.hypot(x, y)).toBeCloseTo(30, 3);
      expect((x * dx + y * dy) / (30 * Math.hypot(dx, dy))).toBeCloseTo(1, 4);
    }
  });
});

describe('a burst’s own colour, strip and size', () => {
  const take = (fields: object, options = {}, more: object[] = []) =>
    takeOf([{ ...still, from: 'contact', ...fields }, ...more], {}, options);
  const white = [{ at: 0, colour: '#ffffff' }];

  it('draws one hue for the whole burst, at the lightness and chroma asked for', () => {
    const fields = { colouring: 'hue', hue: 30, lightness: 0.7, chroma: 0.1, colourOverLife: white, count: 5 };
    const one = take(fields);
    for (const { r, g, b } of bakedFrame(one.sample(0.1, one.createFrame())).particles) {
      // What Chromium paints for oklch(0.7 0.1 30).
      expect([r, g, b].map((c) => Math.round(Number(c) * 255))).toEqual([213, 134, 121]);
    }
    const drawn = new Set(
      Array.from({ length: 20 }, (_, seed) => {
        const other = take({ ...fields, hue: { range: [0, 360] } }, { seed });
        return bakedFrame(other.sample(0.1, other.createFrame())).particles[0].r;
      }),
    );
    expect(drawn.size).toBeGreaterThan(15);
  });

  it('keeps its size on the screen whatever the zoom', () => {
    const punch = { kind: 'punch', id: 'punch', amount: 0.5, duration: 1 };
    const size = (sizeIn: string) => {
      const one = take({ sizeIn, size: 10, sizeOverLife: [{ at: 0, value: 1 }] }, {}, [punch]);
      const frame = one.sample(0.03, one.createFrame());
      return [frame.view.zoom, frame.particles.size[0]];
    };
    const [zoom, onScreen] = size('screen');
    expect(zoom).not.toBeCloseTo(1, 2);
    expect(onScreen * zoom).toBeCloseTo(10, 4);
    expect(size('world')[1]).toBeCloseTo(10, 6);
  });
});

describe('trail', () => {
  it('runs through the places where the body was', () => {
    const take = takeOf([thrown, { kind: 'trail', id: 'trail', duration: 1, length: 0.4 }]);
    const [ribbon] = bakedFrame(take.sample(0.7, take.createFrame())).ribbons;
    expect(ribbon.nodes[0].x).toBeCloseTo(150, 3);
    expect(Number(ribbon.nodes.at(-1)?.x)).toBeCloseTo(110, 3);
    const xs = ribbon.nodes.map(({ x }) => x);
    expect(xs).toEqual([...xs].sort((a, b) => b - a));
  });

  it('stops following at its end and lets its tail catch up', () => {
    const take = takeOf([thrown, { kind: 'trail', id: 'trail', duration: 0.5, length: 0.2 }]);
    const ends = (t: number) => {
      const [{ nodes }] = bakedFrame(take.sample(t, take.createFrame())).ribbons;
      return [nodes[0], nodes[nodes.length - 1]].map(({ x }) => x);
    };
    const [head, tail] = ends(0.6);
    expect([head, tail].map(Math.round)).toEqual([130, 120]);
    expect(bakedFrame(take.sample(0.71, take.createFrame())).ribbons).toEqual([]);
  });
});

describe('seeker', () => {
  const seeker = {
    kind: 'seeker',
    id: 'seek',
    duration: 0.5,
    count: 1,
    sway: 0,
    speed: 400,
    length: 0,
    direction: { mode: 'fixed', angle: -90, spread: 0 },
  };
  const places = { source: { x: 0, y: 0 }, target: { x: 300, y: 0 } };

  it('flies the way of least acceleration to a target at rest', () => {
    const take = takeOf([seeker], {}, { places });
    const frame = take.createFrame();
    // The same guidance stepped: acceleration 3 (target − p − v·left) / left², by the midpoint rule.
    const step = 1 / 20000;
    let [x, y, vx, vy] = [0, 0, 0, -400];
    const pull = (p: number, v: number, goal: number, left: number) => (3 * (goal - p - v * left)) / (left * left);
    for (let i = 0; i < 8000; i++) {
      const left = 0.5 - i * step;
      const [hx, hy] = [x + (vx * step) / 2, y + (vy * step) / 2];
      const [hvx, hvy] = [vx + (pull(x, vx, 300, left) * step) / 2, vy + (pull(y, vy, 0, left) * step) / 2];
      x += hvx * step;
      y += hvy * step;
      vx += pull(hx, hvx, 300, left - step / 2) * step;
      vy += pull(hy, hvy, 0, left - step / 2) * step;
    }
    const { particles } = take.sample(0.4, frame);
    expect(particles.x[0]).toBeCloseTo(x, 1);
    expect(particles.y[0]).toBeCloseTo(y, 1);
  });

  it('meets a target that is thrown about, and says so', () => {
    const take = takeOf(
      [
        { ...thrown, distance: 200 },
        { ...seeker, length: 0.1 },
      ],
      {},
      { places },
    );
    const near = take.sample(0.4999, take.createFrame());
    expect(near.particles.x[0]).toBeCloseTo(400, 0);
    expect(near.particles.y[0]).toBeCloseTo(0, 0);
    expect(take.signals).toEqual([{ effect: 'seek', name: 'seeker-arrives', start: 0.5, parameters: { target: 0, pulse: 0 } }]);
  });

  it('picks as many different targets as it may, among those in range', () => {
    const others = [
      { x: 100, y: 100 },
      { x: 5000, y: 0 },
      { x: 200, y: -100 },
    ];
    const goals = (targets: number, seed: number) => {
      const take = takeOf([{ ...seeker, count: 6, targets, within: 600 }], {}, { places: { ...places, others }, seed });
      return take.signals.map(({ parameters }) => parameters['target']);
    };
    expect(new Set(goals(1, 1))).toEqual(new Set([0]));
    expect(new Set(goals(9, 1))).toEqual(new Set([0, 1, 3]));
    const second = Array.from({ length: 40 }, (_, seed) => goals(2, seed)[1]);
    expect(new Set(second)).toEqual(new Set([1, 3]));
  });
});
