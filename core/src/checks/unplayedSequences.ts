import type { Collection } from '../model/collections.js';
import type { Project, Sequence } from '../model/project.js';
import { usesOfDocument } from './uses.js';

const known = new WeakMap<object, readonly string[]>();

/** Ids of the sequences that a document plays. Cached, because documents are immutable. */
function playedBy(collection: Collection, document: object): readonly string[] {
  let played = known.get(document);
  if (!played) {
    played = usesOfDocument(collection, document).flatMap((one) => (one.collection === 'sequences' ? [one.id] : []));
    known.set(document, played);
  }
  return played;
}

/**
 * Returns the sequences that no rung, status, move or projectile plays: only a game can strike them. Returns none if the rules play no
 * sequence at all, because then the game strikes every sequence.
 */
export function unplayedSequences({
  sequences,
  responses,
  statuses,
  actors,
  drills,
}: Pick<Project, 'sequences' | 'responses' | 'statuses' | 'actors' | 'drills'>): readonly Sequence[] {
  const played = new Set(
    Object.entries({ responses, statuses, actors, drills }).flatMap(([collection, documents]) =>
      documents.flatMap((one) => playedBy(collection as Collection, one)),
    ),
  );
  return played.size === 0 ? [] : sequences.filter(({ id }) => !played.has(id));
}
