/**
 * The engine's public face: documents, their problems, and kits. What our own screens and commands need besides stands
 * in `internal.ts`; what a game needs ships as `runtime.ts`.
 */
export * from './contract.js';
export * from './units.js';
export { checkProject } from './checks/checkProject.js';
export { readProject, readProjectText, type ReadResult } from './checks/readProject.js';
export { parseJson } from './checks/parseJson.js';
export { checkActorAlone, checkRuleAlone, checkSequenceAlone, type Referred } from './checks/checkDocument.js';
export { unmetUses, usesOfActor, usesOfDocument, usesOfSequence, type Use } from './checks/uses.js';
export { DocumentError, formatPath } from './model/documentError.js';
export { problemsOf, type Problem } from './model/problem.js';
export * from './model/project.js';
export type { Effect, EffectName } from './effects/registry.js';
export { bakedColumns, type BakedFrame, type BakedRow } from './ship/bakedRow.js';
export { kitDocument, kitEntries, type KitEntry, type KitParts } from './ship/kit.js';
export { kitJsonSchema } from './ship/kitJsonSchema.js';
export { kitSchema } from './ship/kitSchema.js';
export { KitError } from './ship/kitError.js';
export { openKit } from './runtime.js';
