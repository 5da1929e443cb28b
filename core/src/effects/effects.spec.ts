import { takeOf } from '../testing/projects.js';

const step = [{ at: 0, value: 1 }];

describe('flash', () => {
  it('shows amount × envelope on its own party alone', () => {
    const take = takeOf([
      {
        kind: 'flash',
        id: 'flash',
        duration: 0.2,
        amount: 0.8,
        envelope: [
          { at: 0, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    ]);
    const frame = take.sample(0.05, take.createFrame());
    expect(frame.target.flash).toBeCloseTo(0.8 * 0.75, 12);
    expect(frame.source.flash).toBe(0);
    expect(take.sample(0.2, frame).target.flash).toBe(0);
    expect(take.sample(-0.001, frame).target.flash).toBe(0);
  });

  it('lets the strongest of two show', () => {
    const take = takeOf([
      { kind: 'flash', id: 'a', duration: 1, amount: 0.3, colour: '#ff0000', envelope: step },
      { kind: 'flash', id: 'b', duration: 0.5, amount: 0.6, colour: '#00ff00', mode: 'add', envelope: step },
    ]);
    const frame = take.createFrame();
    expect(take.sample(0.1, frame).target).toEqual(jasmine.objectContaining({ flash: 0.6, flashColour: 0x00ff00, flashMode: 'add' }));
    expect(take.sample(0.7, frame).target).toEqual(jasmine.objectContaining({ flash: 0.3, flashColour: 0xff0000, flashMode: 'mix' }));
  });

  it('takes its colour from the payload', () => {
    const flash = {
      kind: 'flash',
      id: 'flash',
      duration: 1,
      envelope: step,
      colour: { by: 'kind', of: { ember: '#ff7a1f' }, otherwise: '#ffffff' },
    };
    const colour = (kind: string): number => {
      const take = takeOf([flash], { kind });
      return take.sample(0.1, take.createFrame()).target.flashColour;
    };
    expect(colour('ember')).toBe(0xff7a1f);
    expect(colour('plain')).toBe(0xffffff);
  });

  it('repeats at its interval', () => {
    const take = takeOf([{ kind: 'flash', id: 'flash', duration: 0.1, repeat: { count: 3, every: 0.3 }, envelope: step }]);
    const frame = take.createFrame();
    const lit = [0, 0.05, 0.2, 0.31, 0.5, 0.65, 0.95].map((t) => take.sample(t, frame).target.flash);
    expect(lit).toEqual([1, 1, 0, 1, 0, 1, 0]);
  });
});

describe('burst', () => {
  const burst = {
    kind: 'burst',
    id: 'burst',
    count: 50,
    life: 0.5,
    speed: 100,
    drag: 0,
    gravity: 0,
    size: 4,
    direction: { mode: 'along', angle: 0, spread: 0 },
  };

  it('flies along the blow, wherever the blow comes from', () => {
    for (const direction of [0, 90, -135]) {
      const take = takeOf([burst], { direction });
      const { particles } = take.sample(0.25, take.createFrame());
      expect(particles.count).toBe(50);
      expect(particles.x[7]).toBeCloseTo(25 * Math.cos((direction * Math.PI) / 180), 4);
      expect(particles.y[7]).toBeCloseTo(25 * Math.sin((direction * Math.PI) / 180), 4);
    }
  });

  it('keeps its spread and fills it', () => {
    const take = takeOf([{ ...burst, count: 2000, direction: { mode: 'fixed', angle: 40, spread: 60 } }]);
    const { particles } = take.sample(0.1, take.createFrame());
    const angles = Array.from({ length: 2000 }, (_, i) => (Math.atan2(particles.y[i], particles.x[i]) * 180) / Math.PI);
    expect(Math.min(...angles)).toBeGreaterThan(9.99);
    expect(Math.max(...angles)).toBeLessThan(70.01);
    expect(angles.reduce((sum, angle) => sum + angle, 0) / 2000).toBeCloseTo(40, 0);
  });

  it('lets particles go one by one over its duration', () => {
    const take = takeOf([{ ...burst, duration: 1, life: 0.25 }]);
    const frame = take.createFrame();
    // 50 a second, each seen for a quarter of a second; by 0.515 s 26 are born and the first 14 gone.
    expect(take.sample(0.01, frame).particles.count).toBe(1);
    expect(take.sample(0.11, frame).particles.count).toBe(6);
    expect(take.sample(0.515, frame).particles.count).toBe(26 - 14);
    expect(take.sample(1.3, frame).particles.count).toBe(0);
  });

  it('draws on its lane as many as it shows', () => {
    const take = takeOf([{ ...burst, duration: 0.4, life: { range: [0.1, 0.6] } }]);
    const frame = take.createFrame();
    const [{ firing }] = take.firings;
    for (let t = 0.0013; t < 1.2; t += 0.037) expect(firing.channel(t)).toBe(take.sample(t, frame).particles.count);
  });

  it('stays inside the shape it is let go from', () => {
    const at = (shape: string) => {
      const take = takeOf([{ ...burst, count: 400, speed: 0, shape, radius: 30 }]);
      const { particles } = take.sample(0, take.createFrame());
      return Array.from({ length: 400 }, (_, i) => Math.hypot(particles.x[i], particles.y[i]));
    };
    expect(Math.max(...at('disc'))).toBeLessThanOrEqual(30.001);
    // Half of a disc's area lies within r/√2.
    expect(at('disc').filter((r) => r < 30 / Math.SQRT2).length / 400).toBeCloseTo(0.5, 1);
    for (const r of at('circle')) expect(r).toBeCloseTo(30, 4);
    expect(Math.max(...at('point'))).toBe(0);
  });

  it('falls by half g t² without drag', () => {
    const take = takeOf([{ ...burst, count: 1, speed: 0, gravity: 800 }]);
    expect(take.sample(0.3, take.createFrame()).particles.y[0]).toBeCloseTo(0.5 * 800 * 0.09, 4);
  });
});

describe('stream', () => {
  const stream = { kind: 'stream', id: 'stream', rate: 40, duration: 1, life: 0.5, speed: 0, gravity: 0 };

  it('has as many alive as were born within a life, whatever the frame rate', () => {
    const take = takeOf([stream]);
    const frame = take.createFrame();
    // Born at 0, 0.025, …: 40 a second, each seen for half a second.
    expect(take.sample(0.26, frame).particles.count).toBe(11);
    expect(take.sample(0.76, frame).particles.count).toBe(20);
    expect(take.sample(1.31, frame).particles.count).toBe(7);
    expect(take.sample(1.5, frame).particles.count).toBe(0);
  });

  it('is capped rather than endless', () => {
    const take = takeOf([{ ...stream, rate: 5000, duration: 120, strength: 4 }]);
    expect(take.createFrame().particles.x.length).toBe(20000);
  });

  it('lets nothing go at no rate', () => {
    const take = takeOf([{ ...stream, rate: 0 }]);
    expect(take.sample(0.1, take.createFrame()).particles.count).toBe(0);
  });
});

describe('hit-stop', () => {
  const stop = { kind: 'hit-stop', id: 'stop', duration: 0.1 };

  it('halts bodies and particles but neither view nor sound', () => {
    const take = takeOf([
      stop,
      { kind: 'burst', id: 'burst', count: 1, speed: 100, drag: 0, gravity: 0, life: 1, direction: { mode: 'along', angle: 0, spread: 0 } },
      {
        kind: 'flash',
        id: 'flash',
        duration: 0.2,
        envelope: [
          { at: 0, value: 1 },
          { at: 1, value: 0 },
        ],
      },
      { kind: 'shake', id: 'shake', duration: 0.2 },
    ]);
    const frame = take.createFrame();
    take.sample(0.09, frame);
    expect(frame.target.rate).toBe(0);
    expect(frame.target.flash).toBe(1);
    expect(frame.particles.x[0]).toBe(0);
    const shaken = frame.view.x;
    take.sample(0.095, frame);
    expect(frame.view.x).not.toBe(shaken);
    take.sample(0.15, frame);
    expect(frame.target.rate).toBe(1);
    expect(frame.target.flash).toBeCloseTo(0.75, 12);
    expect(frame.particles.x[0]).toBeCloseTo(5, 4);
  });

  it('halts only the parties it names', () => {
    const take = takeOf([{ ...stop, parties: ['source'] }]);
    const frame = take.sample(0.05, take.createFrame());
    expect([frame.source.rate, frame.target.rate]).toEqual([0, 1]);
  });

  it('moves what comes after it when it holds later', () => {
    const starts = (holdLater: boolean) => {
      const take = takeOf([
        { ...stop, holdLater },
        { kind: 'shake', id: 'now' },
        { kind: 'shake', id: 'after', delay: 0.02 },
        { kind: 'shake', id: 'hung', anchor: { to: 'start', effect: 'after' }, delay: 0.01 },
      ]);
      return Object.fromEntries(take.firings.map(({ effect, start }) => [effect, Math.round(start * 1000)]));
    };
    expect(starts(false)).toEqual({ stop: 0, now: 0, after: 20, hung: 30 });
    expect(starts(true)).toEqual({ stop: 0, now: 0, after: 120, hung: 130 });
  });
});

describe('shake', () => {
  it('never leaves its amplitude and is still after its duration', () => {
    const take = takeOf([{ kind: 'shake', id: 'shake', duration: 0.5, amplitude: 9, roll: 3, envelope: step }]);
    const frame = take.createFrame();
    let most = 0;
    for (let t = 0; t < 0.5; t += 0.001) {
      take.sample(t, frame);
      expect(Math.abs(frame.view.x)).toBeLessThanOrEqual(9);
      expect(Math.abs(frame.view.y)).toBeLessThanOrEqual(9);
      expect(Math.abs(frame.view.roll)).toBeLessThanOrEqual(3);
      most = Math.max(most, Math.abs(frame.view.x));
    }
    expect(most).toBeGreaterThan(3);
    take.sample(0.5, frame);
    expect([frame.view.x, frame.view.y, frame.view.roll]).toEqual([0, 0, 0]);
  });

  it('keeps to the blow’s line when asked', () => {
    const take = takeOf([{ kind: 'shake', id: 'shake', duration: 0.5, axis: 'line' }], { direction: 30 });
    const frame = take.createFrame();
    for (let t = 0.003; t < 0.5; t += 0.01) {
      take.sample(t, frame);
      expect(frame.view.y).toBeCloseTo(frame.view.x * Math.tan(Math.PI / 6), 9);
    }
  });
});

describe('sound', () => {
  it('schedules one clip of its pool with its variation', () => {
    const seen = new Set<string>();
    for (let seed = 0; seed < 40; seed++) {
      const take = takeOf(
        [{ kind: 'sound', id: 'hit', clips: ['crack', 'thud'], delay: 0.03, gain: -6, rate: { range: [0.9, 1.1] }, pan: 0.25 }],
        {},
        { seed },
      );
      expect(take.sounds.length).toBe(1);
      const [cue] = take.sounds;
      seen.add(cue.clip);
      expect(cue.start).toBe(0.03);
      // -6 dB is 10^(-6/20).
      expect(cue.gain).toBeCloseTo(0.501187, 6);
      expect(cue.rate).toBeGreaterThanOrEqual(0.9);
      expect(cue.rate).toBeLessThan(1.1);
      expect(cue.pan).toBe(0.25);
    }
    expect([...seen].sort()).toEqual(['crack', 'thud']);
  });

  it('lasts as long as its clip rings, or until it is cut', () => {
    expect(takeOf([{ kind: 'sound', id: 'hit', clips: ['thud'], rate: 2 }]).duration).toBe(0.5);
    expect(takeOf([{ kind: 'sound', id: 'hit', clips: ['thud'], rate: 1, duration: 0.2 }]).duration).toBe(0.2);
  });
});
