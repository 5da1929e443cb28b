import type { Project, Sequence } from '@undatio/core';
import { freeId } from '@undatio/core/internal';

/** An empty sequence on an event, with a free id. */
export function newSequence({ sequences }: Pick<Project, 'sequences'>, event: string): Sequence {
  const taken = new Set(sequences.map(({ id }) => id));
  let n = 1;
  while (taken.has(`blow-${n}`)) n++;
  return { id: `blow-${n}`, label: `New blow ${n}`, event, note: '', effects: [] };
}

/** A copy of a sequence under a free id. */
export function copyOfSequence(sequence: Sequence, { sequences }: Pick<Project, 'sequences'>): Sequence {
  const taken = new Set(sequences.map(({ id }) => id));
  return { ...sequence, id: freeId(`${sequence.id} copy`, taken, 'blow'), label: `${sequence.label.slice(0, 74)}, copy` };
}
