import { DocumentError, formatPath } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import { kitPath, type Actor, type Project, type Sequence } from '../model/project.js';
import { cellCount, sheetCells } from '../model/sheet.js';
import { beyondStopBudget } from './beyondStopBudget.js';
import { presetProblems } from './presetProblems.js';
import { checkRules } from './checkRules.js';
import { compileContext } from './compileContext.js';
import { wholeBody } from '../take/frame.js';
import { compileSequence, type CompileContext } from '../take/compile.js';
import type { SequencePlan } from '../take/plan.js';
import { particlesOfAFrame, workOf } from '../take/workBounds.js';
import { spots } from '../take/draws.js';

/** Everything a project's shape alone cannot show: names that refer to nothing, circles, doubled sounds. */
export function checkProject(project: Project): Problem[] {
  const problems: Problem[] = [
    ...repeatedIds('events', project.events),
    ...repeatedIds('actors', project.actors),
    ...repeatedIds('assets', project.assets),
    ...repeatedIds('sequences', project.sequences),
    ...repeatedIds('statuses', project.statuses),
    ...repeatedIds('responses', project.responses),
    ...repeatedIds('drills', project.drills),
    ...repeatedIds('presets', project.presets),
    ...presetProblems(project),
    ...sharedFiles(project.assets),
  ];
  const pictures = new Set(project.assets.filter((asset) => asset.type === 'picture').map((asset) => asset.id));
  const counts = new Map(project.assets.map((asset) => [asset.id, asset.type === 'picture' ? cellCount(asset) : 1]));
  project.assets.forEach((asset, i) => problems.push(...cellsInside(asset, `assets[${i}].`)));
  // Those that can be put on a stage: the others are told, and nothing is compiled with them.
  const actors = project.actors.filter((actor, i) => {
    const own = checkParts(actor, `actors[${i}].`, pictures);
    problems.push(...own, ...cellsThatAre(actor, `actors[${i}].`, counts));
    return own.length === 0;
  });
  problems.push(...repeatedIds('stages', project.stages ?? []), ...stagesWithout(project, pictures), ...withoutStage(project));
  const context = compileContext({ ...project, actors });
  const knownSpots = new Set([...spots, ...project.actors.flatMap((actor) => Object.keys(actor.spots))]);
  project.sequences.forEach((sequence, i) => {
    problems.push(...checkSequence(sequence, i, context, knownSpots));
  });
  problems.push(...checkRules(project, context));
  // What cannot be compiled cannot be struck.
  if (problems.every(({ severity }) => severity !== 'error')) problems.push(...beyondStopBudget(project, context));
  return problems;
}

function checkSequence(sequence: Sequence, index: number, context: CompileContext, knownSpots: ReadonlySet<string>): Problem[] {
  let plan: SequencePlan;
  try {
    plan = compileSequence(sequence, ['sequences', index], context);
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return [errorAt(error.path, error.expected)];
  }
  return [...doubledSounds(sequence, index), ...spotsOfNobody(sequence, index, knownSpots), ...costly(plan, index)];
}

/** Warns about a sequence with so many particles that frames are late. */
function costly({ effects }: SequencePlan, index: number): Problem[] {
  const particles = Math.round(workOf(effects).reduce((sum, work) => sum + work.particles, 0));
  if (particles <= particlesOfAFrame) return [];
  const [most, found] = [particlesOfAFrame, particles].map((count) => count.toLocaleString('en'));
  return [
    warning(formatPath(['sequences', index, 'effects']), `up to ${found} particles: above ${most} a frame can take longer than 1/60 s`),
  ];
}

/** A spot that no actor has is everybody's middle, which is nearly always a slip of the pen. */
function spotsOfNobody(sequence: Sequence, index: number, known: ReadonlySet<string>): Problem[] {
  return sequence.effects.flatMap((effect, i): Problem[] => {
    const { spot, alsoFrom = [] } = effect as { spot?: string; alsoFrom?: readonly string[] };
    const named: [string, (string | number)[]][] = [
      ...(spot === undefined ? [] : [[spot, ['spot']] as [string, string[]]]),
      ...alsoFrom.map((name, k): [string, (string | number)[]] => [name, ['alsoFrom', k]]),
    ];
    return named.flatMap(([name, place]): Problem[] =>
      known.has(name)
        ? []
        : [
            warning(
              formatPath(['sequences', index, 'effects', i, ...place]),
              `expected a spot of an actor (${[...known].join(', ')}), found "${name}"; it is the middle`,
            ),
          ],
    );
  });
}

/** Two sounds from one pool at one instant are nearly always a slip: they only get louder. */
function doubledSounds(sequence: Sequence, index: number): Problem[] {
  const seen = new Map<string, string>();
  return sequence.effects.flatMap((effect, i): Problem[] => {
    if (effect.kind !== 'sound' || effect.muted) return [];
    const key = JSON.stringify([effect.clips, effect.anchor, effect.delay]);
    const first = seen.get(key);
    seen.set(key, effect.id);
    if (first === undefined) return [];
    return [
      {
        severity: 'warning',
        path: formatPath(['sequences', index, 'effects', i]),
        message: `plays the same pool at the same instant as "${first}"`,
      },
    ];
  });
}

/** A body and its parts need pictures, and its poses parts. `place` is put before every path. */
export function checkParts(
  { picture, parts, poses, clips = [], poseClips = {}, healthLooks = [] }: Actor,
  place: string,
  pictures: ReadonlySet<string>,
): Problem[] {
  const known = new Set([wholeBody, ...parts.map(({ id }) => id)]);
  const missing = (path: string, id: string): Problem[] =>
    pictures.has(id) ? [] : [errorAt(`${place}${path}`, `expected a picture asset of the project, found "${id}"`)];
  const noClip = (path: string, id: string): Problem[] =>
    clips.some((clip) => clip.id === id)
      ? []
      : [errorAt(`${place}${path}`, `expected one of ${clips.map((clip) => clip.id).join(', ') || 'no clips'}, found "${id}"`)];
  return [
    ...missing('picture', picture),
    ...repeatedIds(`${place}parts`, parts),
    ...parts.flatMap((part, i) => missing(`parts[${i}].picture`, part.picture)),
    ...Object.entries(poses).flatMap(([pose, moved]) =>
      Object.keys(moved)
        .filter((part) => !known.has(part))
        .map((part) => errorAt(`${place}poses.${pose}.${part}`, `expected one of ${[...known].join(', ')}, found "${part}"`)),
    ),
    ...repeatedIds(`${place}clips`, clips),
    ...clips.flatMap((clip, i) => missing(`clips[${i}].picture`, clip.picture)),
    ...Object.entries(poseClips).flatMap(([pose, id]) => noClip(`poseClips.${pose}`, id)),
    ...repeatedIds(`${place}healthLooks`, healthLooks),
    ...healthLooks.flatMap(({ clip }, i) => (clip === undefined ? [] : noClip(`healthLooks[${i}].clip`, clip))),
  ];
}

const warning = (path: string, message: string): Problem => ({ severity: 'warning', path, message });

/** Drills on a stage that is not there: it has no edges then. */
function withoutStage({ stages = [], drills }: Project): Problem[] {
  return drills.flatMap(({ stage }, i) =>
    stage === undefined || stages.some(({ id }) => id === stage)
      ? []
      : [warning(`drills[${i}].stage`, `expected a stage of the project, found "${stage}"; none of its edges hold`)],
  );
}

/** Stages name actors and pictures; what is gone is not shown on them, and hurts nothing that ships. */
function stagesWithout({ stages = [], actors }: Project, pictures: ReadonlySet<string>): Problem[] {
  const known = new Set(actors.map(({ id }) => id));
  return stages.flatMap(({ bodies = [], background }, i) => [
    ...bodies.flatMap(({ actor }, k) =>
      known.has(actor)
        ? []
        : [warning(`stages[${i}].bodies[${k}].actor`, `expected an actor of the project, found "${actor}"; nobody stands there`)],
    ),
    ...(background?.of !== 'picture' || pictures.has(background.picture)
      ? []
      : [
          warning(
            `stages[${i}].background.picture`,
            `expected a picture asset of the project, found "${background.picture}"; it is left out`,
          ),
        ]),
  ]);
}

/** Cells that an actor shows must be cells of their pictures. */
function cellsThatAre({ picture, cell, clips = [] }: Actor, place: string, counts: ReadonlyMap<string, number>): Problem[] {
  const beyond = (path: string, asset: string, shown: number): Problem[] => {
    const count = counts.get(asset) ?? Infinity;
    return shown < count ? [] : [errorAt(`${place}${path}`, `expected a cell of "${asset}" (0 to ${count - 1}), found ${shown}`)];
  };
  return [
    ...(cell === undefined ? [] : beyond('cell', picture, cell)),
    ...clips.flatMap((clip, i) => clip.cells.flatMap((shown, k) => beyond(`clips[${i}].cells[${k}]`, clip.picture, shown))),
  ];
}

/** Cells must lie in their picture, as far as its size is known. */
function cellsInside(asset: Project['assets'][number], place: string): Problem[] {
  if (asset.type !== 'picture' || !asset.sheet || asset.width === undefined || asset.height === undefined) return [];
  const { width, height } = asset;
  const at = sheetCells(asset.sheet).findIndex((cell) => cell.x + cell.width > width || cell.y + cell.height > height);
  if (at < 0) return [];
  return [errorAt(`${place}sheet`, `expected cells inside the picture of ${width} × ${height} px, cell ${at} is not`)];
}

/** Two assets may share a file; but two files that would become one in the kit are one too few. */
function sharedFiles(assets: Project['assets']): Problem[] {
  const taken = new Map<string, Project['assets'][number]>();
  return assets.flatMap((asset, i) => {
    const place = kitPath(asset.file);
    const first = taken.get(place);
    taken.set(place, first ?? asset);
    if (!first || first.sha256 === asset.sha256) return [];
    return [errorAt(`assets[${i}].file`, `expected a file of its own in the kit, "${place}" is that of "${first.id}"`)];
  });
}

function repeatedIds(collection: string, entries: readonly { id: string }[]): Problem[] {
  const seen = new Set<string>();
  return entries.flatMap(({ id }, i) => {
    if (!seen.has(id)) {
      seen.add(id);
      return [];
    }
    return [errorAt(`${collection}[${i}].id`, `expected an id of its own, "${id}" is taken`)];
  });
}
