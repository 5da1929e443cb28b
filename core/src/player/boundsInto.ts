import type { Bounds, DrawnName, PlayerFrame } from '../contract.js';

/** Widest letter of any font that numbers are likely to be drawn in, in heights of a capital. */
const widestLetter = 1.4;

/** The rectangle that one entry of a frame's list lies in. Pictures are taken to be no higher than three times their width. */
export function boundsInto(frame: PlayerFrame, list: DrawnName, i: number, out: Bounds): Bounds {
  if (list === 'ribbons') return ribbonInto(frame, i, out);
  if (list === 'meters') {
    const { x, y, width, height } = frame.meters;
    return around(out, x[i], y[i], width[i] / 2, height[i] / 2);
  }
  if (list === 'numbers') {
    const { x, y, size, text } = frame.numbers;
    return around(out, x[i], y[i], (text[i].length * widestLetter * size[i]) / 2, size[i]);
  }
  const { x, y } = frame[list];
  const reach = reachOf(frame, list, i);
  return around(out, x[i], y[i], reach, reach);
}

/** How far from its middle something can be seen, however it is turned. */
function reachOf(frame: PlayerFrame, list: Exclude<DrawnName, 'ribbons' | 'meters' | 'numbers'>, i: number): number {
  switch (list) {
    case 'particles':
      return frame.particles.size[i] * Math.SQRT1_2;
    case 'rings':
      return frame.rings.radius[i] + frame.rings.width[i] / 2;
    case 'pictures':
      return frame.pictures.size[i] * 0.5 * Math.hypot(1, 3);
    case 'arcs':
      return frame.arcs.outer[i];
    case 'glyphs':
      return frame.glyphs.size[i] * widestLetter;
  }
}

function around(out: Bounds, x: number, y: number, halfWidth: number, halfHeight: number): Bounds {
  out.left = x - halfWidth;
  out.right = x + halfWidth;
  out.bottom = y - halfHeight;
  out.top = y + halfHeight;
  return out;
}

function ribbonInto({ ribbons }: PlayerFrame, i: number, out: Bounds): Bounds {
  out.left = out.bottom = Infinity;
  out.right = out.top = -Infinity;
  const { first, nodes, x, y, width } = ribbons;
  for (let n = first[i]; n < first[i] + nodes[i]; n++) {
    const half = width[n] / 2;
    out.left = Math.min(out.left, x[n] - half);
    out.right = Math.max(out.right, x[n] + half);
    out.bottom = Math.min(out.bottom, y[n] - half);
    out.top = Math.max(out.top, y[n] + half);
  }
  return out;
}
