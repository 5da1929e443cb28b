import { takeOf } from '../testing/projects.js';

const flat = [{ at: 0, value: 1 }];

/** Runge–Kutta of a damped spring, sampled at `t`. */
function integratedSpring(x: number, v: number, frequency: number, damping: number, t: number): number {
  const w = 2 * Math.PI * frequency;
  const h = t / 4000;
  const a = (place: number, speed: number): number => -2 * damping * w * speed - w * w * place;
  for (let i = 0; i < 4000; i++) {
    const v1 = a(x, v);
    const v2 = a(x + (h / 2) * v, v + (h / 2) * v1);
    const v3 = a(x + (h / 2) * (v + (h / 2) * v1), v + (h / 2) * v2);
    const v4 = a(x + h * (v + (h / 2) * v2), v + h * v3);
    x += h * (v + (h / 6) * (v1 + v2 + v3));
    v += (h / 6) * (v1 + 2 * v2 + 2 * v3 + v4);
  }
  return x;
}

describe('squash', () => {
  it('swings as a spring does, keeping the body’s area', () => {
    const take = takeOf([{ kind: 'squash', id: 's', duration: 1, amount: -0.3, bump: 4, frequency: 4, damping: 0.3, envelope: flat }]);
    const frame = take.createFrame();
    for (const t of [0.01, 0.07, 0.2, 0.5]) {
      take.sample(t, frame);
      expect(frame.target.scaleY).toBeCloseTo(1 + integratedSpring(-0.3, 4, 4, 0.3, t), 5);
      expect(frame.target.scaleX * frame.target.scaleY).toBeCloseTo(1, 12);
    }
    expect([frame.source.scaleX, frame.source.scaleY]).toEqual([1, 1]);
  });

  it('never turns a body inside out', () => {
    const take = takeOf([{ kind: 'squash', id: 's', duration: 1, amount: -0.9, bump: -60, strength: 4 }]);
    const frame = take.createFrame();
    for (let t = 0; t < 1; t += 0.005) expect(take.sample(t, frame).target.scaleY).toBeGreaterThan(0.099);
  });

  it('ends at rest', () => {
    const take = takeOf([{ kind: 'squash', id: 's', duration: 0.5, damping: 0 }]);
    expect(take.sample(0.4999, take.createFrame()).target.scaleY).toBeCloseTo(1, 3);
  });
});

describe('knockback', () => {
  const push = { kind: 'knockback', id: 'k', duration: 0.4, distance: 50, ease: 'linear' };

  it('throws along the blow and brings the body back', () => {
    const take = takeOf([push], { direction: 90 });
    const frame = take.createFrame();
    // On its way out for 35 % of its life, at an even pace.
    expect(take.sample(0.07, frame).target.y).toBeCloseTo(25, 9);
    expect(take.sample(0.14, frame).target.y).toBeCloseTo(50, 9);
    expect(take.sample(0.3999, frame).target.y).toBeCloseTo(0, 2);
    expect(Math.abs(frame.target.x)).toBeLessThan(1e-9);
  });

  it('stays where it was thrown when told to', () => {
    const take = takeOf([{ ...push, then: 'stay' }]);
    const frame = take.createFrame();
    for (const t of [0.4, 0.5, 9]) expect(take.sample(t, frame).target.x).toBe(50);
    expect(take.sample(0.2, frame).target.x).toBeCloseTo(25, 9);
  });

  it('is stopped by friction when thrown by speed', () => {
    const take = takeOf([{ ...push, by: 'speed', speed: 300, friction: 5, then: 'stay', duration: 2 }]);
    let x = 0;
    let v = 300;
    for (let i = 0; i < 50000; i++) {
      v -= 5 * v * 1e-5;
      x += v * 1e-5;
    }
    expect(take.sample(0.5, take.createFrame()).target.x).toBeCloseTo(x, 1);
  });

  it('hops highest halfway', () => {
    const take = takeOf([{ ...push, distance: 0, lift: 30 }]);
    expect(take.sample(0.2, take.createFrame()).target.y).toBeCloseTo(-30, 9);
  });

  it('waits while its body is halted', () => {
    const take = takeOf([push, { kind: 'hit-stop', id: 'stop', duration: 0.1 }]);
    const frame = take.createFrame();
    expect(take.sample(0.09, frame).target.x).toBe(0);
    expect(take.sample(0.17, frame).target.x).toBeCloseTo(25, 9);
  });
});

describe('jitter', () => {
  it('shakes the body within its amplitude, and leaves the view alone', () => {
    const take = takeOf([{ kind: 'jitter', id: 'j', duration: 0.5, amplitude: 6, upright: 0.5, envelope: flat }]);
    const frame = take.createFrame();
    let most = 0;
    for (let t = 0; t < 0.5; t += 0.001) {
      take.sample(t, frame);
      most = Math.max(most, Math.abs(frame.target.x));
      expect(Math.abs(frame.target.y)).toBeLessThanOrEqual(3);
      expect(frame.view.x).toBe(0);
    }
    expect(most).toBeLessThanOrEqual(6);
    expect(most).toBeGreaterThan(2);
  });

  it('trembles on while hit-stop holds the body', () => {
    const take = takeOf([
      { kind: 'jitter', id: 'j' },
      { kind: 'hit-stop', id: 'stop', duration: 0.1 },
    ]);
    const frame = take.createFrame();
    const [a, b] = [0.03, 0.06].map((t) => take.sample(t, frame).target.x);
    expect(a).not.toBe(b);
  });
});

describe('kick and punch', () => {
  it('push the view along the blow, and zoom it, by springs', () => {
    const take = takeOf(
      [
        { kind: 'kick', id: 'kick', duration: 1, distance: 20, frequency: 3, damping: 0.4, envelope: flat },
        { kind: 'punch', id: 'punch', duration: 1, amount: 0.2, frequency: 2, damping: 1.5, envelope: flat },
      ],
      { direction: -90 },
    );
    const frame = take.createFrame();
    for (const t of [0.001, 0.1, 0.33]) {
      take.sample(t, frame);
      expect(frame.view.y).toBeCloseTo(-integratedSpring(20, 0, 3, 0.4, t), 4);
      expect(frame.view.zoom).toBeCloseTo(1 + integratedSpring(0.2, 0, 2, 1.5, t), 5);
    }
  });
});

describe('lens', () => {
  it('shows the strongest of several, and the flash in its own colour', () => {
    const take = takeOf([
      { kind: 'lens', id: 'a', duration: 1, split: 3, vignette: 0.6, flash: 0.2, colour: '#ff0000', envelope: flat },
      { kind: 'lens', id: 'b', duration: 0.5, split: 8, vignette: 0.1, flash: 0.4, colour: '#00ff00', envelope: flat },
    ]);
    const frame = take.createFrame();
    expect(take.sample(0.2, frame).view).toEqual(jasmine.objectContaining({ split: 8, vignette: 0.6, flash: 0.4, flashColour: 0x00ff00 }));
    expect(take.sample(0.7, frame).view).toEqual(jasmine.objectContaining({ split: 3, vignette: 0.6, flash: 0.2, flashColour: 0xff0000 }));
  });
});

describe('slow', () => {
  it('slows the clock evenly, and loses what a slow clock loses', () => {
    const take = takeOf([
      { kind: 'slow', id: 'slow', duration: 0.4, rate: 0.25, easeOut: 0 },
      { kind: 'flash', id: 'f', duration: 1 },
    ]);
    const frame = take.createFrame();
    expect(take.sample(0.2, frame).target.rate).toBeCloseTo(0.25, 12);
    expect(take.sample(0.5, frame).target.rate).toBe(1);
    // 0.4 s at a quarter of the speed leave 0.1 s on the clock: the flash of 1 s lasts 1.3 s.
    expect(take.firings.find(({ effect }) => effect === 'f')?.end).toBeCloseTo(1.3, 9);
  });

  it('eases, with the slowest of all where a stop overlaps it', () => {
    const take = takeOf([
      { kind: 'slow', id: 'slow', duration: 0.8, rate: 0.2, easeIn: 0.4, easeOut: 0.4 },
      { kind: 'hit-stop', id: 'stop', delay: 0.3, duration: 0.1 },
    ]);
    const frame = take.createFrame();
    const rates = [0.02, 0.2, 0.29, 0.35, 0.5, 0.78].map((t) => take.sample(t, frame).target.rate);
    expect(rates[0]).toBeGreaterThan(rates[1]);
    expect(rates[1]).toBeGreaterThan(rates[2]);
    expect(rates[3]).toBe(0);
    expect(rates[5]).toBeGreaterThan(rates[4]);
    // Both ramps lose half of 0.8 × 0.4 s each; the stop takes what the slow clock had left of its 0.1 s.
    const alone = takeOf([{ kind: 'slow', id: 'slow', duration: 0.8, rate: 0.2, easeIn: 0.4, easeOut: 0.4 }]);
    expect(0.8 - alone.warps.target.tau(0.8)).toBeCloseTo(0.8 * 0.4, 2);
  });
});

describe('sink', () => {
  const sinking = {
    kind: 'sink',
    id: 's',
    duration: 2,
    depth: 0.5,
    envelope: [
      { at: 0, value: 0 },
      { at: 0.5, value: 1 },
      { at: 1, value: 0 },
    ],
  };

  it('takes a body down by a share of its height, and up again', () => {
    const take = takeOf([sinking], {}, { bodies: { target: { width: 80, height: 90 } } });
    const frame = take.createFrame();
    // Half of 90 px, at an even pace: half of that after half a second.
    for (const [t, sunk] of [
      [0.5, 22.5],
      [1, 45],
      [1.75, 11.25],
      [2.1, 0],
    ]) {
      take.sample(t, frame);
      expect(frame.target.sunk).toBeCloseTo(sunk, 9);
      expect(frame.target.y).toBeCloseTo(sunk, 9);
      expect(frame.source.sunk).toBe(0);
    }
  });

  it('takes what follows the body down with it, and leaves what lies on the ground', () => {
    const bodies = { target: { width: 80, height: 90, ground: 45 } };
    const dust = { kind: 'stream', id: 'dust', from: 'target', duration: 3, rate: 20, speed: 0, gravity: 0 };
    const still = takeOf([dust], {}, { bodies, seed: 3 });
    const sunken = takeOf([dust, sinking], {}, { bodies, seed: 3 });
    const [a, b] = [still.sample(1, still.createFrame()), sunken.sample(1, sunken.createFrame())];
    expect(a.particles.count).toBeGreaterThan(5);
    const shifts = Array.from({ length: a.particles.count }, (_, i) => b.particles.y[i] - a.particles.y[i]);
    expect(Math.max(...shifts)).toBeGreaterThan(40);
    const mark = { kind: 'mark', id: 'm', picture: 'mosshell', delay: 1, duration: 1 };
    const lying = takeOf([mark], {}, { bodies }).sample(1.5, still.createFrame());
    const under = takeOf([mark, sinking], {}, { bodies }).sample(1.5, still.createFrame());
    expect(under.pictures.y[0]).toBe(lying.pictures.y[0]);
  });

  it('is the less under the ground the higher the body hops', () => {
    const hop = { kind: 'knockback', id: 'k', duration: 2, distance: 0, lift: 30 };
    const { target } = takeOf([sinking, hop], {}, { bodies: { target: { width: 80, height: 90 } } }).sample(1, takeOf([]).createFrame());
    expect(target.sunk).toBeCloseTo(45 - 30, 9);
    expect(target.y).toBeCloseTo(45 - 30, 9);
    // Three eighths of the way: three quarters of the depth, and 4 · 3/8 · 5/8 of the height.
    const { target: early } = takeOf([sinking, hop], {}, { bodies: { target: { width: 80, height: 90 } } }).sample(
      0.75,
      takeOf([]).createFrame(),
    );
    expect(early.sunk).toBeCloseTo(0.75 * 45 - (30 * 60) / 64, 9);
  });

  it('never lifts a body off the ground, however far an easing is thrown', () => {
    const envelope = [
      { at: 0, value: 0, ease: 'cubic-bezier(0.5, -1.5, 0.5, 1)' },
      { at: 1, value: 1 },
    ];
    const take = takeOf([{ ...sinking, envelope }]);
    for (let t = 0; t < 2; t += 0.01) expect(take.sample(t, take.createFrame()).target.sunk).toBeGreaterThanOrEqual(0);
  });
});

describe('rumble', () => {
  it('turns each motor by its own amount, the strongest of several', () => {
    const take = takeOf([
      { kind: 'rumble', id: 'a', duration: 1, low: 0.3, high: 0.9, envelope: flat },
      { kind: 'rumble', id: 'b', duration: 1, low: 0.8, high: 0.1, strength: 2, envelope: flat },
    ]);
    expect(take.sample(0.5, take.createFrame()).rumble).toEqual({ low: 1, high: 0.9 });
  });
});

describe('signal', () => {
  it('is a moment with a name and a number', () => {
    const take = takeOf(
      [
        {
          kind: 'signal',
          id: 's',
          name: 'drop-loot',
          delay: 0.25,
          amount: { drive: 'damage', in: [0, 50], out: [0, 5] },
          repeat: { count: 2, every: 0.5 },
        },
      ],
      { damage: 30 },
    );
    expect(take.signals).toEqual([
      { effect: 's', name: 'drop-loot', start: 0.25, parameters: { amount: 3 } },
      { effect: 's', name: 'drop-loot', start: 0.75, parameters: { amount: 3 } },
    ]);
  });
});
