import type { Px } from '../units.js';

/** What is behind a stage: its own background where it has one, or the arena by night and plain grounds. */
export const stageBackgrounds = ['own', 'dark', 'mid', 'bright'] as const;
export type StageBackground = (typeof stageBackgrounds)[number];

/** Plain sky and ground behind the bodies, as 0xrrggbb, to judge an effect by night, on grey and on bright. */
export const skies = { dark: 0x0b1820, mid: 0x76878a, bright: 0xe9eee2 } as const;
export const grounds = { dark: 0x40592b, mid: 0x5d6f49, bright: 0xb3c58e } as const;

/** World height at which the ground begins under bodies that stand on the arena. */
export const mossLine: Px = 62;

/** Where the contact point lies in a stage's window, as shares of its size. */
export const contactPlace = { x: 0.42, y: 0.6 } as const;

/** The arena's pictures from far to near, and how much of the view's shift each takes: what is far hardly moves. */
export const arenaLayers = [
  { picture: 'mossy-log-far', nearness: 0.25, front: false },
  { picture: 'mossy-log-middle', nearness: 0.6, front: false },
  { picture: 'mossy-log', nearness: 1, front: false },
  { picture: 'mossy-log-near', nearness: 1.35, front: true },
] as const;

/** Which part of each of them lies where the arena stands, and how far below the moss line that is. */
export const arenaAnchor = { x: 0.4, y: 0.6, below: 12 } as const;

/** The colour of the ground before a sky of one colour: the same, darker. As 0xrrggbb. */
export function groundUnder(sky: number): number {
  const part = (shift: number): number => Math.round(((sky >> shift) & 255) * 0.75) << shift;
  return part(16) | part(8) | part(0);
}
