import type { Effect } from '../effects/registry.js';
import type { Project, Sequence } from '../model/project.js';
import { drillOnStage } from '../model/stageSetUp.js';
import { kitAssetOf, projectFormat } from '../model/project.js';
import { kitJsonSchema } from './kitJsonSchema.js';
import { kitReadme } from './kitReadme.js';
import type { KitDocument } from './kitSchema.js';
import { looksUnsaid } from '../take/compileReferences.js';
import { kitTypes } from './kitTypes.js';

/** A file of a kit: text of our own, or an asset to be copied in by whoever has its bytes. */
export type KitEntry = { readonly path: string; readonly text: string } | { readonly path: string; readonly asset: string };

/** kit.json of a project: its documents, with every file under assets/. */
export function kitDocument(project: Project): KitDocument {
  return {
    format: projectFormat,
    generator: 'undatio',
    id: project.id,
    label: project.label,
    conventions: project.conventions,
    ...(project.stopBudget && { stopBudget: project.stopBudget }),
    events: project.events,
    actors: project.actors.map((actor) => ({ ...actor, looks: actor.looks ?? looksUnsaid(actor.role) })),
    assets: project.assets.map(kitAssetOf),
    sequences: project.sequences.map(withoutPresets),
    statuses: project.statuses,
    responses: project.responses,
    ...(project.seen && { seen: project.seen }),
    ...(project.stages && { stages: project.stages }),
    drills: project.drills.map((drill) => drillOnStage(drill, project.stages)),
  };
}

/** A game knows nothing of presets: the lanes are whole. */
function withoutPresets(sequence: Sequence): Sequence {
  if (sequence.effects.every(({ preset }) => preset === undefined)) return sequence;
  return { ...sequence, effects: sequence.effects.map(({ preset: _, ...effect }) => effect as Effect) };
}

/** What every kit holds besides its own documents and assets, as it was built. */
export interface KitParts {
  readonly script: string;
  /** From the script to the engine's own modules. */
  readonly sourceMap: string;
  readonly declarations: string;
  /** Vectors by their place, the index first; those of kinds that the runtime has been built without are left out. */
  readonly vectors: readonly { readonly path: string; readonly text: string }[];
  /** What a porter reads, and the licence. */
  readonly documents: readonly { readonly path: string; readonly text: string }[];
}

/** Every file of a project's kit in the order of the archive, which depends on nothing but the project and the parts. */
export function kitEntries(project: Project, { script, sourceMap, declarations, vectors, documents }: KitParts): KitEntry[] {
  const document = kitDocument(project);
  return [
    { path: 'kit.json', text: toText(document) },
    { path: 'kit.schema.json', text: JSON.stringify(kitJsonSchema()) + '\n' },
    { path: 'undatio-runtime.js', text: script },
    { path: 'undatio-runtime.js.map', text: sourceMap },
    { path: 'undatio-runtime.d.ts', text: declarations },
    { path: 'kit.d.ts', text: kitTypes(project) },
    { path: 'package.json', text: toText(packageOf(project)) },
    { path: 'README.md', text: kitReadme(project) },
    ...documents,
    ...vectors,
    ...assetEntries(document.assets),
  ];
}

/** So that a kit can be put beside a game's own packages. */
function packageOf({ id }: Project): object {
  return {
    name: `${id}-kit`,
    version: '1.0.0',
    private: true,
    license: 'MIT',
    type: 'module',
    // Importing the module has no effect of its own, so that a bundler may drop what a game does not use.
    sideEffects: false,
    exports: {
      '.': { types: './undatio-runtime.d.ts', default: './undatio-runtime.js' },
      './kit': { types: './kit.d.ts' },
      './kit.json': './kit.json',
      './assets/*': './assets/*',
      './package.json': './package.json',
    },
  };
}

/** Each file once, however many assets share it. */
function assetEntries(assets: KitDocument['assets']): KitEntry[] {
  const byPath = new Map(assets.map((asset) => [asset.file, asset.id]));
  return [...byPath].map(([path, asset]) => ({ path, asset })).sort((a, b) => (a.path < b.path ? -1 : 1));
}

function toText(value: unknown): string {
  return JSON.stringify(value, null, 1) + '\n';
}
