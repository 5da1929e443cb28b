// `npm test`: set-up, then lint, types, every unit and server test, and every browser test. The last line counts them.
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { chromiumHere } from './chromium.mjs';
import { build, install, root } from './setUp.mjs';

/** Starts a command and gives its end: its code, and what it printed where that is not shown at once. */
function ended(command, args, { shown = false, ...options } = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        text += chunk;
        if (shown) process.stdout.write(chunk);
      });
    child.on('error', (error) => done({ code: 1, text: `${text}${error.message}\n` }));
    child.on('close', (code) => done({ code, text }));
  });
}

/** As root a browser can be installed here and now. */
async function findChromium() {
  if (!chromiumHere() && process.getuid?.() === 0) {
    console.error('Installing Chromium…');
    const install = 'apt-get install -y -qq --no-install-recommends fonts-liberation';
    await ended('sh', ['-c', `apt-get update -qq; ${install} chromium-headless-shell || ${install} chromium`]);
  }
  const found = chromiumHere();
  if (found) return found;
  console.error(
    'The browser tests need Chromium. Install it with: sudo apt-get install chromium-headless-shell (or set CHROME_BIN to yours), then run npm test again.',
  );
  process.exit(1);
}

/** Runs one step and reads its counts from what it prints, which is shown as one piece at its end. `counts` returns [passed, failed] or undefined. */
async function step(name, command, args, counts, options = {}) {
  if (options.shown) console.log(`\n— ${name}`);
  const { code, text } = await ended(command, args, {
    ...options,
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0', CHROME_BIN: chromium },
  });
  if (!options.shown) console.log(`\n— ${name}\n${text.trimEnd()}`);
  const [passed, failed] = counts?.(text) ?? [0, 0];
  // A step that broke without a failing test still failed; one that ran nothing proved nothing.
  const broken = (code !== 0 || (counts && passed === 0)) && failed === 0;
  if (broken) console.error(`${name} ended with ${code} after ${passed} tests`);
  return { passed, failed: failed + (broken ? 1 : 0) };
}

/** Runs the steps, two at a time where there are two processors, each begun in its turn. */
async function sideBySide(steps) {
  const results = [];
  const waiting = [...steps];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) results.push(await next());
  };
  await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, lane));
  return results;
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

const installed = install();
const finding = findChromium();
build();
await installed;
const chromium = await finding;

const bin = (name) => join(root, 'node_modules', '.bin', name);
const jasmine = (part) => () => step(part, bin('jasmine'), ['--config=jasmine.json'], jasmineCounts, { cwd: join(root, part) });
const results = await sideBySide([
  jasmine('server'),
  jasmine('core'),
  () => step('lint', 'npm', ['run', '--silent', 'lint']),
  () => step('types of browser tests and bench', process.execPath, ['scripts/build.mjs', 'tests']),
  jasmine('yard'),
  () => step('studio', bin('ng'), ['test'], karmaCounts, { cwd: join(root, 'studio') }),
]);
results.push(await step('browser', bin('playwright'), ['test'], playwrightCounts, { cwd: join(root, 'e2e'), shown: true }));
const passed = results.reduce((sum, result) => sum + result.passed, 0);
const failed = results.reduce((sum, result) => sum + result.failed, 0);
process.exitCode = failed > 0 ? 1 : 0;
console.log(`\ntests: ${passed} passed, ${failed} failed`);
