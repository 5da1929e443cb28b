// `npm run storm -- [projects] [from]`: random projects of rules, each checked, run, cut into increments and played by an arena for
// ten seconds, with what the longest advance took. Ends with 1 where something does not hold.
import { performance } from 'node:perf_hooks';
import { join } from 'node:path';
import { build, install, root } from './setUp.mjs';

await install();
build(['core']);

const [projects, from] = [Number(process.argv[2] ?? 10_000), Number(process.argv[3] ?? 0)];
const { fightProject } = await import(join(root, 'core/dist/testing/anyFight.js'));
const { weather } = await import(join(root, 'core/dist/testing/storm.js'));
const told = { projects, usable: 0, events: 0, bodies: 0, broken: 0 };
const worst = { advance: 0, project: from };
const slow = [];
let memory = 0;
for (let seed = from; seed < from + projects; seed++) {
  let one;
  try {
    one = weather(fightProject(seed), () => performance.now());
  } catch (error) {
    one = { usable: true, events: 0, bodies: 0, worst: 0, broken: [String(error.stack ?? error)] };
  }
  if (one.usable) told.usable++;
  told.events += one.events;
  told.bodies += one.bodies;
  if (one.worst > worst.advance) Object.assign(worst, { advance: one.worst, project: seed });
  if (one.worst > 100) slow.push(seed);
  if (one.broken.length > 0) {
    told.broken++;
    console.log(`project ${seed}: ${one.broken[0]}`);
  }
  memory = Math.max(memory, process.memoryUsage().heapUsed);
  if ((seed - from + 1) % 500 === 0) console.error(`${seed - from + 1} projects`);
}
console.log(
  Object.entries(told)
    .map(([name, count]) => `${name} ${count}`)
    .join(', '),
);
console.log(
  `longest advance ${worst.advance.toFixed(1)} ms (project ${worst.project}); over 100 ms in ${slow.length}: ${slow.slice(0, 20).join(', ')}`,
);
console.log(`most memory ${(memory / 1e6).toFixed(0)} MB`);
process.exitCode = told.broken > 0 ? 1 : 0;
