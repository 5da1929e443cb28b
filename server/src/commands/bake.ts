import { writeFile } from 'node:fs/promises';
import { stringify } from 'csv-stringify/sync';
import { bakedColumns, DocumentError, type Payload } from '@undatio/core';
import { applyConventions, bakedFrame, compileContext, compileSequence, strike, type EngineTake } from '@undatio/core/internal';
import { UsageError, usableProject } from './projectArgument.js';

export interface BakeOptions {
  sequence: string;
  payload?: string;
  seed?: string;
  fps?: string;
  times?: string;
  format: string;
  out?: string;
}

/** `undatio bake`: samples one take to a table. */
export async function bake(argument: string, options: BakeOptions): Promise<void> {
  if (options.format !== 'csv' && options.format !== 'json')
    throw new UsageError(`expected --format csv or json, found "${options.format}"`);
  const { project } = await usableProject(argument);
  const index = project.sequences.findIndex(({ id }) => id === options.sequence);
  if (index < 0)
    throw new UsageError(
      `expected --sequence to be one of ${project.sequences.map(({ id }) => id).join(', ')}, found "${options.sequence}"`,
    );
  const plan = compileSequence(project.sequences[index], ['sequences', index], compileContext(project));
  const payload = parsePayload(options.payload);
  const seed = options.seed === undefined ? 1 : wholeNumber('--seed', options.seed, 0, 0xffffffff);
  const fps = options.fps === undefined ? project.conventions.frameRate : wholeNumber('--fps', options.fps, 1, 10000);
  let take: EngineTake;
  try {
    take = strike(plan, payload, { seed });
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(`--payload: ${error.message}`) : error;
  }
  const times = options.times === undefined ? everyFrame(take, fps) : parseTimes(options.times);
  const frame = take.createFrame();
  const samples = times.map((t) => {
    applyConventions(take.sample(t, frame), project.conventions);
    return bakedFrame(frame, options.format === 'json' ? Infinity : 0);
  });
  const text =
    options.format === 'json'
      ? JSON.stringify(
          { sequence: plan.id, payload, seed, duration: take.duration, sounds: take.sounds, signals: take.signals, frames: samples },
          null,
          1,
        ) + '\n'
      : stringify(
          samples.map(({ row }) => row),
          { header: true, columns: [...bakedColumns] },
        );
  if (options.out) await writeFile(options.out, text);
  else process.stdout.write(text);
}

function parsePayload(text: string | undefined): Payload {
  if (text === undefined) return {};
  try {
    const payload: unknown = JSON.parse(text);
    if (typeof payload === 'object' && payload !== null && !Array.isArray(payload)) return payload as Payload;
  } catch {
    // Told below, together with JSON of another shape.
  }
  throw new UsageError(`expected --payload to be a JSON object such as '{"damage": 12}', found ${text}`);
}

function wholeNumber(option: string, text: string, low: number, high: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < low || value > high)
    throw new UsageError(`expected ${option} to be a whole number from ${low} to ${high}, found "${text}"`);
  return value;
}

function parseTimes(text: string): number[] {
  return text.split(',').map((part) => {
    const t = Number(part);
    if (part.trim() === '' || !Number.isFinite(t))
      throw new UsageError(`expected --times to be seconds separated by commas, found "${part}"`);
    return t;
  });
}

/** Frame times on the grid through contact, from the wind-up to the end. Each is a quotient, so that no error adds up. */
function everyFrame({ start, duration }: EngineTake, fps: number): number[] {
  const first = Math.floor(start * fps);
  const last = Math.ceil(duration * fps);
  return Array.from({ length: last - first + 1 }, (_, i) => (first + i) / fps);
}
