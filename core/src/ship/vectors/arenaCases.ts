import type { ArenaCase } from './arenaVectors.js';
import { bodyCases } from './bodyCases.js';
import { ruleCases } from './ruleCases.js';

/** All drills of the arena vectors, in the order in which they are published. */
export const arenaCases: readonly ArenaCase[] = [...ruleCases, ...bodyCases];
