// `npm run screenshots`: the pictures in docs/screenshots, taken from the demo in a folder of its own.
import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { chromiumFlags, chromiumHere } from '../scripts/chromium.mjs';

const root = fileURLToPath(new URL('../', import.meta.url));
const data = await mkdtemp(join(tmpdir(), 'undatio-shots-'));
const server = spawn(process.execPath, [join(root, 'server/bin/undatio.mjs'), 'serve'], {
  env: { ...process.env, UNDATIO_DATA: data, PORT: '0' },
});
const address = await new Promise((done) => server.stdout.on('data', (chunk) => done(/http:\S+/.exec(chunk)[0])));
const browser = await chromium.launch({ executablePath: chromiumHere({ whole: true }), args: chromiumFlags });

const settled = (page) => page.waitForTimeout(700);
const save = (page, name) => page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });

async function tune(sequence, frame, { theme = 'light', lane } = {}) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: theme });
  await page.goto(`${address}/tune/${sequence}`);
  await page.locator('und-stage canvas').waitFor();
  await page.waitForLoadState('networkidle');
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  await page.keyboard.press('0');
  for (let i = 0; i < frame; i++) await page.keyboard.press('ArrowRight');
  if (lane) await page.locator(`und-lane[data-effect="${lane}"] .head .name`).click();
  await settled(page);
  return page;
}

try {
  await save(await tune('lance-heavy', 12), 'tune');
  await save(await tune('lance-ember', 10, { theme: 'dark' }), 'tune-night');
  await save(await tune('lance-light', 2, { lane: 'flash' }), 'lane');
  await save(await tune('horn-sweep', 1, { lane: 'sweep' }), 'shape');
  // What differs, with what comes through most first.
  const compared = await tune('lance-heavy', 0);
  await compared.keyboard.press('k');
  await compared.locator('und-lane[data-effect="flash"] .block').focus();
  for (let i = 0; i < 6; i++) await compared.keyboard.press('.');
  await compared.locator('und-lane[data-effect="hit-stop"] .block').focus();
  for (let i = 0; i < 5; i++) await compared.keyboard.press(',');
  await compared.getByRole('button', { name: /^Differences/ }).click();
  await compared.getByRole('slider', { name: 'Playhead' }).focus();
  await compared.keyboard.press('0');
  for (let i = 0; i < 7; i++) await compared.keyboard.press('ArrowRight');
  await compared.waitForTimeout(1500);
  await save(compared, 'compare');
  await compared.keyboard.press('Control+z');
  await compared.keyboard.press('Control+z');
  const trial = await tune('lance-heavy', 0);
  await trial.keyboard.press('t');
  await trial.locator('#trial-of-0').selectOption({ label: 'throw' });
  await trial.getByRole('button', { name: '+ a second' }).click();
  await trial.getByRole('slider', { name: 'Playhead' }).focus();
  await trial.keyboard.press('0');
  for (let i = 0; i < 6; i++) await trial.keyboard.press('ArrowRight');
  await trial.waitForTimeout(2500);
  await save(trial, 'trial');
  // A meter behind a number, at the instant at which that is worst.
  const reads = await tune('lance-heavy', 0);
  await reads.keyboard.press('r');
  const covered = reads.getByRole('button', { name: /is covered by/ });
  await covered.waitFor({ timeout: 60_000 });
  await covered.click();
  await reads.waitForTimeout(2500);
  await save(reads, 'reads');
  const presets = await tune('lance-light', 4);
  await presets.keyboard.press('n');
  await presets.getByRole('button', { name: /^Lunge and hurt/ }).click();
  await settled(presets);
  await save(presets, 'presets');
  const rapid = await tune('spore-volley', 0);
  await rapid.getByLabel('Rapid fire').click();
  await rapid.getByRole('textbox', { name: 'Targets that take turns' }).fill('3');
  await rapid.keyboard.press('Enter');
  await rapid.getByRole('slider', { name: 'Playhead' }).focus();
  for (let i = 0; i < 52; i++) await rapid.keyboard.press('ArrowRight');
  await settled(rapid);
  await save(rapid, 'rapid-fire');
  const ship = await tune('lance-light', 0);
  await ship.getByRole('link', { name: 'Ship' }).click();
  await ship.getByText('Every reference resolves').waitFor();
  await settled(ship);
  await save(ship, 'ship');
  const rules = await tune('lance-light', 2);
  await rules.getByRole('link', { name: 'Rules' }).click();
  await rules.locator('und-stage canvas').waitFor();
  await settled(rules);
  await rules.getByRole('group', { name: 'Statuses of the target' }).getByRole('button', { name: 'guarding' }).click();
  await settled(rules);
  await save(rules, 'rules');
  await rules.getByRole('link', { name: 'Coverage', exact: true }).click();
  await settled(rules);
  await save(rules, 'coverage');
  await rules.getByRole('link', { name: 'Drills' }).click();
  await rules.getByRole('link', { name: /^.*Ember, and the pod/ }).click();
  await rules.locator('und-drill-charts canvas').waitFor();
  await settled(rules);
  await rules.locator('und-drill-charts').click({ position: { x: 286, y: 60 } });
  await rules.mouse.move(600, 20);
  await settled(rules);
  await save(rules, 'drills');
  // A sweep in the middle of its contact, on the map and with what it reaches.
  await rules.getByRole('link', { name: 'Three in one sweep' }).click();
  await rules.getByRole('radio', { name: 'map', exact: true }).click();
  await settled(rules);
  await rules.locator('und-drill-charts').click({ position: { x: 278, y: 60 } });
  await rules.mouse.move(600, 20);
  await settled(rules);
  await save(rules, 'sweep');
  await rules.getByRole('link', { name: 'Actors' }).click();
  await rules.getByRole('link', { name: /^Brasshorn/ }).click();
  await rules.getByRole('radio', { name: 'moves', exact: true }).click();
  await rules.getByRole('radio', { name: 'Horn sweep' }).click();
  await settled(rules);
  await rules.locator('und-move-strip svg').click({ position: { x: 300, y: 6 } });
  await settled(rules);
  await save(rules, 'moves');
  await rules.getByRole('link', { name: /^Mosshell/ }).click();
  await rules.getByRole('radio', { name: 'poses', exact: true }).click();
  await settled(rules);
  await save(rules, 'actors');
  await rules.getByRole('link', { name: 'Assets' }).click();
  await settled(rules);
  await save(rules, 'assets');
  // A shelf with more than the demo on it, and something in the bin.
  const begin = (label, seen, viewWidth, viewHeight) =>
    rules.request.post(`${address}/api/start`, {
      data: { label, seen, viewWidth, viewHeight, axis: 'down', pixelsPerUnit: 1 },
      headers: { 'Content-Type': 'application/json' },
    });
  await begin('Moth fencing', 'side', 960, 540);
  await begin('Weevil rumble', 'above', 320, 180);
  await begin('An old try', 'side', 960, 540);
  await rules.request.delete(`${address}/api/projects/an-old-try`);
  await rules.goto(`${address}/projects`);
  await settled(rules);
  await rules.waitForTimeout(1500);
  await save(rules, 'projects');
  const yard = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await yard.goto(`${address}/yard`);
  // The instant that docs/drawing.md explains.
  await yard.getByRole('button', { name: 'Pause' }).click();
  await yard.locator('#sequence').selectOption('lance-heavy');
  await yard.getByLabel('Payload').fill('{"damage":33}');
  await yard.getByLabel('Seconds').fill('0.11');
  await yard.getByRole('button', { name: 'Sample' }).click();
  await yard.waitForTimeout(700);
  await save(yard, 'yard');
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((done) => server.once('exit', done));
  await rm(data, { recursive: true, force: true });
}
