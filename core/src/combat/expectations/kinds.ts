/** Every kind of expectation: one file beside this one, and one line here. */
export { answered } from './answered.js';
export { harmTold } from './harmTold.js';
export { health } from './health.js';
export { nobodyFalls } from './nobodyFalls.js';
export { place } from './place.js';
export { plays } from './plays.js';
export { standing } from './standing.js';
export { status } from './status.js';
