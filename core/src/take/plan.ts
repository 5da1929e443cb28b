import type { EffectKind, EffectPlan } from '../effects/effect.js';
import type { Seconds, Uint32 } from '../units.js';
import type { CompiledValue } from './compiledValue.js';

export interface CompiledField {
  readonly name: string;
  readonly type: 'number' | 'direction' | 'kind' | 'flag' | 'text';
  readonly default: number | string | boolean;
  readonly options?: readonly string[];
}

export interface CompiledEvent {
  readonly id: string;
  readonly fields: readonly CompiledField[];
}

export interface CompiledClip {
  readonly id: string;
  /** Length as recorded. */
  readonly duration: Seconds;
}

/** An effect placed in time. */
export interface PlacedEffect {
  readonly id: string;
  readonly hash: Uint32;
  readonly kind: EffectKind;
  readonly plan: EffectPlan;
  readonly muted: boolean;
  readonly clock: 'game' | 'wall';
  readonly on: 'source' | 'target';
  readonly anchor: { readonly to: 'contact' } | { readonly to: 'start' | 'end'; readonly effect: string };
  readonly delay: CompiledValue;
  readonly duration: CompiledValue;
  readonly chance: CompiledValue;
  readonly strength: CompiledValue;
  readonly repeat: { readonly count: number; readonly every: Seconds };
}

/** A sequence ready to be struck. Effects stand in an order in which anchors come before what hangs on them. */
export interface SequencePlan {
  readonly id: string;
  readonly event: CompiledEvent;
  readonly effects: readonly PlacedEffect[];
}
