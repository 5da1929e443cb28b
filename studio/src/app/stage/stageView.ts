import type { Conventions } from '@undatio/core';

/** Stage px for one world px in a view of 960 by 540. */
const usualScale = 1.2;

/** Stage px for one world px: a game with a small view is looked at from as near as one with a large view. */
export function stageScale({ viewWidth, viewHeight }: Pick<Conventions, 'viewWidth' | 'viewHeight'>): number {
  return usualScale * Math.min(960 / viewWidth, 540 / viewHeight);
}

/** Where the contact point lies in the window, as fractions of its size. */
export const contactPlace = { x: 0.42, y: 0.6 };
