/** Every kind of condition: one file beside this one, and one line here. Groups of them stand in `groups.ts`. */
export { chance } from './chance.js';
export { compare } from './compare.js';
export { cooldown } from './cooldown.js';
export { facing } from './facing.js';
export { moving } from './moving.js';
export { nth } from './nth.js';
export { oneOf } from './oneOf.js';
export { standing } from './standing.js';
export { status } from './status.js';
export { who } from './who.js';
export { window } from './window.js';
