import { DocumentError, type BakedRow, type Conventions, type Payload } from '@undatio/core';
import {
  applyConventions,
  bakedFrame,
  bakedRow,
  compileContext,
  compileSequence,
  strike,
  type EngineTake,
  type SequencePlan,
} from '@undatio/core/internal';
import { writeOut } from './output.js';
import { UsageError, usableProject } from './projectArgument.js';
import { csvText } from './tables.js';

export interface BakeOptions {
  sequence?: string;
  all?: boolean;
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
  if (options.sequence === undefined) throw new UsageError('expected --sequence NAME, or --all');
  const { project } = await usableProject(argument);
  const index = project.sequences.findIndex(({ id }) => id === options.sequence);
  if (index < 0)
    throw new UsageError(
      `expected --sequence to be one of ${project.sequences.map(({ id }) => id).join(', ')}, found "${options.sequence}"`,
    );
  const plan = compileSequence(project.sequences[index], ['sequences', index], compileContext(project));
  const payload = parsePayload(options.payload);
  const seed = parseSeed(options.seed);
  const fps = parseRate(options.fps, project.conventions.frameRate);
  const take = strikeWith(plan, payload, seed);
  const times = options.times === undefined ? everyFrame(take, fps) : parseTimes(options.times);
  const { conventions } = project;
  const rows =
    options.format === 'json'
      ? jsonText({ take, times, conventions, payload, seed })
      : csvText('frames', frameRows({ take, times, conventions }));
  // Written as it is made: a long take at a high rate is a table far larger than it has to be in memory.
  await writeOut(rows, options.out);
}

interface Table {
  readonly take: EngineTake;
  readonly times: Iterable<number>;
  readonly conventions: Conventions;
}

/** One row an instant, as the receiving game measures. */
export function* frameRows({ take, times, conventions }: Table): Generator<BakedRow> {
  const frame = take.createFrame();
  for (const t of times) yield bakedRow(applyConventions(take.sample(t, frame), conventions));
}

/** A strike whose payload comes from the command line. Throws UsageError where the event does not take it. */
export function strikeWith(plan: SequencePlan, payload: Payload, seed: number): EngineTake {
  try {
    return strike(plan, payload, { seed });
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(`--payload: ${error.message}`) : error;
  }
}

function* jsonText({ take, times, conventions, payload, seed }: Table & { payload: Payload; seed: number }): Generator<string> {
  const { sequence, duration, sounds, signals } = take;
  const head = JSON.stringify({ sequence, payload, seed, duration, sounds, signals }, null, 1);
  yield `${head.slice(0, -2)},\n "frames": [`;
  const frame = take.createFrame();
  let between = '\n  ';
  for (const t of times) {
    yield between + JSON.stringify(bakedFrame(applyConventions(take.sample(t, frame), conventions)));
    between = ',\n  ';
  }
  yield '\n ]\n}\n';
}

export function parseSeed(text: string | undefined): number {
  return text === undefined ? 1 : wholeNumber('--seed', text, 0, 0xffffffff);
}

export function parseRate(text: string | undefined, usual: number): number {
  return text === undefined ? usual : wholeNumber('--fps', text, 1, 10000);
}

export function parsePayload(text: string | undefined): Payload {
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
export function* everyFrame({ start, duration }: EngineTake, fps: number): Generator<number> {
  const last = Math.ceil(duration * fps);
  for (let i = Math.floor(start * fps); i <= last; i++) yield i / fps;
}
