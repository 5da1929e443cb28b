import type { CompiledEvent } from '../../take/compiledReferences.js';
import type { Seconds } from '../../units.js';

/** What rules refer to, resolved. */

/** An event with what it means for health. */
export interface CompiledEventRules extends CompiledEvent {
  /** The payload field that is harm to the target, and its kind: fixed, or that of a field. */
  readonly harm: { readonly value: string; readonly kind: string | undefined; readonly kindField: string | undefined } | undefined;
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
