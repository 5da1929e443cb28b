import type { Fraction } from '../units.js';
import type { Rgba } from './colour.js';
import type { Easing } from './easing.js';
import { tableCells } from './envelope.js';
import { fromOklab, mixOklab, type Oklab } from './oklab.js';

/** A gradient's channels at the 257 places i / 256, to be read by `readTable`. */
export interface ColourTables {
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
}

/** Compiled gradient: colours at rising places over 0..1, mixed in OKLab. */
export class Gradient {
  constructor(
    private readonly places: readonly Fraction[],
    private readonly colours: readonly Oklab[],
    private readonly easings: readonly Easing[],
  ) {}

  /** Encoded sRGB colour at `u`. Allocates: tabulate it for use per particle. */
  at(u: Fraction): Rgba {
    const { places, colours } = this;
    const last = places.length - 1;
    if (u <= places[0]) return fromOklab(colours[0]);
    if (u >= places[last]) return fromOklab(colours[last]);
    let i = 0;
    while (places[i + 1] <= u) i++;
    const x = (u - places[i]) / (places[i + 1] - places[i]);
    return fromOklab(mixOklab(colours[i], colours[i + 1], this.easings[i](x)));
  }

  private tabulated: ColourTables | undefined;

  /** The four channels as look-up tables. Made when they are first asked for. */
  tables(): ColourTables {
    return (this.tabulated ??= this.tabulate());
  }

  private tabulate(): ColourTables {
    const [r, g, b, a] = [0, 1, 2, 3].map(() => new Float32Array(tableCells + 1));
    for (let i = 0; i <= tableCells; i++) {
      const colour = this.at(i / tableCells);
      r[i] = colour.r;
      g[i] = colour.g;
      b[i] = colour.b;
      a[i] = colour.a;
    }
    return { r, g, b, a };
  }
}
