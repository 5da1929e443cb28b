import type { Project, Sequence } from '@undatio/core';
import { freeId, namesOfCopy } from '@undatio/core/internal';

/** An empty sequence on an event, with a free id. */
export function newSequence({ sequences }: Pick<Project, 'sequences'>, event: string): Sequence {
  const labels = new Set(sequences.map(({ label }) => label));
  let n = 1;
  while (labels.has(`Blow ${n}`)) n++;
  const label = `Blow ${n}`;
  return { id: freeId(label, new Set(sequences.map(({ id }) => id)), 'blow'), label, event, note: '', effects: [] };
}

/** A copy of a sequence under a free id. */
export function copyOfSequence(sequence: Sequence, { sequences }: Pick<Project, 'sequences'>): Sequence {
  return { ...sequence, ...namesOfCopy(sequence, sequences, 'blow') };
}
