import type { Body, CellPlace, Clip, KitActor, KitLook, PartPose, Place, Spot } from '../contract.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { fieldNamePattern, identifierPattern, limits } from '../model/fields.js';
import { isRecord, show } from '../model/json.js';
import { cellLimit } from '../model/sheet.js';
import type { CompiledClip, CompiledEvent, CompiledField, CompiledPicture } from './compiledReferences.js';
import { poses } from './frame.js';
import type { Standing } from './plan.js';

/**
 * Reads what sequences refer to from JSON that may be anything at all, held to the bounds that the schemas state.
 * Everything here throws DocumentError with the path of the first place that cannot be used.
 */

export type Json = Readonly<Record<string, unknown>>;

export function readRecord(raw: unknown, path: DocumentPath): Json {
  if (!isRecord(raw)) throw new DocumentError(path, `expected an object, found ${show(raw)}`);
  return raw;
}

/** Where something unknown would change what is meant, nothing unknown may stand. */
export function refuseOthers(record: Json, names: readonly string[], path: DocumentPath): void {
  for (const name of Object.keys(record))
    if (!names.includes(name)) throw new DocumentError([...path, name], 'expected no such field here');
}

export function readList(raw: unknown, path: DocumentPath, most = Infinity): readonly Json[] {
  if (!Array.isArray(raw)) throw new DocumentError(path, `expected a list, found ${show(raw)}`);
  if (raw.length > most) throw new DocumentError(path, `expected at most ${most} entries, found ${raw.length}`);
  return raw.map((entry, i) => readRecord(entry, [...path, i]));
}

export function readNumber(raw: unknown, path: DocumentPath, min: number, max: number): number {
  if (typeof raw === 'number' && raw >= min && raw <= max) return raw;
  throw new DocumentError(path, `expected a number from ${min} to ${max}, found ${show(raw)}`);
}

export function readText(raw: unknown, path: DocumentPath, most = 80): string {
  if (typeof raw === 'string' && raw.length > 0 && raw.length <= most) return raw;
  throw new DocumentError(path, `expected a text of 1 to ${most} letters, found ${show(raw)}`);
}

export function readIdentifier(raw: unknown, path: DocumentPath): string {
  if (typeof raw === 'string' && identifierPattern.test(raw)) return raw;
  throw new DocumentError(path, `expected lower-case letters, digits and hyphens, starting with a letter, found ${show(raw)}`);
}

/** The ids of a list of entities, no two alike. */
export function readIds(entries: readonly Json[], path: DocumentPath): readonly string[] {
  const seen = new Set<string>();
  return entries.map(({ id: raw }, i) => {
    const place = [...path, i, 'id'];
    const id = readIdentifier(raw, place);
    if (seen.has(id)) throw new DocumentError(place, `expected an id of its own, "${id}" is taken`);
    seen.add(id);
    return id;
  });
}

const valueTypes = { number: 'number', direction: 'number', kind: 'string', flag: 'boolean', text: 'string' } as const;

/** Reads an event's payload fields. */
export function compileEvent(raw: Json, path: DocumentPath): CompiledEvent {
  const fields = readList(raw['fields'], [...path, 'fields'], 32).map((field, i) => compileField(field, [...path, 'fields', i]));
  fields.forEach(({ name }, i) => {
    if (fields.findIndex((other) => other.name === name) !== i)
      throw new DocumentError([...path, 'fields', i, 'name'], `expected a name of its own, "${name}" is taken`);
  });
  return { id: readIdentifier(raw['id'], [...path, 'id']), fields };
}

function compileField(field: Json, place: DocumentPath): CompiledField {
  const type = field['type'] as CompiledField['type'];
  if (typeof type !== 'string' || !Object.hasOwn(valueTypes, type))
    throw new DocumentError([...place, 'type'], `expected one of ${Object.keys(valueTypes).join(', ')}, found ${show(type)}`);
  const name = field['name'];
  if (typeof name !== 'string' || !fieldNamePattern.test(name))
    throw new DocumentError([...place, 'name'], `expected letters and digits, starting with a letter, found ${show(name)}`);
  const fallback = field['default'] as CompiledField['default'];
  if (typeof fallback !== valueTypes[type])
    throw new DocumentError([...place, 'default'], `expected a ${valueTypes[type]}, found ${show(fallback)}`);
  if (type === 'direction') readNumber(fallback, [...place, 'default'], -limits.angle, limits.angle);
  if (type === 'number') readFieldBounds(field, place);
  if (type === 'text' && (fallback as string).length > limits.text)
    throw new DocumentError([...place, 'default'], `expected a text of at most ${limits.text} letters, found ${show(fallback)}`);
  return { name, type, default: fallback, ...(type === 'kind' && { options: readOptions(field, place) }) };
}

function readFieldBounds(field: Json, place: DocumentPath): void {
  // Kits from before bounds were shipped have none.
  const { min = -Number.MAX_VALUE, max = Number.MAX_VALUE, default: fallback } = field;
  const finite = [min, max, fallback].every((value) => typeof value === 'number' && Number.isFinite(value));
  if (!finite || !(Number(min) < Number(max)) || Number(fallback) < Number(min) || Number(fallback) > Number(max))
    throw new DocumentError([...place, 'default'], `expected min < max and a default between them, found ${show(fallback)}`);
}

function readOptions(field: Json, place: DocumentPath): readonly string[] {
  const options = field['options'];
  if (!Array.isArray(options) || options.length === 0 || options.length > 32)
    throw new DocumentError([...place, 'options'], `expected one to 32 texts, found ${show(options)}`);
  const texts = options.map((option: unknown, i) => readText(option, [...place, 'options', i], 40));
  if (!texts.includes(field['default'] as string))
    throw new DocumentError([...place, 'default'], `expected one of ${texts.join(', ')}, found ${show(field['default'])}`);
  return texts;
}

/** The project's sounds by id. */
export function compileClips(raw: unknown, path: DocumentPath): ReadonlyMap<string, CompiledClip> {
  const clips = new Map<string, CompiledClip>();
  readList(raw, path).forEach((asset, i) => {
    if (asset['type'] !== 'sound') return;
    const id = readIdentifier(asset['id'], [...path, i, 'id']);
    clips.set(id, { id, duration: readNumber(asset['duration'], [...path, i, 'duration'], 0, 600) });
  });
  return clips;
}

/** The project's pictures by id. */
export function compilePictures(raw: unknown, path: DocumentPath): ReadonlyMap<string, CompiledPicture> {
  const pictures = new Map<string, CompiledPicture>();
  readList(raw, path).forEach((asset, i) => {
    if (asset['type'] !== 'picture') return;
    const id = readIdentifier(asset['id'], [...path, i, 'id']);
    const cells = readWhole(asset['cells'] ?? 1, [...path, i, 'cells'], 1, cellLimit);
    pictures.set(id, { id, index: pictures.size, cells });
  });
  return pictures;
}

const roles = ['source', 'target', 'bystander', 'none'] as const;

/** The project's actors, with what an older kit leaves out filled in. */
export function compileActors(raw: unknown, path: DocumentPath): readonly KitActor[] {
  return readList(raw, path, 100).map((actor, i) => compileActor(actor, [...path, i]));
}

function compileActor(actor: Json, path: DocumentPath): KitActor {
  const role = roles.find((known) => known === actor['role']);
  if (!role) throw new DocumentError([...path, 'role'], `expected one of ${roles.join(', ')}, found ${show(actor['role'])}`);
  const place = actor['place'];
  const parts = readList(actor['parts'] ?? [], [...path, 'parts'], 40);
  const partIds = readIds(parts, [...path, 'parts']);
  return {
    id: readIdentifier(actor['id'], [...path, 'id']),
    label: readText(actor['label'] ?? actor['id'], [...path, 'label']),
    role,
    picture: readIdentifier(actor['picture'], [...path, 'picture']),
    ...(actor['cell'] !== undefined && { cell: readCell(actor['cell'], [...path, 'cell']) }),
    ...(actor['looks'] !== undefined && { looks: readLooks(actor['looks'], [...path, 'looks']) }),
    width: readNumber(actor['width'], [...path, 'width'], 1, 2000),
    height: readNumber(actor['height'], [...path, 'height'], 1, 2000),
    ...(place !== undefined && { place: readPlace(place, [...path, 'place']) }),
    spots: readSpots(actor['spots'] ?? {}, [...path, 'spots']),
    parts: parts.map((part, i) => ({
      id: partIds[i],
      picture: readIdentifier(part['picture'], [...path, 'parts', i, 'picture']),
      pivot: readPlace(part['pivot'], [...path, 'parts', i, 'pivot']),
    })),
    poses: readPoses(actor['poses'] ?? {}, [...path, 'poses']),
    ...(actor['clips'] !== undefined && readClips(actor, path)),
    ...(actor['healthLooks'] !== undefined && { healthLooks: readHealthLooks(actor['healthLooks'], [...path, 'healthLooks']) }),
  };
}

/** How an actor looks by its share of health. */
export function readHealthLooks(raw: unknown, path: DocumentPath): readonly KitLook[] {
  return readList(raw, path, 16).map((look, i): KitLook => {
    const { picture, cell, clip } = look;
    return {
      id: readIdentifier(look['id'], [...path, i, 'id']),
      at: readNumber(look['at'], [...path, i, 'at'], 0, 1),
      ...(picture !== undefined && { picture: readIdentifier(picture, [...path, i, 'picture']) }),
      ...(cell !== undefined && { cell: readCell(cell, [...path, i, 'cell']) }),
      ...(clip !== undefined && { clip: readIdentifier(clip, [...path, i, 'clip']) }),
    };
  });
}

function readWhole(raw: unknown, path: DocumentPath, min: number, max: number): number {
  const whole = readNumber(raw, path, min, max);
  if (Number.isInteger(whole)) return whole;
  throw new DocumentError(path, `expected a whole number from ${min} to ${max}, found ${show(raw)}`);
}

function readCell(raw: unknown, path: DocumentPath): number {
  return readWhole(raw, path, 0, cellLimit - 1);
}

/** Where the cells of a picture lie. */
export function readFrames(raw: unknown, path: DocumentPath): readonly CellPlace[] {
  const list = readList(raw, path, cellLimit);
  if (list.length === 0) throw new DocumentError(path, 'expected at least one rectangle');
  return list.map((frame, i) => {
    const px = (name: string, min: number): number => readWhole(frame[name], [...path, i, name], min, 16384);
    return { x: px('x', 0), y: px('y', 0), width: px('width', 1), height: px('height', 1) };
  });
}

function readLooks(raw: unknown, path: DocumentPath): 'right' | 'left' {
  if (raw === 'right' || raw === 'left') return raw;
  throw new DocumentError(path, `expected right or left, found ${show(raw)}`);
}

/** Runs of cells, and the poses that show them. */
function readClips(actor: Json, path: DocumentPath): Pick<KitActor, 'clips' | 'poseClips'> {
  const list = readList(actor['clips'], [...path, 'clips'], 64);
  const ids = readIds(list, [...path, 'clips']);
  const clips = list.map((clip, i): Clip => {
    const place = [...path, 'clips', i];
    const cells: unknown = clip['cells'];
    if (!Array.isArray(cells) || cells.length < 1 || cells.length > cellLimit)
      throw new DocumentError([...place, 'cells'], `expected 1 to ${cellLimit} cells, found ${show(cells)}`);
    const { loop } = clip;
    if (typeof loop !== 'boolean') throw new DocumentError([...place, 'loop'], `expected true or false, found ${show(loop)}`);
    return {
      id: ids[i],
      picture: readIdentifier(clip['picture'], [...place, 'picture']),
      cells: cells.map((cell, k) => readCell(cell, [...place, 'cells', k])),
      rate: readNumber(clip['rate'], [...place, 'rate'], 0.1, 240),
      loop,
    };
  });
  const poseClips = Object.entries(readRecord(actor['poseClips'] ?? {}, [...path, 'poseClips']));
  for (const [pose, clip] of poseClips) {
    if (!poses.includes(pose as never)) throw new DocumentError([...path, 'poseClips', pose], `expected one of ${poses.join(', ')}`);
    if (!ids.includes(clip as string)) throw new DocumentError([...path, 'poseClips', pose], `expected a clip, found ${show(clip)}`);
  }
  return { clips, poseClips: Object.fromEntries(poseClips) as Record<string, string> };
}

function readPlace(raw: unknown, path: DocumentPath): Place {
  const { x, y } = readRecord(raw, path);
  return { x: readNumber(x, [...path, 'x'], -4000, 4000), y: readNumber(y, [...path, 'y'], -4000, 4000) };
}

function readSpots(raw: unknown, path: DocumentPath): NonNullable<Body['spots']> {
  const entries = Object.entries(readRecord(raw, path)).map(([spot, place]): [Spot, Place] => {
    return [readIdentifier(spot, [...path, spot]), readPlace(place, [...path, spot])];
  });
  return Object.fromEntries(entries);
}

function readPoses(raw: unknown, path: DocumentPath): KitActor['poses'] {
  const entries = Object.entries(readRecord(raw, path)).map(([pose, moved]) => {
    if (!poses.includes(pose as never)) throw new DocumentError([...path, pose], `expected one of ${poses.join(', ')}`);
    const parts = Object.entries(readRecord(moved, [...path, pose])).map(([part, how]): [string, PartPose] => {
      const place = [...path, pose, part];
      const { turn = 0, x = 0, y = 0 } = readRecord(how, place);
      return [
        part,
        {
          turn: readNumber(turn, [...place, 'turn'], -limits.angle, limits.angle),
          x: readNumber(x, [...place, 'x'], -1000, 1000),
          y: readNumber(y, [...place, 'y'], -1000, 1000),
        },
      ];
    });
    return [pose, Object.fromEntries(parts)];
  });
  return Object.fromEntries(entries) as KitActor['poses'];
}

const contact = { x: 0, y: 0 };
const restingPlaces = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 } };
const defaultBody: Body = { width: 160, height: 120 };
/** Where bystanders rest that have no place of their own: in a row behind the target. */
const bystander = { x: 262, y: 34, next: 90 };

/** Where an actor's pictures look if its document does not say so: the source's to the right, all others' to the left. */
export function looksUnsaid(role: KitActor['role']): 'right' | 'left' {
  return role === 'source' ? 'right' : 'left';
}

/** Distance in px from an actor's middle down to the ground: to its spot `feet`, or half its height. */
export function groundOf({ spots, height }: Pick<KitActor, 'spots' | 'height'>): number {
  return spots?.['feet']?.y ?? height / 2;
}

/** Where an actor's spots are when it faces right (1) or left (-1): mirrored when its pictures look the other way. */
export function spotsFacing({ spots = {}, looks }: Pick<KitActor, 'spots' | 'looks'>, facing: 1 | -1): NonNullable<Body['spots']> {
  if (looks === undefined || (looks === 'right') === (facing === 1)) return spots;
  return Object.fromEntries(Object.entries(spots).map(([name, { x, y }]) => [name, { x: -x, y }]));
}

/** Where each actor rests, relative to the contact point: in its own place, or in that of its role; bystanders in a row. */
export function restingPlacesOf(actors: readonly Pick<KitActor, 'role' | 'place'>[]): Place[] {
  let standing = 0;
  return actors.map(({ role, place }) => {
    const at = role === 'bystander' ? standing++ : 0;
    if (place) return place;
    return role === 'source' || role === 'target' ? restingPlaces[role] : { x: bystander.x + at * bystander.next, y: bystander.y };
  });
}

/** Where the project's actors rest and how big they are: what a strike goes by unless it is told otherwise. */
export function standingOf(actors: readonly KitActor[]): Standing {
  const first = (role: 'source' | 'target') => actors.find((actor) => actor.role === role);
  const bodyOf = (role: 'source' | 'target'): Body => {
    const actor = first(role);
    if (!actor) return defaultBody;
    const { width, height } = actor;
    return { width, height, spots: spotsFacing(actor, role === 'source' ? 1 : -1), ground: groundOf(actor) };
  };
  return {
    places: {
      source: first('source')?.place ?? restingPlaces.source,
      target: first('target')?.place ?? restingPlaces.target,
      view: contact,
      ear: contact,
      others: restingPlacesOf(actors.filter(({ role }) => role === 'bystander')),
    },
    bodies: { source: bodyOf('source'), target: bodyOf('target') },
  };
}
