import type { Payload } from '../../contract.js';
import type { Json, Scripted } from './arenaVectors.js';

/** Parts of the documents of arena vectors: events, rungs, outcomes and conditions that many drills use. */

export const blow = (at: number, payload: Payload = {}, more: Partial<Scripted> = {}): Scripted => ({
  at,
  event: 'hit',
  source: 'b',
  target: 'm',
  payload,
  ...more,
});
export const harms = { id: 'harms', when: [], then: [{ outcome: 'harm' }] };
export const rung = (id: string, when: readonly Json[], then: readonly Json[], more: Json = {}): Json => ({ id, when, then, ...more });
export const give = (status: string, more: Json = {}): Json => ({ outcome: 'give', status, ...more });
export const plays = (sequence: string): Json => ({ outcome: 'play', sequence });
export const fieldIs = (field: string, ...values: readonly string[]): Json => ({ condition: 'one-of', field, values });
export const compare = (of: Json, is: string, value: number): Json => ({ condition: 'compare', of, is, value });
export const payloadOf = (field: string): Json => ({ read: 'payload', field });
export const down = { condition: 'standing', of: 'target', is: 'down' };
