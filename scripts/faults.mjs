// `npm run faults`: plants every fault of faults/faults.json, one at a time, in a copy of the modules that ship, and names
// those that no vector notices. Ends with 1 when there are any.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { build, install, root } from './setUp.mjs';

await install();
build(['core']);

const shipped = join(root, 'core/dist/shipped');
const only = process.argv[2];
const faults = JSON.parse(readFileSync(join(root, 'scripts/faults/faults.json'), 'utf8')).filter(
  ({ about }) => !only || about.includes(only),
);
const play = fileURLToPath(new URL('./faults/playVectors.mjs', import.meta.url));
/** A fault may make a loop that never ends. */
const patience = 20_000;

/** Plays the vectors against the modules in `folder`: the first difference, or undefined. */
function firstDifference(folder) {
  return new Promise((done) => {
    const worker = new Worker(play, { workerData: { folder, vectors: join(root, 'core/dist/kit/vectors') }, stderr: true });
    const timer = setTimeout(() => {
      void worker.terminate();
      done('it never ended');
    }, patience);
    const end = (what) => {
      clearTimeout(timer);
      done(what);
    };
    worker.on('message', end);
    worker.on('error', (error) => end(`it threw: ${error.message}`));
  });
}

async function plant({ file, find, replace, about }) {
  const folder = mkdtempSync(join(tmpdir(), 'undatio-fault-'));
  try {
    cpSync(shipped, folder, { recursive: true });
    const path = join(folder, file);
    const source = readFileSync(path, 'utf8');
    const parts = source.split(find);
    if (parts.length < 2) return { about, problem: `"${find}" is not in ${file}` };
    writeFileSync(path, parts[0] + replace + parts.slice(1).join(find));
    return { about, file, noticed: await firstDifference(folder) };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const clean = await firstDifference(shipped);
if (clean !== undefined) {
  console.error(`the vectors do not hold without any fault: ${clean}`);
  process.exit(1);
}
const results = [];
const queue = [...faults];
await Promise.all(
  [0, 1].map(async () => {
    for (let fault = queue.shift(); fault; fault = queue.shift()) results.push(await plant(fault));
  }),
);
const missing = results.filter(({ problem }) => problem);
const unnoticed = results.filter(({ problem, noticed }) => !problem && noticed === undefined);
for (const { about, problem } of missing) console.log(`cannot be planted: ${about}: ${problem}`);
for (const { about, file } of unnoticed) console.log(`not noticed: ${about} (${file})`);
console.log(
  `\nfaults: ${results.length - missing.length - unnoticed.length} noticed, ${unnoticed.length} not noticed, ${missing.length} that cannot be planted`,
);
process.exitCode = unnoticed.length + missing.length > 0 ? 1 : 0;
