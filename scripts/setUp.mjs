// What `npm start` and `npm test` need before they can run: dependencies and the build, each only when something changed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const stamps = join(root, 'node_modules', '.undatio');

const stampOf = (name) => {
  const file = join(stamps, name);
  return existsSync(file) ? readFileSync(file, 'utf8') : '';
};
const stamp = (name, digest) => {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), digest);
};

/** Runs a command with its output shown; ends the process with its code when it fails. */
export function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', shell: process.platform === 'win32', ...options });
  if (status !== 0) process.exit(status ?? 1);
}

function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (['node_modules', 'dist', 'bundle', '.angular', '.data', 'test-results'].includes(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else yield path;
  }
}

/** Digest of the contents of the sources below the named folders, so that a checkout or a touch rebuilds nothing. */
function digestOf(names) {
  const hash = createHash('sha256');
  for (const name of names) {
    const path = join(root, name);
    for (const file of statSync(path).isDirectory() ? [...filesBelow(path)].sort() : [path])
      hash.update(file.slice(root.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/**
 * Installs the dependencies that the lock file names, when they are not there yet. What is native among them is compiled
 * while the build goes on: nothing of ours needs it before it runs, which waits for what this returns.
 */
export function install() {
  const digest = digestOf(['package.json', 'package-lock.json']);
  if (existsSync(join(root, 'node_modules', 'zod')) && stampOf('installed') === digest) return Promise.resolve();
  console.error('Installing dependencies; the first time takes a few minutes…');
  // Development dependencies build the studio, so they are needed whatever the environment calls itself.
  run('npm', ['ci', '--include=dev', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
  const compiling = spawn('npm', ['rebuild', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
    shell: process.platform === 'win32',
    // What the compiler would do to SQLite beyond this takes it four times as long, and gains nothing that is felt here.
    env: { CFLAGS: '-O1', ...process.env },
  });
  return new Promise((done) =>
    compiling.on('close', (code) => {
      if (code !== 0) process.exit(code ?? 1);
      stamp('installed', digest);
      done();
    }),
  );
}

const parts = {
  core: {
    sources: ['core', 'tsconfig.base.json', 'scripts/build.mjs', 'scripts/shippedModules.mjs'],
    makes: 'core/dist/kit/undatio-runtime.js',
  },
  server: { sources: ['core', 'server', 'tsconfig.base.json', 'scripts/build.mjs'], makes: 'server/bundle/main.js' },
  yard: { sources: ['core', 'yard', 'tsconfig.base.json'], makes: 'yard/dist/site/yard.js' },
  studio: { sources: ['core', 'studio'], makes: 'studio/dist/studio/browser/index.html' },
};

/** Builds the parts (all, or those named) whose sources changed since they were last built. */
export function build(wanted = Object.keys(parts)) {
  const lock = digestOf(['package-lock.json']);
  for (const name of wanted) {
    const { sources, makes } = parts[name];
    const digest = lock + digestOf(sources);
    if (existsSync(join(root, makes)) && stampOf(name) === digest) continue;
    console.error(`Building ${name}…`);
    run(process.execPath, ['scripts/build.mjs', name], { stdio: ['inherit', 2, 2] });
    stamp(name, digest);
  }
}
