/**
 * What one document of a project asks of another: an asset of a type, an event, a field of an event, or that it is there. A store
 * keeps them beside the documents, so that a write need not read the whole project to know whether it breaks something.
 */
export interface Use {
  /** The place inside the document that asks. */
  readonly path: string;
  readonly collection: 'events' | 'assets' | 'actors' | 'sequences' | 'statuses';
  readonly id: string;
  /** Whether the asset must be a sound or a picture, or the event have a field; a number is a field that can drive one; an actor a move. */
  readonly need: 'event' | 'sound' | 'picture' | 'field' | 'number' | 'move' | 'there';
  /** The field or the move, where one is needed; empty otherwise. */
  readonly field: string;
}
