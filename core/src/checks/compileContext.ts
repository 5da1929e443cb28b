import { effectKinds } from '../effects/registry.js';
import { kitAssetOf, type Project } from '../model/project.js';
import type { CompileContext } from '../take/compile.js';
import { compileActors, compileClips, compileEvent, compilePictures, standingOf } from '../take/compileReferences.js';

/** Compiles what the sequences of a project refer to. Throws a `DocumentError` for what cannot be compiled. */
export function compileContext(project: Pick<Project, 'events' | 'assets' | 'actors'>): CompileContext {
  return {
    events: new Map(project.events.map((event, i) => [event.id, compileEvent(event, ['events', i])])),
    clips: compileClips(project.assets, ['assets']),
    pictures: compilePictures(project.assets.map(kitAssetOf), ['assets']),
    standing: standingOf(compileActors(project.actors, ['actors'])),
    kinds: effectKinds,
    compiled: new WeakMap(),
  };
}
