import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, root, test } from './studio.js';

interface AxeResult {
  violations: { id: string; impact: string; nodes: { target: string[]; failureSummary: string }[] }[];
}

const axeScript = readFile(join(root, 'node_modules/axe-core/axe.min.js'), 'utf8');

interface Axe {
  run(part: string, options: object): Promise<AxeResult>;
}

/** What axe finds that is serious or critical on the page or in one part of it, each with its place; of colours alone, by its rules about them. */
async function seriousOf(page: Page, part: string, colours: boolean): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(await axeScript);
  const { violations } = await page.evaluate(([selector, options]) => (window as never as { axe: Axe }).axe.run(selector, options), [
    part,
    { resultTypes: ['violations'], ...(colours ? { runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } } : {}) },
  ] as const);
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(({ target, failureSummary }) => `${id} ${target.join(' ')} ${failureSummary}`));
}

/** What is serious by day, and by night, when only the colours are others. */
async function serious(page: Page, part = 'html'): Promise<string[]> {
  const byDay = await seriousOf(page, part, false);
  await page.emulateMedia({ colorScheme: 'dark' });
  const byNight = await seriousOf(page, part, true);
  await page.emulateMedia({ colorScheme: 'light' });
  return [...byDay.map((found) => `by day: ${found}`), ...byNight.map((found) => `by night: ${found}`)];
}

/** Set by a component on itself while it is open, or of the ripple, which is off. */
const noTokens = ['--p-scrollbar-width', '--p-popover-arrow-left', '--p-ripple-background'];

/** Tokens of the theme that styles on the page read and nothing sets: a component that is used anew needs its own in the preset. */
const unsetTokens = (page: Page): Promise<string[]> =>
  page.evaluate((known) => {
    const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]);
    const read = rules.flatMap(({ cssText }) => [...cssText.matchAll(/var\((--p-[\w-]+)\)/g)].map(([, name]) => name));
    const set = getComputedStyle(document.documentElement);
    return [...new Set(read)].filter((name) => !known.includes(name) && set.getPropertyValue(name) === '');
  }, noTokens);

test('axe finds nothing serious on any screen, by day and by night', async ({ studio, page, server }) => {
  // Colours that are on their way to others would be measured on the way.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await studio.open('lance-heavy');
  expect(await serious(page)).toEqual([]);
  for (const lane of ['flash', 'sparks', 'hit-stop', 'number', 'throw', 'shock', 'lens', 'hurt', 'wake', 'health', 'crack']) {
    await studio.openLane(lane);
    await studio.everythingElse(lane);
    await expect(studio.lane(lane).getByText('Starts from')).toBeVisible();
    // The rest of the page is as it was.
    expect(await serious(page, `und-lane[data-effect="${lane}"]`)).toEqual([]);
  }
  await studio.lane('crack').getByRole('button', { name: 'Add sounds' }).click();
  await page.getByLabel('Rapid fire').click();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: 'Add effect' }).click();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('link', { name: 'Ship' }).click();
  await expect(page.getByText('Every reference resolves')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Download kit/ })).toBeEnabled();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('link', { name: 'Rules' }).click();
  await expect(page.getByLabel('Name of the event')).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page
    .getByRole('button', { name: /^target is guarding/ })
    .first()
    .click();
  await page.getByRole('group', { name: 'Statuses of the target' }).getByRole('button', { name: 'guarding' }).click();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  for (const view of ['Statuses', 'Coverage']) {
    await page.getByRole('link', { name: view, exact: true }).click();
    await page.getByRole('heading', { name: view, exact: true }).waitFor();
    expect(await serious(page)).toEqual([]);
  }
  await page.getByRole('link', { name: 'Drills' }).click();
  await expect(page.locator('und-drill-charts canvas')).toBeVisible();
  for (const side of ['log', 'expected', 'event', 'actors', 'map', 'reads']) {
    await page.getByRole('radio', { name: side, exact: true }).click();
    await studio.settle();
    expect(await serious(page)).toEqual([]);
  }
  await page.getByRole('link', { name: 'Actors' }).click();
  for (const view of ['parts', 'poses', 'stage', 'clips', 'moves', 'fight', 'body']) {
    await page.getByRole('radio', { name: view, exact: true }).click();
    if (view === 'clips') await page.getByRole('button', { name: 'New clip' }).click();
    if (view === 'stage') await page.getByRole('button', { name: 'New stage' }).click();
    await studio.saved();
    await studio.settle();
    expect(await serious(page)).toEqual([]);
  }
  await page.getByRole('link', { name: 'Assets' }).click();
  await page.getByRole('button', { name: 'Sounds' }).waitFor();
  await page.getByRole('button', { name: 'Look into Lance crack A' }).click();
  expect(await serious(page)).toEqual([]);
  await page.getByRole('button', { name: /^Pictures/ }).click();
  await page.getByRole('button', { name: /^Cut / }).first().click();
  await page.getByRole('radio', { name: 'a grid', exact: true }).click();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  expect(await unsetTokens(page)).toEqual([]);
  await page.goto(`${server.address}/projects`);
  await page.getByRole('button', { name: 'New' }).click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.goto(`${server.address}/yard`);
  await expect(page.locator('#kit')).toContainText('27 sequences');
  expect(await serious(page)).toEqual([]);
});

test('axe finds nothing serious where takes are compared, tried and remembered, by day and by night', async ({ studio, page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await studio.open('lance-light');
  await page.keyboard.press('k');
  await studio.reveal('flash');
  await studio.block('flash').focus();
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: /^Differences/ }).click();
  await expect(page.locator('und-difference-table tbody').first()).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Shift over time' }).click();
  await page.keyboard.press('v');
  await expect(page.getByRole('button', { name: 'Save PNG' })).toBeEnabled();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('v');
  await page.keyboard.press('r');
  await expect(page.locator('und-reading-panel tbody tr')).toHaveCount(2);
  await expect(page.getByText('Looking…')).toHaveCount(0);
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('r');
  await page.keyboard.press('t');
  await expect(page.locator('und-trial-sheet .cell').nth(8)).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('t');
  await page.keyboard.press('h');
  await expect(page.getByRole('region', { name: 'History' }).locator('li').first()).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('la');
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  // While a dialog closes, keys are still its own.
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog', { name: 'Presets' })).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Mix', exact: true }).click();
  await expect(page.getByRole('dialog').getByText(/LUFS/)).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'View' }).click();
  await expect(page.getByText('As players may set it')).toBeVisible();
  await studio.settle();
  expect(await serious(page)).toEqual([]);
  expect(await unsetTokens(page)).toEqual([]);
});

test('axe finds nothing serious where drills and rules are compared and tried, by day and by night', async ({ studio, page, server }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto(`${server.address}/projects/elytra-league/drills`);
  await expect(page.locator('und-drill-charts canvas')).toBeVisible();
  await page.keyboard.press('k');
  const event = page.locator('und-drill-lanes .entry').first();
  await event.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: /^Differences/ }).click();
  await expect(page.locator('und-run-difference-table tbody').first()).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('o');
  await page.keyboard.press('h');
  await page
    .getByRole('button', { name: /^Look at/ })
    .first()
    .click();
  await expect(page.getByRole('list', { name: 'What of it to take' })).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('h');
  await page.keyboard.press('t');
  await expect(page.locator('und-trial-sheet .cell .note').nth(8)).toBeVisible();
  expect(await serious(page)).toEqual([]);
  await page.goto(`${server.address}/projects/elytra-league/rules/lance-hit`);
  await expect(page.locator('und-stage canvas')).toBeVisible();
  await page.keyboard.press('k');
  await page.getByRole('button', { name: 'Differences' }).click();
  await expect(page.locator('und-run-difference-table')).toContainText('Nothing differs');
  await studio.settle();
  expect(await serious(page)).toEqual([]);
});

test('the chart follows the system, and a person’s choice is kept', async ({ studio, page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await studio.open();
  const theme = (): Promise<string | null> => page.locator('html').getAttribute('data-theme');
  expect(await theme()).toBe('night');
  await page.getByRole('button', { name: 'Day' }).click();
  expect(await theme()).toBe('day');
  await page.reload();
  expect(await theme()).toBe('day');
});

test('a server that cannot be reached has a face, and a second try', async ({ studio, page, server, expected }) => {
  expected.push(/Failed to load resource/);
  await page.route('**/api/projects', (route) => route.abort());
  await page.goto(server.address);
  await expect(page.getByRole('alert')).toContainText('The server cannot be reached.');
  await page.unrouteAll();
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.getByRole('link', { name: 'Elytra League', exact: true }).click();
  await expect(studio.lane('flash')).toBeVisible();
});
