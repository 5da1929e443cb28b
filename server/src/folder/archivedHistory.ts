import * as z from 'zod';
import { problemsOf, type Problem } from '@undatio/core';
import { patched, type Collection, type StatePatch } from '@undatio/core/internal';
import { historyFormat, keepsHistory, type ArchivedHistory } from '../store/historyFormat.js';

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

/** The history in an archive: as it is to be stored, or one problem that says why it is left out. A project comes without it as well. */
export function readArchivedHistory(text: string): { readonly history: ArchivedHistory } | { readonly problem: Problem } {
  const leftOut = (place: string, message: string): { problem: Problem } => ({
    problem: { severity: 'warning', path: `${historyFile}${place && `: ${place}`}`, message: `${message}; the history is left out` },
  });
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return leftOut('', 'expected JSON');
  }
  const format = (json as { format?: unknown } | null)?.format;
  if (format !== historyFormat) return leftOut('format', `expected ${historyFormat}, found ${JSON.stringify(format) ?? 'nothing'}`);
  const read = schema.safeParse(json);
  if (!read.success) {
    const [{ path, message }] = problemsOf(read.error);
    return leftOut(path, message);
  }
  const history = read.data as ArchivedHistory;
  for (const [key, states] of Object.entries(history.documents)) {
    if (!keepsHistory(key.slice(0, key.indexOf('/')) as Collection)) return leftOut(key, 'expected a kind of document that is tuned');
    let state: unknown;
    for (const [i, { whole, patch }] of states.entries()) {
      if ((whole === undefined) === (patch === undefined))
        return leftOut(`${key}[${i}]`, 'expected either the whole state or what changed');
      try {
        state = whole ?? patched(state, patch as StatePatch);
      } catch {
        return leftOut(`${key}[${i}]`, 'expected a change that fits the state before it');
      }
    }
  }
  return { history };
}
