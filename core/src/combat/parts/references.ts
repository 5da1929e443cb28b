import type { CompiledEvent } from '../../take/compiledReferences.js';
import type { Fraction, Px, Seconds } from '../../units.js';
import type { CompiledMove } from '../moves/move.js';
import type { CompiledZone } from '../zones/zone.js';

/** What rules refer to, resolved. */

/** An event with what it means for health. */
export interface CompiledEventRules extends CompiledEvent {
  /** The payload field that is harm to the target, and its kind: fixed, or that of a field. */
  readonly harm: { readonly value: string; readonly kind: string | undefined; readonly kindField: string | undefined } | undefined;
}

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

export const stackings = ['refresh', 'extend', 'stack', 'ignore'] as const;
export const prevented = ['mending', 'moves', 'walking'] as const;
export type Prevented = (typeof prevented)[number];

export interface CompiledStatus {
  readonly id: string;
  readonly label: string;
  /** Seconds of its actor's clock; Infinity for until it is taken. */
  readonly length: Seconds;
  readonly stacking: (typeof stackings)[number];
  readonly most: number;
  readonly prevents: readonly Prevented[];
  readonly staysAfterFall: boolean;
  readonly ticks:
    { readonly every: Seconds; readonly event: string; readonly field: string | undefined; readonly rate: number } | undefined;
  readonly cues: { readonly start: string | undefined; readonly end: string | undefined };
  /** Sequences played when it has lasted so long, and again each so many seconds while it lasts. */
  readonly late: readonly { readonly after: Seconds; readonly sequence: string; readonly every: Seconds | undefined }[];
}
