import { DocumentError, type Project, type Sequence } from '@undatio/core';
import { compileContext, compileSequence, type CompileContext, type SequencePlan } from '@undatio/core/internal';

type Referred = Pick<Project, 'events' | 'assets' | 'actors'>;

/** The compile context of one project state, and the sequences compiled with it. */
interface Compiled {
  readonly context: CompileContext;
  readonly plans: WeakMap<Sequence, SequencePlan | DocumentError>;
}

/** By the project's lists of events, assets and actors. Lists are immutable: an edited list is a new key. */
const compiledOf = new WeakMap<Referred['events'], WeakMap<Referred['assets'], WeakMap<Referred['actors'], Compiled>>>();

function keptIn<Key extends object, Kept>(map: WeakMap<Key, Kept>, key: Key, make: () => Kept): Kept {
  const kept = map.get(key) ?? make();
  map.set(key, kept);
  return kept;
}

function compiled(project: Referred): Compiled {
  const ofAssets = keptIn(compiledOf, project.events, () => new WeakMap());
  const ofActors = keptIn(ofAssets, project.assets, () => new WeakMap());
  return keptIn(ofActors, project.actors, () => ({ context: compileContext(project), plans: new WeakMap() }));
}

/** Returns the compile context of a project. Cached until the events, assets or actors change. */
export function contextOf(project: Referred): CompileContext {
  return compiled(project).context;
}

/** Compiles a sequence, or returns the error that prevents it. Cached, so that all strikers compile it once. */
export function planOf(project: Referred, sequence: Sequence): SequencePlan | DocumentError {
  const { context, plans } = compiled(project);
  return keptIn(plans, sequence, () => {
    try {
      return compileSequence(sequence, [sequence.id], context);
    } catch (error) {
      if (error instanceof DocumentError) return error;
      throw error;
    }
  });
}
