import { KitError, type Frame, type Kit, type Payload } from '@undatio/core/runtime';

/** A frame as rows of name and value; the names are those of baked tables. */
export function rowsOf(frame: Frame): [string, string | number][] {
  const rows: [string, string | number][] = [['t', frame.t]];
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
  rows.push(
    ['particles', frame.particles.count],
    ['rings', frame.rings.count],
    ['numbers', frame.numbers.count],
    ['pictures', frame.pictures.count],
    ['arcs', frame.arcs.count],
    ['ribbons', frame.ribbons.count],
    ['glyphs', frame.glyphs.count],
    ['meters', frame.meters.count],
    ['meter', frame.meters.count > 0 ? frame.meters.value[0] : ''],
  );
  const { count, x, y, size, rotation } = frame.particles;
  for (let i = 0; i < Math.min(count, 4); i++) {
    rows.push(
      [`particle ${i} x`, x[i]],
      [`particle ${i} y`, y[i]],
      [`particle ${i} size`, size[i]],
      [`particle ${i} rotation`, rotation[i]],
    );
  }
  return rows;
}

/** Strikes as the form says and returns the instant's rows. Throws an error with a message for a person. */
export function sampleInstant(
  kit: Kit,
  form: { sequence: string; payload: string; seed: string; time: string },
): [string, string | number][] {
  const seed = Number(form.seed);
  const time = Number(form.time);
  if (!Number.isInteger(seed) || seed < 0) throw new Error(`Expected a whole seed, found “${form.seed}”.`);
  if (form.time.trim() === '' || !Number.isFinite(time)) throw new Error(`Expected seconds from contact, found “${form.time}”.`);
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
