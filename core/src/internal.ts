/** What our own screens, commands and measurements use of the engine besides its public face. It may change at any time. */
export { compileContext } from './checks/compileContext.js';
export { changeWords } from './compare/changeWords.js';
export { numbersOf, valueAt, withValueAt, type DocumentNumber, type ValuePath } from './compare/documentNumbers.js';
export { partDifferences, withPartOf, type DocumentPart, type PartDifference } from './compare/documentParts.js';
export { answeredWords, cameWords, partiesWords, touchWords } from './compare/logWords.js';
export { firstDifference } from './compare/firstDifference.js';
export { eventDifferences, runReadingDifferences, type EventDifference, type RunReadingDifference } from './compare/runDifferences.js';
export { changedDocuments, type ChangedDocument } from './compare/runDocuments.js';
export { patched, patchOf, type StatePatch } from './compare/statePatch.js';
export { directionWords, fieldWords, numberWords, unitOf } from './compare/fieldWords.js';
export { flashLimits, type FlashSort } from './light/flashLimits.js';
export { FlashWatch, type FlashCountAt } from './light/flashWatch.js';
export {
  isOver,
  lightColumns,
  readFlashes,
  watchedInstants,
  watchedLimit,
  watchedRate,
  watchFlashes,
  type Watched,
} from './light/flashReading.js';
export { LightCanvas } from './light/lightCanvas.js';
export { LightPainter, type LightWindow } from './light/lightPainter.js';
export type { AnyFrame, LitStage } from './light/litStage.js';
export { mostPlaces, pictureLightsSchema, readPictureLights, type PictureLight, type PictureLightDocument } from './light/pictureLight.js';
export {
  arenaAnchor,
  arenaLayers,
  contactPlace,
  grounds,
  groundUnder,
  mossLine,
  skies,
  stageBackgrounds,
  type StageBackground,
} from './light/stageGrounds.js';
export { maskedSounds, type MaskedSound } from './light/maskedSounds.js';
export { readingLimits, whatReads, type ReadingFinding, type ReadStrike } from './light/whatReads.js';
export { contrastRatio } from './maths/luminance.js';
export { decodeWav, WavError, type Samples } from './mix/decodeWav.js';
export { measureMix, mixOutline, type Clipping, type MixReadings } from './mix/measureMix.js';
export { longestMix, mixRate, mixSounds, type Mix } from './mix/mixSounds.js';
export { filmFrames, fromContactOutward, type FilmFrame, type FilmOptions } from './compare/film.js';
export { noticed, type NoticedOptions } from './compare/noticed.js';
export {
  describedReadout,
  readoutDifferences,
  readoutRows,
  readoutWords,
  type ReadoutDifference,
  type ReadoutRow,
} from './compare/readoutRows.js';
export { laneDifferences, type FieldDifference, type LaneDifference } from './compare/sequenceDifferences.js';
export {
  beyondSheet,
  payloadTrial,
  trialCells,
  trialLimits,
  trialValues,
  withTrial,
  type Struck,
  type TrialAxis,
  type TrialCell,
  type TrialOf,
  type TrialRange,
} from './compare/trials.js';
export { weighedDifferences, withLaneOf, type WeighedBy, type WeighedDifference } from './compare/weighedDifferences.js';
export { orderOfRanks, plainOrder, rankedOrder } from './model/orderRanks.js';
export { documentFile, formatJson, isDocumentFile, projectFiles, readProjectFiles, settingsFile } from './checks/projectFolder.js';
export { withAssetReplaced, withPictureReplaced } from './edits/assetEdits.js';
export { measureSound, type MeasuredSound } from './measure/measureSound.js';
export { encodeWav16, isWav16 } from './measure/wav16.js';
export { programmeLoudness } from './measure/programmeLoudness.js';
export { movedToEvent, usersOfField, withFieldFixed, withFieldRenamed, withOptionRenamed, type FieldUser } from './edits/fieldEdits.js';
export { moveIdAfterLabel, withMoveRenamed } from './edits/moveNames.js';
export { readFrameList } from './edits/frameList.js';
export {
  drillsWithRungRenamed,
  othersOf,
  rulesRenamed,
  rulesThatUse,
  rulesWithoutActor,
  rulesWithoutSequence,
  withoutCast,
  withoutField,
  type Deciding,
} from './edits/ruleEdits.js';
export { manyChanges, numbersOfKind, withManyChanges, type ManyEdit } from './edits/manyEdits.js';
export { families, type EffectKind, type Family } from './effects/effect.js';
export { particlePictures } from './effects/parts/particlePictures.js';
export { effectKinds, fieldsOfKind } from './effects/registry.js';
export { effectSchema, effectSchemaOf, newEffect } from './effects/schemas.js';
export { dragFall, dragReach } from './maths/ballistic.js';
export { flashChannel, hexOf, isHexColour, packRgb, parseHex, type FlashMode, type Rgba } from './maths/colour.js';
export { EasingError, parseEasing, type Easing } from './maths/easing.js';
export { Gradient } from './maths/gradient.js';
export { draw, hash4, hashText } from './maths/hash.js';
export { toOklab } from './maths/oklab.js';
export {
  courseNames,
  readoutCourse,
  waysOf,
  wayParties,
  type CourseName,
  type ReadoutCourse,
  type WayParty,
  type WayPoint,
} from './measure/readoutCourse.js';
export { tracingWays, type DrillWay } from './measure/drillWays.js';
export { readOut, ReadoutScan, type ReadoutOptions, type Readouts } from './measure/readouts.js';
export {
  fieldNamePattern,
  identifierPattern,
  directionModes,
  fieldGroups,
  type CurvesField,
  type DirectionDocument,
  type EnvelopePoint,
  type Field,
  type TextMark,
  type FieldGroup,
  type GradientPoint,
  type NumberValue,
} from './model/fields.js';
export { assembleProject, collections, inOrder, listedCollections, type Collection, type ListedCollection } from './model/entities.js';
export { collectionLimits } from './model/collections.js';
export { combatPlanOf } from './checks/checkRules.js';
export { usesOfDocument } from './checks/uses.js';
export { unplayedSequences } from './checks/unplayedSequences.js';
export { coverageOf, type Covered } from './combat/coverage.js';
export { runMoment, type MomentStage } from './combat/momentRun.js';
export { comfortFindings, comfortProblems, type ComfortFinding } from './checks/comfortFindings.js';
export { drillSuspects, flashProblems, flashSuspects, readingProblems, type FlashSuspect } from './checks/lightProblems.js';
export { judgeDrills, runAndJudge } from './checks/judgeDrills.js';
export { ruleFindings } from './checks/ruleFindings.js';
export {
  conditionKinds,
  conditionWords,
  groupNames,
  isGroup,
  type Condition,
  type ConditionGroup,
  type SingleCondition,
} from './combat/conditions/registry.js';
export {
  beginDrill,
  compileDrill,
  drillLimits,
  handScript,
  runDrill,
  type CompiledDrill,
  type ScriptedEvent,
  type DrillRun,
} from './combat/drill.js';
export { expectationKinds, expectationWords, judge, type Expectation } from './combat/expectations/registry.js';
export type { Verdict } from './combat/expectations/expectation.js';
export type { Cue, Happening, HistoryStep, LogEntry, RungAnswer } from './combat/log.js';
export { outcomeKinds, outcomeWords, type Outcome } from './combat/outcomes/registry.js';
export { idAfterLabel, isIdOf, withNewId, type NamedCollection, type RenamedDocument } from './edits/idEdits.js';
export { captionMarks } from './effects/parts/captionMarkup.js';
export { damageOf } from './combat/parts/damage.js';
export { plainNames, type FightNames, type NameOf } from './combat/parts/fightNames.js';
export { namesOf } from './model/projectNames.js';
export { flagged } from './combat/parts/sayings.js';
export { amountWords } from './combat/parts/amountWords.js';
export { measureKinds, measureLabel } from './combat/parts/measure.js';
export type { CombatActor } from './combat/parts/combatActor.js';
export type { CompiledEventRules, CompiledStatus } from './combat/parts/references.js';
export {
  comparisons,
  keepers,
  parties,
  ruleLimits,
  type AmountDocument,
  type GivenDocument,
  type MeasureDocument,
  type Party,
  type RuleField,
  type RuleFields,
} from './combat/parts/ruleFields.js';
export type { RuleKind } from './combat/parts/ruleKind.js';
export type { CombatPlan } from './combat/plan.js';
export { probe, probeConditions, type Moment, type ProbedParty } from './combat/probe.js';
export { Histories } from './combat/readHistory.js';
export { defaultsOf } from './combat/run.js';
export { ruleSchemas } from './combat/schemas.js';
export { untoldCues } from './combat/untoldCues.js';
export { statusCourse, type StatusCourse } from './combat/statusCourse.js';
export { drift, followed, followedLane, followingSequences, presetUses, setFree, withLaneTaken } from './presets/following.js';
export { presetOf, withPreset } from './presets/placing.js';
export { freeId, namesOfCopy } from './model/freeId.js';
export { cellCount, cellLimit, cellPlaces, gridPlaces, sheetCells, type Grid, type Sheet } from './model/sheet.js';
export { fittingPayload } from './model/payloadFit.js';
export { actorsOn, drillOnStage, scaledActor } from './model/stageSetUp.js';
export { mapValue, tidy, toMode, valueMode, valueSpan, type Bounds, type ValueMode } from './model/valueEdits.js';
export { bakedFrame, bakedParticles, bakedRow } from './ship/bakedRow.js';
export { sampleLasting } from './ship/lastingParticles.js';
export { applyConventions } from './ship/conventions.js';
export { arenaDiffers, type ArenaFile } from './ship/vectors/arenaVectors.js';
export { differs, vectorDefaults } from './ship/vectors/playVector.js';
export { scriptDiffers, type PlayerFile } from './ship/vectors/playerVectors.js';
export { makeArenaVectors, makePlayerVectors, makeVectors, vectorIndex } from './ship/vectors/vectors.js';
export type { Vector, VectorFile } from './ship/vectors/vectorFile.js';
export { newProject, scaled, type FirstSound, type NewProject, type ProjectChoices } from './start/newProject.js';
export { compileSequence, effectLimit, type CompileContext } from './take/compile.js';
export { restingPlacesOf, standingOf } from './take/compileReferences.js';
export { headingIn, placeIn, spots } from './take/draws.js';
export type { Firing, Telling } from './take/firing.js';
export { poses, restingActor, wholeBody } from './take/frame.js';
export { completePayload } from './take/payload.js';
export type { SequencePlan, Standing } from './take/plan.js';
export { DrillTake, type DrillFrame, type Sight, type PlacedReach, type StandingFrame } from './player/drillTake.js';
export { outlineOf, reachesAt, type ShownReach } from './combat/moves/reachesAt.js';
export { drawnFor, type DrawnReach } from './combat/moves/drawnReach.js';
export { drawnWords, isAsDrawn } from './checks/moveFindings.js';
export { keyLimits } from './combat/moves/moveKeys.js';
export { tryMove, type MoveTrial } from './combat/moves/tryMove.js';
export { facingReach } from './combat/moves/meetingWall.js';
export { gap, meets, type Reach } from './combat/moves/meeting.js';
export { liveLength, moveLength, moveLimits, type CompiledMove } from './combat/moves/move.js';
export { groundHeight, posedPart } from './player/posedPart.js';
export { bodiesOf, bodiesOfRun, facingOf, joinedIn, stageFacing, type StandingBody } from './player/drillBodies.js';
export { RapidFire, type Blow, type RapidFrame, type Stand } from './player/rapidFire.js';
export { shownCell } from './take/shownCell.js';
export { strike } from './take/strike.js';
export type { EngineTake } from './take/take.js';
export { ageOf, type TimedFiring } from './take/timedFiring.js';
export { drawnOrder } from './model/drawnOrder.js';
export { groundOf } from './take/compileReferences.js';
