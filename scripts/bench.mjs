// `npm run bench`: measured ratios, sizes and waits, in one run on this machine.
import { build, install, run } from './setUp.mjs';

await install();
build();
run(process.execPath, ['scripts/build.mjs', 'tests']);
run(process.execPath, ['--expose-gc', 'bench/dist/main.js']);
