import type { EffectKind, EffectPlan } from '../effects/effect.js';
import type { Seconds, Uint32 } from '../units.js';
import type { CompiledValue } from './compiledValue.js';
import type { Strike } from './draws.js';

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

export interface CompiledPicture {
  readonly id: string;
  /** Its place among the project's pictures. */
  readonly index: number;
  /** How many equal cells stand side by side in it. */
  readonly cells: number;
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

/** Where everybody rests and how big the parties are. */
export type Standing = Pick<Strike, 'places' | 'bodies'>;

/** A sequence ready to be struck. Effects stand in an order in which anchors come before what hangs on them. */
export interface SequencePlan {
  readonly id: string;
  readonly event: CompiledEvent;
  readonly standing: Standing;
  readonly effects: readonly PlacedEffect[];
}
