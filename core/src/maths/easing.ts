import { boundedEasing, clampedEasing, eased, EasingError, type Easing } from './easingCurve.js';
import { parseLinear } from './linearEasing.js';

export { clampedEasing, eased, EasingError, type Easing };

const number = '[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:e[-+]?\\d+)?';
const bezierPattern = new RegExp(
  `^cubic-bezier\\(\\s*(${number})\\s*,\\s*(${number})\\s*,\\s*(${number})\\s*,\\s*(${number})\\s*\\)$`,
  'i',
);
const stepsPattern = /^steps\(\s*(\d+)\s*(?:,\s*(start|end|jump-start|jump-end|jump-none|jump-both)\s*)?\)$/i;
const linearPattern = /^linear\(([^()]*)\)$/i;

const linear = boundedEasing(() => undefined, 0, 1);

/** No curve needs larger numbers than this, and beyond it their products would lose all meaning. */
const largest = 1e6;

/** Curves read before: documents say the same few over and over. Forgotten when there are too many. */
const known = new Map<string, Easing>();
const mostKnown = 500;

/**
 * Reads one easing in the syntax of CSS Easing Functions Level 2 and returns its curve.
 * Throws EasingError on anything else.
 */
export function parseEasing(text: string): Easing {
  let curve = known.get(text);
  if (!curve) {
    curve = readEasing(text);
    if (known.size >= mostKnown) known.clear();
    known.set(text, curve);
  }
  return curve;
}

function readEasing(text: string): Easing {
  const source = text.trim();
  switch (source.toLowerCase()) {
    case 'linear':
      return linear;
    case 'ease':
      return cubicBezier(0.25, 0.1, 0.25, 1);
    case 'ease-in':
      return cubicBezier(0.42, 0, 1, 1);
    case 'ease-out':
      return cubicBezier(0, 0, 0.58, 1);
    case 'ease-in-out':
      return cubicBezier(0.42, 0, 0.58, 1);
    case 'step-start':
      return steps(1, 'jump-start');
    case 'step-end':
      return steps(1, 'jump-end');
  }
  const bezier = bezierPattern.exec(source);
  if (bezier) {
    const [x1, y1, x2, y2] = bezier.slice(1).map(Number);
    if (x1 < 0 || x1 > 1 || x2 < 0 || x2 > 1) {
      throw new EasingError(`the x values of cubic-bezier() lie between 0 and 1, found "${text}"`);
    }
    if (Math.abs(y1) > largest || Math.abs(y2) > largest)
      throw new EasingError(`the y values of cubic-bezier() lie within ±${largest}, found "${text}"`);
    return cubicBezier(x1, y1, x2, y2);
  }
  const stepped = stepsPattern.exec(source);
  if (stepped) {
    const count = Number(stepped[1]);
    if (count > largest) throw new EasingError(`steps() has at most ${largest} steps, found "${text}"`);
    const jump = (stepped[2] ?? 'jump-end').toLowerCase();
    if (count < (jump === 'jump-none' ? 2 : 1)) {
      throw new EasingError(`steps() needs at least ${jump === 'jump-none' ? 2 : 1} steps, found "${text}"`);
    }
    return steps(count, jump);
  }
  const stops = linearPattern.exec(source);
  if (stops) return parseLinear(stops[1], text, largest);
  throw new EasingError(`expected a CSS easing such as "ease-out" or "cubic-bezier(0.2, 0, 0, 1)", found "${text}"`);
}

/** CSS cubic Bézier timing curve through (0,0), (x1,y1), (x2,y2), (1,1); solved to 1e-12 in x. */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number): Easing {
  const cx = 3 * x1;
  const bx = 3 * (x2 - x1) - cx;
  const ax = 1 - cx - bx;
  const cy = 3 * y1;
  const by = 3 * (y2 - y1) - cy;
  const ay = 1 - cy - by;
  const solve = (cell: Float64Array): void => {
    const x = cell[0];
    if (x <= 0 || x >= 1) {
      cell[0] = x <= 0 ? 0 : 1;
      return;
    }
    // Newton from x converges in a few rounds; bisection bounds it where the slope vanishes.
    let low = 0;
    let high = 1;
    let s = x;
    for (let i = 0; i < 60; i++) {
      const error = ((ax * s + bx) * s + cx) * s - x;
      if (Math.abs(error) < 1e-12) break;
      if (error > 0) high = s;
      else low = s;
      const slope = (3 * ax * s + 2 * bx) * s + cx;
      const next = s - error / slope;
      s = next > low && next < high ? next : (low + high) / 2;
    }
    cell[0] = ((ay * s + by) * s + cy) * s;
  };
  // A Bézier curve stays within the hull of its points.
  return boundedEasing(solve, Math.min(0, y1, y2), Math.max(1, y1, y2));
}

function steps(count: number, jump: string): Easing {
  const atStart = jump === 'start' || jump === 'jump-start' || jump === 'jump-both';
  const jumps = jump === 'jump-none' ? count - 1 : jump === 'jump-both' ? count + 1 : count;
  const solve = (cell: Float64Array): void => {
    cell[0] = Math.min(Math.max(Math.floor(cell[0] * count) + (atStart ? 1 : 0), 0), jumps) / jumps;
  };
  return boundedEasing(solve, 0, 1);
}
