// `npm run unreached -- core|server`: runs a part's unit tests and names the code of it that none of them reaches, as V8 counts it;
// the files with most of it come last. Quick beside mutants: what is not reached at all needs no mutant to tell.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, install, root } from './setUp.mjs';

const [part = 'core'] = process.argv.slice(2);
if (!['core', 'server'].includes(part)) {
  console.error('expected core or server');
  process.exit(2);
}
await install();
build(part === 'core' ? ['core'] : undefined);

const folder = mkdtempSync(join(tmpdir(), 'undatio-unreached-'));
const jasmine = join(root, 'node_modules', 'jasmine', 'bin', 'jasmine.js');
const { status } = spawnSync(process.execPath, [jasmine, '--config=jasmine.json'], {
  cwd: join(root, part),
  stdio: ['ignore', 2, 2],
  env: { ...process.env, NODE_V8_COVERAGE: folder },
});
if (status !== 0) process.exit(status ?? 1);

/** Of every process that wrote one, what each reached: a place is reached where any of them did. */
const reached = new Map();
for (const file of readdirSync(folder)) {
  const { result } = JSON.parse(readFileSync(join(folder, file), 'utf8'));
  for (const { url, functions } of result) {
    if (!url.startsWith('file:')) continue;
    const name = relative(join(root, part, 'dist'), fileURLToPath(url));
    if (name.startsWith('..') || /\.spec\.js$|^(testing|kit|shipped)\b/.test(name)) continue;
    const source = readFileSync(fileURLToPath(url), 'utf8');
    const here = new Uint8Array(source.length).fill(1);
    // Ranges within others come after them.
    for (const { ranges } of functions)
      for (const { startOffset, endOffset, count } of ranges) here.fill(count > 0 ? 1 : 0, startOffset, endOffset);
    const before = reached.get(name)?.here;
    reached.set(name, { source, here: before ? here.map((one, i) => one | before[i]) : here });
  }
}
rmSync(folder, { recursive: true, force: true });

const files = [...reached].map(([name, { source, here }]) => {
  const stretches = [];
  for (let at = here.indexOf(0); at >= 0;) {
    const end = here.indexOf(1, at);
    const text = source.slice(at, end < 0 ? undefined : end);
    const words = text.replace(/\s+/g, ' ').trim();
    if (words.length > 5) stretches.push({ line: source.slice(0, at).split('\n').length, words });
    at = end < 0 ? -1 : here.indexOf(0, end);
  }
  return { name, stretches, letters: stretches.reduce((sum, { words }) => sum + words.length, 0), all: source.length };
});
files.sort((a, b) => a.letters - b.letters);
for (const { name, stretches } of files)
  for (const { line, words } of stretches) console.log(`${part}/dist/${name}:${line} ${words.slice(0, 120)}`);
const [letters, all] = [files.reduce((sum, one) => sum + one.letters, 0), files.reduce((sum, one) => sum + one.all, 0)];
console.log(`${((100 * letters) / all).toFixed(1)} % of ${part}'s code is not reached by its own unit tests`);
