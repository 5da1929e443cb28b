import type { DocumentPath } from '../../model/documentError.js';
import { readNumber, readRecord, refuseOthers } from '../../take/compileReferences.js';
import type { Px, Seconds } from '../../units.js';
import type { Combatant } from '../parts/combatant.js';
import { snap } from '../parts/memory.js';
import type { CompiledEventRules } from '../parts/references.js';
import { legAt, type Leg } from './leg.js';

/** Where bodies that are thrown are stopped: px, each left out where there is none. */
export interface Edges {
  readonly left?: Px | undefined;
  readonly right?: Px | undefined;
  readonly top?: Px | undefined;
  readonly bottom?: Px | undefined;
}

/** px that two instants on the grid of nanoseconds may be apart at the greatest speed there is. */
const grid: Px = 1e-4;

/** How somebody is thrown: evenly slower until it stands, as ease-out does. */
export interface Throw {
  readonly distance: Px;
  readonly seconds: Seconds;
  readonly angle: number;
  /** Raised on it where an edge stops it, with how fast it went as its `speed`. */
  readonly edge: CompiledEventRules | undefined;
  readonly by: Combatant | undefined;
}

export interface ThrowItem {
  readonly type: 'thrown' | 'edge';
  readonly who: Combatant;
  readonly thrown: Throw;
  readonly leg: Leg;
}

/** What throws need of the run that they are part of. */
export interface ThrowWorld {
  now(): Seconds;
  edges(): Edges;
  later(who: Combatant, due: Seconds, item: ThrowItem): void;
  tellLeg(who: Combatant): void;
  /** It goes by itself again. */
  steer(who: Combatant): void;
  meetEdge(who: Combatant, event: CompiledEventRules, speed: number, by: Combatant | undefined): void;
}

/** Bodies that are thrown, in the run itself: by so much in so long, slowing down, until an edge stops them. */
export class ThrowKeeper {
  constructor(private readonly world: ThrowWorld) {}

  begin(who: Combatant, thrown: Throw): void {
    const { distance, seconds, angle } = thrown;
    const now = this.world.now();
    const shown = who.shown(now);
    if (distance <= 0 || seconds <= 0) return;
    const radians = (angle * Math.PI) / 180;
    const [dx, dy] = [Math.cos(radians), Math.sin(radians)];
    // 1 − (1 − u)²: it begins with twice its mean speed and ends with none.
    const [speed, slowing] = [(2 * distance) / seconds, (-2 * distance) / (seconds * seconds)];
    const leg: Leg = {
      x: who.xAt(now),
      y: who.yAt(now),
      vx: dx * speed,
      vy: dy * speed,
      ax: dx * slowing,
      ay: dy * slowing,
      since: shown,
      until: shown + seconds,
    };
    who.thrownUntil = snap(shown + seconds);
    who.go(leg);
    this.world.tellLeg(who);
    const hit = this.edgeIn(who, leg, seconds);
    if (hit === undefined) this.world.later(who, who.thrownUntil, { type: 'thrown', who, thrown, leg });
    else this.world.later(who, snap(shown + hit), { type: 'edge', who, thrown, leg });
  }

  happen({ type, who, thrown, leg }: ThrowItem): void {
    // Thrown anew, or put elsewhere, since.
    if (who.goes !== leg) return;
    const now = this.world.now();
    const shown = who.shown(now);
    const speed = Math.hypot(leg.vx + (leg.ax ?? 0) * (shown - leg.since), leg.vy + (leg.ay ?? 0) * (shown - leg.since));
    who.thrownUntil = -Infinity;
    const { x, y } = type === 'edge' ? this.within(who, who.xAt(now), who.yAt(now)) : { x: who.xAt(now), y: who.yAt(now) };
    who.go(legAt(x, y, shown));
    this.world.tellLeg(who);
    if (type === 'edge' && thrown.edge) this.world.meetEdge(who, thrown.edge, speed, thrown.by);
    this.world.steer(who);
  }

  /** A place at an edge, exactly: instants are told on a grid. */
  private within({ actor }: Combatant, x: Px, y: Px): { readonly x: Px; readonly y: Px } {
    const { left = -Infinity, right = Infinity, top = -Infinity, bottom = Infinity } = this.world.edges();
    const { radius } = actor;
    const near = (value: Px, low: Px, high: Px): Px => (Math.abs(value - low) < grid ? low : Math.abs(value - high) < grid ? high : value);
    return { x: near(x, left + radius, right - radius), y: near(y, top + radius, bottom - radius) };
  }

  /** Seconds after which the body's own edge meets one of the stage; undefined where it comes to a stand before. */
  private edgeIn({ actor }: Combatant, leg: Leg, seconds: Seconds): Seconds | undefined {
    const { left = -Infinity, right = Infinity, top = -Infinity, bottom = Infinity } = this.world.edges();
    const { radius } = actor;
    const met = [
      crossing(leg.x, leg.vx, leg.ax ?? 0, leg.vx > 0 ? right - radius : left + radius),
      crossing(leg.y, leg.vy, leg.ay ?? 0, leg.vy > 0 ? bottom - radius : top + radius),
    ].filter((at): at is number => at !== undefined && at <= seconds);
    return met.length === 0 ? undefined : Math.min(...met);
  }
}

/** When x + v t + a t² ÷ 2 comes to an edge that lies ahead, or at once where it is beyond it; undefined for never. */
function crossing(x: Px, v: number, a: number, edge: Px): Seconds | undefined {
  if (v === 0 || !Number.isFinite(edge)) return undefined;
  const way = edge - x;
  if (way * Math.sign(v) <= 0) return 0;
  const root = v * v + 2 * a * way;
  if (root < 0) return undefined;
  return a === 0 ? way / v : (Math.sign(v) * Math.sqrt(root) - v) / a;
}

/** Reads edges. Throws DocumentError with the path of the first place that cannot be used. */
export function readEdges(raw: unknown, path: DocumentPath): Edges {
  const edges = readRecord(raw, path);
  const names = ['left', 'right', 'top', 'bottom'];
  refuseOthers(edges, names, path);
  return Object.fromEntries(
    names.flatMap((name) => (edges[name] === undefined ? [] : [[name, readNumber(edges[name], [...path, name], -1e6, 1e6)]])),
  );
}
