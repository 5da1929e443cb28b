import type { EffectKind, EffectPlan } from '../effects/effect.js';
import type { Seconds, Uint32 } from '../units.js';
import type { CompiledEvent } from './compiledReferences.js';
import type { CompiledValue } from './compiledValue.js';
import type { Strike } from './draws.js';

/** What becomes of an effect whose body leaves: it goes at once, its sounds with it, or it lives out where it was. */
export const leavings = ['goes', 'lives out'] as const;
export type Leaving = (typeof leavings)[number];

/** An effect placed in time. */
export interface PlacedEffect {
  readonly id: string;
  readonly hash: Uint32;
  readonly kind: EffectKind;
  readonly plan: EffectPlan;
  readonly muted: boolean;
  /** Left out where its kind decides. */
  readonly leaving?: Leaving | undefined;
  readonly clock: 'game' | 'wall';
  readonly on: 'source' | 'target';
  readonly anchor:
    | { readonly to: 'contact' }
    | { readonly to: 'start' | 'end'; readonly effect: string }
    | { readonly to: 'signal'; readonly effect: string; readonly name: string };
  readonly delay: CompiledValue;
  readonly duration: CompiledValue;
  readonly chance: CompiledValue;
  readonly strength: CompiledValue;
  readonly repeat: { readonly count: number; readonly every: Seconds };
}

/** Where everybody rests and how big the parties are. */
export type Standing = Pick<Strike, 'places' | 'bodies'>;

/** A sequence ready to be struck. Effects stand in an order in which anchors come before what hangs on them. */
export interface SequencePlan {
  readonly id: string;
  readonly event: CompiledEvent;
  readonly standing: Standing;
  readonly effects: readonly PlacedEffect[];
}
