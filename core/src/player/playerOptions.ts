import type { BodyPlacing, Comfort, Floor, PlayerOptions, PlayerStrikeOptions } from '../contract.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { show } from '../model/json.js';
import { readNumber, readRecord } from '../take/compileReferences.js';

/** What a game hands a player, held to what it may be. Everything throws DocumentError with the path of the first bad place. */

/** Farther from the origin nothing can be placed. */
const farthest = 1e7;
/** Most seconds that one advance may take, or that lie before a contact. */
export const longestStep = 3600;

const comfortBounds: Readonly<Record<keyof Comfort, readonly [number, number]>> = {
  shake: [0, 1],
  flash: [0, 1],
  rumble: [0, 1],
  text: [0.25, 4],
  hitStop: [0, 1],
};

export function refuseUnknown(record: Readonly<Record<string, unknown>>, names: readonly string[], path: DocumentPath): void {
  for (const name of Object.keys(record)) {
    if (!names.includes(name)) throw new DocumentError([...path, name], `expected one of ${names.join(', ')}`);
  }
}

export function readPlayerOptions(raw: PlayerOptions): { seed: number; comfort: Comfort; floor: Floor | undefined } {
  const options = readRecord(raw, ['options']);
  refuseUnknown(options, ['seed', 'comfort', 'floor'], ['options']);
  return {
    seed: readSeed(options['seed'] ?? 1, ['options', 'seed']),
    comfort: readComfort(options['comfort'] ?? {}, ['options', 'comfort']),
    floor: readFloor(options['floor'], ['options', 'floor']),
  };
}

/** Reads a floor: undefined, a height, or a function from a place across to a height. */
export function readFloor(raw: unknown, path: DocumentPath): Floor | undefined {
  if (raw === undefined || typeof raw === 'function') return raw as Floor | undefined;
  return readNumber(raw, path, -farthest, farthest);
}

export function readSeed(raw: unknown, path: DocumentPath): number {
  if (!Number.isSafeInteger(raw)) throw new DocumentError(path, `expected a whole number, found ${show(raw)}`);
  return raw as number;
}

export function readComfort(raw: unknown, path: DocumentPath): Comfort {
  const comfort = readRecord(raw, path);
  refuseUnknown(comfort, Object.keys(comfortBounds), path);
  for (const [name, [min, max]] of Object.entries(comfortBounds))
    if (comfort[name] !== undefined) readNumber(comfort[name], [...path, name], min, max);
  return comfort;
}

export function readId(raw: unknown, path: DocumentPath): string {
  if (typeof raw === 'string' && raw.length > 0 && raw.length <= 200) return raw;
  throw new DocumentError(path, `expected a name of 1 to 200 letters, found ${show(raw)}`);
}

export function readPoint(raw: unknown, path: DocumentPath): void {
  const { x, y } = readRecord(raw, path);
  readNumber(x, [...path, 'x'], -farthest, farthest);
  readNumber(y, [...path, 'y'], -farthest, farthest);
}

export function readPlacing(raw: BodyPlacing, actors: readonly string[], path: DocumentPath): void {
  const placing = readRecord(raw, path);
  refuseUnknown(placing, ['actor', 'x', 'y', 'facing', 'scale', 'health', 'velocity'], path);
  readPoint(placing, path);
  const { actor, facing, scale, health, velocity } = placing;
  if (actor !== undefined && !actors.includes(actor as string))
    throw new DocumentError([...path, 'actor'], `expected an actor of the kit (${actors.join(', ')}), found ${show(actor)}`);
  if (facing !== undefined && facing !== 1 && facing !== -1)
    throw new DocumentError([...path, 'facing'], `expected 1 or -1, found ${show(facing)}`);
  if (scale !== undefined) readNumber(scale, [...path, 'scale'], 0.001, 1000);
  if (health !== undefined) readNumber(health, [...path, 'health'], 0, 1);
  if (velocity !== undefined) readPoint(velocity, [...path, 'velocity']);
}

const strikeNames = ['source', 'target', 'others', 'at', 'scale', 'seed', 'after', 'solo', 'view', 'ear', 'health'];

/** `known` tells the bodies that are there. */
export function readStrikeOptions(raw: PlayerStrikeOptions, known: (id: string) => boolean, bodies: () => string): void {
  const path = ['options'];
  const options = readRecord(raw, path);
  refuseUnknown(options, strikeNames, path);
  const body = (id: unknown, place: DocumentPath): void => {
    if (typeof id !== 'string' || !known(id))
      throw new DocumentError(place, `expected a body that is there (${bodies()}), found ${show(id)}`);
  };
  for (const party of ['source', 'target'] as const) if (options[party] !== undefined) body(options[party], [...path, party]);
  const { others = [], at, scale, seed, after, view, ear } = options;
  if (!Array.isArray(others)) throw new DocumentError([...path, 'others'], `expected a list of bodies, found ${show(others)}`);
  others.forEach((id, i) => body(id, [...path, 'others', i]));
  for (const [name, point] of Object.entries({ at, view, ear })) if (point !== undefined) readPoint(point, [...path, name]);
  if (scale !== undefined) readNumber(scale, [...path, 'scale'], 0.001, 1000);
  if (seed !== undefined) readSeed(seed, [...path, 'seed']);
  if (after !== undefined) readNumber(after, [...path, 'after'], 0, longestStep);
}
