import { Graphics } from 'pixi.js';

/** Farther than any view shows, in px. */
const far = 100_000;

/** A mask of everything above its own place: what sinks below is hidden. */
export function aboveGround(): Graphics {
  return new Graphics().rect(-far, -far, 2 * far, far).fill(0xffffff);
}
