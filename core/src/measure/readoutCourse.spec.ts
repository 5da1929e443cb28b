import { projectWith, takeOf } from '../testing/projects.js';
import { courseNames, readoutCourse, waysOf } from './readoutCourse.js';
import { readOut } from './readouts.js';

const effects = [
  { kind: 'shake', id: 'shake', amplitude: 8 },
  { kind: 'flash', id: 'flash', duration: 0.2 },
  { kind: 'hit-stop', id: 'stop', duration: 0.1 },
  { kind: 'knockback', id: 'throw', distance: 40 },
  { kind: 'burst', id: 'chips' },
  { kind: 'sound', id: 'crack', clips: ['crack'], rate: 1 },
];

describe('a reading over time', () => {
  const assets = projectWith([]).assets.map((asset) => (asset.type === 'sound' ? { ...asset, peaks: [1, 0.5] } : asset));
  const take = takeOf(effects);
  const read = readOut(take, { assets });

  it('comes at most to what the reading says', () => {
    for (const name of courseNames) {
      if (name === 'hitStopTotal' || name === 'loudness') continue;
      const { values } = readoutCourse(take, name, { assets });
      expect(Math.max(...values))
        .withContext(name)
        .toBeCloseTo(read[name], 3);
    }
  });

  it('stands still for as long as the hit-stop lasts', () => {
    const { values, step } = readoutCourse(take, 'hitStopTotal');
    expect(values.reduce((sum, value) => sum + value * step, 0)).toBeCloseTo(0.1, 2);
  });

  it('hears no more than rings at each instant', () => {
    const { from, step, values } = readoutCourse(takeOf([effects[5], { ...effects[5], id: 'second', delay: 0.2 }]), 'peakVoices', {
      assets,
    });
    // Clips of half a second, the second 0.2 s later.
    const at = (t: number): number | undefined => values.at(Math.round((t - from) / step));
    expect([at(0.1), at(0.3)]).toEqual([1, 2]);
  });
});

describe('the ways of bodies and view', () => {
  it('go from rest to where the knockback throws, and there are none of who never moves', () => {
    const { source, target, view } = waysOf(takeOf([effects[3]]));
    expect([source, view]).toEqual([[], []]);
    const farthest = Math.max(...target.map(({ x, y }) => Math.hypot(x, y)));
    expect(farthest).toBeCloseTo(readOut(takeOf([effects[3]])).peakThrow, 1);
    expect(target.every(({ t }, i) => i === 0 || t > target[i - 1].t)).toBeTrue();
  });
});
