import type { Px, Seconds } from '../../units.js';
import { meetingWall } from '../moves/meetingWall.js';
import type { Watched } from '../moves/watches.js';
import type { Combatant } from '../parts/combatant.js';
import { nearly, snap } from '../parts/memory.js';
import { interception } from './interception.js';
import { continues, isEven, isSame, isStill, legAsSeen, legAt, type Leg } from './leg.js';
import { orbit } from './orbit.js';
import { partingWall } from './partingWall.js';
import { turnOnto } from './turnOnto.js';
import { grid, type Point, type Walk } from './walk.js';

/** A walk that somebody is on. */
interface Going {
  readonly walk: Walk;
  /** Which of its places comes next. */
  next: number;
  watched: Watched | undefined;
  /** Rises whenever it is steered, so that arrivals foreseen before are passed over. */
  version: number;
  /** Of one who flees from somebody that stands: what would change if that one went. */
  stands: number | undefined;
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
    this.going.set(who, { walk, next: 0, watched: undefined, version: 0, stands: undefined });
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
    else if (going.walk.type === 'around') this.circle(who, going, going.walk, here, shown);
    else this.flee(who, going, going.walk, here, shown);
  }

  happen({ type, who, going, version }: WalkItem): void {
    if (this.going.get(who) !== going || going.version !== version) return;
    const { walk } = going;
    // Whoever it flees from stands where it stood: it goes on as it goes.
    if (type === 'aims' && walk.type === 'from' && going.stands === changesOf(who, walk.whom))
      return this.later(who, going, 'aims', who.shown(this.world.now()) + aimsEach);
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
    if (this.turns(who, going, { x, y }, here, shown)) return;
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
    if (away <= within + grid) {
      if (who.flight) return this.world.arrived(who);
      // Near enough: it stands, and looks at whom it goes after.
      this.go(who, legAt(here.x, here.y, shown), there.x);
      return this.watchLeaving(who, going, whom, within + slack);
    }
    const v = whom.speedAt(now);
    const seconds = interception(there, v, speed, within);
    const aim = seconds === undefined ? there : { x: there.x + v.x * seconds, y: there.y + v.y * seconds };
    const length = Math.hypot(aim.x, aim.y) || 1;
    const isTurning = this.turns(who, going, aim, here, shown);
    if (!isTurning) this.go(who, { ...here, vx: (aim.x / length) * speed, vy: (aim.y / length) * speed, since: shown });
    // It is where it wants to be when a disc of that size meets the other's middle: whatever the two clocks do meanwhile.
    const [known, turned] = [changesOf(who, whom), who.turns];
    this.watch(going, {
      bodies: [who, whom],
      foresee: (from) =>
        changesOf(who, whom) !== known || who.turns !== turned
          ? from
          : meetingWall(who, { reach: { shape: 'disc', length: within - whom.actor.radius }, opened: shown, live: longest }, whom, from),
      happen: () => this.steer(who),
    });
    const isBent = who.clock.changeAfter(now) < Infinity || whom.clock.changeAfter(now) < Infinity;
    if (!isTurning && (seconds === undefined || isBent || !isEven(whom.goes))) this.later(who, going, 'aims', shown + aimsEach);
  }

  /** Waits until somebody is further away than that. */
  private watchLeaving(who: Combatant, going: Going, whom: Combatant, within: Px): void {
    this.watch(going, {
      bodies: [who, whom],
      foresee: (from) => partingWall(who, whom, within, from),
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
    const isTurning = this.turns(who, going, { x: aim.x * farAway, y: aim.y * farAway }, here, shown);
    if (!isTurning) this.go(who, { ...here, vx: aim.x * speed, vy: aim.y * speed, since: shown });
    this.watchLeaving(who, going, whom, beyond);
    going.stands = !isTurning && isStill(whom.goes) ? changesOf(who, whom) : undefined;
    if (!isTurning) this.later(who, going, 'aims', shown + aimsEach);
  }

  /**
   * Round somebody, wherever that one goes: with it, and about it. It goes another way when that one does; of two who each go by
   * where the other is, it takes that one as standing, and aims anew.
   */
  private circle(who: Combatant, going: Going, walk: Extract<Walk, { type: 'around' }>, here: Point, shown: Seconds): void {
    const { whom } = walk;
    const now = this.world.now();
    if (whom.standing === 'gone' || whom === who) return this.go(who, legAt(here.x, here.y, shown));
    const isFree = !this.goesBy(whom, who) && (whom.goes.bends?.length ?? 0) < mostBends;
    const rate = who.clock.rateFrom(now);
    const centre = isFree
      ? legAsSeen(whom.goes, whom.shown(now), rate > 0 ? whom.clock.rateFrom(now) / rate : 0)
      : legAt(whom.xAt(now), whom.yAt(now));
    const { leg, looks, seconds } = orbit(here, centre, walk, who.facing, shown);
    this.go(who, leg, looks);
    this.later(who, going, 'aims', shown + (isFree ? seconds : Math.min(seconds, aimsEach)));
    if (!isFree) return;
    const known = changesOf(who, whom);
    this.watch(going, {
      bodies: [who, whom],
      foresee: (from) => (changesOf(who, whom) !== known ? from : Math.min(who.clock.changeAfter(from), whom.clock.changeAfter(from))),
      happen: () => this.steer(who),
    });
  }

  /** Whether somebody goes by where another is: after it, from it, around it, or by one who does. */
  private goesBy(one: Combatant, other: Combatant): boolean {
    for (let [at, left] = [one, mostBends]; left > 0; left--) {
      const walk = this.going.get(at)?.walk;
      if (!walk || walk.type === 'to') return false;
      if (walk.whom === other) return true;
      at = walk.whom;
    }
    return true;
  }

  /** One who cannot turn at once turns first, as long as what it goes to does not lie ahead; says whether. */
  private turns(who: Combatant, going: Going, to: Point, here: Point, shown: Seconds): boolean {
    const { turnRate } = who.actor;
    const { x: vx, y: vy } = who.speedAt(this.world.now());
    if (turnRate === Infinity || (vx === 0 && vy === 0)) return false;
    const pace = going.walk.speed / Math.hypot(vx, vy);
    const turn = turnOnto(vx * pace, vy * pace, (turnRate * Math.PI) / 180, to);
    if (!turn) return false;
    this.go(who, { ...here, vx: 0, vy: 0, bends: [turn.bend], since: shown, until: shown + turn.seconds }, vx);
    this.later(who, going, 'aims', shown + turn.seconds);
    return true;
  }

  /** Goes a leg; whoever goes sideways looks where it goes. */
  private go(who: Combatant, leg: Leg, looks = leg.vx): void {
    const { goes } = who;
    const isMoving = who.acting !== undefined;
    const facing = isMoving || Math.abs(looks) <= nearly ? who.facing : looks > 0 ? 1 : -1;
    if (facing === who.facing && (isSame(goes, leg) || continues(goes, leg))) return;
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

/** Rises with all that changes how somebody has to go because of another: either's clock, and where that one goes. */
function changesOf(who: Combatant, whom: Combatant): number {
  return who.clock.version + whom.clock.version + whom.turns + whom.life;
}

/** Circles that one leg adds up at the most: one about one about one. */
const mostBends = 4;
/** px away that stand for no end. */
const farAway: Px = 1e6;
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
