import type { Collection, StatePatch } from '@undatio/core/internal';
import { digestOf } from '../files.js';

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

/** A state as the database holds it. */
export interface ReadState {
  readonly at: string;
  readonly whole: boolean;
  /** States since the last whole one. */
  readonly since: number;
  readonly digest: string;
  readonly body: string;
  readonly words: string;
  readonly mark?: string;
}

/** An archived history that was looked through: what is left to do is to store it. */
export interface ReadHistory {
  readonly documents: Readonly<Record<string, readonly ReadState[]>>;
}

/** A text that is the same for the same document, in whatever order its fields stand. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null';
  const fields = Object.entries(value).filter(([, inner]) => inner !== undefined);
  fields.sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${fields.map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`).join(',')}}`;
}

/** What a state is known again by. */
export function digestOfState(document: unknown): string {
  return digestOf(canonical(document)).slice(0, 24);
}
