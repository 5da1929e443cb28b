// `npm test`: set-up, lint, types, then every unit, server and browser test. The last line counts them.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root, run } from './setUp.mjs';

const chromium = process.env.CHROME_BIN || '/usr/bin/chromium';

/** Debian's Chromium drives the browser tests. As root it can be installed here and now. */
function findChromium() {
  if (existsSync(chromium)) return;
  console.error('Installing Chromium…');
  const done =
    process.getuid?.() === 0 &&
    spawnSync('sh', ['-c', 'apt-get update -qq && apt-get install -y -qq chromium'], { stdio: ['ignore', 2, 2] }).status === 0;
  if (!done || !existsSync(chromium)) {
    console.error(
      'The browser tests need Chromium. Install it with: sudo apt-get install chromium (or set CHROME_BIN to yours), then run npm test again.',
    );
    process.exit(1);
  }
}

/** Runs one step and reads its counts from what it prints. `counts` returns [passed, failed] or undefined. */
function step(name, command, args, counts, options = {}) {
  console.log(`\n— ${name}`);
  return new Promise((done) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0', CHROME_BIN: chromium },
      ...options,
    });
    let text = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (chunk) => {
        text += chunk;
        process.stdout.write(chunk);
      });
    }
    child.on('close', (code) => {
      const [passed, failed] = counts(text) ?? [0, 0];
      // A step that broke without a failing test still failed; one that ran nothing proved nothing.
      const broken = (code !== 0 || passed === 0) && failed === 0;
      if (broken) console.error(`${name} ended with ${code} after ${passed} tests`);
      done({ passed, failed: failed + (broken ? 1 : 0) });
    });
  });
}

const last = (text, pattern) => [...text.matchAll(pattern)].at(-1);
const jasmineCounts = (text) => {
  const found = last(text, /(\d+) specs?, (\d+) failures?/g);
  return found && [Number(found[1]) - Number(found[2]), Number(found[2])];
};
const karmaCounts = (text) => {
  const found = last(text, /Executed (\d+) of \d+(?: \((\d+) FAILED\))?/g);
  return found && [Number(found[1]) - Number(found[2] ?? 0), Number(found[2] ?? 0)];
};
const playwrightCounts = (text) => {
  const passed = Number(last(text, /(\d+) passed/g)?.[1] ?? 0) + Number(last(text, /(\d+) flaky/g)?.[1] ?? 0);
  const failed = Number(last(text, /(\d+) failed/g)?.[1] ?? 0) + Number(last(text, /(\d+) did not run/g)?.[1] ?? 0);
  return [passed, failed];
};

install();
findChromium();
build();
run(process.execPath, ['scripts/build.mjs', 'tests']);
run('npm', ['run', '--silent', 'lint']);

const bin = (name) => join(root, 'node_modules', '.bin', name);
const results = [
  await step('core', bin('jasmine'), ['--config=jasmine.json'], jasmineCounts, { cwd: join(root, 'core') }),
  await step('server', bin('jasmine'), ['--config=jasmine.json'], jasmineCounts, { cwd: join(root, 'server') }),
  await step('yard', bin('jasmine'), ['--config=jasmine.json'], jasmineCounts, { cwd: join(root, 'yard') }),
  await step('studio', bin('ng'), ['test'], karmaCounts, { cwd: join(root, 'studio') }),
  await step('browser', bin('playwright'), ['test'], playwrightCounts, { cwd: join(root, 'e2e') }),
];
const passed = results.reduce((sum, result) => sum + result.passed, 0);
const failed = results.reduce((sum, result) => sum + result.failed, 0);
process.exitCode = failed > 0 ? 1 : 0;
console.log(`\ntests: ${passed} passed, ${failed} failed`);
