import { assembleProject, listedCollections as listed, type Collection, type ListedCollection as Listed } from '../model/entities.js';
import { isRecord, show } from '../model/json.js';
import { errorAt, type Problem } from '../model/problem.js';
import { orderOfRanks, rankedOrder } from '../model/orderRanks.js';
import { settingsOf, type Project } from '../model/project.js';
import { parseJson } from './parseJson.js';
import { readProject, type ReadResult } from './readProject.js';

/**
 * A project as a folder of text: `settings.json`, and one file for each event, actor, asset and sequence, called after its id.
 * Keys stand in the order of the schemas, one property a line, so that a changed number is a changed line. The order of documents
 * is a rank for each, by their ids, so that two who add some change different lines. The bytes of assets
 * lie under their own names beside.
 */

export const settingsFile = 'settings.json';

/** Where a document of a project lies in its folder. */
export function documentFile(collection: Collection, id: string): string {
  return collection === 'settings' ? settingsFile : `${collection}/${id}.json`;
}

/** The files of a project, by their paths. `before` is the order as settings that are there already keep it: what can stay of it does. */
export function projectFiles(project: Project, before?: unknown): Map<string, string> {
  const ids = Object.fromEntries(listed.map((collection) => [collection, project[collection].map((entity) => entity.id)]));
  const order = rankedOrder(ids, before);
  return new Map([
    [settingsFile, formatJson({ format: 1, ...settingsOf(project), order })],
    ...listed.flatMap((collection) =>
      project[collection].map((entity): [string, string] => [documentFile(collection, entity.id), formatJson(entity)]),
    ),
  ]);
}

/** Whether a path is one of those that hold a project's documents. */
export function isDocumentFile(path: string): boolean {
  return (
    path === settingsFile ||
    listed.some((collection) => path.startsWith(`${collection}/`) && /^[^/]+\.json$/.test(path.slice(collection.length + 1)))
  );
}

/**
 * Reads a project from its files' texts. Documents stand in the order that the settings give; those that it does not name
 * come after, by their names, and those that are named and gone are gone. Each problem's path begins with the file's.
 */
export function readProjectFiles(files: ReadonlyMap<string, string>): ReadResult {
  const problems: Problem[] = [];
  const read = (path: string): unknown => {
    const parsed = parseJson(files.get(path) ?? '');
    if ('value' in parsed) return parsed.value;
    problems.push(errorAt(placeIn(path, parsed.problem.path), parsed.problem.message));
    return undefined;
  };
  if (!files.has(settingsFile)) return { problems: [errorAt(settingsFile, 'expected the project’s settings, found no such file')] };
  const settings = read(settingsFile);
  const { order, format, ...own } = isRecord(settings) ? settings : {};
  if (settings !== undefined && format !== 1) problems.push(errorAt(placeIn(settingsFile, 'format'), `expected 1, found ${show(format)}`));
  problems.push(...rankProblems(order));
  const places: Record<string, string[]> = { settings: [settingsFile] };
  const entities: { collection: Collection; document: unknown }[] = [{ collection: 'settings', document: own }];
  for (const collection of listed) {
    const paths = inOrder(collection, [...files.keys()], isRecord(order) ? order[collection] : undefined);
    places[collection] = paths;
    for (const path of paths) {
      const document = read(path);
      const id = path.slice(collection.length + 1, -'.json'.length);
      if (isRecord(document) && document['id'] !== id)
        problems.push(errorAt(placeIn(path, 'id'), `expected "${id}", as the file is called, found ${show(document['id'])}`));
      entities.push({ collection, document });
    }
  }
  if (problems.length > 0) return { problems };
  const result = readProject(assembleProject(entities));
  return { ...result, problems: result.problems.map((problem) => ({ ...problem, path: inFile(problem.path, places) })) };
}

/** Refuses ranks that are not numbers, because they give no order. */
function rankProblems(order: unknown): Problem[] {
  if (!isRecord(order)) return [];
  return Object.entries(order).flatMap(([collection, ranks]) =>
    isRecord(ranks)
      ? Object.entries(ranks).flatMap(([id, rank]) =>
          typeof rank === 'number'
            ? []
            : [errorAt(placeIn(settingsFile, `order.${collection}.${id}`), `expected a number, found ${show(rank)}`)],
        )
      : [],
  );
}

function inOrder(collection: Listed, paths: readonly string[], order: unknown): string[] {
  const found = paths.filter((path) => isDocumentFile(path) && path.startsWith(`${collection}/`)).sort();
  const named = (orderOfRanks(order) ?? []).map((id) => documentFile(collection, id));
  const known = [...new Set(named)].filter((path) => found.includes(path));
  return [...known, ...found.filter((path) => !known.includes(path))];
}

/** A path inside a file. */
function placeIn(file: string, path: string): string {
  return path === '' || path === '(document)' ? file : `${file}: ${path}`;
}

/** `sequences[2].effects[0].amount` as the place in the file of that sequence; all else is the settings'. */
function inFile(path: string, places: Readonly<Record<string, readonly string[]>>): string {
  const [, collection = '', index = '', rest = ''] = /^(\w+)\[(\d+)\]\.?(.*)$/.exec(path) ?? [];
  const file = places[collection]?.[Number(index)];
  return file === undefined ? placeIn(settingsFile, path) : placeIn(file, rest);
}

/** JSON with one property a line; lists of plain values stay on theirs. Ends with a line break. */
export function formatJson(value: unknown): string {
  return `${formatted(value, '')}\n`;
}

function formatted(value: unknown, indent: string): string {
  const deeper = `${indent}  `;
  const block = (open: string, close: string, entries: readonly string[]): string =>
    entries.length === 0 ? open + close : `${open}\n${entries.map((entry) => deeper + entry).join(',\n')}\n${indent}${close}`;
  if (Array.isArray(value)) {
    const plain = value.every((entry) => typeof entry !== 'object' || entry === null);
    if (plain) return `[${value.map((entry) => JSON.stringify(entry)).join(', ')}]`;
    return block(
      '[',
      ']',
      value.map((entry) => formatted(entry, deeper)),
    );
  }
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const entries = Object.entries(value).filter(([, entry]) => entry !== undefined);
  return block(
    '{',
    '}',
    entries.map(([name, entry]) => `${JSON.stringify(name)}: ${formatted(entry, deeper)}`),
  );
}
