import type { Collection, StatePatch } from '@undatio/core/internal';

/** What a history is outside the database: commands that only read files have no use for one, which takes long to load. */

/** Assets hold bytes elsewhere, and settings are one line of choices: neither is tuned. */
const kept: readonly Collection[] = ['sequences', 'responses', 'actors', 'drills', 'statuses', 'events', 'presets'];

export function keepsHistory(collection: Collection): boolean {
  return kept.includes(collection);
}

export const historyFormat = 1;

/** A state as archives hold it: whole, or what turns the one before into it. */
export interface ArchivedState {
  readonly at: string;
  readonly words: readonly string[];
  readonly mark?: string;
  readonly whole?: object;
  readonly patch?: StatePatch;
}

/** A project's history as archives hold it, by collection/id. */
export interface ArchivedHistory {
  readonly format: typeof historyFormat;
  readonly documents: Readonly<Record<string, readonly ArchivedState[]>>;
}
