import type { Project, Sequence } from '@undatio/core';
import { copyLabel, freeId } from '@undatio/core/internal';

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
  const taken = new Set(sequences.map(({ id }) => id));
  const label = copyLabel(sequence.label, new Set(sequences.map((one) => one.label)));
  return { ...sequence, id: freeId(label, taken, 'blow'), label };
}
