import type { Hertz, Seconds } from '../units.js';

/**
 * Position at `t` of a damped spring ẍ + 2ζωẋ + ω²x = 0 released from displacement `x0` with speed `v0`.
 * `frequency` is the undamped frequency in Hz (ω = 2π·frequency), `damping` is ζ: below 1 it rings,
 * at 1 it returns as fast as it can without crossing, above 1 it creeps back.
 */
export function spring(x0: number, v0: number, frequency: Hertz, damping: number, t: Seconds): number {
  const w = 2 * Math.PI * frequency;
  const decay = damping * w;
  // Within this distance of critical both other forms lose precision to cancellation.
  if (Math.abs(damping - 1) < 1e-6) {
    return Math.exp(-w * t) * (x0 + (v0 + w * x0) * t);
  }
  if (damping < 1) {
    const wd = w * Math.sqrt(1 - damping * damping);
    return Math.exp(-decay * t) * (x0 * Math.cos(wd * t) + ((v0 + decay * x0) / wd) * Math.sin(wd * t));
  }
  const root = w * Math.sqrt(damping * damping - 1);
  const slow = -decay + root;
  const fast = -decay - root;
  const c = (v0 - fast * x0) / (slow - fast);
  return c * Math.exp(slow * t) + (x0 - c) * Math.exp(fast * t);
}
