import type { CombatActor } from './combatActor.js';
import type { Fraction, Px, Seconds } from '../../units.js';
import type { GameClock } from '../../player/gameClock.js';
import { Memory, nearly, snap } from './memory.js';
import { alongX, alongY, isStill, legAt, speedX, speedY, type Leg } from '../walking/leg.js';
import type { CompiledMove } from '../moves/move.js';
import type { CompiledStatus, Prevented } from './references.js';

/** A status that holds on somebody. Instants are of its actor's own clock. */
export interface HeldStatus {
  readonly status: CompiledStatus;
  stacks: number;
  /** Since when, for its age and the phase of its ticks. */
  began: Seconds;
  /** Until when; Infinity for until it is taken. */
  until: Seconds;
  /** How much has accrued by `counted`, and was not given yet. */
  accrued: number;
  counted: Seconds;
  /** How many ticks were given. */
  ticks: number;
  /** Rises whenever its end moves, so that older ends are passed over. */
  version: number;
  readonly by: Combatant | undefined;
}

/** A move that somebody is in, as others see it. */
export interface InMove {
  readonly move: CompiledMove;
  /** What the own clock showed. */
  readonly began: Seconds;
  /** When its recovery begins; Infinity as long as it is held. */
  readonly recovers: Seconds;
}

/** How something that was let go flies, as others see it. */
export interface InFlight {
  readonly over: boolean;
  /** It stays where it lands. */
  readonly stays: boolean;
}

export const standings = ['up', 'down', 'gone'] as const;
export type Standing = (typeof standings)[number];

/** Somebody who takes part in a fight: health, statuses and memories, on a clock of one's own. */
export class Combatant {
  standing: Standing = 'up';
  readonly memory = new Memory();
  /** What is remembered of the two together, by who did something to this one. */
  readonly pairs = new Map<Combatant, Memory>();
  /** Whoever remembers something of this one. */
  readonly rememberedBy = new Set<Combatant>();
  readonly held = new Map<string, HeldStatus>();
  /** A look that an outcome put on; empty while health decides. */
  look = '';
  /** Told whenever it goes another way, falls, goes, or is back. */
  changed: () => void = () => undefined;
  /** Which life this is, from 0: what was decided for an earlier one is passed over. */
  life = 0;
  facing: 1 | -1;
  /** The move that it is in. */
  acting: InMove | undefined;
  /** Of what was let go: how it flies. */
  flight: InFlight | undefined;
  /** What its own clock shows when it is no longer thrown; it goes nowhere by itself until then. */
  thrownUntil: Seconds = -Infinity;
  /** Rises whenever it goes another way than was known. */
  turns = 0;
  private leg: Leg;
  /** Where it was put first: where it comes back to. */
  readonly home: { readonly x: number; readonly y: number; readonly facing: 1 | -1 };
  /** Which size of its actor it is, from the least, 1; 0 of an actor that has but one. */
  readonly rank: number;
  readonly by: Combatant | undefined;
  /** The clock of what is on its body; what flies goes by the world's, and is held by no stop of its own. */
  readonly bodyClock: GameClock;
  /** Whether an outcome brought it about. */
  readonly cameAbout: boolean;
  /** Points of health that it begins with, each time. */
  readonly startHealth: number;
  private points: number;
  /** What the own clock showed when `points` was true. */
  private since: Seconds = 0;
  private mends: number;

  constructor(
    readonly id: string,
    /** Its place in the run, for the order of what happens at one instant. */
    readonly index: number,
    readonly actor: CombatActor,
    readonly clock: GameClock,
    start: {
      readonly x: number;
      readonly y: number;
      readonly facing: 1 | -1;
      readonly health?: number | undefined;
      readonly rank?: number;
      /** Who brought it about, in the course of a run. */
      readonly by?: Combatant | undefined;
      readonly cameAbout?: boolean;
      readonly bodyClock?: GameClock;
    },
  ) {
    this.rank = start.rank ?? actor.ranks.length;
    this.by = start.by;
    this.cameAbout = start.cameAbout ?? false;
    this.bodyClock = start.bodyClock ?? clock;
    this.leg = legAt(start.x, start.y);
    this.home = { x: start.x, y: start.y, facing: start.facing };
    this.facing = start.facing;
    this.startHealth = Math.min(actor.health.most, start.health ?? actor.health.start);
    this.points = this.startHealth;
    this.mends = actor.health.mends;
  }

  /** What its own clock shows at a wall time. */
  shown(wall: Seconds): Seconds {
    return snap(this.clock.shown(wall));
  }

  /** Points of health when its own clock shows `shown`. */
  health(shown: Seconds): number {
    if (this.mends === 0 || this.standing !== 'up') return this.points;
    return Math.min(this.actor.health.most, this.points + this.mends * (shown - this.since));
  }

  share(shown: Seconds): Fraction {
    return this.health(shown) / this.actor.health.most;
  }

  setHealth(points: number, shown: Seconds): void {
    this.points = points;
    this.since = shown;
  }

  /** Points a second that health goes on mending by, from now on. */
  setMending(mends: number, shown: Seconds): void {
    this.setHealth(this.health(shown), shown);
    this.mends = mends;
  }

  get mending(): number {
    return this.standing === 'up' ? this.mends : 0;
  }

  /** Whether a status that it has prevents something. */
  prevented(what: Prevented): boolean {
    for (const { status } of this.held.values()) if (status.prevents.includes(what)) return true;
    return false;
  }

  /** How it goes now. */
  get goes(): Leg {
    return this.leg;
  }

  /** It goes another way from here on. */
  go(leg: Leg): void {
    this.leg = leg;
    this.turns++;
    this.changed();
  }

  xAt(wall: Seconds): Px {
    const { leg } = this;
    return isStill(leg) ? leg.x : alongX(leg, this.shown(wall) - leg.since);
  }

  yAt(wall: Seconds): Px {
    const { leg } = this;
    return isStill(leg) ? leg.y : alongY(leg, this.shown(wall) - leg.since);
  }

  /** px a second of its own clock, across and down, at a wall time. */
  speedAt(wall: Seconds): { readonly x: number; readonly y: number } {
    const passed = this.shown(wall) - this.leg.since;
    return { x: speedX(this.leg, passed), y: speedY(this.leg, passed) };
  }

  /** The look that its health gives it: the lowest threshold that is at or above its share of health; empty for its own. */
  lookAt(shown: Seconds): string {
    if (this.look !== '') return this.look;
    return lookFor(this.actor.looks, this.share(shown));
  }
}

/** Looks stand in rising order of their thresholds. */
export function lookFor(looks: CombatActor['looks'], share: Fraction): string {
  for (const { at, id } of looks) if (share <= at + nearly) return id;
  return '';
}
