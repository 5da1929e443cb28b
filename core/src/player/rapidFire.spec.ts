import fc from 'fast-check';
import { compileContext } from '../checks/compileContext.js';
import { bakedFrame } from '../ship/bakedRow.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { readProject } from '../checks/readProject.js';
import { limits } from '../model/fields.js';
import { anySequence } from '../testing/documents.js';
import { projectJson, projectWith } from '../testing/projects.js';
import { RapidFire, type Blow } from './rapidFire.js';

const effects = [
  { kind: 'flash', id: 'flash', duration: 0.4, envelope: [{ at: 0, value: 1 }] },
  { kind: 'burst', id: 'burst', count: 4 },
  { kind: 'meter', id: 'meter' },
  { kind: 'shake', id: 'shake' },
  { kind: 'pose', id: 'lunge', on: 'source', pose: 'lunge', delay: -0.1, duration: 0.2 },
  { kind: 'sound', id: 'sound', clips: ['crack'], gap: 0.05 },
];

function fireOf(more: readonly object[], blows: readonly Blow[], budget?: { seconds: number; within: number }): RapidFire {
  const project = projectWith([...effects, ...more]);
  const plan = compileSequence(project.sequences[0], ['sequences', 0], compileContext(project));
  const at = (x: number, y = 0) => ({ actor: undefined, place: { x, y } });
  return new RapidFire({ plan, source: at(-80), targets: [at(80), at(280, 30)], budget }, blows);
}

const blows = [
  { payload: {}, seed: 1, at: 0, target: 0 },
  { payload: {}, seed: 2, at: 0.25, target: 1 },
  { payload: {}, seed: 3, at: 0.5, target: 0 },
];

describe('rapid fire', () => {
  const fire = fireOf([], blows);
  const at = (t: number) => fire.sample(t, fire.createFrame());
  const takeOf = (seed: number) => {
    const project = projectWith(effects);
    const places = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 }, others: [{ x: 280, y: 30 }] };
    return strike(compileSequence(project.sequences[0], ['sequences', 0], compileContext(project)), {}, { seed, places });
  };

  it('lights no target by another’s blow', () => {
    expect([0.1, 0.3, 0.45, 0.6].map((t) => at(t).targets.map(({ flash }) => flash))).toEqual([
      [1, 0],
      [1, 1],
      [0, 1],
      [1, 1],
    ]);
  });

  it('shows a single blow as its take does', () => {
    const [one, take] = [fireOf([], [blows[0]]), takeOf(1)];
    for (const t of [-0.05, 0.1, 0.3]) {
      const [a, b] = [bakedFrame(one.sample(t, one.createFrame())), bakedFrame(take.sample(t, take.createFrame()))];
      expect(a.particles.length).toBe(b.particles.length);
      a.particles.forEach(({ x, y }, i) => {
        expect(x).toBeCloseTo(b.particles[i].x, 3);
        expect(y).toBeCloseTo(b.particles[i].y, 3);
      });
      for (const column of ['view.x', 'target.flash', 'source.lunge'] as const)
        expect(Number(a.row[column])).withContext(column).toBeCloseTo(Number(b.row[column]), 9);
    }
    expect(one.start).toBeCloseTo(take.start, 12);
    expect(one.duration).toBeCloseTo(take.duration, 9);
  });

  it('adds up what its takes show, each at its own contact point, on its own body', () => {
    const frame = at(0.3);
    const all = bakedFrame(frame);
    const first = takeOf(1);
    const alone = bakedFrame(first.sample(0.3, first.createFrame()));
    alone.particles.forEach(({ x }, i) => expect(all.particles[i].x).toBeCloseTo(x, 3));
    // The second target stands 200 px to the right of the first, and so does its contact point.
    const second = frame.particles.x.slice(alone.particles.length, frame.particles.count);
    expect(second.length).toBe(4);
    expect(Math.min(...second)).toBeGreaterThan(100);
    expect(Array.from(frame.meters.party).slice(0, frame.meters.count)).toEqual([2, 3]);
  });

  it('is the same in whatever order it is sampled', () => {
    const frame = fire.createFrame();
    const seen = (t: number) => JSON.stringify([bakedFrame(fire.sample(t, frame)), frame.targets]);
    const forward = [0, 0.2, 0.4, 0.6].map(seen);
    expect([0.6, 0.4, 0.2, 0].map(seen).reverse()).toEqual(forward);
  });

  it('ends with its last blow, and keeps an effect’s gap and voices across blows', () => {
    expect(fire.duration).toBeCloseTo(0.5 + takeOf(3).duration, 9);
    const starts = ({ sounds }: RapidFire) => sounds.map(({ start }) => Number(start.toFixed(9)));
    expect(starts(fire)).toEqual([0, 0.25, 0.5]);
    const quick = blows.map((blow, i) => ({ ...blow, at: i * 0.03 }));
    expect(starts(fireOf([], quick))).toEqual([0, 0.06]);
    const single = fireOf([{ kind: 'sound', id: 'one', clips: ['thud'], voices: 1 }], blows).sounds.filter(
      ({ effect }) => effect === 'one',
    );
    expect(single.map(({ cut }) => Number(cut.toFixed(9)))).toEqual([0.25, 0.25, 0]);
  });

  it('keeps to the budget of stops, and tells the worst stretch', () => {
    const stop = { kind: 'hit-stop', id: 'stop', duration: 0.12, parties: ['source', 'target'] };
    const five = Array.from({ length: 5 }, (_, i) => ({ payload: {}, seed: i, at: i * 0.2, target: 0 }));
    const free = fireOf([stop], five);
    expect(free.stillest(0, 1)).toBeCloseTo(0.6, 9);
    const held = fireOf([stop], five, { seconds: 0.3, within: 1 });
    expect(held.stillest(0, 1)).toBeCloseTo(0.3, 9);
    expect(held.stillest(1, 1)).toBeCloseTo(0.3, 9);
    expect(held.stillest(2, 1)).toBe(0);
    expect(held.sample(0.05, held.createFrame()).source.rate).toBe(0);
    expect(held.sample(0.85, held.createFrame()).source.rate).toBe(1);
  });

  it('plays whatever a valid document holds, however long it takes', () => {
    const long = fireOf([{ kind: 'flash', id: 'late', duration: 60, repeat: { count: limits.repeats, every: 30 }, delay: 0 }], blows);
    expect(long.duration).toBeGreaterThan((limits.repeats - 1) * 30);
    fc.assert(
      fc.property(anySequence('whole', 4), (sequence) => {
        const { project } = readProject(projectJson(sequence));
        if (!project) return;
        const fire = fireOf(sequence, blows, { seconds: 0.2, within: 1 });
        const frame = fire.createFrame();
        for (const share of [0.1, 0.7]) {
          const { view, targets } = fire.sample(fire.start + (fire.duration - fire.start) * share, frame);
          expect([view.x, view.zoom, targets[0].x, targets[1].flash].every(Number.isFinite)).toBeTrue();
        }
      }),
      { numRuns: 40, seed: 3 },
    );
  });
});
