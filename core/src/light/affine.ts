import type { Degrees } from '../units.js';

/** A plane turned, stretched and moved: x′ = a·x + c·y + e, y′ = b·x + d·y + f, as CSS writes matrix(a, b, c, d, e, f). */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

/** Moved to (x, y), there turned, there stretched: what is done to things last is written first. */
export function placed(x: number, y: number, turn: Degrees = 0, sx = 1, sy = sx): Affine {
  const radians = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  return { a: cos * sx, b: sin * sx, c: -sin * sy, d: cos * sy, e: x, f: y };
}

/** First `inner`, then `outer`. */
export function within(outer: Affine, inner: Affine): Affine {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    e: outer.a * inner.e + outer.c * inner.f + outer.e,
    f: outer.b * inner.e + outer.d * inner.f + outer.f,
  };
}

/** How much larger an area becomes. */
export function growth({ a, b, c, d }: Affine): number {
  return Math.abs(a * d - b * c);
}

/** The way back; undefined where everything falls on a line. */
export function backward(m: Affine): Affine | undefined {
  const det = m.a * m.d - m.b * m.c;
  if (Math.abs(det) < 1e-12) return undefined;
  return {
    a: m.d / det,
    b: -m.b / det,
    c: -m.c / det,
    d: m.a / det,
    e: (m.c * m.f - m.d * m.e) / det,
    f: (m.b * m.e - m.a * m.f) / det,
  };
}
