/** Instants worth snapping to, with how strongly. */
export interface SnapTargets {
  /** Contact and other effects' edges, in seconds. */
  readonly edges: readonly number[];
  /** Frame length; 0 for no grid. */
  readonly frame: number;
}

/**
 * The instant a dragged edge lands on: an edge or contact within `reach` px, otherwise the nearest frame.
 * `x` maps seconds to px, so that the reach feels the same everywhere on the lens.
 */
export function snap(t: number, { edges, frame }: SnapTargets, x: (t: number) => number, reach = 7): number {
  const here = x(t);
  let nearest: number | undefined;
  for (const edge of edges) {
    const distance = Math.abs(x(edge) - here);
    if (distance <= reach && (nearest === undefined || distance < Math.abs(x(nearest) - here))) nearest = edge;
  }
  if (nearest !== undefined) return nearest;
  return frame > 0 ? Math.round(t / frame) * frame : t;
}
