import type { KitActor } from '@undatio/core/runtime';

/** A beetle of this game, or whoever the kit has in its place. Positions are px; x grows to the right. */
export interface Beetle {
  readonly id: string;
  /** The kit's actor that it is drawn as, where the kit has one. */
  readonly actor: KitActor | undefined;
  /** 1 faces right, -1 left. */
  readonly facing: 1 | -1;
  readonly home: number;
  x: number;
}
