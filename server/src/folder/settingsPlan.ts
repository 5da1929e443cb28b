import { isDeepStrictEqual } from 'node:util';
import { parseJson, type StoredSettings } from '@undatio/core';
import { formatJson, rankedOrder } from '@undatio/core/internal';
import type { OneOfMany } from '../store/documentStore.js';
import type { Agreed } from './agreed.js';
import { canonical, placeOf, type FolderSide, type Key } from './folderFiles.js';
import { withWholeOrder } from './order.js';
import type { Sides } from './sides.js';
import { threeWay, type Decision } from './threeWay.js';

/** What becomes of a project's settings, which put its documents in order. */
export interface SettingsPlan {
  readonly decision: Decision | 'unusable';
  /** What both sides have afterwards. */
  readonly next: StoredSettings;
  /** What is to be stored. */
  readonly write?: OneOfMany;
  /** What is to stand in the folder's file. */
  readonly text?: string;
}

/**
 * Whose settings are whose, where the project will hold the documents `after`: the order is compared as far as those are there,
 * so that a document that comes or goes is no quarrel about settings. `forced` writes the studio's over whatever is there.
 */
export function settingsPlan(
  { key, inFolder, inStudio }: Sides,
  after: ReadonlySet<Key>,
  known: Agreed,
  forced: boolean,
): SettingsPlan | undefined {
  // What no settings name stands in the studio as it was made, in a folder by its name.
  const byName = [...after].sort();
  const whole = (settings: unknown, keys: Iterable<Key>): StoredSettings | undefined =>
    settings === undefined ? undefined : withWholeOrder(settings as StoredSettings, keys);
  const text = (settings: StoredSettings | undefined): string | undefined => settings && canonical(settings);
  const folder = whole(inFolder.type === 'document' ? inFolder.document : undefined, byName);
  const studio = whole(inStudio?.document, after);
  const agreedText = known.before(key, folder && JSON.stringify(folder), studio && JSON.stringify(studio));
  const agreed = whole(agreedText === undefined ? undefined : JSON.parse(agreedText), byName);
  const decision = forced ? 'to folder' : inFolder.type === 'unusable' ? 'unusable' : threeWay(text(folder), text(studio), text(agreed));
  const next = decision === 'to studio' ? folder : studio;
  if (!next) return undefined;
  const { order, ...own } = next;
  if (decision === 'to folder')
    return { decision, next, text: formatJson({ format: 1, ...own, order: rankedOrder(order ?? {}, ranksIn(inFolder)) }) };
  if (decision !== 'to studio' || isDeepStrictEqual(next, inStudio?.document)) return { decision, next };
  const { id } = placeOf(key);
  const write: OneOfMany = { collection: 'settings', id, etag: inStudio?.etag, document: next, check: () => Promise.resolve() };
  return { decision, next, write };
}

/** The order as the folder's file keeps it now; undefined where it cannot be read. */
function ranksIn(inFolder: FolderSide): unknown {
  if (inFolder.type === 'absent' || !inFolder.bytes) return undefined;
  const parsed = parseJson(inFolder.bytes.toString('utf8'));
  return 'value' in parsed && typeof parsed.value === 'object' ? (parsed.value as { order?: unknown } | null)?.order : undefined;
}
