/**
 * The runtime that ships inside every kit: the same engine as the preview's, without schemas or interface.
 * It is bundled into `undatio-runtime.js`; `contract.ts` and `kitError.ts` are its declarations.
 */
import type { Kit } from './contract.js';
import { effectKinds } from './effects/registry.js';
import { openArenas } from './ship/arenaOpener.js';
import { openerOf } from './ship/kitOpener.js';

export type * from './contract.js';
export { KitError } from './ship/kitError.js';

/**
 * Opens the parsed `kit.json`. Everything is checked and compiled here, so that nothing can fail in play.
 * Throws KitError with `.path` naming the first place that cannot be used.
 */
export function openKit(kitJson: unknown): Kit {
  return openerOf(effectKinds, openArenas)(kitJson);
}
