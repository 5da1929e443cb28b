import { bakedFrame } from '../ship/bakedRow.js';
import { takeOf } from '../testing/projects.js';
import { RapidFire } from './rapidFire.js';

const effects = [
  { kind: 'flash', id: 'flash', duration: 0.4, envelope: [{ at: 0, value: 1 }] },
  { kind: 'burst', id: 'burst', count: 4 },
  { kind: 'meter', id: 'meter' },
  { kind: 'shake', id: 'shake' },
  { kind: 'sound', id: 'sound', clips: ['crack'], gap: 0.05 },
];

describe('rapid fire', () => {
  const take = (seed: number) => takeOf(effects, {}, { seed });
  const blows = [
    { take: take(1), at: 0, target: 0, x: 0, y: 0 },
    { take: take(2), at: 0.25, target: 1, x: 200, y: 30 },
    { take: take(3), at: 0.5, target: 0, x: 0, y: 0 },
  ];
  const fire = new RapidFire(blows, 2);
  const at = (t: number) => fire.sample(t, fire.createFrame());

  it('lights no target by another’s blow', () => {
    expect([0.1, 0.3, 0.45, 0.6].map((t) => at(t).targets.map(({ flash }) => flash))).toEqual([
      [1, 0],
      [1, 1],
      [0, 1],
      [1, 1],
    ]);
  });

  it('adds up what its takes show, each at its own contact point', () => {
    const all = bakedFrame(at(0.3));
    const first = bakedFrame(blows[0].take.sample(0.3, blows[0].take.createFrame()));
    const age = 0.3 - 0.25;
    const second = bakedFrame(blows[1].take.sample(age, blows[1].take.createFrame()));
    expect(all.particles.slice(0, first.particles.length)).toEqual(first.particles);
    const moved = second.particles.map(({ x, y, ...same }) => ({ ...same, x: Math.fround(x + 200), y: Math.fround(y + 30) }));
    expect(all.particles.slice(first.particles.length)).toEqual(moved.map((particle) => jasmine.objectContaining(particle)));
    expect(Number(all.row['view.x'])).toBeCloseTo(Number(first.row['view.x']) + Number(second.row['view.x']), 12);
    expect(all.meters.map(({ party }) => party)).toEqual([2, 3]);
  });

  it('is the same in whatever order it is sampled', () => {
    const frame = fire.createFrame();
    const seen = (t: number) => JSON.stringify([bakedFrame(fire.sample(t, frame)), frame.targets]);
    const forward = [0, 0.2, 0.4, 0.6].map(seen);
    expect([0.6, 0.4, 0.2, 0].map(seen).reverse()).toEqual(forward);
  });

  it('ends with its last blow, and keeps an effect’s gap across blows', () => {
    expect(fire.duration).toBeCloseTo(0.5 + blows[2].take.duration, 12);
    expect(fire.sounds.map(({ start }) => start)).toEqual([0, 0.25, 0.5]);
    const quick = new RapidFire(
      blows.map((blow, i) => ({ ...blow, at: i * 0.03 })),
      2,
    );
    expect(quick.sounds.map(({ start }) => start)).toEqual([0, 0.06]);
  });
});
