import fc from 'fast-check';
import { evenly } from '../testing/evenly.js';
import { takeOf } from '../testing/projects.js';
import { bakedFrame } from '../ship/bakedRow.js';

const toRadians = Math.PI / 180;
const chips = {
  kind: 'burst',
  id: 'chips',
  count: 1,
  from: 'target',
  drag: 0,
  gravity: 1000,
  life: 3,
  spin: 90,
  floor: 'bounce',
  bounce: 0.5,
};
const setOff = (speed: number, angle: number) => ({ speed, direction: { mode: 'fixed', angle, spread: 0 } });

/** Where the particle is, px, and how it is turned. */
function seen(effect: object, age: number): { x: number; y: number; rotation: number } {
  const take = takeOf([effect], {}, { seed: 4, places: { target: { x: 0, y: 0 } } });
  return bakedFrame(take.sample(age, take.createFrame())).particles[0];
}

/** px below the target's middle, which is 120 px high. */
const ground = 60;

/** A simulation in small steps: a particle bounces at the ground, and lies still when it is slow or has bounced four times. */
function stepped(
  { speed, angle, drag, gravity, bounce }: { speed: number; angle: number; drag: number; gravity: number; bounce: number },
  ages: readonly number[],
): { x: number; y: number }[] {
  const step = 1e-5;
  let [x, y, vx, vy] = [0, 0, Math.cos(angle * toRadians) * speed, Math.sin(angle * toRadians) * speed];
  let [bounces, lies] = [0, false];
  const found: { x: number; y: number }[] = [];
  for (let k = 0; found.length < ages.length; k++) {
    if (k * step >= ages[found.length] - step / 2) found.push({ x, y });
    if (lies) continue;
    // By the speed half-way through the step.
    const [mx, my] = [vx - (drag * vx * step) / 2, vy + ((gravity - drag * vy) * step) / 2];
    x += mx * step;
    y += my * step;
    vx -= drag * mx * step;
    vy += (gravity - drag * my) * step;
    if (y < ground || vy <= 0) continue;
    y = ground;
    vx *= bounce;
    vy *= -bounce;
    if (-vy < 10 || ++bounces > 4) lies = true;
  }
  return found;
}

describe('a particle above a floor', () => {
  it('stops or bounces there as a stepped simulation does', () => {
    const flights = fc.record({
      speed: evenly(0, 700),
      angle: evenly(-180, 180),
      drag: evenly(0, 5),
      gravity: evenly(200, 2500),
      bounce: evenly(0, 0.9),
    });
    const ages = [0.11, 0.34, 0.71, 1.3, 2.4];
    let landed = 0;
    fc.assert(
      fc.property(flights, (flight) => {
        const { speed, angle, ...more } = flight;
        const effect = { ...chips, ...setOff(speed, angle), ...more };
        const stop = { ...effect, floor: 'stop' };
        const [bounced, stopped] = [stepped(flight, ages), stepped({ ...flight, bounce: 0 }, ages)];
        ages.forEach((age, i) => {
          for (const [one, other] of [
            [seen(effect, age), bounced[i]],
            [seen(stop, age), stopped[i]],
          ] as const)
            if (!(Math.hypot(one.x - other.x, one.y - other.y) < 0.5))
              throw new Error(`at ${age}: ${one.x}, ${one.y}, stepped ${other.x}, ${other.y}`);
          if (stopped[i].y === ground) landed++;
        });
      }),
      { numRuns: 60, seed: 8 },
    );
    expect(landed).toBeGreaterThan(150);
  });

  it('agrees with numbers worked out by hand: 60 px down from rest at 1000 px/s² are √0.12 s', () => {
    const drop = { ...chips, ...setOff(0, 0) };
    const down = Math.sqrt(0.12);
    expect(seen(drop, down - 1e-9).y).toBeCloseTo(60, 4);
    // Half the speed rises a quarter as high, in half the time.
    expect(seen(drop, down * 1.5).y).toBeCloseTo(45, 4);
    expect(seen({ ...drop, floor: 'stop' }, down * 1.5).y).toBeCloseTo(60, 4);
    expect(seen({ ...drop, floor: 'through' }, 0.5).y).toBeCloseTo(125, 4);
    // What floats up never lands.
    expect(seen({ ...drop, gravity: -1000 }, 0.5).y).toBeCloseTo(-125, 4);
  });

  it('stops turning once it lies still', () => {
    const drop = { ...chips, ...setOff(0, 0), floor: 'stop' };
    const turned = seen(drop, 0.5).rotation - seen(drop, 0).rotation;
    expect(turned).toBeCloseTo(90 * Math.sqrt(0.12), 3);
    expect(seen(drop, 2.5).rotation - seen(drop, 0).rotation).toBeCloseTo(turned, 9);
  });

  it('is the same in whatever order instants are sampled, and never below the ground', () => {
    const effect = { ...chips, kind: 'stream', count: undefined, rate: 30, duration: 1, ...setOff(300, -60) };
    const take = takeOf([JSON.parse(JSON.stringify(effect)) as object], {}, { seed: 4 });
    const frame = take.createFrame();
    const at = (t: number) => bakedFrame(take.sample(t, frame)).particles;
    const later = at(1.7);
    at(0.2);
    expect(at(1.7)).toEqual(later);
    // Nothing is below the ground of the target, whose middle stands 80 px to the right.
    for (const { y } of later) expect(y).toBeLessThanOrEqual(60 + 1e-6);
    expect(later.some(({ y }) => y > 59)).toBeTrue();
  });
});
