export * from './contract.js';
export * from './units.js';
export { checkProject, compileContext } from './checks/checkProject.js';
export { readProject, readProjectText, type ReadResult } from './checks/readProject.js';
export { particlePictures } from './effects/particlePictures.js';
export type { EffectKind, Family, Firing, Telling } from './effects/effect.js';
export { effectKinds } from './effects/kinds.js';
export { effectSchema, effectSchemaOf, newEffect, type Effect, type EffectName } from './effects/schemas.js';
export { Gradient } from './maths/gradient.js';
export { toOklab } from './maths/oklab.js';
export { flashChannel, hexOf, isHexColour, packRgb, parseHex, type FlashMode, type Rgba } from './maths/colour.js';
export { EasingError, parseEasing, type Easing } from './maths/easing.js';
export { draw, hash4, hashText } from './maths/hash.js';
export { headingIn, placeIn, spots } from './take/draws.js';
export { dragFall, dragReach } from './maths/ballistic.js';
export type { Standing } from './take/plan.js';
export { DocumentError, formatPath } from './model/documentError.js';
export {
  directionModes,
  fieldRegistry,
  type DirectionDocument,
  type EnvelopePoint,
  type FieldMeta,
  type GradientPoint,
} from './model/field.js';
export { problemsOf, type Problem } from './model/problem.js';
export * from './model/project.js';
export { readOut, ReadoutScan, type ReadoutOptions, type Readouts } from './measure/readouts.js';
export { bakedColumns, bakedFrame, bakedParticles, bakedRow, type BakedFrame, type BakedRow } from './ship/bakedRow.js';
export { applyConventions } from './ship/conventions.js';
export { kitDocument, kitEntries, kitJsonSchema, kitSchema, type KitEntry } from './ship/kit.js';
export { KitError } from './ship/kitError.js';
export { makeVectors, type Vector } from './ship/vectors.js';
export { compileSequence, type CompileContext } from './take/compile.js';
export type { SequencePlan } from './take/plan.js';
export { completePayload, strike } from './take/strike.js';
export { RapidFire, type Blow, type RapidFrame } from './take/rapidFire.js';
export { poses, restingActor } from './take/frame.js';
export { ageOf, type EngineTake, type TimedFiring } from './take/take.js';
export { mapValue, tidy, toMode, valueMode, valueSpan, type NumberValue, type ValueMode } from './model/valueEdits.js';
