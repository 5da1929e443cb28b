/** Every kind of outcome: one file beside this one, and one line here. */
export { away } from './away.js';
export { breakOff } from './breakOff.js';
export { bringBack } from './bringBack.js';
export { count } from './count.js';
export { drop } from './drop.js';
export { fell } from './fell.js';
export { give } from './give.js';
export { harm } from './harm.js';
export { launch } from './launch.js';
export { look } from './look.js';
export { mend } from './mend.js';
export { play } from './play.js';
export { raise } from './raise.js';
export { shove } from './shove.js';
export { split } from './split.js';
export { take } from './take.js';
