// Builds the parts named as arguments, or all of them in order: core, server, yard, studio, tests.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import { shipModules } from './shippedModules.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');

function run(command, args, folder = root) {
  const { status } = spawnSync(command, args, { cwd: folder, stdio: 'inherit', env: { ...process.env, NG_CLI_ANALYTICS: 'false' } });
  if (status !== 0) process.exit(status ?? 1);
}

const bin = (name) => join(root, 'node_modules', '.bin', name);

/** Takes away what an earlier build made of sources that are gone: tests would find it. */
function prune(part) {
  const [src, dist] = ['src', 'dist'].map((name) => join(root, part, name));
  if (!existsSync(dist)) return;
  for (const entry of readdirSync(dist, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath ?? entry.path, entry.name);
    const inside = path.slice(dist.length + 1);
    if (!entry.isFile() || !/\.(d\.ts|js)(\.map)?$/.test(inside) || /^(kit|shipped)[\\/]/.test(inside)) continue;
    if (!existsSync(join(src, inside.replace(/\.(d\.ts|js)(\.map)?$/, '.ts')))) rmSync(path);
  }
}

/** The engine, and the runtime that ships in kits: one file and its declarations, made from the same sources. */
async function core() {
  // What an earlier build left of files that are gone would be found by the tests.
  if (!existsSync(join(root, 'core/dist/kit'))) rmSync(join(root, 'core/tsconfig.tsbuildinfo'), { force: true });
  prune('core');
  run(bin('tsc'), ['-b', 'core']);
  const kit = join(root, 'core/dist/kit');
  mkdirSync(kit, { recursive: true });
  const shipped = join(root, 'core/dist/shipped');
  rmSync(shipped, { recursive: true, force: true });
  shipModules(join(root, 'core/dist'), shipped);
  await build({
    entryPoints: [join(shipped, 'runtime.js')],
    outfile: join(kit, 'undatio-runtime.js'),
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    legalComments: 'none',
    sourcemap: 'linked',
    banner: { js: '/* undatio runtime, MIT licence */' },
  });
  // Named as they lie in the engine, not as they lay on this machine.
  const map = JSON.parse(readFileSync(join(kit, 'undatio-runtime.js.map'), 'utf8'));
  map.sources = map.sources.map((source) => source.replace(/^.*shipped\//, 'undatio/'));
  writeFileSync(join(kit, 'undatio-runtime.js.map'), JSON.stringify(map));
  const declarations = ['contract', 'ship/kitError'].map((name) => readFileSync(join(root, `core/dist/${name}.d.ts`), 'utf8'));
  const openKit = readFileSync(join(root, 'core/dist/runtime.d.ts'), 'utf8').match(/\/\*\*\n \* Opens[\s\S]*?openKit\([^)]*\): Kit;\n/);
  if (!openKit) throw new Error('core/dist/runtime.d.ts declares no openKit');
  writeFileSync(join(kit, 'undatio-runtime.d.ts'), [...declarations, openKit[0]].join('\n'));
  await writeVectors(join(kit, 'vectors'));
}

/** The vectors that ship in every kit: the engine plays them once, here. */
async function writeVectors(folder) {
  rmSync(folder, { recursive: true, force: true });
  const { makeArenaVectors, makePlayerVectors, makeVectors, vectorIndex } = await import(join(root, 'core/dist/internal.js'));
  const files = makeVectors();
  const write = (name, value) => {
    const file = join(folder, name);
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, inLines(value));
  };
  const [player, arena] = [makePlayerVectors(), makeArenaVectors()];
  write('index.json', vectorIndex(files, player, arena));
  for (const file of [player, arena]) write(`${file.name}.json`, file);
  for (const file of files) write(`${file.name}.json`, file);
}

/** JSON with one script or vector of a file a line, so that a change of one is seen as that. */
function inLines(value) {
  const list = ['scripts', 'vectors', 'files'].find((name) => Array.isArray(value[name]));
  if (!list) return JSON.stringify(value) + '\n';
  const parts = Object.entries(value).map(([name, part]) => {
    const text = name === list ? `[\n${part.map((one) => JSON.stringify(one)).join(',\n')}\n]` : JSON.stringify(part);
    return `${JSON.stringify(name)}:${text}`;
  });
  return `{${parts.join(',\n')}}\n`;
}

/** The server and the commands: bundled, because a command that reads a hundred small files is slower than what it does. */
async function server() {
  prune('server');
  run(bin('tsc'), ['-b', 'server']);
  const out = join(root, 'server/bundle');
  rmSync(out, { recursive: true, force: true });
  await build({
    entryPoints: { main: join(root, 'server/dist/commands/main.js'), worker: join(root, 'server/dist/work/worker.js') },
    outdir: out,
    bundle: true,
    splitting: true,
    // Names stay as they are written: logs tell faults by them, and to keep them beside minified ones costs every function made.
    minifyWhitespace: true,
    minifySyntax: true,
    format: 'esm',
    platform: 'node',
    mainFields: ['module', 'main'],
    target: 'node20',
    // Native, with workers of their own, or loaded by name at run time.
    external: ['sqlite3', 'sequelize', 'umzug', 'esbuild', 'piscina', 'pino', 'koa*', '@koa/*', 'raw-body', 'apache-arrow'],
    banner: { js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);" },
  });
}

/** The yard reads the runtime from beside it, where the server puts the very file that ships. */
async function yard() {
  const font = join(root, 'node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-700-normal.woff2');
  run(bin('tsc'), ['-b', 'yard']);
  const out = join(root, 'yard/dist/site');
  rmSync(out, { recursive: true, force: true });
  mkdirSync(out, { recursive: true });
  await build({
    entryPoints: [join(root, 'yard/src/main.ts')],
    outfile: join(out, 'yard.js'),
    bundle: true,
    minify: true,
    format: 'esm',
    target: 'es2022',
    plugins: [
      {
        name: 'shipped-runtime',
        setup: ({ onResolve }) =>
          onResolve({ filter: /^@undatio\/core\/runtime$/ }, () => ({ path: './undatio-runtime.js', external: true })),
      },
    ],
  });
  cpSync(join(root, 'yard/public'), out, { recursive: true });
  // Numbers and captions are set in the studio's own face.
  mkdirSync(join(root, 'yard/dist/show'), { recursive: true });
  for (const place of [out, join(root, 'yard/dist/show')]) cpSync(font, join(place, 'letters.woff2'));
  // The page of one sequence carries the very runtime that ships.
  await build({
    entryPoints: [join(root, 'yard/src/show.ts')],
    outfile: join(root, 'yard/dist/show/show.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    alias: { '@undatio/core/runtime': join(root, 'core/dist/kit/undatio-runtime.js') },
  });
}

function studio() {
  run(bin('ng'), ['build'], join(root, 'studio'));
}

function tests() {
  run(bin('tsc'), ['-b', 'e2e', 'bench']);
}

const parts = { core, server, yard, studio, tests };
const wanted = process.argv.slice(2);
for (const name of wanted.length ? wanted : Object.keys(parts)) {
  if (!parts[name]) {
    console.error(`build: expected one of ${Object.keys(parts).join(', ')}, found "${name}"`);
    process.exit(2);
  }
  await parts[name]();
}
