import { Gradient, parseEasing, parseHex, toOklab, type GradientPoint } from '@undatio/core/internal';

const steps = 48;

/** A gradient as CSS, as the engine mixes it, with each place `u` put at `percent(u)` of the width. */
export function cssGradient(points: readonly GradientPoint[], percent: (u: number) => number): string {
  const gradient = new Gradient(
    points.map(({ at }) => at),
    points.map(({ colour }) => toOklab(parseHex(colour))),
    points.map(({ ease }) => parseEasing(ease ?? 'linear')),
  );
  const stops = Array.from({ length: steps + 1 }, (_, i) => {
    const { r, g, b, a } = gradient.at(i / steps);
    return `rgb(${[r, g, b].map((channel) => Math.round(channel * 255)).join(' ')} / ${a.toFixed(3)}) ${percent(i / steps).toFixed(2)}%`;
  });
  return `linear-gradient(to right, ${stops.join(', ')})`;
}
