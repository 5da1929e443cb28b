import type { Fraction, Px, Seconds } from '../../units.js';
import type { CompiledMove } from '../moves/move.js';
import type { CompiledZone } from '../zones/zone.js';

export interface CombatLook {
  readonly id: string;
  readonly at: Fraction;
}

/** An actor as fights know it. */
export interface CombatActor {
  readonly id: string;
  readonly label: string;
  readonly kinds: readonly string[];
  readonly side: string;
  readonly health: {
    readonly start: number;
    readonly most: number;
    readonly mends: number;
    readonly cannotFall: boolean;
    /** Events raised when it falls and when it is back; undefined for none. */
    readonly falls: string | undefined;
    readonly returns: string | undefined;
  };
  /** What is left of harm of a kind. */
  readonly resists: Readonly<Record<string, number>>;
  /** In rising order. */
  readonly looks: readonly CombatLook[];
  /** How far from its middle it is met. */
  readonly radius: Px;
  /** px a second of its own clock, where a walk does not say. */
  readonly speed: number;
  /** Degrees a second by which it can go another way; Infinity for at once. */
  readonly turnRate: number;
  readonly moves: ReadonlyMap<string, CompiledMove>;
  /** Moves and flights pass it: a place. */
  readonly untouched: boolean;
  /** What it does to whoever comes into it. */
  readonly zones: readonly CompiledZone[];
  /** Seconds after which it goes by itself; Infinity for never. */
  readonly lives: Seconds;
  /** Raised on it when that time is over. */
  readonly expires: string | undefined;
  /** Its sizes, the least first: each as an actor of its own; none of one that has but one. */
  readonly ranks: readonly CombatActor[];
  /** How large it is, of its pictures' size. */
  readonly scale: number;
}
