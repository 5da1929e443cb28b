import type { Seconds } from '../units.js';

/**
 * How far a unit of initial velocity carries in `t` under linear drag `k` (1/s): (1 - e^(-kt)) / k.
 * `expm1` keeps full precision for small kt; below 1e-8 its series t - kt²/2 is exact and also bears a k that is
 * too small to divide by.
 */
export function dragReach(k: number, t: Seconds): Seconds {
  const kt = k * t;
  return kt < 1e-8 ? t * (1 - kt / 2) : -Math.expm1(-kt) / k;
}

/**
 * How far a unit of constant acceleration carries in `t` under drag `k`: (t - a) / k with a = dragReach.
 * Near kt = 0 the difference cancels, so the series t²/2 - kt³/6 + k²t⁴/24 - … stands in.
 */
export function dragFall(k: number, t: Seconds): number {
  const kt = k * t;
  if (kt < 0.01) {
    return t * t * (1 / 2 - kt * (1 / 6 - kt * (1 / 24 - kt * (1 / 120 - kt / 720))));
  }
  return (t - dragReach(k, t)) / k;
}

/** Position after `t` of a body with drag: ẍ = g - kẋ, from x0 at speed v0. */
export function ballisticPosition(x0: number, v0: number, g: number, k: number, t: Seconds): number {
  return x0 + v0 * dragReach(k, t) + g * dragFall(k, t);
}

/** Speed of the same body: v0·e^(-kt) + g·dragReach. */
export function ballisticVelocity(v0: number, g: number, k: number, t: Seconds): number {
  return v0 * Math.exp(-k * t) + g * dragReach(k, t);
}
