import type { Seconds } from '../units.js';

/** What an effect may refer to, resolved. */

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
