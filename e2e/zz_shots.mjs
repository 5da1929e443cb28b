import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { chromiumFlags, chromiumHere } from '../scripts/chromium.mjs';
const root = fileURLToPath(new URL('../', import.meta.url));
const data = await mkdtemp('/dev/shm/undatio-shots-');
const server = spawn(process.execPath, [join(root, 'server/bin/undatio.mjs'), 'serve'], { env: { ...process.env, UNDATIO_DATA: data, PORT: '0' } });
const address = await new Promise((done) => server.stdout.on('data', (chunk) => done(/http:\S+/.exec(chunk)[0])));
const browser = await chromium.launch({ executablePath: chromiumHere({ whole: true }), args: chromiumFlags });
const P = `${address}/projects/elytra-league`;
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
page.on('pageerror', (e) => console.log('pageerror', e.message));
const save = async (name) => { await page.waitForTimeout(600); await page.screenshot({ path: `/dev/shm/shots/${name}.png` }); };
try {
  const which = process.argv[2] ?? 'all';
  const go = async (path) => { await page.goto(`${P}/${path}`); await page.waitForLoadState('networkidle'); };
  if (which === 'all' || which === 'a') {
    await go('rules/lance-hit');
    await page.locator('li[data-rung="1"]').getByRole('button', { name: /Add an outcome/ }).click();
    await page.keyboard.type('spawn');
    await save('rules-menu');
    await page.keyboard.press('Escape');
    await go('rules/~findings'); await save('findings');
    await go('rules/~coverage'); await save('coverage');
    await go('drills/three-fencers'); await save('drill');
    await go('ship'); await save('ship');
    await go('tune/lance-heavy');
    await page.getByRole('button', { name: 'Add an effect at the playhead' }).first().click();
    await page.keyboard.type('bar');
    await save('tune-add');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(500);
    await save('tune-meter');
  }
  if (which === 'all' || which === 'b') {
    await go('tune/lance-heavy');
    await page.getByRole('button', { name: 'Add an effect at the playhead' }).first().click();
    await page.keyboard.type('caption');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(800);
    await page.getByRole('button', { name: 'Insert signal' }).click();
    await page.waitForTimeout(500);
    await save('tune-caption');
    await go('rules/pod-breaks');
    await page.getByRole('button', { name: /^split/ }).first().click();
    await save('split');
    await go('drills/pollen-falls'); await page.getByRole('radio', { name: 'cast', exact: false }).first().click().catch(() => {}); await save('drill2');
  }
} finally {
  await browser.close(); server.kill(); await rm(data, { recursive: true, force: true });
}
