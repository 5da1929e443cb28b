import { DocumentError, type Project, type Sequence } from '@undatio/core';
import { compileContext, compileSequence, type CompileContext, type SequencePlan } from '@undatio/core/internal';

type Referred = Pick<Project, 'events' | 'assets' | 'actors'>;

/** What sequences are compiled with, and those that are. */
interface Shelf {
  readonly context: CompileContext;
  readonly plans: WeakMap<Sequence, SequencePlan | DocumentError>;
}

/** Shelves by the lists of actors, by those of assets, by those of events: a list that changes is another one. */
const shelves = new WeakMap<Referred['events'], WeakMap<Referred['assets'], WeakMap<Referred['actors'], Shelf>>>();

function keptIn<Key extends object, Kept>(map: WeakMap<Key, Kept>, key: Key, make: () => Kept): Kept {
  const kept = map.get(key) ?? make();
  map.set(key, kept);
  return kept;
}

function shelfOf(project: Referred): Shelf {
  const ofAssets = keptIn(shelves, project.events, () => new WeakMap());
  const ofActors = keptIn(ofAssets, project.assets, () => new WeakMap());
  return keptIn(ofActors, project.actors, () => ({ context: compileContext(project), plans: new WeakMap() }));
}

/** What sequences of a project refer to, ready for compiling: made once for all who strike, until it changes. */
export function contextOf(project: Referred): CompileContext {
  return shelfOf(project).context;
}

/** What a sequence comes to once compiled, or why it cannot be: compiled once for all who strike it. */
export function planOf(project: Referred, sequence: Sequence): SequencePlan | DocumentError {
  const { context, plans } = shelfOf(project);
  return keptIn(plans, sequence, () => {
    try {
      return compileSequence(sequence, [sequence.id], context);
    } catch (error) {
      if (error instanceof DocumentError) return error;
      throw error;
    }
  });
}
