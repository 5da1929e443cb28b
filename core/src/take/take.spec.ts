import fc from 'fast-check';
import type { Frame } from '../contract.js';
import { compileContext } from '../checks/checkProject.js';
import { projectWith, takeOf } from '../testing.js';
import { compileSequence } from './compile.js';
import { bakedFrame, bakedParticles, bakedRow } from '../ship/bakedRow.js';
import { completePayload, strike } from './strike.js';
import type { DocumentError } from '../model/documentError.js';

const number = (min: number, max: number) =>
  fc.oneof(
    fc.double({ min, max, noNaN: true }),
    fc
      .tuple(fc.double({ min, max, noNaN: true }), fc.double({ min, max, noNaN: true }))
      .map(([a, b]) => ({ range: [Math.min(a, b), Math.max(a, b)] })),
    fc
      .tuple(fc.double({ min, max, noNaN: true }), fc.double({ min, max, noNaN: true }))
      .map((out) => ({ drive: 'damage', in: [0, 50], out, ease: 'ease-out' })),
  );
const common = {
  delay: number(-0.3, 1),
  repeat: fc.record({ count: fc.integer({ min: 1, max: 3 }), every: fc.double({ min: 0, max: 0.5, noNaN: true }) }),
  chance: fc.constantFrom(1, 0.5),
  strength: number(0, 2),
  clock: fc.constantFrom('game', 'wall'),
  on: fc.constantFrom('source', 'target'),
};
const anyEffect = fc.oneof(
  fc.record({
    kind: fc.constant('flash'),
    ...common,
    duration: number(0, 0.6),
    amount: number(0, 1),
    mode: fc.constantFrom('mix', 'multiply', 'add'),
  }),
  fc.record({ kind: fc.constant('hit-stop'), ...common, duration: number(0, 0.2), holdLater: fc.boolean() }),
  fc.record({ kind: fc.constant('shake'), ...common, duration: number(0, 0.6), amplitude: number(0, 40), roll: number(0, 10) }),
  fc.record({
    kind: fc.constant('burst'),
    ...common,
    duration: number(0, 0.3),
    count: number(0, 30),
    speed: number(0, 500),
    drag: number(0, 8),
    gravity: number(-900, 900),
    life: number(0.05, 0.8),
    facing: fc.constantFrom('spin', 'motion'),
    from: fc.constantFrom('contact', 'source', 'target'),
    spot: fc.constantFrom('middle', 'top', 'feet', 'front', 'back'),
    shape: fc.constantFrom('point', 'disc', 'circle', 'cone', 'segment', 'body'),
    aim: fc.constantFrom('direction', 'outward'),
    carry: number(-1, 1),
    colouring: fc.constantFrom('gradient', 'hue'),
    sizeIn: fc.constantFrom('world', 'screen'),
    strip: fc.constantFrom('', 'mosshell'),
    stripRate: number(0, 60),
    radius: number(0, 40),
  }),
  fc.record({ kind: fc.constant('stream'), ...common, duration: number(0, 0.5), rate: number(0, 60), life: number(0.05, 0.5) }),
  fc.record({
    kind: fc.constant('squash'),
    ...common,
    duration: number(0, 0.6),
    amount: number(-0.9, 1),
    bump: number(-30, 30),
    damping: number(0, 2),
  }),
  fc.record({
    kind: fc.constant('knockback'),
    ...common,
    duration: number(0, 0.6),
    by: fc.constantFrom('distance', 'speed'),
    distance: number(0, 200),
    lift: number(0, 60),
  }),
  fc.record({ kind: fc.constant('jitter'), ...common, duration: number(0, 0.6), amplitude: number(0, 20) }),
  fc.record({ kind: fc.constant('kick'), ...common, duration: number(0, 0.6), distance: number(0, 60), damping: number(0, 2) }),
  fc.record({ kind: fc.constant('punch'), ...common, duration: number(0, 0.6), amount: number(-0.5, 1) }),
  fc.record({
    kind: fc.constant('lens'),
    ...common,
    duration: number(0, 0.6),
    split: number(0, 20),
    vignette: number(0, 1),
    flash: number(0, 1),
  }),
  fc.record({
    kind: fc.constant('slow'),
    ...common,
    duration: number(0, 0.4),
    rate: number(0.1, 0.9),
    easeIn: number(0, 0.3),
    easeOut: number(0, 0.3),
  }),
  fc.record({ kind: fc.constant('rumble'), ...common, duration: number(0, 0.4), low: number(0, 1), high: number(0, 1) }),
  fc.record({ kind: fc.constant('ring'), ...common, duration: number(0, 0.6), radiusTo: number(0, 300) }),
  fc.record({
    kind: fc.constantFrom('overlay', 'mark'),
    ...common,
    duration: number(0, 1),
    picture: fc.constant('mosshell'),
    size: number(1, 300),
    turn: number(-90, 90),
  }),
  fc.record({ kind: fc.constant('signal'), ...common, name: fc.constantFrom('now', 'then') }),
  fc.record({
    kind: fc.constant('number'),
    ...common,
    duration: number(0, 1),
    enter: fc.constantFrom('instant', 'pop', 'bounce'),
    enterTime: number(0, 0.4),
    leave: fc.constantFrom('fade', 'shrink', 'cut'),
    sway: number(0, 20),
    gather: number(0, 0.5),
  }),
  fc.record({
    kind: fc.constant('pose'),
    ...common,
    duration: number(0, 0.6),
    pose: fc.constantFrom('hurt', 'lunge', 'guard', 'fall'),
    amount: number(0, 1),
  }),
  fc.record({
    kind: fc.constant('arc'),
    ...common,
    duration: number(0, 0.4),
    from: fc.constantFrom('contact', 'source', 'target'),
    sweep: number(-400, 400),
    drawn: number(0, 2),
    tail: number(0, 0.4),
  }),
  fc.record({ kind: fc.constant('trail'), ...common, duration: number(0, 0.6), length: number(0.001, 0.5), width: number(0, 80) }),
  fc.record({
    kind: fc.constant('seeker'),
    ...common,
    duration: number(0, 0.6),
    count: number(0, 6),
    every: number(0, 0.2),
    targets: number(1, 3),
    sway: number(0, 40),
    length: number(0, 0.3),
  }),
  fc.record({
    kind: fc.constant('caption'),
    ...common,
    duration: number(0, 1),
    text: fc.constantFrom('Crack!', '{sway 2 + shiver: {damage}}{wait 0.2} of {kind}', '{swell: a}{tilt 3: b}{signal now}', ''),
    rate: number(0, 90),
    enter: fc.constantFrom('appear', 'rise', 'drop', 'grow'),
    enterTime: number(0, 0.3),
  }),
  fc.record({
    kind: fc.constant('meter'),
    ...common,
    duration: number(0, 1),
    before: number(0, 1),
    after: number(0, 1),
    fall: number(0, 0.3),
    lagDelay: number(0, 0.5),
    shows: fc.constantFrom('when hurt', 'always'),
  }),
  fc.record({
    kind: fc.constant('sound'),
    ...common,
    order: fc.constantFrom('shuffle', 'draw', 'round'),
    gap: number(0, 0.2),
    voices: number(1, 3),
    clips: fc.constant(['crack', 'thud']),
  }),
);
const anySequence = fc.array(anyEffect, { minLength: 1, maxLength: 6 }).map((effects) =>
  effects.map((effect, i) => ({
    ...effect,
    id: `effect-${i}`,
    ...(i > 0 && i % 2 === 0 && { anchor: { to: i % 4 === 0 ? 'end' : 'start', effect: `effect-${i - 1}` } }),
  })),
);
const times = [-0.4, -0.1, 0, 1 / 144, 1 / 60, 1 / 30, 0.05, 0.1, 0.2, 0.45, 0.9, 1.7, 4];

const seen = (frame: Frame) => JSON.stringify(bakedFrame(frame));

describe('a take', () => {
  it('gives the same frame in whatever order it is sampled', () => {
    fc.assert(
      fc.property(anySequence, fc.nat(), fc.shuffledSubarray(times, { minLength: times.length }), (effects, seed, shuffled) => {
        const take = takeOf(effects, { damage: 20 }, { seed });
        const fresh = new Map(times.map((t) => [t, seen(take.sample(t, take.createFrame()))]));
        const reused = take.createFrame();
        for (const t of shuffled) expect(seen(take.sample(t, reused))).toBe(fresh.get(t) ?? '');
      }),
      { numRuns: 80 },
    );
  });

  it('is the same again from the same seed, and another from another', () => {
    fc.assert(
      fc.property(anySequence, fc.nat(), (effects, seed) => {
        const [a, b] = [takeOf(effects, {}, { seed }), takeOf(effects, {}, { seed })];
        expect(seen(a.sample(0.1, a.createFrame()))).toBe(seen(b.sample(0.1, b.createFrame())));
        expect(a.sounds).toEqual(b.sounds);
      }),
      { numRuns: 40 },
    );
    const burst = [{ kind: 'burst', id: 'burst', count: 5 }];
    const [a, b] = [takeOf(burst, {}, { seed: 1 }), takeOf(burst, {}, { seed: 2 })];
    expect(seen(a.sample(0.1, a.createFrame()))).not.toBe(seen(b.sample(0.1, b.createFrame())));
  });

  it('never shows what is not a number, and keeps amounts in bounds', () => {
    fc.assert(
      fc.property(anySequence, fc.nat(), fc.double({ min: 0, max: 50, noNaN: true }), (effects, seed, damage) => {
        const take = takeOf(effects, { damage }, { seed });
        const frame = take.createFrame();
        for (const t of times) {
          take.sample(t, frame);
          for (const value of Object.values(bakedRow(frame))) expect(typeof value === 'string' || Number.isFinite(value)).toBeTrue();
          for (const party of [frame.source, frame.target])
            expect(party.flash >= 0 && party.flash <= 1 && party.rate >= 0 && party.rate <= 1).toBeTrue();
          const { ribbons, row, ...parts } = bakedFrame(frame);
          expect(row['t']).toBe(t);
          for (const shown of [...Object.values(parts).flat(), ...ribbons.flatMap(({ nodes }) => nodes)]) {
            for (const value of Object.values(shown)) expect(typeof value === 'string' || Number.isFinite(value)).toBeTrue();
          }
          for (const { value, lag, alpha } of parts.meters)
            expect([value, lag, alpha].every((amount) => amount >= 0 && amount <= 1)).toBeTrue();
          for (const amount of [...Object.values(frame.source.pose), ...Object.values(frame.target.pose)])
            expect(amount >= 0 && amount <= 1).toBeTrue();
          expect(frame.view.zoom).toBeGreaterThan(0);
          for (const amount of [frame.view.vignette, frame.view.flash, frame.rumble.low, frame.rumble.high])
            expect(amount >= 0 && amount <= 1).toBeTrue();
        }
      }),
      { numRuns: 120 },
    );
  });

  it('shows the same instant whatever the frame rate it is played at', () => {
    fc.assert(
      fc.property(anySequence, fc.nat(), fc.constantFrom(0.1, 0.25, 0.5), (effects, seed, until) => {
        const take = takeOf(effects, { damage: 20 }, { seed });
        const play = (rate: number): string => {
          const frame = take.createFrame();
          for (let i = 0; i < Math.round(until * rate); i++) take.sample(i / rate, frame);
          return seen(take.sample(until, frame));
        };
        const direct = seen(take.sample(until, take.createFrame()));
        expect([30, 60, 144].map(play)).toEqual([direct, direct, direct]);
      }),
      { numRuns: 40 },
    );
  });

  it('is the same whether or not it takes over what an earlier take has drawn', () => {
    fc.assert(
      fc.property(anySequence, anyEffect, fc.nat(), fc.nat({ max: 5 }), (effects, other, seed, place) => {
        const context = compileContext(projectWith([]));
        const documents = projectWith(effects).sequences[0].effects as readonly object[];
        const [changed] = projectWith([{ ...other, id: `effect-${Math.min(place, effects.length - 1)}` }]).sequences[0].effects;
        const planOf = (all: readonly object[]) => compileSequence({ id: 'blow', event: 'lance-hit', effects: all }, [], context);
        const before = strike(planOf(documents), { damage: 20 }, { seed });
        const after = planOf(documents.map((document) => ((document as { id: string }).id === changed.id ? changed : document)));
        const [fresh, handed] = [strike(after, { damage: 20 }, { seed }), strike(after, { damage: 20 }, { seed }, before)];
        for (const t of [0, 0.1, 0.45])
          expect(seen(handed.sample(t, handed.createFrame()))).toBe(seen(fresh.sample(t, fresh.createFrame())));
        expect([handed.sounds, handed.signals, handed.duration]).toEqual([fresh.sounds, fresh.signals, fresh.duration]);
      }),
      { numRuns: 80 },
    );
  });

  it('takes over nothing from another payload or seed', () => {
    const plan = compileSequence(projectWith([{ kind: 'burst', id: 'b', count: 3 }]).sequences[0], [], compileContext(projectWith([])));
    const one = strike(plan, { damage: 1 }, { seed: 1 });
    expect(strike(plan, { damage: 1 }, { seed: 1 }, one).firings[0].firing).toBe(one.firings[0].firing);
    expect(strike(plan, { damage: 1 }, { seed: 2 }, one).firings[0].firing).not.toBe(one.firings[0].firing);
    expect(strike(plan, { damage: 2 }, { seed: 1 }, one).firings[0].firing).not.toBe(one.firings[0].firing);
  });

  it('ends when the last of it has been seen', () => {
    fc.assert(
      fc.property(anySequence, fc.nat(), (effects, seed) => {
        const take = takeOf(effects, {}, { seed });
        const rest = { ...bakedRow(take.createFrame()), t: take.duration + 0.001 };
        expect(bakedRow(take.sample(take.duration + 0.001, take.createFrame()))).toEqual(rest);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves out what is muted or not soloed, without moving anything else', () => {
    const effects = [
      { kind: 'flash', id: 'flash', duration: 0.2 },
      { kind: 'burst', id: 'burst', count: 9 },
    ];
    const all = takeOf(effects);
    const muted = takeOf([{ ...effects[0], muted: true }, effects[1]]);
    const solo = takeOf(effects, {}, { solo: ['burst'] });
    const [a, b, c] = [all, muted, solo].map((take) => take.sample(0.1, take.createFrame()));
    expect(a.target.flash).toBeGreaterThan(0);
    expect([b.target.flash, c.target.flash]).toEqual([0, 0]);
    expect(bakedParticles(b)).toEqual(bakedParticles(a));
    expect(bakedParticles(c)).toEqual(bakedParticles(a));
  });

  it('fires by chance as often as it is told', () => {
    let fired = 0;
    for (let seed = 0; seed < 2000; seed++) fired += takeOf([{ kind: 'flash', id: 'flash', chance: 0.3 }], {}, { seed }).firings.length;
    // Four standard errors of a binomial share.
    expect(Math.abs(fired / 2000 - 0.3)).toBeLessThan(4 * Math.sqrt((0.3 * 0.7) / 2000));
  });

  it('drives numbers by the payload, clamped to the curve’s ends', () => {
    const amount = (damage: number): number => {
      const take = takeOf(
        [
          {
            kind: 'flash',
            id: 'flash',
            duration: 1,
            amount: { drive: 'damage', in: [10, 30], out: [0.2, 1] },
            envelope: [{ at: 0, value: 1 }],
          },
        ],
        { damage },
      );
      return take.sample(0, take.createFrame()).target.flash;
    };
    expect([0, 10, 20, 30, 50].map((damage) => Number(amount(damage).toFixed(9)))).toEqual([0.2, 0.2, 0.6, 1, 1]);
  });
});

describe('completePayload', () => {
  const event = {
    id: 'lance-hit',
    fields: [
      { name: 'damage', type: 'number', default: 10 } as const,
      { name: 'kind', type: 'kind', default: 'plain', options: ['plain', 'ember'] } as const,
    ],
  };

  it('fills in defaults', () => {
    expect(completePayload(event, { kind: 'ember' })).toEqual({ damage: 10, kind: 'ember' });
  });

  it('names the field that is wrong', () => {
    const pathOf = (payload: object): string => {
      try {
        completePayload(event, payload as Record<string, number>);
      } catch (error) {
        return (error as DocumentError).path;
      }
      return 'accepted';
    };
    expect(pathOf({ damge: 1 })).toBe('payload.damge');
    expect(pathOf({ damage: 'much' })).toBe('payload.damage');
    expect(pathOf({ damage: NaN })).toBe('payload.damage');
    expect(pathOf({ kind: 'sap' })).toBe('payload.kind');
  });
});
