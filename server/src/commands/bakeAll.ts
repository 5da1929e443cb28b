import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Conventions, type Payload, type Project } from '@undatio/core';
import {
  applyConventions,
  compileContext,
  compileSequence,
  completePayload,
  particlePictures,
  sampleLasting,
  type EngineTake,
  type Standing,
} from '@undatio/core/internal';
import { everyFrame, frameRows, parsePayload, strikeWith, parseSeed, parseRate, type BakeOptions } from './bake.js';
import { UsageError, usableProject } from './projectArgument.js';
import { sink } from './sink.js';
import { tableFormats, type Cell, type particleColumns, type TableFormat } from './tables.js';

/** `undatio bake --all`: every sequence to tables of its frames and of its particles, and what they are of beside them. */
export async function bakeAll(argument: string, options: BakeOptions): Promise<void> {
  const { out, format } = options;
  if (out === undefined) throw new UsageError('expected --out to be a folder for the tables of --all');
  if (options.sequence !== undefined || options.times !== undefined)
    throw new UsageError('expected --all without --sequence and --times: every sequence is sampled at the frame rate');
  if (!(format in tableFormats)) throw new UsageError(`expected --format ${Object.keys(tableFormats).join(', ')}, found "${format}"`);
  const { project } = await usableProject(argument);
  const seed = parseSeed(options.seed);
  const fps = parseRate(options.fps, project.conventions.frameRate);
  const payload = parsePayload(options.payload);
  knownFields(project, payload);
  await mkdir(out, { recursive: true });
  const write = tableFormats[format as TableFormat];
  const context = compileContext(project);
  const sequences: object[] = [];
  for (const [index, sequence] of project.sequences.entries()) {
    const plan = compileSequence(sequence, ['sequences', index], context);
    const own = Object.fromEntries(Object.entries(payload).filter(([name]) => plan.event.fields.some((field) => field.name === name)));
    const take = strikeWith(plan, own, seed);
    const file = (part: string): string => `${sequence.id}${part}.${format}`;
    await write(join(out, file('')), 'frames', frameRows({ take, times: everyFrame(take, fps), conventions: project.conventions }));
    await write(join(out, file('.particles')), 'particles', particleRows(take, fps, project));
    const { start, duration, sounds, signals } = take;
    sequences.push({
      id: sequence.id,
      event: plan.event.id,
      payload: completePayload(plan.event, own),
      start,
      duration,
      ...standing(plan.standing, project.conventions),
      sounds,
      signals,
      frames: file(''),
      particles: file('.particles'),
    });
    sink.tell(`${sequence.id}: ${(duration - start).toFixed(2)} s`);
  }
  const { id, conventions } = project;
  await writeFile(join(out, 'index.json'), JSON.stringify({ project: id, conventions, seed, fps, sequences }, null, 1) + '\n');
}

/** A payload is for all of them: what no event has is a slip. */
function knownFields({ events }: Project, payload: Payload): void {
  const known = new Set(events.flatMap(({ fields }) => fields.map(({ name }) => name)));
  const unknown = Object.keys(payload).find((name) => !known.has(name));
  if (unknown !== undefined) throw new UsageError(`--payload: payload.${unknown}: expected a field of one of the project’s events`);
}

/** Where the parties rest and how big they are, as the receiving game measures. */
function standing({ places, bodies }: Standing, { axis, unitsPerPixel }: Conventions): object {
  const down = axis === 'up' ? -unitsPerPixel : unitsPerPixel;
  const place = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x: x * unitsPerPixel, y: y * down || 0 });
  const body = ({ width, height, spots = {} }: Standing['bodies']['source']) => ({
    width: width * unitsPerPixel,
    height: height * unitsPerPixel,
    spots: Object.fromEntries(Object.entries(spots).map(([name, at]) => [name, place(at)])),
  });
  return {
    places: { source: place(places.source), target: place(places.target), others: places.others.map(place) },
    bodies: { source: body(bodies.source), target: body(bodies.target) },
  };
}

function* particleRows(take: EngineTake, fps: number, { assets, conventions }: Project): Generator<Record<string, Cell>> {
  const frame = take.createFrame();
  const { particles } = frame;
  const pictures = [...particlePictures, ...assets.flatMap(({ type, id }) => (type === 'picture' ? [id] : []))];
  for (const t of everyFrame(take, fps)) {
    const { effect, id } = sampleLasting(take, t, frame);
    applyConventions(frame, conventions);
    for (let i = 0; i < particles.count; i++) {
      const row: Record<(typeof particleColumns)[number], Cell> = {
        t,
        id: id[i],
        effect: effect[i],
        picture: pictures[particles.picture[i]],
        cell: particles.cell[i],
        blend: particles.blend[i],
        x: particles.x[i],
        y: particles.y[i],
        size: particles.size[i],
        rotation: particles.rotation[i],
        r: particles.r[i],
        g: particles.g[i],
        b: particles.b[i],
        a: particles.a[i],
      };
      yield row;
    }
  }
}
