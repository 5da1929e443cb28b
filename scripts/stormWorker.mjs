// Random projects one after another, each told to whoever asked as it is done. The memory that it may use is the worker's own limit.
import { performance } from 'node:perf_hooks';
import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';

const { root, from, to } = workerData;
const { fightProject } = await import(join(root, 'core/dist/testing/anyFight.js'));
const { weather } = await import(join(root, 'core/dist/testing/storm.js'));
for (let seed = from; seed < to; seed++) {
  parentPort.postMessage({ begun: seed });
  const project = fightProject(seed);
  const begun = performance.now();
  let one;
  try {
    one = weather(project, () => performance.now());
  } catch (error) {
    one = { usable: true, events: 0, bodies: 0, worst: 0, broken: [String(error.stack ?? error)] };
  }
  parentPort.postMessage({ seed, ...one, took: performance.now() - begun });
}
