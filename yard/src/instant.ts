import { KitError, type Frame, type Kit, type Payload } from '@undatio/core/runtime';
import { arenaOf, type DrillDocument } from './drillBout.js';

export type Row = [name: string, value: string | number];

/** A frame as rows of name and value; the names are those of baked tables. */
export function rowsOf(frame: Frame): Row[] {
  const rows: Row[] = [['t', frame.t]];
  for (const party of ['target', 'source'] as const) {
    const { pose, ...body } = frame[party];
    for (const [name, value] of Object.entries(body)) {
      rows.push([`${party}.${name}`, name === 'flashColour' ? hex(Number(value)) : (value as number | string)]);
    }
    for (const [name, value] of Object.entries(pose)) rows.push([`${party}.${name}`, value as number]);
  }
  for (const [name, value] of Object.entries(frame.view))
    rows.push([`view.${name}`, name === 'flashColour' ? hex(Number(value)) : (value as number)]);
  for (const [name, value] of Object.entries(frame.rumble)) rows.push([`rumble.${name}`, value as number]);
  rows.push(...drawnRows(frame));
  return rows;
}

/** How much of everything is drawn, and where the first particles are. */
function drawnRows(frame: Pick<Frame, 'particles' | 'rings' | 'numbers' | 'pictures' | 'arcs' | 'ribbons' | 'glyphs' | 'meters'>): Row[] {
  const { count, x, y, size, rotation } = frame.particles;
  return [
    ['particles', count],
    ['rings', frame.rings.count],
    ['numbers', frame.numbers.count],
    ['pictures', frame.pictures.count],
    ['arcs', frame.arcs.count],
    ['ribbons', frame.ribbons.count],
    ['glyphs', frame.glyphs.count],
    ['meters', frame.meters.count],
    ['meter', frame.meters.count > 0 ? frame.meters.value[0] : ''],
    ...Array.from({ length: Math.min(count, 4) }, (_, i): Row[] => [
      [`particle ${i} x`, x[i]],
      [`particle ${i} y`, y[i]],
      [`particle ${i} size`, size[i]],
      [`particle ${i} rotation`, rotation[i]],
    ]).flat(),
  ];
}

/** A drill at an instant, as the game's own arena shows it: everybody who takes part, the view, and what is drawn. */
export function sampleDrill(kit: Kit, drill: DrillDocument, time: string): Row[] {
  const t = secondsOf(time, 'the drill’s beginning');
  if (t < 0 || t > drill.length) throw new Error(`Expected seconds from 0 to ${drill.length}, found “${time}”.`);
  const arena = arenaOf(kit, drill);
  arena.advance(t);
  const { bodies, view } = arena.frame;
  const rows: Row[] = [['t', t]];
  for (const { id, health, standing, look } of arena.actors) {
    const body = bodies.find((one) => one.id === id);
    rows.push([`${id}.health`, health], [`${id}.standing`, standing], [`${id}.look`, look]);
    if (body)
      for (const name of ['x', 'y', 'rotation', 'scaleX', 'scaleY', 'alpha', 'flash', 'rate'] as const)
        rows.push([`${id}.${name}`, body[name]]);
  }
  for (const name of ['x', 'y', 'roll', 'zoom'] as const) rows.push([`view.${name}`, view[name]]);
  return [...rows, ...drawnRows(arena.frame)];
}

function secondsOf(time: string, from: string): number {
  const t = Number(time);
  if (time.trim() === '' || !Number.isFinite(t)) throw new Error(`Expected seconds from ${from}, found “${time}”.`);
  return t;
}

/** Strikes as the form says and returns the instant's rows. Throws an error with a message for a person. */
export function sampleInstant(kit: Kit, form: { sequence: string; payload: string; seed: string; time: string }): Row[] {
  const seed = Number(form.seed);
  if (!Number.isInteger(seed) || seed < 0) throw new Error(`Expected a whole seed, found “${form.seed}”.`);
  const time = secondsOf(form.time, 'contact');
  let payload: Payload;
  try {
    payload = JSON.parse(form.payload) as Payload;
  } catch {
    throw new Error(`Expected a payload such as {"damage": 12}, found “${form.payload}”.`);
  }
  try {
    const take = kit.strike(form.sequence, payload, { seed });
    return rowsOf(take.sample(time, take.createFrame()));
  } catch (error) {
    throw error instanceof KitError ? new Error(`${error.path}: ${error.expected}`) : error;
  }
}

function hex(packed: number): string {
  return `#${packed.toString(16).padStart(6, '0')}`;
}
