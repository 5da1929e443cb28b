import { DocumentError, formatPath } from '../model/documentError.js';
import type { Problem } from '../model/problem.js';
import type { Actor, Project, StageSetUp } from '../model/project.js';
import { actorsOn, drillOnStage } from '../model/stageSetUp.js';
import { compileDrill, runDrill } from '../combat/drill.js';
import { flashLimits } from '../light/flashLimits.js';
import type { FlashCountAt } from '../light/flashWatch.js';
import { isOver, lightColumns, readFlashes, type Watched } from '../light/flashReading.js';
import { LightPainter } from '../light/lightPainter.js';
import type { LitStage } from '../light/litStage.js';
import { mayFlash, type Stretch } from '../light/mayFlash.js';
import type { PictureLight } from '../light/pictureLight.js';
import { arenaLayers, type StageBackground } from '../light/stageGrounds.js';
import { whatReads } from '../light/whatReads.js';
import { bodiesOfRun } from '../player/drillBodies.js';
import { DrillTake } from '../player/drillTake.js';
import { compileSequence } from '../take/compile.js';
import type { SequencePlan } from '../take/plan.js';
import { strike } from '../take/strike.js';
import { compileContext } from './compileContext.js';
import { combatPlanOf } from './checkRules.js';
import { usesOfActor, usesOfSequence, type Use } from './uses.js';

/** What is to be looked at for flashes: with where it is told, and who stands on which stage. */
export interface FlashSuspect {
  readonly path: string;
  readonly run: Watched;
  readonly actors: readonly Actor[];
  readonly setUp: StageSetUp | undefined;
  /** Where it could. */
  readonly stretches: readonly Stretch[];
  /** Which pictures could be drawn in it. */
  readonly pictures: ReadonlySet<string>;
}

/** Pictures that a stage shows: what documents ask for, what stands behind everybody, and the arena where nothing of one's own does. */
function picturesOf(uses: readonly Use[], setUp: StageSetUp | undefined): ReadonlySet<string> {
  const asked = uses.flatMap(({ collection, id }) => (collection === 'assets' ? [id] : []));
  const { background } = setUp ?? {};
  const behind = background?.of === 'picture' ? [background.picture] : background ? [] : arenaLayers.map(({ picture }) => picture);
  return new Set([...asked, ...behind]);
}

/** Cells across the view where it is only asked whether it is worth counting, and of which share of a field. */
const quickColumns = 32;
const quickShare = 0.2;

/** With where it could flash more often than three times in a second at all; nothing where it could not. */
function whereSuspect(one: Omit<FlashSuspect, 'stretches'>, { conventions }: Project): FlashSuspect[] {
  const largest = Math.max(160 * 120, ...one.actors.map(({ width, height }) => width * height));
  const stretches = mayFlash(one.run, { width: conventions.viewWidth, height: conventions.viewHeight }, largest);
  return stretches.length === 0 ? [] : [{ ...one, stretches }];
}

/** The sequences of a project that could flash too often at all, each struck with its event’s sample on the first stage. */
export function flashSuspects(project: Project): FlashSuspect[] {
  const setUp = project.stages?.at(0);
  const actors = actorsOn(project.actors, setUp);
  return eachSequence(project, (plan, payload, at) => {
    const take = strike(plan, payload);
    const frame = take.createFrame();
    const { start, duration } = take;
    const suspect = {
      path: formatPath(['sequences', at]),
      run: { start, duration, sample: (t: number) => take.sample(t, frame) },
      actors,
      setUp,
      pictures: picturesOf([...usesOfSequence(project.sequences[at]), ...actors.flatMap(usesOfActor)], setUp),
    };
    return whereSuspect(suspect, project);
  });
}

/** The drills that could, each as it goes with its own seed on its own stage. */
export function drillSuspects(project: Project): FlashSuspect[] {
  const plan = combatPlanOf(project, compileContext(project));
  return project.drills.flatMap((drill, i): FlashSuspect[] => {
    const run = runDrill(plan, compileDrill(drillOnStage(drill, project.stages), [], plan), drill.seed, project.stopBudget);
    const actors = bodiesOfRun(run, drill.actors, project.actors);
    const take = new DrillTake({ run, bodies: actors, planOf: plan.planOf });
    const frame = take.createFrame();
    const watched = { start: take.start, duration: take.duration, sample: (t: number) => take.sample(t, frame) };
    const setUp = project.stages?.find(({ id }) => id === drill.stage);
    // Any of its sequences may come of it.
    const pictures = picturesOf([...project.sequences.flatMap(usesOfSequence), ...actors.flatMap(usesOfActor)], setUp);
    const suspect = { path: formatPath(['drills', i]), run: watched, actors, setUp, pictures };
    return whereSuspect(suspect, project);
  });
}

/** On which grounds a stage is looked at: its own, where it has one; else by night, or, asked for, on every ground that games may have. */
function groundsOf(setUp: StageSetUp | undefined, all: boolean): readonly StageBackground[] {
  return setUp?.background ? ['own'] : all ? ['dark', 'mid', 'bright'] : ['dark'];
}

/** How many pictures a project has, and how light they are. */
type Lights = ReadonlyMap<string, PictureLight>;

/** What of the suspects flashes too often over too much. `allGrounds`: by day as well, where a stage has no background of its own. */
export function flashProblems(project: Project, suspects: readonly FlashSuspect[], pictures: Lights, allGrounds = false): Problem[] {
  const { viewWidth: width, viewHeight: height } = project.conventions;
  return suspects.flatMap(({ path, run, stretches, actors, setUp }) =>
    groundsOf(setUp, allGrounds).flatMap((background) => {
      const stage: LitStage = { project: { ...project, actors: [...actors] }, setUp, pictures, background };
      const painter = (columns: number): LightPainter => new LightPainter(stage, { width, height, columns });
      // Coarsely first, and of much smaller parts: most are far from it.
      const quick = painter(quickColumns);
      const pieces = stretches.map(({ from, to }): Watched => ({
        start: Math.max(from, run.start),
        duration: Math.min(to, run.duration),
        sample: run.sample,
      }));
      if (!pieces.some((piece) => readFlashes(piece, quick, quickShare).some(isOver))) return [];
      const over = readFlashes(run, painter(lightColumns)).filter(isOver);
      const ground = background === 'own' ? '' : `, on ${background} ground`;
      return over.map((count): Problem => ({ severity: 'warning', path, message: flashWords(count) + ground }));
    }),
  );
}

/** What of a project’s sequences does not read on its first stage, each struck with its event’s sample; on its own background, or by night. */
export function readingProblems(project: Project, pictures: Lights): Problem[] {
  const setUp = project.stages?.at(0);
  const [background] = groundsOf(setUp, false);
  const stage: LitStage = { project: { ...project, actors: [...actorsOn(project.actors, setUp)] }, setUp, pictures, background };
  return eachSequence(project, (plan, payload, at) => {
    const sequence = project.sequences[at];
    const found = [...whatReads({ stage, sequence, plan, payload, options: {} })];
    return found.flatMap((one): Problem[] => {
      if (!one) return [];
      const lane = sequence.effects.findIndex(({ id }) => id === one.effect);
      return [{ severity: 'warning', path: formatPath(['sequences', at, 'effects', lane]), message: `${one.effect} ${one.message}` }];
    });
  });
}

/** Calls for every sequence that can be compiled and struck with its event’s sample; what cannot be is told as such. */
function eachSequence<T>(
  project: Project,
  each: (plan: SequencePlan, payload: Readonly<Record<string, number | string | boolean>>, at: number) => T[],
): T[] {
  const context = compileContext({ ...project, actors: [...actorsOn(project.actors, project.stages?.at(0))] });
  return project.sequences.flatMap((sequence, at): T[] => {
    try {
      const sample = project.events.find(({ id }) => id === sequence.event)?.sample ?? {};
      return each(compileSequence(sequence, ['sequences', at], context), sample, at);
    } catch (error) {
      if (error instanceof DocumentError) return [];
      throw error;
    }
  });
}

/** Says what is counted, and what the standard lets pass. */
function flashWords({ sort, flashes, from, to, area }: FlashCountAt): string {
  const milliseconds = (t: number): string => (t * 1000).toFixed(0).replace('-', '−');
  const what = sort === 'red' ? 'flashes red' : 'flashes';
  const where = `over ${(area * 100).toFixed(0)} % of a field of 10 degrees`;
  const limit = `WCAG 2.2 lets ${flashLimits.flashes} pass, or a quarter of the field`;
  return `${what} ${flashes} times within a second, ${milliseconds(from)} to ${milliseconds(to)} ms, ${where}; ${limit}`;
}
