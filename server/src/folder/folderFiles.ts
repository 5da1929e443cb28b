import { documentSchemas, kitPath, parseJson, problemsOf, type Asset } from '@undatio/core';
import { collections, formatJson, plainOrder, settingsFile, type Collection } from '@undatio/core/internal';
import { activePart } from '../activePicture.js';
import { bytesBelow, contentBelow, digestOf } from '../files.js';
import { halfMerged, lineOf } from './textPlace.js';

/** A document by its collection and id, as in the API's addresses: `sequences/lance-light`. */
export type Key = `${Collection}/${string}`;

export function keyOf(collection: Collection, id: string): Key {
  return `${collection}/${id}`;
}

export function placeOf(key: string): { readonly collection: Collection; readonly id: string } {
  const [collection, id] = key.split('/', 2) as [Collection, string];
  return { collection, id };
}

/** The key of the document that lies at a path inside a project's folder. */
export function keyAt(path: string, project: string): Key {
  return path === settingsFile ? keyOf('settings', project) : (path.slice(0, -'.json'.length) as Key);
}

/** Something of a folder that cannot be used, told to a person. */
export interface FileProblem {
  readonly key: Key;
  /** Its path inside the folder. */
  readonly file: string;
  readonly line?: number;
  readonly message: string;
}

/** How a document stands in the folder. */
export type FolderSide =
  | { readonly type: 'absent' }
  | { readonly type: 'unusable'; readonly problem: FileProblem; readonly digest: string; readonly bytes?: Buffer }
  | {
      readonly type: 'document';
      readonly document: unknown;
      /** Its file's bytes. */
      readonly bytes: Buffer;
      /** The file's own text says something else than the document: the bytes beside it are others. */
      readonly outdated: boolean;
      readonly problem?: FileProblem;
    };

/** A document's state as a text that does not depend on how its file is laid out. */
export function canonical(document: unknown): string {
  return formatJson(document);
}

/** Reads a document's file and, of an asset, the bytes that it names. `hasBytes` tells whether the studio has bytes by their digest. */
export async function readFolderSide(
  folder: string,
  file: string,
  key: Key,
  hasBytes: (sha256: string) => Promise<boolean>,
): Promise<FolderSide> {
  const content = await contentBelow(folder, file);
  if (!content) return { type: 'absent' };
  if ('refused' in content) return { type: 'unusable', problem: { key, file, message: content.refused }, digest: '' };
  const { bytes } = content;
  const text = bytes.toString('utf8');
  const unusable = (message: string, line?: number): FolderSide => ({
    type: 'unusable',
    problem: { key, file, ...(line !== undefined && { line }), message },
    digest: digestOf(bytes),
    bytes,
  });
  const merge = halfMerged(text);
  if (merge !== undefined) return unusable('a merge was left half done here; choose between its sides', merge);
  const parsed = parseJson(text);
  if ('problem' in parsed) {
    const line = /at line (\d+)/.exec(parsed.problem.message)?.[1];
    return unusable(parsed.problem.message, line === undefined ? undefined : Number(line));
  }
  const { collection, id } = placeOf(key);
  const { format, ...json } = parsed.value as Record<string, unknown>;
  if (collection === 'settings' && format !== 1) return unusable('format: expected 1', lineOf(text, 'format'));
  const result = documentSchemas[collection]().safeParse(
    collection === 'settings' ? { ...json, ...('order' in json && { order: plainOrder(json['order']) }) } : parsed.value,
  );
  if (!result.success) {
    const [first] = problemsOf(result.error);
    return unusable(`${first.path}: ${first.message}`, lineOf(text, first.path));
  }
  const document = result.data as { id: string };
  if (document.id !== id) return unusable(`id: expected "${id}", found "${document.id}"`, lineOf(text, 'id'));
  if (collection !== 'assets') return { type: 'document', document, bytes, outdated: false };
  return withBytes(folder, document as Asset, bytes, { key, file, line: lineOf(text, 'file') }, hasBytes);
}

/** An asset is as its bytes are, whatever digest its document names. */
async function withBytes(
  folder: string,
  asset: Asset,
  text: Buffer,
  place: Omit<FileProblem, 'message'>,
  hasBytes: (sha256: string) => Promise<boolean>,
): Promise<FolderSide> {
  const path = kitPath(asset.file);
  const bytes = await bytesBelow(folder, path);
  const active = bytes && asset.type === 'picture' ? activePart(bytes) : undefined;
  if (active !== undefined) {
    const problem = { ...place, message: `expected a picture that only draws, ${path} holds ${active}` };
    return { type: 'unusable', problem, digest: asset.sha256, bytes: text };
  }
  if (bytes) {
    const sha256 = digestOf(bytes);
    return { type: 'document', document: { ...asset, sha256 }, bytes: text, outdated: sha256 !== asset.sha256 };
  }
  if (!(await hasBytes(asset.sha256))) {
    const problem = { ...place, message: `expected the file ${path}, it is missing` };
    return { type: 'unusable', problem, digest: asset.sha256, bytes: text };
  }
  const problem = { ...place, message: `the file ${path} is missing; the studio still has it` };
  return { type: 'document', document: asset, bytes: text, outdated: false, problem };
}

/** The files that hold documents, of all collections but the settings. */
export const listed = collections.filter((collection): collection is Exclude<Collection, 'settings'> => collection !== 'settings');
