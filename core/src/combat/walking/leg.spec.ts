import { continues, type Leg } from './leg.js';

describe('a new leg leaves the motion unchanged if it', () => {
  const goes: Leg = { x: 10, y: 5, vx: 30, vy: -40, since: 1 };
  /** The same motion, started again 2 s later. */
  const on: Leg = { x: 70, y: -75, vx: 30, vy: -40, since: 3 };

  it('has the same velocity, up to rounding', () => {
    expect(continues(goes, on)).toBeTrue();
    expect(continues(goes, { ...on, vx: 30 * (1 + 2e-16), vy: -40 * (1 - 2e-16) })).toBeTrue();
    expect(continues(goes, { ...on, vx: 30.0001 })).toBeFalse();
    expect(continues(goes, { ...on, vy: 40 })).toBeFalse();
  });

  it('is straight and moving, and ends at the same time', () => {
    const still = { ...goes, vx: 0, vy: 0 };
    expect(continues(still, { ...on, vx: 0, vy: 0 })).toBeFalse();
    expect(continues({ ...goes, ax: 1 }, { ...on, ax: 1 })).toBeFalse();
    expect(continues(goes, { ...on, bends: [{ radius: 5, from: 0, rate: 1 }] })).toBeFalse();
    expect(continues(goes, { ...on, until: 4 })).toBeFalse();
  });
});
