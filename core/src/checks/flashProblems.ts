import { DocumentError } from '../model/documentError.js';
import type { Problem } from '../model/problem.js';
import type { Project, StageSetUp } from '../model/project.js';
import { actorsOn } from '../model/stageSetUp.js';
import { flashLimits, type FlashCountAt } from '../light/flashWatch.js';
import { isOver, readFlashes, type Watched } from '../light/flashReading.js';
import { LightPainter } from '../light/lightPainter.js';
import { mayFlash } from '../light/mayFlash.js';
import type { PictureLight } from '../light/pictureLight.js';
import type { StageBackground } from '../light/stageGrounds.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { compileContext } from './checkProject.js';

/** What is to be looked at for flashes, with where it is told. */
export interface FlashSuspect {
  readonly path: string;
  readonly run: Watched;
}

/** Cells across the view that flashes are counted in. */
export const lightColumns = 96;
/** The same where it is only asked whether it is worth counting, and of which share of a field. */
const quickColumns = 32;
const quickShare = 0.2;

/** px of a body that is looked for quickly: the largest there is. */
const bodyArea = ({ actors }: Pick<Project, 'actors'>): number => Math.max(160 * 120, ...actors.map(({ width, height }) => width * height));

/** The sequences of a project, each struck with its event’s sample, that could flash more often than three times in a second at all. */
export function flashSuspects(project: Project): FlashSuspect[] {
  const context = compileContext({ ...project, actors: [...actorsOn(project.actors, project.stages?.at(0))] });
  const { viewWidth: width, viewHeight: height } = project.conventions;
  return project.sequences.flatMap((sequence, i): FlashSuspect[] => {
    try {
      const event = project.events.find(({ id }) => id === sequence.event);
      const take = strike(compileSequence(sequence, ['sequences', i], context), event?.sample ?? {});
      const frame = take.createFrame();
      const { start, duration } = take;
      const run = { start, duration, sample: (t: number) => take.sample(t, frame) };
      return mayFlash(run, { width, height }, bodyArea(project)) ? [{ path: `sequences[${i}]`, run }] : [];
    } catch (error) {
      // What cannot be struck is told as such.
      if (error instanceof DocumentError) return [];
      throw error;
    }
  });
}

/** On which grounds a stage is looked at: its own, where it has one; else by night, or, asked for, on every ground that games may have. */
export function groundsOf(setUp: StageSetUp | undefined, all = false): readonly StageBackground[] {
  return setUp?.background ? ['own'] : all ? ['dark', 'mid', 'bright'] : ['dark'];
}

/** What of the suspects flashes too often over too much, on the project’s first stage. */
export function flashProblems(
  project: Project,
  suspects: readonly FlashSuspect[],
  pictures: ReadonlyMap<string, PictureLight>,
  allGrounds = false,
): Problem[] {
  const setUp = project.stages?.at(0);
  const stage = { project: { ...project, actors: [...actorsOn(project.actors, setUp)] }, setUp, pictures };
  const { viewWidth: width, viewHeight: height } = project.conventions;
  return suspects.flatMap(({ path, run }) =>
    groundsOf(setUp, allGrounds).flatMap((background) => {
      const painter = (columns: number): LightPainter => new LightPainter({ ...stage, background }, { width, height, columns });
      // Coarsely first, and of much smaller parts: most are far from it.
      if (!readFlashes(run, painter(quickColumns), quickShare).some(isOver)) return [];
      const over = readFlashes(run, painter(lightColumns)).filter(isOver);
      const ground = background === 'own' ? '' : `, on ${background} ground`;
      return over.map((count): Problem => ({ severity: 'warning', path, message: flashWords(count) + ground }));
    }),
  );
}

/** Says what is counted, and what the standard lets pass. */
export function flashWords({ sort, flashes, from, to, area }: FlashCountAt): string {
  const milliseconds = (t: number): string => (t * 1000).toFixed(0).replace('-', '−');
  const what = sort === 'red' ? 'flashes red' : 'flashes';
  const where = `over ${(area * 100).toFixed(0)} % of a field of 10 degrees`;
  const limit = `WCAG 2.2 lets ${flashLimits.flashes} pass, or a quarter of the field`;
  return `${what} ${flashes} times within a second, ${milliseconds(from)} to ${milliseconds(to)} ms, ${where}; ${limit}`;
}
