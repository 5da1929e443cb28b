import type { Degrees, Fraction } from '../units.js';
import type { Rgba } from './colour.js';
import { linearChannel as decode } from './linearChannel.js';

/** A colour in OKLab with alpha. */
export interface Oklab {
  l: number;
  a: number;
  b: number;
  alpha: Fraction;
}

const encode = (c: number): number => (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055);
const clamp = (c: number): Fraction => Math.min(1, Math.max(0, c));

/** sRGB to OKLab, by B. Ottosson's matrices as CSS Color 4 uses them. */
export function toOklab(colour: Rgba): Oklab {
  const r = decode(colour.r);
  const g = decode(colour.g);
  const b = decode(colour.b);
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return {
    l: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    a: 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    b: 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
    alpha: colour.a,
  };
}

/** OKLab to encoded sRGB; colours outside the gamut are clipped per channel. */
export function fromOklab(colour: Oklab): Rgba {
  const l = (colour.l + 0.3963377774 * colour.a + 0.2158037573 * colour.b) ** 3;
  const m = (colour.l - 0.1055613458 * colour.a - 0.0638541728 * colour.b) ** 3;
  const s = (colour.l - 0.0894841775 * colour.a - 1.291485548 * colour.b) ** 3;
  return {
    r: clamp(encode(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s)),
    g: clamp(encode(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s)),
    b: clamp(encode(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s)),
    a: colour.alpha,
  };
}

/**
 * The colour of a hue at a lightness and chroma in OKLCH (CSS Color 4). Where sRGB cannot show it, its chroma is reduced
 * until it can, so that lightness and hue stay as asked.
 */
export function fromOklch(l: Fraction, chroma: number, hue: Degrees): Rgba {
  const radians = (hue * Math.PI) / 180;
  const at = (c: number): Oklab => ({ l, a: c * Math.cos(radians), b: c * Math.sin(radians), alpha: 1 });
  if (inGamut(at(chroma))) return fromOklab(at(chroma));
  let [low, high] = [0, chroma];
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (inGamut(at(middle))) low = middle;
    else high = middle;
  }
  return fromOklab(at(low));
}

/** Whether a colour goes to sRGB and back without being clipped. */
function inGamut(colour: Oklab): boolean {
  const back = toOklab(fromOklab(colour));
  return Math.hypot(back.l - colour.l, back.a - colour.a, back.b - colour.b) < 1e-4;
}

/** Mixes two colours in OKLab with premultiplied alpha (CSS Color 4, 12.3); `x` = 0 is all `from`. */
export function mixOklab(from: Oklab, to: Oklab, x: Fraction): Oklab {
  const alpha = from.alpha + (to.alpha - from.alpha) * x;
  if (alpha === 0) return { l: from.l, a: from.a, b: from.b, alpha: 0 };
  const wf = (from.alpha * (1 - x)) / alpha;
  const wt = (to.alpha * x) / alpha;
  return {
    l: from.l * wf + to.l * wt,
    a: from.a * wf + to.a * wt,
    b: from.b * wf + to.b * wt,
    alpha,
  };
}
