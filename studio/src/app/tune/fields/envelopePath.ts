import { parseEasing, type EnvelopePoint } from '@undatio/core/internal';

/** Corners drawn from one point to the next. */
const steps = 16;

/** An envelope as an SVG path from 0 to 1, each place and value put where `x` and `y` say. */
export function envelopePath(points: readonly EnvelopePoint[], x: (at: number) => number, y: (value: number) => number): string {
  const corner = (at: number, value: number): string => `${x(at).toFixed(1)} ${y(value).toFixed(1)}`;
  const parts = points.slice(0, -1).flatMap((from, i) => {
    const to = points[i + 1];
    const ease = parseEasing(from.ease ?? 'linear');
    return Array.from({ length: steps }, (_, step) => {
      const u = step / steps;
      return corner(from.at + (to.at - from.at) * u, from.value + (to.value - from.value) * ease(u));
    });
  });
  const last = points[points.length - 1];
  return `M${[corner(0, points[0].value), ...parts, corner(last.at, last.value), corner(1, last.value)].join('L')}`;
}
