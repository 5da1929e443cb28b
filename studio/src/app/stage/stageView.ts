import type { Conventions } from '@undatio/core';

/** Stage px for one world px in a view of 960 by 540. */
const usualScale = 1.2;

/** px of a window in which the stage is still shown in its full size. */
const narrow = 560;

/**
 * Stage px for one world px in a window of `width` px: a game with a small view is looked at from as near as one with a large
 * view, and in a small window all of the blow is still in sight. `zoom`: how much nearer a stage is looked at.
 */
export function stageScale({ viewWidth, viewHeight }: Pick<Conventions, 'viewWidth' | 'viewHeight'>, width: number, zoom = 1): number {
  return zoom * usualScale * Math.min(960 / viewWidth, 540 / viewHeight) * Math.min(1, width / narrow);
}

/** Where the contact point lies in the window, as fractions of its size. */
export const contactPlace = { x: 0.42, y: 0.6 };

/** What is behind it all: the stage's own where it has one, or the arena by night and plain grounds. */
export const stageBackgrounds = ['own', 'dark', 'mid', 'bright'] as const;
export type StageBackground = (typeof stageBackgrounds)[number];
