import type { StrikeOptions } from '../contract.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { isRecord, show } from '../model/json.js';
import { readNumber, readRecord } from '../take/compileReferences.js';
import type { SequencePlan } from '../take/plan.js';

/** Farther from contact nothing can be placed, nor can a body be larger. */
const farthest = 1e6;

const known = ['seed', 'places', 'bodies', 'solo', 'health'];
const knownPlaces = ['source', 'target', 'view', 'ear'];

/** Holds a game's options to what they may be. Throws DocumentError with the path of the first that cannot be used. */
export function readOptions(options: StrikeOptions, plan: SequencePlan): void {
  refuseUnknown(readRecord(options, ['options']), known, ['options']);
  const { seed, places, bodies, solo, health } = options as Record<string, unknown>;
  if (seed !== undefined && !Number.isSafeInteger(seed))
    throw new DocumentError(['options', 'seed'], `expected a whole number, found ${show(seed)}`);
  if (places !== undefined) readPlaces(places, ['options', 'places']);
  if (bodies !== undefined) readBodies(bodies, ['options', 'bodies']);
  if (solo !== undefined) readSolo(solo, plan, ['options', 'solo']);
  if (health !== undefined) readHealth(health, ['options', 'health']);
}

function refuseUnknown(record: Readonly<Record<string, unknown>>, names: readonly string[], path: DocumentPath): void {
  for (const name of Object.keys(record)) {
    if (!names.includes(name)) throw new DocumentError([...path, name], `expected one of ${names.join(', ')}`);
  }
}

function readPlaces(raw: unknown, path: DocumentPath): void {
  const places = readRecord(raw, path);
  refuseUnknown(places, [...knownPlaces, 'others'], path);
  for (const name of knownPlaces) if (places[name] !== undefined) readPoint(places[name], [...path, name]);
  const { others = [] } = places;
  if (!Array.isArray(others)) throw new DocumentError([...path, 'others'], `expected a list of places, found ${show(others)}`);
  others.forEach((place: unknown, i) => readPoint(place, [...path, 'others', i]));
}

function readPoint(raw: unknown, path: DocumentPath): void {
  const { x, y } = readRecord(raw, path);
  readNumber(x, [...path, 'x'], -farthest, farthest);
  readNumber(y, [...path, 'y'], -farthest, farthest);
}

function readBodies(raw: unknown, path: DocumentPath): void {
  for (const [party, body] of Object.entries(readRecord(raw, path))) {
    if (body === undefined) continue;
    const { width, height, spots } = readRecord(body, [...path, party]);
    readNumber(width, [...path, party, 'width'], 0, farthest);
    readNumber(height, [...path, party, 'height'], 0, farthest);
    if (!isRecord(spots)) continue;
    for (const [spot, place] of Object.entries(spots)) if (place !== undefined) readPoint(place, [...path, party, 'spots', spot]);
  }
}

/** Reads the shares of health before and after a strike. */
export function readHealth(raw: unknown, path: DocumentPath): void {
  const parties = readRecord(raw, path);
  refuseUnknown(parties, ['source', 'target'], path);
  for (const [party, change] of Object.entries(parties)) {
    if (change === undefined) continue;
    const { before, after } = readRecord(change, [...path, party]);
    readNumber(before, [...path, party, 'before'], 0, 1);
    readNumber(after, [...path, party, 'after'], 0, 1);
  }
}

function readSolo(raw: unknown, { effects, id }: SequencePlan, path: DocumentPath): void {
  if (!Array.isArray(raw)) throw new DocumentError(path, `expected a list of effects’ ids, found ${show(raw)}`);
  raw.forEach((wanted: unknown, i) => {
    if (!effects.some((effect) => effect.id === wanted))
      throw new DocumentError([...path, i], `expected an effect of the sequence "${id}", found ${show(wanted)}`);
  });
}
