import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Project } from '@undatio/core';
import { effectKinds } from '@undatio/core/internal';
import { paths } from './paths.js';

/** A runtime, and the map from it to the engine's own modules. */
export interface Runtime {
  readonly script: string;
  readonly sourceMap: string;
}

/** The runtime with every kind of effect, as it was built. */
export async function wholeRuntime(): Promise<Runtime> {
  const [script, sourceMap] = await Promise.all(
    ['undatio-runtime.js', 'undatio-runtime.js.map'].map((name) => readFile(join(paths.kitRuntime, name), 'utf8')),
  );
  return { script, sourceMap };
}

/** The kinds that a project's sequences use, in the registry's order. */
export function usedKinds(project: Project): string[] {
  const used = new Set<string>(project.sequences.flatMap(({ effects }) => effects.map(({ kind }) => kind)));
  return Object.keys(effectKinds).filter((kind) => used.has(kind));
}

/**
 * The same runtime with only the given kinds, bundled from the engine's own modules. It opens any kit that uses no
 * others, and refuses one that does at the effect's place; it decides only where it is built with rules. The same kinds always give the same bytes.
 */
export async function leanRuntime(kinds: readonly string[], withRules: boolean): Promise<Runtime> {
  // Loaded when it is asked for: nothing else needs it.
  const { build } = await import('esbuild');
  const imports = kinds.map((kind) => `import { ${moduleName(kind)} } from './effects/${moduleName(kind)}.js';`);
  const { outputFiles } = await build({
    stdin: {
      contents: [
        ...imports,
        `import { openerOf } from './ship/kitOpener.js';`,
        `export { KitError } from './ship/kitError.js';`,
        ...(withRules ? [`import { openArenas } from './ship/arenaOpener.js';`] : []),
        `const open = openerOf({ ${kinds.map((kind) => `'${kind}': ${moduleName(kind)}`).join(', ')} }${withRules ? ', openArenas' : ''});`,
        `export function openKit(kitJson) { return open(kitJson); }`,
      ].join('\n'),
      resolveDir: paths.engine,
      sourcefile: 'lean.js',
    },
    outfile: join(paths.engine, 'undatio-runtime.js'),
    sourcemap: 'linked',
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'none',
    banner: { js: '/* undatio runtime, MIT licence */' },
    write: false,
    logLevel: 'silent',
  });
  const textOf = (ending: string): string => outputFiles.find(({ path }) => path.endsWith(ending))?.text ?? '';
  const map = JSON.parse(textOf('.map')) as { sources: string[] };
  map.sources = map.sources.map((source) => `undatio/${source}`);
  return { script: textOf('.js'), sourceMap: JSON.stringify(map) };
}

/** The module of a kind, which exports it under the same name: `hit-stop` is in `hitStop.js`. */
function moduleName(kind: string): string {
  return kind.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
}
