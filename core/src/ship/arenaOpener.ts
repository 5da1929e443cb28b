import { compileCombat } from '../combat/compileCombat.js';
import { LiveArena } from '../player/arena.js';
import type { RulesOpener } from './kitOpener.js';

/** Reads a kit's rules, held to the bounds of its schema, and makes arenas of them. Kits of before rules were shipped have none. */
export const openArenas: RulesOpener = ({ events, actors = [], statuses = [], responses = [] }, sequences, planOf) => {
  const plan = compileCombat({ events, actors, statuses, responses }, sequences, planOf);
  return (player, options) => new LiveArena(plan, player, options);
};
