import type { Seconds } from '@undatio/core';

/** Within this of contact the lens is nearly even; beyond it, it closes up like a logarithm. */
const lensScale: Seconds = 0.06;

const bend = (t: Seconds): number => Math.sign(t) * Math.log1p(Math.abs(t) / lensScale);
const unbend = (x: number): Seconds => Math.sign(x) * Math.expm1(Math.abs(x)) * lensScale;

/** Maps seconds from contact to px across the strip, evenly or through the lens (a symmetric log scale). */
export class TimeAxis {
  private readonly left: number;
  private readonly span: number;

  constructor(
    readonly from: Seconds,
    readonly to: Seconds,
    readonly width: number,
    readonly lens: boolean,
  ) {
    this.left = lens ? bend(from) : from;
    this.span = (lens ? bend(to) : to) - this.left;
  }

  /** px of the instant `t`; may lie outside the strip. */
  x(t: Seconds): number {
    return (((this.lens ? bend(t) : t) - this.left) / this.span) * this.width;
  }

  /** The instant at `x` px. */
  t(x: number): Seconds {
    const place = this.left + (x / this.width) * this.span;
    return this.lens ? unbend(place) : place;
  }

  /** Round instants from the contact line outward, none closer to the last than `gap` px. */
  ticks(gap: number): Seconds[] {
    const side = (limit: Seconds, sign: 1 | -1): Seconds[] => {
      const kept: Seconds[] = [];
      let last = this.x(0);
      for (const t of roundTimes(limit)) {
        const x = this.x(sign * t);
        if (Math.abs(x - last) < gap) continue;
        kept.push(sign * t);
        last = x;
      }
      return kept;
    };
    return [...side(-this.from, -1).reverse(), 0, ...side(this.to, 1)];
  }
}

/** Times that read well, rising to `limit`. */
function roundTimes(limit: Seconds): Seconds[] {
  const times: Seconds[] = [];
  for (let decade = 0.01; decade <= limit; decade *= 10) {
    for (const step of [1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 9]) {
      const t = Number((decade * step).toPrecision(3));
      if (t <= limit) times.push(t);
    }
  }
  return times;
}
