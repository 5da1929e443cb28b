import type { Conventions } from '@undatio/core';
import { contactPlace, type Sight } from '@undatio/core/internal';

export { contactPlace, stageBackgrounds, type StageBackground } from '@undatio/core/internal';

/** Stage px for one world px in a view of 960 by 540. */
const usualScale = 1.2;

/** px of a window in which the stage is still shown in its full size. */
const narrow = 560;

/** How far a stage steps back at the most for what must be in sight. */
const farthest = 0.5;
/** px that stay free around it. */
const free = 8;

/** What a stage is looked at by. */
export interface StageLook {
  readonly conventions: Pick<Conventions, 'viewWidth' | 'viewHeight'>;
  /** Of its window, px. */
  readonly width: number;
  readonly height: number;
  /** How much nearer a stage is looked at. */
  readonly zoom?: number | undefined;
  /** What must be in sight, px about the contact point. */
  readonly sight?: Sight | undefined;
  /** Whether the window shows what the game’s view shows, as it is, rather than a stage to work on. */
  readonly asGame?: boolean;
}

/**
 * Stage px for one world px: a game with a small view is looked at from as near as one with a large view, and in a small window all
 * of the blow is still in sight. For what must be in sight it steps back, up to half as near.
 */
export function stageScale({ conventions: { viewWidth, viewHeight }, width, height, zoom = 1, sight, asGame = false }: StageLook): number {
  if (asGame) return width / viewWidth;
  const usual = zoom * usualScale * Math.min(960 / viewWidth, 540 / viewHeight) * Math.min(1, width / narrow);
  if (!sight) return usual;
  const room = (px: number, share: number, whole: number): number => (px <= 0 ? Infinity : Math.max(1, whole * share - free) / px);
  const fits = Math.min(
    room(-sight.left, contactPlace.x, width),
    room(sight.right, 1 - contactPlace.x, width),
    room(-sight.top, contactPlace.y, height),
    room(sight.bottom, 1 - contactPlace.y, height),
  );
  return Math.max(usual * farthest, Math.min(usual, fits));
}
