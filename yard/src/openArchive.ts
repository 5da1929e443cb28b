import { strFromU8, unzipSync } from 'fflate';
import { openKit, type Kit, type KitError } from '@undatio/core/runtime';

/** A kit with its files, as a game would carry it. */
export interface OpenedKit {
  /** The kit as it ships: its numbers come as its conventions say. */
  readonly kit: Kit;
  /** The same as this game measures: in px and degrees, y downward. */
  readonly played: Kit;
  file(path: string): Uint8Array | undefined;
}

/** A fault in an archive, told to a person. */
export class ArchiveError extends Error {}

/** How the yard measures. */
const own = { axis: 'down', angles: 'degrees', unitsPerPixel: 1 } as const;

/** Opens a kit's zip. Throws ArchiveError saying what is wrong with it, and where. */
export function openArchive(bytes: Uint8Array): OpenedKit {
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes);
  } catch {
    throw new ArchiveError('This is not a whole zip archive.');
  }
  const document = files['kit.json'];
  if (!document) throw new ArchiveError('This archive holds no kit.json.');
  let json: unknown;
  try {
    json = JSON.parse(strFromU8(document));
  } catch {
    throw new ArchiveError('kit.json is not JSON.');
  }
  try {
    const kit = openKit(json);
    return { kit, played: openKit({ ...(json as object), conventions: own }), file: (path) => files[path] };
  } catch (error) {
    const { path, expected } = error as KitError;
    throw new ArchiveError(`kit.json cannot be used: ${path}: ${expected}`);
  }
}
