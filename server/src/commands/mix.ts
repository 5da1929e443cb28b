import { writeFile } from 'node:fs/promises';
import { DocumentError, type Project, type SoundCue } from '@undatio/core';
import {
  bodiesOfRun,
  combatPlanOf,
  compileContext,
  compileSequence,
  decodeWav,
  DrillTake,
  drillOnStage,
  encodeWav16,
  measureMix,
  mixRate,
  mixSounds,
  runAndJudge,
  WavError,
  type Samples,
} from '@undatio/core/internal';
import { parsePayload, parseSeed, strikeWith } from './bake.js';
import { UsageError, usableProject } from './projectArgument.js';
import { sink } from './sink.js';

export interface MixOptions {
  sequence?: string;
  drill?: string;
  payload?: string;
  seed?: string;
  rate?: string;
  out: string;
}

/** `undatio mix`: what a strike or a drill sounds like, as a WAV file, and what is measured of it. */
export async function mix(argument: string, options: MixOptions): Promise<void> {
  if ((options.sequence === undefined) === (options.drill === undefined))
    throw new UsageError('expected --sequence NAME or --drill NAME, one of them');
  const rate = options.rate === undefined ? mixRate : Number(options.rate);
  if (!Number.isInteger(rate) || rate < 8000 || rate > 192000)
    throw new UsageError(`expected --rate to be a whole number from 8000 to 192000, found "${options.rate}"`);
  const { project, assetBytes } = await usableProject(argument);
  const cues = options.drill === undefined ? strikeCues(project, options) : drillCues(project, options.drill, options.seed);
  const clips = new Map<string, Samples>();
  for (const id of new Set(cues.map(({ clip }) => clip))) {
    const bytes = await assetBytes(id);
    if (bytes) clips.set(id, samplesOf(id, bytes));
  }
  const made = mixSounds(cues, clips, rate);
  await writeFile(options.out, encodeWav16(made.channels, made.sampleRate));
  const { duration, loudness, truePeak, clipping } = measureMix(made);
  const level = (value: number, unit: string): string => (Number.isFinite(value) ? `${value.toFixed(1)} ${unit}` : 'silent');
  sink.tell(
    `${cues.length} sounds in ${duration.toFixed(2)} s from ${made.from.toFixed(3)} s; loudness ${level(loudness, 'LUFS')}, true peak ${level(truePeak, 'dBTP')}; ${clipping.length === 0 ? 'does not clip' : `clips at ${clipping.map(({ from }) => `${from.toFixed(3)} s`).join(', ')}`}`,
  );
}

function samplesOf(id: string, bytes: Uint8Array): Samples {
  try {
    return decodeWav(bytes);
  } catch (error) {
    throw error instanceof WavError ? new UsageError(`the sound "${id}" cannot be mixed: ${error.message}`) : error;
  }
}

function strikeCues(project: Project, { sequence, payload, seed }: MixOptions): readonly SoundCue[] {
  const index = project.sequences.findIndex(({ id }) => id === sequence);
  if (index < 0)
    throw new UsageError(`expected --sequence to be one of ${project.sequences.map(({ id }) => id).join(', ')}, found "${sequence}"`);
  const plan = compileSequence(project.sequences[index], ['sequences', index], compileContext(project));
  return strikeWith(plan, parsePayload(payload), parseSeed(seed)).sounds;
}

function drillCues(project: Project, name: string, seed: string | undefined): readonly SoundCue[] {
  const found = project.drills.find(({ id }) => id === name);
  if (!found)
    throw new UsageError(
      `expected --drill to be one of ${project.drills.map(({ id }) => id).join(', ') || 'none: it has no drills'}, found "${name}"`,
    );
  try {
    const plan = combatPlanOf(project, compileContext(project));
    const { run } = runAndJudge(plan, found, {
      seed: seed === undefined ? found.seed : parseSeed(seed),
      budget: project.stopBudget,
      stages: project.stages,
    });
    const bodies = bodiesOfRun(run, drillOnStage(found, project.stages).actors, project.actors);
    const take = new DrillTake({ run, bodies: bodies as never, planOf: plan.planOf });
    return take.soundsWithin(0, take.duration);
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(error.message) : error;
  }
}
