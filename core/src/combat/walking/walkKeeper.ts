import type { Px, Seconds } from '../../units.js';
import { meetingWall } from '../moves/meetingWall.js';
import type { Watched } from '../moves/watches.js';
import type { Combatant } from '../parts/combatant.js';
import { nearly, snap } from '../parts/memory.js';
import { legAt, type Leg } from './leg.js';

export interface Point {
  readonly x: Px;
  readonly y: Px;
}

/** Where somebody goes. px; px a second of the own clock. */
export type Walk =
  /** To each of some places in order, and from the last to the first again where it goes round. */
  | { readonly type: 'to'; readonly points: readonly Point[]; readonly round: boolean; readonly speed: number }
  /** Towards somebody, until no further away than `within`; and again once that one is 8 px further. */
  | { readonly type: 'toward'; readonly whom: Combatant; readonly within: Px; readonly speed: number }
  /** Straight away from somebody, until no nearer than `beyond`; and again once that one is 8 px nearer. */
  | { readonly type: 'from'; readonly whom: Combatant; readonly beyond: Px; readonly speed: number };

/** A walk that somebody is on. */
interface Going {
  readonly walk: Walk;
  /** Which of its places comes next. */
  next: number;
  watched: Watched | undefined;
  /** Rises whenever it is steered, so that arrivals foreseen before are passed over. */
  version: number;
}

export interface WalkItem {
  readonly type: 'arrives' | 'aims';
  readonly who: Combatant;
  readonly going: Going;
  readonly version: number;
}

/** What walks need of the run that they are part of. */
export interface WalkWorld {
  now(): Seconds;
  later(who: Combatant, due: Seconds, item: WalkItem, rank: 0 | 1): void;
  watch(watched: Watched): void;
  unwatch(watched: Watched): void;
  /** How fast a move takes somebody ahead just now, whatever it would walk. */
  lungeOf(who: Combatant, shown: Seconds): number | undefined;
  tellLeg(who: Combatant): void;
  /** It has come to the last of its places, or near whom it went after. */
  arrived(who: Combatant): void;
  /** Whom it goes after is gone. */
  lost(who: Combatant, whom: Combatant): void;
}

/** px that two instants on the grid of nanoseconds may be apart at the greatest speed there is. */
const grid: Px = 1e-4;
/** px that somebody must go away, or come nearer, before one who stands for that goes again. */
const slack: Px = 8;

/** Seconds of the own clock after which one who cannot catch whom it goes after, or who flees, aims anew. */
const aimsEach: Seconds = 0.25;

/**
 * Bodies as they go: always evenly, until something changes that. Whoever goes towards somebody goes where the two will meet, as
 * both go now, and aims anew when that one goes another way.
 */
export class WalkKeeper {
  private readonly going = new Map<Combatant, Going>();

  constructor(private readonly world: WalkWorld) {}

  begin(who: Combatant, walk: Walk): void {
    this.leave(who);
    this.going.set(who, { walk, next: 0, watched: undefined, version: 0 });
    this.steer(who);
  }

  /** It stands, wherever it wanted to go. */
  stop(who: Combatant): void {
    this.leave(who);
    this.steer(who);
  }

  /** Puts somebody somewhere: where it wanted to go it still goes. */
  put(who: Combatant, x: Px, y: Px): void {
    who.thrownUntil = -Infinity;
    who.go(legAt(x, y, who.shown(this.world.now())));
    this.steer(who);
  }

  /** Finds out anew how somebody goes from here on: after whatever may have changed it. */
  steer(who: Combatant): void {
    const going = this.going.get(who);
    const now = this.world.now();
    const shown = who.shown(now);
    if (going) going.version++;
    this.forget(going);
    const here = { x: who.xAt(now), y: who.yAt(now) };
    // What is thrown goes on as it was thrown.
    if (shown < who.thrownUntil - nearly && who.standing !== 'gone') return;
    const lunge = this.world.lungeOf(who, shown);
    if (lunge !== undefined) return this.go(who, { ...here, vx: lunge, vy: 0, since: shown });
    const waits = who.standing !== 'up' || who.prevented('walking') || (who.acting !== undefined && !who.acting.move.walks);
    if (!going || waits || going.walk.speed <= 0) return this.go(who, legAt(here.x, here.y, shown));
    if (going.walk.type === 'to') this.headFor(who, going, here, shown);
    else if (going.walk.type === 'toward') this.follow(who, going, going.walk, here, shown);
    else this.flee(who, going, going.walk, here, shown);
  }

  happen({ type, who, going, version }: WalkItem): void {
    if (this.going.get(who) !== going || going.version !== version) return;
    const { walk } = going;
    if (type === 'arrives' && walk.type === 'to') {
      // Exactly there, whatever the rounding of the way.
      const { x, y } = walk.points[going.next];
      who.go({ ...who.goes, x, y, since: who.shown(this.world.now()) });
      going.next++;
      if (going.next >= walk.points.length) {
        if (walk.round && isWay(walk)) going.next = 0;
        else {
          this.going.delete(who);
          this.world.arrived(who);
          if (this.going.has(who)) return;
        }
      }
    }
    this.steer(who);
  }

  private headFor(who: Combatant, going: Going, here: Point, shown: Seconds): void {
    const { walk } = going;
    if (walk.type !== 'to') return;
    const to = walk.points[going.next];
    const [x, y] = [to.x - here.x, to.y - here.y];
    const way = Math.hypot(x, y);
    const speed = way <= nearly ? 0 : walk.speed / way;
    this.go(who, { ...here, vx: x * speed, vy: y * speed, since: shown });
    this.later(who, going, 'arrives', shown + way / walk.speed);
  }

  private follow(
    who: Combatant,
    going: Going,
    { whom, within, speed }: Extract<Walk, { type: 'toward' }>,
    here: Point,
    shown: Seconds,
  ): void {
    const now = this.world.now();
    if (whom.standing === 'gone' || whom === who) {
      this.go(who, legAt(here.x, here.y, shown));
      return this.world.lost(who, whom);
    }
    const there = { x: whom.xAt(now) - here.x, y: whom.yAt(now) - here.y };
    const away = Math.hypot(there.x, there.y);
    const whenAnew = (): number => who.clock.version + whom.clock.version + whom.turns + whom.life;
    if (away <= within + grid) {
      if (who.flight) return this.world.arrived(who);
      // Near enough: it stands, and looks at whom it goes after.
      this.go(who, legAt(here.x, here.y, shown), there.x);
      return this.watchLeaving(who, going, whom, within + slack);
    }
    const { vx, vy } = whom.goes;
    const seconds = interception(there, { x: vx, y: vy }, speed, within);
    const aim = seconds === undefined ? there : { x: there.x + vx * seconds, y: there.y + vy * seconds };
    const length = Math.hypot(aim.x, aim.y) || 1;
    this.go(who, { ...here, vx: (aim.x / length) * speed, vy: (aim.y / length) * speed, since: shown });
    // It is where it wants to be when a disc of that size meets the other's middle: whatever the two clocks do meanwhile.
    const [began, turned] = [whenAnew(), who.turns];
    this.watch(going, {
      bodies: [who, whom],
      foresee: (from) =>
        whenAnew() !== began || who.turns !== turned
          ? from
          : meetingWall(who, { reach: { shape: 'disc', length: within - whom.actor.radius }, opened: shown, live: longest }, whom, from),
      happen: () => this.steer(who),
    });
    const isBent = who.clock.changeAfter(now) < Infinity || whom.clock.changeAfter(now) < Infinity;
    if (seconds === undefined || isBent) this.later(who, going, 'aims', shown + aimsEach);
  }

  /** Waits until somebody is further away than that. */
  private watchLeaving(who: Combatant, going: Going, whom: Combatant, within: Px): void {
    this.watch(going, {
      bodies: [who, whom],
      foresee: (from) => leavingWall(who, whom, within, from),
      happen: () => this.steer(who),
    });
  }

  private flee(who: Combatant, going: Going, { whom, beyond, speed }: Extract<Walk, { type: 'from' }>, here: Point, shown: Seconds): void {
    const now = this.world.now();
    if (whom.standing === 'gone' || whom === who) return this.go(who, legAt(here.x, here.y, shown));
    const there = { x: here.x - whom.xAt(now), y: here.y - whom.yAt(now) };
    const away = Math.hypot(there.x, there.y);
    if (away >= beyond - grid) {
      this.go(who, legAt(here.x, here.y, shown));
      const reach = { shape: 'disc', length: Math.max(0, beyond - slack) - whom.actor.radius } as const;
      return this.watch(going, {
        bodies: [who, whom],
        foresee: (from) => meetingWall(who, { reach, opened: shown, live: longest }, whom, from),
        happen: () => this.steer(who),
      });
    }
    // One that stands on the very spot is fled from to where it looks.
    const aim = away <= nearly ? { x: who.facing, y: 0 } : { x: there.x / away, y: there.y / away };
    this.go(who, { ...here, vx: aim.x * speed, vy: aim.y * speed, since: shown });
    const isFollowed = whom.goes.vx !== 0 || whom.goes.vy !== 0;
    this.watchLeaving(who, going, whom, beyond);
    if (isFollowed) this.later(who, going, 'aims', shown + aimsEach);
  }

  /** Goes a leg; whoever goes sideways looks where it goes. */
  private go(who: Combatant, leg: Leg, looks = leg.vx): void {
    const { goes } = who;
    const isMoving = who.acting !== undefined;
    const facing = isMoving || Math.abs(looks) <= nearly ? who.facing : looks > 0 ? 1 : -1;
    if (goes.vx === leg.vx && goes.vy === leg.vy && goes.x === leg.x && goes.y === leg.y && facing === who.facing) return;
    who.facing = facing;
    who.go(leg);
    this.world.tellLeg(who);
  }

  private later(who: Combatant, going: Going, type: WalkItem['type'], due: Seconds): void {
    this.world.later(who, snap(due), { type, who, going, version: going.version }, 0);
  }

  private watch(going: Going, watched: Watched): void {
    going.watched = watched;
    this.world.watch(watched);
  }

  private forget(going: Going | undefined): void {
    if (!going?.watched) return;
    this.world.unwatch(going.watched);
    going.watched = undefined;
  }

  private leave(who: Combatant): void {
    this.forget(this.going.get(who));
    this.going.delete(who);
  }
}

/** Longer than any drill. */
const longest: Seconds = 1e6;

/** Whether a round takes a while: on one spot it would never end. */
function isWay({ points, speed }: Extract<Walk, { type: 'to' }>): boolean {
  const way = points.reduce((sum, { x, y }, i) => {
    const from = points[i === 0 ? points.length - 1 : i - 1];
    return sum + Math.hypot(x - from.x, y - from.y);
  }, 0);
  return way >= speed * shortestRound;
}

/** Seconds that a round takes at the least. */
const shortestRound: Seconds = 0.02;

/**
 * Seconds after which one who goes straight at `speed` can be within so many px of one who is at `there` and goes evenly:
 * the smaller root of |there + v t| = speed t + within. Undefined where it never can.
 */
export function interception(there: Point, v: Point, speed: number, within: Px): Seconds | undefined {
  const a = v.x * v.x + v.y * v.y - speed * speed;
  const b = 2 * (there.x * v.x + there.y * v.y - speed * within);
  const c = there.x * there.x + there.y * there.y - within * within;
  if (c <= 0) return 0;
  if (Math.abs(a) < 1e-9) return b < 0 ? -c / b : undefined;
  const root = b * b - 4 * a * c;
  if (root < 0) return undefined;
  const roots = [(-b - Math.sqrt(root)) / (2 * a), (-b + Math.sqrt(root)) / (2 * a)].filter((t) => t >= 0);
  return roots.length > 0 ? Math.min(...roots) : undefined;
}

/** The wall time at which the middles of two, as both go now, are further apart than that. */
function leavingWall(who: Combatant, whom: Combatant, within: Px, from: Seconds): Seconds {
  let wall = from;
  for (;;) {
    const rates = { own: who.clock.rateFrom(wall), other: whom.clock.rateFrom(wall) };
    const change = Math.min(who.clock.changeAfter(wall), whom.clock.changeAfter(wall));
    const [x, y] = [whom.xAt(wall) - who.xAt(wall), whom.yAt(wall) - who.yAt(wall)];
    const vx = whom.goes.vx * rates.other - who.goes.vx * rates.own;
    const vy = whom.goes.vy * rates.other - who.goes.vy * rates.own;
    const left = opensIn({ x, y }, { x: vx, y: vy }, within + grid);
    if (left !== undefined && wall + left <= change) return wall + left;
    if (change === Infinity) return Infinity;
    wall = change;
  }
}

/** Seconds until a middle that goes evenly is further from the origin than that: the larger root of |p + v t| = distance. */
function opensIn(p: Point, v: Point, distance: Px): Seconds | undefined {
  if (Math.hypot(p.x, p.y) > distance) return 0;
  const speed = Math.hypot(v.x, v.y);
  if (speed === 0) return undefined;
  const ahead = -(p.x * v.x + p.y * v.y) / speed;
  const off = Math.abs(p.x * v.y - p.y * v.x) / speed;
  return (ahead + Math.sqrt(Math.max(0, distance * distance - off * off))) / speed;
}
