// `npm run storm -- [projects] [from] [brawls]`: random projects of rules, each checked, run, cut into increments and played by an arena
// for ten seconds, in 200 MB of memory, with what the longest advance took; then random fights of bodies against the implementation that
// steps. Ends with 1 where something does not hold.
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { build, install, root } from './setUp.mjs';

await install();
build(['core']);

/** MB that projects may take, documents and all. */
const memory = 200;
const [projects, first, brawls] = [Number(process.argv[2] ?? 10_000), Number(process.argv[3] ?? 0), Number(process.argv[4] ?? 2000)];
const told = { projects, usable: 0, events: 0, bodies: 0, broken: 0 };
const worst = { advance: 0, project: first };
const slow = [];
const long = [];

function broken(project, how) {
  told.broken++;
  console.log(`project ${project}: ${how}`);
}

function took({ seed, usable, events, bodies, worst: advance, broken: faults, took: ms }) {
  if (usable) told.usable++;
  told.events += events;
  told.bodies += bodies;
  if (advance > worst.advance) Object.assign(worst, { advance, project: seed });
  if (advance > 100) slow.push(seed);
  if (ms > 10_000) long.push(seed);
  if (faults.length > 0) broken(seed, faults[0]);
  if ((seed - first + 1) % 500 === 0) console.error(`${seed - first + 1} projects`);
}

/** Runs projects in a thread of their own; resolves with the one that took more memory than it may, if one did. */
function stretch(from, to) {
  return new Promise((done, fail) => {
    const worker = new Worker(join(root, 'scripts/stormWorker.mjs'), {
      workerData: { root, from, to },
      resourceLimits: { maxOldGenerationSizeMb: memory },
    });
    let at = from;
    worker.on('message', (message) => ('begun' in message ? (at = message.begun) : took(message)));
    worker.on('error', (error) => (error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? done(at) : fail(error)));
    worker.on('exit', () => done(undefined));
  });
}

for (let from = first; from < first + projects;) {
  const beyond = await stretch(from, first + projects);
  if (beyond === undefined) break;
  broken(beyond, `expected at most ${memory} MB`);
  from = beyond + 1;
}
const list = (seeds) => `${seeds.length}${seeds.length > 0 ? `: ${seeds.slice(0, 20).join(', ')}` : ''}`;
console.log(
  Object.entries(told)
    .map(([name, count]) => `${name} ${count}`)
    .join(', '),
);
console.log(`longest advance ${worst.advance.toFixed(1)} ms (project ${worst.project}); over 100 ms in ${list(slow)}`);
console.log(`over 10 s in all in ${list(long)}; each within ${memory} MB but for those told above`);

const { brawlOf } = await import(join(root, 'core/dist/testing/anyBrawl.js'));
const { refereed } = await import(join(root, 'core/dist/testing/refereed.js'));
let [compared, met, apart] = [0, 0, 0];
for (let seed = first; seed < first + brawls; seed++) {
  const { sure, at, what, events } = refereed(brawlOf(seed));
  compared += sure;
  met += events;
  if (at >= sure) continue;
  apart++;
  console.log(`brawl ${seed}: ${what}`);
}
console.log(`brawls ${brawls}, ${compared.toFixed(0)} s compared, events ${met}, apart ${apart}`);
process.exitCode = told.broken + apart > 0 ? 1 : 0;
