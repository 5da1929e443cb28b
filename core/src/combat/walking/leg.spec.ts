import { goesOn, type Leg } from './leg.js';

describe('a leg that only goes on', () => {
  const goes: Leg = { x: 10, y: 5, vx: 30, vy: -40, since: 1 };
  /** Where it is 2 s later, aiming anew. */
  const on: Leg = { x: 70, y: -75, vx: 30, vy: -40, since: 3 };

  it('is of the same speed, to the rounding of an aim', () => {
    expect(goesOn(goes, on)).toBeTrue();
    expect(goesOn(goes, { ...on, vx: 30 * (1 + 2e-16), vy: -40 * (1 - 2e-16) })).toBeTrue();
    expect(goesOn(goes, { ...on, vx: 30.0001 })).toBeFalse();
    expect(goesOn(goes, { ...on, vy: 40 })).toBeFalse();
  });

  it('is none of one that stands, slows down, turns, or ends by another time', () => {
    const still = { ...goes, vx: 0, vy: 0 };
    expect(goesOn(still, { ...on, vx: 0, vy: 0 })).toBeFalse();
    expect(goesOn({ ...goes, ax: 1 }, { ...on, ax: 1 })).toBeFalse();
    expect(goesOn(goes, { ...on, bends: [{ radius: 5, from: 0, rate: 1 }] })).toBeFalse();
    expect(goesOn(goes, { ...on, until: 4 })).toBeFalse();
  });
});
