import type { Px } from '../../units.js';
import type { Combatant } from '../parts/combatant.js';

export interface Point {
  readonly x: Px;
  readonly y: Px;
}

/** Where somebody goes. px; px a second of the own clock. */
export type Walk =
  /** To each of some places in order, and from the last to the first again where it goes round. */
  | { readonly type: 'to'; readonly points: readonly Point[]; readonly round: boolean; readonly speed: number }
  /** Towards somebody, until no further away than `within`; and again once that one is 8 px further. */
  | { readonly type: 'toward'; readonly whom: Combatant; readonly within: Px; readonly speed: number }
  /** Straight away from somebody, until no nearer than `beyond`; and again once that one is 8 px nearer. */
  | { readonly type: 'from'; readonly whom: Combatant; readonly beyond: Px; readonly speed: number }
  /** Round somebody at a distance, by px a second as that one sees it, once there; to there by the tangent. */
  | {
      readonly type: 'around';
      readonly whom: Combatant;
      readonly distance: Px;
      readonly clockwise: boolean;
      readonly speed: number;
    };

/** px that two instants on the grid of nanoseconds may be apart at the greatest speed there is. */
export const grid: Px = 1e-4;
