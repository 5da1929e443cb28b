import fc from 'fast-check';
import type { Frame } from '../contract.js';
import { compileContext } from '../checks/compileContext.js';
import { readProject } from '../checks/readProject.js';
import { anyEffect, anySequence } from '../testing/documents.js';
import { projectJson, projectWith, takeOf } from '../testing/projects.js';
import { compileSequence } from './compile.js';
import { bakedFrame, bakedParticles, bakedRow } from '../ship/bakedRow.js';
import { completePayload } from './payload.js';
import { strike } from './strike.js';
import type { DocumentError } from '../model/documentError.js';
import { evenly } from '../testing/evenly.js';

const modest = anySequence('modest');
const times = [-0.4, -0.1, 0, 1 / 144, 1 / 60, 1 / 30, 0.05, 0.1, 0.2, 0.45, 0.9, 1.7, 4];

/** Every number of the frame is one, and every amount lies between 0 and 1. */
function checkFrame(frame: Frame): void {
  const { row, particles, ribbons, ...parts } = bakedFrame(frame, 500);
  const shown: object[] = [row, ...particles, ...Object.values(parts).flat(), ...ribbons.flatMap(({ nodes }) => nodes)];
  const strange = shown.flatMap((entry) =>
    Object.entries(entry).filter(([, value]) => typeof value !== 'string' && !Number.isFinite(value)),
  );
  expect(strange).toEqual([]);
  const { source, target, view, rumble } = frame;
  const amounts = [source, target].flatMap(({ flash, rate, pose }) => [flash, rate, ...Object.values(pose)]);
  amounts.push(view.vignette, view.flash, rumble.low, rumble.high, ...parts.meters.flatMap(({ value, lag, alpha }) => [value, lag, alpha]));
  amounts.push(...parts.glyphs.map(({ alpha }) => alpha), ...parts.pictures.map(({ alpha }) => alpha));
  expect(amounts.filter((amount) => !(amount >= 0 && amount <= 1))).toEqual([]);
  expect(view.zoom).toBeGreaterThan(0);
}

const seen = (frame: Frame) => JSON.stringify(bakedFrame(frame));

describe('a take', () => {
  it('gives the same frame in whatever order it is sampled', () => {
    fc.assert(
      fc.property(modest, fc.nat(), fc.shuffledSubarray(times, { minLength: times.length }), (effects, seed, shuffled) => {
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
      fc.property(modest, fc.nat(), (effects, seed) => {
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

  it('never shows what is not a number, and keeps amounts in bounds, whatever a valid document says', () => {
    const context = compileContext(projectWith([]));
    fc.assert(
      fc.property(anySequence('whole'), fc.nat(), evenly(0, 50), (effects, seed, damage) => {
        const { project } = readProject(projectJson(effects));
        // What comes to more than a strike may is refused before it is made.
        fc.pre(project !== undefined);
        const take = strike(compileSequence(project.sequences[0], [], context), { damage }, { seed });
        const frame = take.createFrame();
        for (const t of [...times, take.start, take.duration / 2, take.duration]) checkFrame(take.sample(t, frame));
        for (const { gain, rate, pan, start, cut } of take.sounds) expect([gain, rate, pan, start, cut].every(Number.isFinite)).toBeTrue();
        expect([take.start, take.duration].every(Number.isFinite)).toBeTrue();
      }),
      { numRuns: 150, seed: 20261126 },
    );
  });

  it('shows the same instant whatever the frame rate it is played at', () => {
    fc.assert(
      fc.property(modest, fc.nat(), fc.constantFrom(0.1, 0.25, 0.5), (effects, seed, until) => {
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
      fc.property(modest, anyEffect('modest'), fc.nat(), fc.nat({ max: 5 }), (effects, other, seed, place) => {
        const context = compileContext(projectWith([]));
        const documents = projectWith(effects).sequences[0].effects as readonly object[];
        const [changed] = projectWith([{ ...other, id: `effect-${Math.min(place, effects.length - 1)}` }]).sequences[0].effects;
        const planOf = (all: readonly object[]) => compileSequence({ id: 'blow', event: 'lance-hit', effects: all }, [], context);
        const before = strike(planOf(documents), { damage: 20 }, { seed });
        // The changed one may not raise the signal any more that another hangs on: that one hangs on its start then.
        const hung = (document: object): object => {
          const { anchor } = document as { anchor: { to: string; effect?: string } };
          return anchor.to === 'signal' && anchor.effect === changed.id
            ? { ...document, anchor: { to: 'start', effect: changed.id } }
            : document;
        };
        const after = planOf(documents.map((document) => ((document as { id: string }).id === changed.id ? changed : hung(document))));
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

  it('keeps the clocks of an earlier take while they run the same, and hears who is soloed', () => {
    const stopped = (seconds: number): readonly object[] => [
      { kind: 'hit-stop', id: 'stop', duration: seconds, parties: ['target'] },
      { kind: 'sound', id: 'crack', clips: ['crack'] },
    ];
    const context = compileContext(projectWith([]));
    const planOf = (seconds: number) => compileSequence(projectWith(stopped(seconds)).sequences[0], [], context);
    const one = strike(planOf(0.1));
    const same = strike(planOf(0.1), {}, { solo: ['stop'] }, one);
    const longer = strike(planOf(0.2), {}, {}, same);
    expect(same.warps.target).toBe(one.warps.target);
    expect(longer.warps.source).toBe(one.warps.source);
    [one, same, longer].forEach(({ warps }, i) => expect(warps.target.tau(0.15)).toBeCloseTo([0.05, 0.05, 0][i], 9));
    expect([one, same, longer].map(({ sounds }) => sounds.length)).toEqual([1, 0, 1]);
  });

  it('ends when the last of it has been seen', () => {
    fc.assert(
      fc.property(modest, fc.nat(), (documents, seed) => {
        // A throw that stays is not at rest where it began; it has a test of its own.
        const effects = documents.map((document) => ({ ...document, ...('then' in document && { then: 'return' }) }));
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
