import type { DrillTake } from '../player/drillTake.js';
import type { Seconds } from '../units.js';
import type { WayPoint } from './readoutCourse.js';

/** The way of somebody of a drill, or of the view, px about the contact point. */
export interface DrillWay {
  /** Its id in the drill; empty for the view. */
  readonly who: string;
  readonly points: readonly WayPoint[];
}

/** How finely ways are looked at, however long the drill. */
const step: Seconds = 1 / 120;
const most = 2400;

/** Instants that are looked at between two pauses. */
const together = 24;

/**
 * The ways that bodies of a drill and the view go from one instant to another, as they are drawn: where they stand and go, and by how
 * much feedback moves their pictures. Whoever never leaves its place has none. It pauses after every few instants, and yields all ways
 * when they are whole.
 */
export function* tracingWays(take: DrillTake, from: Seconds = 0, to: Seconds = take.duration): Generator<DrillWay[] | undefined, void> {
  const frame = take.createFrame();
  const count = Math.min(most, Math.max(1, Math.ceil((to - from) / step)));
  const ids = take.run.drill.actors.map(({ id }) => id);
  const ways = ids.map((): WayPoint[] => []);
  const view: WayPoint[] = [];
  for (let i = 0; i <= count; i++) {
    const t = from + ((to - from) * i) / count;
    take.sample(t, frame);
    const bodies = [frame.source, ...frame.targets];
    ways.forEach((way, k) => {
      const { x, y, lift } = frame.stands[k];
      way.push({ t, x: x + bodies[k].x, y: y - lift + bodies[k].y });
    });
    view.push({ t, x: frame.view.x, y: frame.view.y });
    if (i % together === together - 1) yield undefined;
  }
  yield [...ids.map((who, k) => ({ who, points: ways[k] })), { who: '', points: view }].filter(({ points }) => leaves(points));
}

function leaves(points: readonly WayPoint[]): boolean {
  const [first] = points;
  return points.some(({ x, y }) => Math.hypot(x - first.x, y - first.y) > 0.25);
}
