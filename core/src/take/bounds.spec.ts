import fc from 'fast-check';
import { readProject } from '../checks/readProject.js';
import { effectKinds, fieldsOfKind } from '../effects/registry.js';
import { TimeWarp, type WarpWindow } from '../maths/timeWarp.js';
import { openKit, KitError } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { kitSchema } from '../ship/kitSchema.js';
import { projectJson, projectWith, takeOf } from '../testing/projects.js';
import { limitVoices } from './voices.js';
import { evenly } from '../testing/evenly.js';

const overshooting = 'cubic-bezier(0.4, -0.6, 0.6, 1)';
const thrown = 'linear(0, -9, 1)';
const driven = (out: [number, number], ease: string) => ({ drive: 'damage', in: [0, 100], out, ease });
const told = (effects: readonly object[]): string => readProject(projectJson(effects)).problems[0]?.message ?? 'nothing';

describe('a driven value', () => {
  it('keeps the bounds of its field, however its easing is thrown', () => {
    const burst = takeOf([{ kind: 'burst', id: 'e', count: driven([0, 20], overshooting) }], { damage: 25 });
    expect(burst.sample(0.01, burst.createFrame()).particles.count).toBe(0);
    const number = takeOf([{ kind: 'number', id: 'n', decimals: driven([0, 3], thrown) }], { damage: 25 });
    expect(number.createFrame().numbers.x.length).toBe(1);
    const sound = takeOf([{ kind: 'sound', id: 's', clips: ['crack'], rate: driven([0.1, 4], thrown) }], { damage: 50 });
    expect([sound.sounds[0].rate, sound.duration]).toEqual([0.1, 5]);
    const shake = takeOf([{ kind: 'shake', id: 's', duration: 1, amplitude: driven([0, 400], thrown) }], { damage: 50 });
    expect(shake.sample(0.3, shake.createFrame()).view.x).toBe(0);
    expect(takeOf([{ kind: 'flash', id: 'f', delay: driven([0, 1], thrown) }], { damage: 50 }).start).toBe(-9);
  });

  it('keeps them at the far ends of what numbers hold', () => {
    for (const input of [
      [-1e308, 1e308],
      [0, 5e-324],
      [1e308, -1e308],
    ]) {
      const take = takeOf([
        { kind: 'flash', id: 'f', duration: 1, amount: { drive: 'damage', in: input, out: [0.2, 0.8] }, envelope: [{ at: 0, value: 1 }] },
      ]);
      const { flash } = take.sample(0.5, take.createFrame()).target;
      expect(flash >= 0.2 && flash <= 0.8).toBeTrue();
    }
  });
});

describe('a strike’s work', () => {
  const many = (count: number, effect: object) => Array.from({ length: count }, (_, i) => ({ ...effect, id: `e-${i}` }));

  const refused: [string, object[], RegExp][] = [
    [
      'particles that an easing would let go',
      many(20, { kind: 'burst', count: driven([0, 5000], 'linear(0, 100, 1)') }),
      /particles in one strike, found up to/,
    ],
    [
      'particles that are muted',
      [{ kind: 'burst', id: 'b', count: 100000, muted: true, repeat: { count: 100, every: 0 } }],
      /120,000 particles/,
    ],
    ['firings', many(200, { kind: 'flash', repeat: { count: 100, every: 0.1 } }), /10,000 firings/],
    ['stretches of bent time', many(20, { kind: 'slow', repeat: { count: 100, every: 0.1 } }), /20,000 stretches of bent time/],
    ['nodes of ribbons', many(50, { kind: 'trail', repeat: { count: 100, every: 0.1 } }), /40,000 nodes of ribbons/],
    ['letters', many(3, { kind: 'caption', text: 'x'.repeat(200), repeat: { count: 100, every: 0.1 } }), /20,000 letters/],
    [
      'readings of a body that many moves push at once',
      [
        ...many(10, { kind: 'knockback', duration: 100, repeat: { count: 100, every: 0.001 } }),
        { kind: 'stream', id: 's', rate: 5000, duration: 4, carry: 1, from: 'target' },
      ],
      /400,000 readings of where a moving body is/,
    ],
  ];
  for (const [what, effects, expected] of refused) {
    it(`is refused before it is made for too many ${what}`, () => {
      const [problem] = readProject(projectJson(effects)).problems;
      expect(problem.path).toMatch(/^sequences\[0\]\.effects\[\d+\]$/);
      expect(problem.message).toMatch(expected);
    });
  }

  it('takes what comes to less', () => {
    expect(told(many(100, { kind: 'hit-stop', duration: 5, repeat: { count: 100, every: 0.01 } }))).toBe('nothing');
    expect(told(many(10, { kind: 'slow', easeIn: 1, easeOut: 1, duration: 5, repeat: { count: 100, every: 0.01 } }))).toBe('nothing');
  });

  it('costs no more for moves that have ended', () => {
    // A hundred throws in a row, of which one is under way at a time: a body keeps the sum of those that stay.
    const push = {
      kind: 'knockback',
      id: 'k',
      then: 'stay',
      ease: 'linear',
      distance: 2,
      duration: 0.05,
      repeat: { count: 100, every: 0.1 },
    };
    const still = { kind: 'burst', id: 'b', count: 3, speed: 0, drag: 0, gravity: 0, life: 30, from: 'target', delay: 9.975 };
    const take = takeOf([push, still, { ...push, id: 'back', then: 'return' }], { direction: 0 });
    const { particles, target } = take.sample(9.98, take.createFrame());
    expect(particles.x[0]).toBeCloseTo(80 + 200, 3);
    expect(target.x).toBeCloseTo(200, 3);
  });
});

describe('a clock under overlapping stops', () => {
  it('runs at the slowest rate of all that overlap, as a look at each of them says', () => {
    const window = fc.tuple(evenly(-1, 3), evenly(0, 2), fc.constantFrom(0, 0.2, 0.5, 1));
    fc.assert(
      fc.property(fc.array(window, { maxLength: 30 }), (drawn) => {
        const windows = drawn.map(([start, length, rate]): WarpWindow => ({ start, end: start + length, rate }));
        const warp = new TimeWarp(windows);
        let tau = -2;
        const step = 1 / 512;
        for (let t = -2; t < 5; t += step) {
          const rate = windows.reduce(
            (slowest, { start, end, rate: own }) => (start <= t && t < end ? Math.min(slowest, own) : slowest),
            1,
          );
          expect(warp.rate(t)).toBe(rate);
          // Summed in small steps it comes to the same clock.
          expect(Math.abs(warp.tau(t) - tau)).toBeLessThan(windows.length * 2 * step + 1e-9);
          tau += rate * step;
        }
        for (const t of [-1, 0.3, 2, 4.9]) expect(warp.tau(warp.wallTime(warp.tau(t)))).toBeCloseTo(warp.tau(t), 9);
      }),
      { numRuns: 30 },
    );
  });
});

describe('limits of voices', () => {
  it('are kept for each effect by itself, in the order of the plays', () => {
    const cue = (effect: string, start: number, voices: number) => ({
      effect,
      clip: 'c',
      start,
      gain: 1,
      rate: 1,
      pan: 0,
      cut: 0,
      gap: 0,
      voices,
    });
    const kept = limitVoices([cue('a', 0, 2), cue('b', 0.1, 1), cue('a', 0.2, 2), cue('a', 0.3, 2), cue('b', 0.4, 1)]);
    expect(kept.map(({ effect, cut }) => [effect, Number(cut.toFixed(6))])).toEqual([
      ['a', 0.3],
      ['b', 0.3],
      ['a', 0],
      ['a', 0],
      ['b', 0],
    ]);
  });
});

describe('a shipped kit', () => {
  const everyKind = Object.values(effectKinds).map(({ kind, fields }) => ({
    kind,
    id: kind,
    ...Object.fromEntries(
      Object.entries(fields).flatMap(([name, { control, default: fallback }]) =>
        fallback !== undefined ? [] : [[name, control === 'clips' ? ['crack'] : 'mosshell']],
      ),
    ),
  }));
  const kit = (): Record<string, unknown> => JSON.parse(JSON.stringify(kitDocument(projectWith(everyKind)))) as Record<string, unknown>;
  const refusedAt = (json: unknown): string => {
    try {
      openKit(json);
    } catch (error) {
      if (error instanceof KitError) return error.path;
      throw error;
    }
    return 'accepted';
  };

  it('is held to the bounds of its schema, number by number', () => {
    const base = kit();
    const [sequence] = base['sequences'] as { effects: Record<string, unknown>[] }[];
    expect(refusedAt(base)).toBe('accepted');
    sequence.effects.forEach((effect, i) => {
      for (const [name, field] of Object.entries(fieldsOfKind(effectKinds[String(effect['kind'])]))) {
        if (field.control !== 'value') continue;
        for (const beyond of [
          field.min - 1,
          field.max + 1,
          { range: [field.min - 1, field.max] },
          { drive: 'damage', in: [0, 1], out: [0, field.max + 1] },
        ]) {
          const json = {
            ...base,
            sequences: [{ ...sequence, effects: sequence.effects.map((other, k) => (k === i ? { ...other, [name]: beyond } : other)) }],
          };
          expect(refusedAt(json).startsWith(`sequences[0].effects[${i}].${name}`))
            .withContext(`${String(effect['kind'])}.${name}`)
            .toBeTrue();
          expect(kitSchema().safeParse(json).success).withContext(name).toBeFalse();
        }
      }
    });
  });

  it('is refused with a path, however deep what stands in a place', () => {
    let deep: unknown = 1;
    for (let i = 0; i < 10_000; i++) deep = [deep];
    const places: [string, (json: Record<string, never>) => void][] = [
      ['format', (json) => (json['format'] = deep as never)],
      ['assets[0].id', (json) => ((json['assets'] as { id: unknown }[])[0].id = deep)],
      ['assets[2].cells', (json) => ((json['assets'] as { cells: unknown }[])[2].cells = deep)],
      ['events[0].fields[0].default', (json) => ((json['events'] as { fields: { default: unknown }[] }[])[0].fields[0].default = deep)],
      ['events[0].fields[2].options', (json) => ((json['events'] as { fields: { options: unknown }[] }[])[0].fields[2].options = 5)],
      ['sequences[0].effects[0].kind', (json) => ((json['sequences'] as { effects: { kind: unknown }[] }[])[0].effects[0].kind = deep)],
      ['assets[1].id', (json) => ((json['assets'] as { id: unknown }[])[1].id = 'crack')],
      ['assets[0].duration', (json) => ((json['assets'] as { duration: unknown }[])[0].duration = Infinity)],
      ['assets[0].file', (json) => ((json['assets'] as { file: unknown }[])[0].file = 'assets/../secret')],
      ['actors[0].width', (json) => ((json['actors'] as { width: unknown }[])[0].width = 1e9)],
    ];
    for (const [path, spoil] of places) {
      const json = kit() as Record<string, never>;
      spoil(json);
      expect(refusedAt(json)).toBe(path);
    }
  });

  it('refuses options that cannot be meant, each with its place', () => {
    const opened = openKit(kit());
    const at = (options: object): string => {
      try {
        opened.strike('blow', {}, options);
      } catch (error) {
        return (error as KitError).path;
      }
      return 'accepted';
    };
    expect(at({ places: { target: { x: NaN, y: 0 } } })).toBe('options.places.target.x');
    expect(at({ solo: ['flsh'] })).toBe('options.solo[0]');
    expect(at({ sead: 1 })).toBe('options.sead');
    expect(at({ seed: 1.5 })).toBe('options.seed');
    expect(at({ bodies: { target: { width: -1, height: 2 } } })).toBe('options.bodies.target.width');
    expect(at({ seed: -1, solo: ['flash'], places: { source: undefined, view: { x: 1, y: 2 } } })).toBe('accepted');
    expect(() => opened.strike('blow', { damage: NaN })).toThrowError(/found NaN/);
  });

  it('tells what it holds, and is prepared a sequence at a time', () => {
    const opened = openKit(kit());
    expect(opened.eventOf('blow').fields.map(({ name }) => name)).toEqual(['damage', 'direction', 'kind', 'strong']);
    expect(opened.assets[0]).toEqual({ id: 'crack', type: 'sound', file: 'assets/sounds/crack.wav' });
    expect([opened.warm(), opened.warm()]).toEqual([0, 0]);
  });
});
