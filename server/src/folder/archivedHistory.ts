import * as z from 'zod';
import { documentSchemas, parseJson, problemsOf, type Problem } from '@undatio/core';
import { patched, type StatePatch } from '@undatio/core/internal';
import {
  digestOfState,
  historyFormat,
  keepsHistory,
  type ArchivedHistory,
  type ReadHistory,
  type ReadState,
} from '../store/historyFormat.js';
import { placeOf } from './folderFiles.js';

/** Where an archive holds what documents were before. */
export const historyFile = 'history.json';

const patchSchema: z.ZodType<StatePatch> = z.lazy(() =>
  z.union([
    z.strictObject({ set: z.unknown() }),
    z.strictObject({ keys: z.record(z.string(), patchSchema), gone: z.array(z.string()).optional() }),
    z.strictObject({ items: z.record(z.string(), patchSchema), order: z.array(z.string()).optional() }),
    z.strictObject({ at: z.record(z.string(), patchSchema) }),
  ]),
) as z.ZodType<StatePatch>;

const schema = z.strictObject({
  format: z.literal(historyFormat),
  documents: z.record(
    z.string().regex(/^[a-z]+\/[a-z][a-z0-9-]{0,63}$/, 'expected collection/id'),
    z
      .array(
        z.strictObject({
          at: z.iso.datetime(),
          words: z.array(z.string().max(2000)).max(100),
          mark: z.string().min(1).max(80).optional(),
          whole: z.record(z.string(), z.unknown()).optional(),
          patch: patchSchema.optional(),
        }),
      )
      .max(100_000),
  ),
});

/**
 * The history in an archive: as it is to be stored, or one problem that says why it is left out. A project comes without it as
 * well. Every state is a document of its kind, so that it can be gone back to.
 */
export function readArchivedHistory(text: string): { readonly history: ReadHistory } | { readonly problem: Problem } {
  const leftOut = (place: string, message: string): { problem: Problem } => ({
    problem: { severity: 'warning', path: `${historyFile}${place && `: ${place}`}`, message: `${message}; the history is left out` },
  });
  const parsed = parseJson(text);
  if ('problem' in parsed) return leftOut('', parsed.problem.message);
  const format = (parsed.value as { format?: unknown } | null)?.format;
  if (format !== historyFormat) return leftOut('format', `expected ${historyFormat}, found ${JSON.stringify(format) ?? 'nothing'}`);
  const read = schema.safeParse(parsed.value);
  if (!read.success) {
    const [{ path, message }] = problemsOf(read.error);
    return leftOut(path, message);
  }
  const documents: Record<string, ReadState[]> = {};
  for (const [key, states] of Object.entries((read.data as ArchivedHistory).documents)) {
    const { collection, id } = placeOf(key);
    if (!keepsHistory(collection)) return leftOut(key, 'expected a kind of document that is tuned');
    const schemaOfKind = documentSchemas[collection]();
    let [state, since]: [unknown, number] = [undefined, 0];
    const kept: ReadState[] = [];
    for (const [i, { at, words, mark, whole, patch }] of states.entries()) {
      const place = `${key}[${i}]`;
      if ((whole === undefined) === (patch === undefined)) return leftOut(place, 'expected either the whole state or what changed');
      if (i === 0 && whole === undefined) return leftOut(place, 'expected the first state whole, found what changed since another one');
      try {
        state = whole ?? patched(state, patch as StatePatch);
      } catch {
        return leftOut(place, 'expected a change that fits the state before it');
      }
      const fits = schemaOfKind.safeParse(state);
      if (!fits.success) {
        const [first] = problemsOf(fits.error);
        return leftOut(`${place}: ${first.path}`, first.message);
      }
      if ((fits.data as { id: string }).id !== id) return leftOut(`${place}: id`, `expected "${id}"`);
      since = whole ? 0 : since + 1;
      kept.push({
        at,
        words: words.join('\n'),
        whole: whole !== undefined,
        since,
        digest: digestOfState(state),
        body: JSON.stringify(whole ?? patch),
        ...(mark !== undefined && { mark }),
      });
    }
    documents[key] = kept;
  }
  return { history: { documents } };
}
