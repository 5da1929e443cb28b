// `npm run durability -- [kills] [seed]`: keeps a folder linked by a process that is killed again and again while both sides are
// edited and branches are switched, and names every write that nobody holds afterwards. Ends with 1 when there are any.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, install, root } from './setUp.mjs';

await install();
build(['core', 'server']);

const [kills, seed] = [Number(process.argv[2] ?? 1000), Number(process.argv[3] ?? 1)];
const { killLink } = await import(join(root, 'server/dist/durability/killedLink.js'));
const folder = mkdtempSync(join(tmpdir(), 'undatio-'));
try {
  const { lost, ...told } = await killLink(folder, kills, seed, (kill) => {
    if (kill > 0 && kill % 50 === 0) console.error(`${kill} kills`);
  });
  console.log(
    Object.entries(told)
      .map(([name, count]) => `${name} ${count}`)
      .join(', '),
    `(seed ${seed})`,
  );
  for (const line of lost) console.log(`lost: ${line}`);
  process.exitCode = lost.length > 0 ? 1 : 0;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
