import { strFromU8, unzipSync } from 'fflate';
import { openKit, type Kit, type KitError } from '@undatio/core/runtime';
import type { DrillDocument } from './drillBout.js';
import type { Fighter } from './wave.js';

/** An event of the kit that takes health and that its rules answer, with the fields that say how much and of which kind. */
export interface Blow {
  readonly event: string;
  readonly harm: string;
  readonly kinds: { readonly field: string; readonly options: readonly string[] } | undefined;
}

/** A kit with its files, as a game would carry it. */
export interface OpenedKit {
  /** The kit as it ships: its numbers come as its conventions say. */
  readonly kit: Kit;
  /** The same as this game measures: in px and degrees, y downward. */
  readonly played: Kit;
  /** What a beetle's charge may be, where the kit has rules that decide about it. */
  readonly blows: readonly Blow[];
  /** Sequences that no rule plays. */
  readonly undecided: readonly string[];
  readonly drills: readonly DrillDocument[];
  /** Its actors as they fight. */
  readonly fighters: readonly Fighter[];
  /** Its stages, with backdrop and bodies; the first is the usual one. */
  readonly stages: readonly KitStage[];
  /** The direction from which the game is seen: the side, if undefined. */
  readonly seen: string | undefined;
  /** px that the game's view shows. */
  readonly view: { readonly width: number; readonly height: number };
  file(path: string): Uint8Array | undefined;
}

/** A stage as `kit.json` holds it. */
export interface KitStage {
  readonly id: string;
  readonly bodies?: readonly {
    readonly actor: string;
    readonly role?: string;
    readonly place?: { readonly x: number; readonly y: number };
    readonly scale?: number;
  }[];
  readonly background?:
    | { readonly of: 'colour'; readonly colour: string }
    | { readonly of: 'picture'; readonly picture: string; readonly x: number; readonly y: number; readonly width: number };
  readonly ground?: boolean;
}

/** A fault in an archive, told to a person. */
export class ArchiveError extends Error {}

/** More than this is in no kit: a page that unpacked it would stand still or end. */
const limits = { files: 5000, bytes: 500_000_000 };

/** How the yard measures. */
const own = { axis: 'down', angles: 'degrees', unitsPerPixel: 1 } as const;

/** Opens a kit's zip. Throws ArchiveError saying what is wrong with it, and where. */
export function openArchive(bytes: Uint8Array): OpenedKit {
  let files: Record<string, Uint8Array>;
  try {
    let [sum, packed, count] = [0, 0, 0];
    files = unzipSync(bytes, {
      filter({ name, size, originalSize, compression }) {
        // What is stored as it is has the size that it takes, whatever it says of itself.
        sum += compression === 0 ? Math.max(size, originalSize) : originalSize;
        packed += size;
        if (++count > limits.files || sum > limits.bytes || packed > bytes.length)
          throw new ArchiveError(
            `This archive is too large: at most ${limits.files} files and ${limits.bytes / 1e6} MB, passed at ${name}.`,
          );
        return true;
      },
    });
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
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
    const played = openKit({ ...(json as object), conventions: own });
    const documents = json as KitDocuments;
    const undecided = undecidedOf(kit.sequences, documents);
    return {
      kit,
      played,
      blows: blowsOf(documents),
      undecided,
      drills: documents.drills ?? [],
      fighters: documents.actors ?? [],
      stages: documents.stages ?? [],
      seen: documents.seen,
      view: { width: documents.conventions?.viewWidth ?? 960, height: documents.conventions?.viewHeight ?? 540 },
      file: (path) => files[path],
    };
  } catch (error) {
    const { path, expected } = error as KitError;
    throw new ArchiveError(`kit.json cannot be used: ${path}: ${expected}`);
  }
}

/** What the yard reads of `kit.json` by itself, once the runtime has found it sound. Kits of before rules were shipped have none. */
interface KitDocuments {
  readonly events: readonly {
    readonly id: string;
    readonly harm?: { readonly value: string; readonly kindField?: string };
    readonly fields: readonly { readonly name: string; readonly options?: readonly string[] }[];
  }[];
  readonly responses?: readonly {
    readonly event: string;
    readonly rungs: readonly { readonly then: readonly { readonly sequence?: string }[] }[];
  }[];
  readonly statuses?: readonly {
    readonly ticks?: { readonly event: string };
    readonly cues?: Readonly<Record<string, string>>;
    readonly late?: readonly { readonly sequence: string }[];
  }[];
  readonly conventions?: { readonly viewWidth?: number; readonly viewHeight?: number };
  readonly stages?: readonly KitStage[];
  readonly seen?: string;
  readonly actors?: readonly Fighter[];
  readonly drills?: readonly DrillDocument[];
}

function blowsOf({ events, responses = [], statuses = [] }: KitDocuments): Blow[] {
  // What a status tells by itself is no blow of a beetle's.
  const ticks = new Set(statuses.map(({ ticks }) => ticks?.event));
  return events.flatMap(({ id, harm, fields }) => {
    if (!harm || ticks.has(id) || !responses.some(({ event }) => event === id)) return [];
    const options = fields.find(({ name }) => name === harm.kindField)?.options;
    return [{ event: id, harm: harm.value, kinds: harm.kindField && options ? { field: harm.kindField, options } : undefined }];
  });
}

function undecidedOf(sequences: readonly string[], { responses = [], statuses = [], actors = [] }: KitDocuments): string[] {
  const played = new Set([
    ...responses.flatMap(({ rungs }) => rungs.flatMap(({ then }) => then.map(({ sequence }) => sequence))),
    ...actors.flatMap(({ moves = [] }) => moves.flatMap(({ sequence, contacts }) => [sequence, ...contacts.map((one) => one.sequence)])),
    ...statuses.flatMap(({ cues = {}, late = [] }) => [...Object.values(cues), ...late.map(({ sequence }) => sequence)]),
  ]);
  return sequences.filter((id) => !played.has(id));
}
