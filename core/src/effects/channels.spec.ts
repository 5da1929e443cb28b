import type { Frame } from '../contract.js';
import { ageOf } from '../internal.js';
import { takeOf } from '../testing/projects.js';

/** What a lane draws of an effect is what the frame shows of it: read from the frame, kind by kind. */
const even = [{ at: 0, value: 1 }];
const fading = [
  { at: 0, value: 1 },
  { at: 1, value: 0 },
];
const length = (x: number, y: number): number => Math.hypot(x, y);

const readings: [string, object, (frame: Frame) => number][] = [
  ['flash', { kind: 'flash', duration: 0.4, amount: 0.8, envelope: fading }, ({ target }) => target.flash],
  ['jitter', { kind: 'jitter', duration: 0.4, amplitude: 9 }, ({ target }) => target.x],
  ['shake', { kind: 'shake', duration: 0.4, amplitude: 9 }, ({ view }) => view.x],
  ['squash', { kind: 'squash', duration: 0.4, amount: -0.4, bump: 3 }, ({ target }) => target.scaleY - 1],
  ['kick', { kind: 'kick', duration: 0.4, direction: { mode: 'fixed', angle: 90, spread: 0 } }, ({ view }) => view.y],
  ['punch', { kind: 'punch', duration: 0.4 }, ({ view }) => view.zoom - 1],
  ['pose', { kind: 'pose', duration: 0.4, amount: 0.7, envelope: fading }, ({ target }) => target.pose.hurt],
  ['rumble', { kind: 'rumble', duration: 0.4, low: 0.3, high: 0.6, envelope: fading }, ({ rumble }) => rumble.high],
  ['a rumble that is mostly low', { kind: 'rumble', duration: 0.4, low: 0.5, high: 0.2, envelope: even }, ({ rumble }) => rumble.low],
  ['a ring', { kind: 'ring', duration: 0.4 }, ({ rings }) => rings.radius[0]],
  ['a meter', { kind: 'meter', duration: 0.4 }, ({ meters }) => meters.value[0]],
  ['a throw', { kind: 'knockback', duration: 0.4, lift: 0 }, ({ target }) => length(target.x, target.y)],
  ['slowing', { kind: 'slow', duration: 0.4, rate: 0.25, easeIn: 0, easeOut: 0 }, ({ target }) => 1 - target.rate],
  ['a stop', { kind: 'hit-stop', duration: 0.4 }, ({ target }) => 1 - target.rate],
  ['particles', { kind: 'burst', duration: 0.2, count: 40, life: 0.25 }, ({ particles }) => particles.count],
  ['a stream', { kind: 'stream', duration: 0.4, rate: 100, life: 0.15 }, ({ particles }) => particles.count],
  ['pulses', { kind: 'seeker', count: 3, every: 0.05, duration: 0.3 }, ({ particles }) => particles.count],
  ['letters', { kind: 'caption', text: 'Mighty', duration: 1 }, ({ glyphs }) => glyphs.count],
];

describe('what a lane draws', () => {
  for (const [what, effect, read] of readings) {
    it(`is what the frame shows of ${what}`, () => {
      const take = takeOf([{ ...effect, id: 'it' }], { damage: 20, direction: 30 }, { seed: 5 });
      const frame = take.createFrame();
      const [timed] = take.firings;
      for (const t of [0.0113, 0.0617, 0.1331, 0.2143, 0.3719]) {
        const shown = read(take.sample(t, frame));
        expect(timed.firing.channel(ageOf(timed, t)))
          .withContext(`${what} at ${t}`)
          .toBeCloseTo(shown, 4);
      }
    });
  }
});
