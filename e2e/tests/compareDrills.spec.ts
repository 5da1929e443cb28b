import type { Page } from '@playwright/test';
import { seenOn } from './sheet.js';
import { expect, test } from './studio.js';

const openDrill = async (page: Page, address: string): Promise<void> => {
  await page.goto(`${address}/projects/elytra-league/drills`);
  // The very first page of a run comes slowly.
  await expect(page.locator('und-drill-charts canvas')).toBeVisible();
};

test('a drill is kept; what differs is told in documents, readings and events, adopted, and swapped', async ({ studio, page, server }) => {
  await openDrill(page, server.address);
  const first = page.locator('und-drill-lanes .entry').first();
  const before = await first.getAttribute('aria-label');
  await page.keyboard.press('k');
  const bar = page.getByRole('group', { name: 'Compare with the kept take' });
  await expect(bar).toContainText('Kept: Two blows and a return');
  await first.click();
  const damage = page.locator('und-entry-editor').getByRole('textbox', { name: 'Damage' });
  await damage.fill('3');
  await damage.press('Enter');
  await first.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(first).toHaveAttribute('aria-label', /at 0\.8 s/);
  // Where it was is seen on its lane.
  await expect(page.locator('und-drill-lanes .ghost')).toHaveCount(1);
  await expect(page.locator('und-compare-bar')).toContainText('Kept and now part first at 0.5 s');

  await bar.getByRole('button', { name: 'Differences 1' }).click();
  const table = page.locator('und-run-difference-table');
  await expect(table).toContainText('script 1, at 0.5 → 0.8; 1, payload, damage none → 3');
  await expect(table.locator('tr', { hasText: 'health left, Pip' })).toBeVisible();
  await expect(table.locator('tbody', { hasText: '0.80 Lance hit' })).toContainText('0.5 s');
  await table.getByRole('button', { name: /^0\.80/ }).click();
  await expect(page.locator('und-transport .clock')).toContainText('0.8');

  await bar.getByRole('button', { name: 'Swap' }).click();
  await expect(first).toHaveAttribute('aria-label', before ?? '');
  await page.keyboard.press('Control+z');
  await expect(first).toHaveAttribute('aria-label', /at 0\.8 s/);
  await page.keyboard.press('Control+Shift+z');
  await table.getByRole('button', { name: /^Adopt all of drill/ }).click();
  await expect(first).toHaveAttribute('aria-label', /at 0\.8 s/);
  await expect(table).toContainText('Nothing differs');
  await bar.getByRole('button', { name: 'Drop' }).click();
  await expect(page.locator('und-drill-lanes .ghost')).toHaveCount(0);
  await studio.saved();
});

test('the ways of those of a drill lie over its stage', async ({ page, server }) => {
  await openDrill(page, server.address);
  await page.getByRole('link', { name: 'Closing in' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the drill' })).toHaveValue('Closing in');
  // The link that was clicked has the focus; the screen has its keys all the same.
  await page.keyboard.press('o');
  const ways = page.locator('und-stage-ways svg');
  await expect(ways).toHaveAttribute('aria-label', /^Ways of \w+/);
  await expect(ways.locator('path').first()).toHaveAttribute('d', /^M.*L/);
  await page.keyboard.press('o');
  await expect(ways).toHaveCount(0);
});

test('a trial sheet of a drill: numbers of its script and of a ladder, each played; one is adopted, one kept', async ({ page, server }) => {
  await openDrill(page, server.address);
  await page.keyboard.press('t');
  const sheet = page.locator('und-trial-sheet');
  await expect(sheet.locator('.cell')).toHaveCount(9);
  await expect(sheet.locator('#trial-field-0')).toHaveValue('["script",0,"payload","damage"]');
  // Each tells what came of it: with 6 nobody has fallen by the second blow.
  await expect(sheet.locator('.cell .note').first()).toContainText(/✕\d Brasshorn 60 · Pip/);
  await expect.poll(async () => (await seenOn(sheet)).filter(({ colours }) => colours > 40).length).toBe(9);
  await sheet
    .locator('.cell')
    .nth(1)
    .click({ modifiers: ['Shift'] });
  await sheet.locator('.cell').nth(2).click();
  await expect(sheet.locator('.cell.present')).toHaveCount(1);
  await page.keyboard.press('t');
  await expect(page.getByRole('group', { name: 'Compare with the kept take' })).toContainText('Kept: Two blows and a return, 8.25');
  await page.locator('und-drill-lanes .entry').first().click();
  await expect(page.locator('und-entry-editor').getByRole('textbox', { name: 'Damage' })).toHaveValue('10.5');
  await page.keyboard.press('Control+z');
  await expect(page.locator('und-entry-editor').getByRole('textbox', { name: 'Damage' })).toHaveValue('12');
});

test('an old ladder is looked at at its moment, one rung of it taken, and seen in a drill', async ({ studio, page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/rules/lance-hit`);
  const rungs = page.locator('und-ladder ol.rungs > li');
  await expect(rungs.first()).toBeVisible();
  const count = await rungs.count();
  await page.getByRole('button', { name: 'Remove parried' }).click();
  await expect(rungs).toHaveCount(count - 1);
  await studio.saved();
  await page.keyboard.press('h');
  const panel = page.getByRole('region', { name: 'History' });
  await panel.getByRole('button', { name: /^Look at/ }).click();
  await expect(page.getByRole('img', { name: 'The kept take' })).toBeVisible();
  await expect(panel.getByRole('list', { name: 'What of it to take' })).toContainText('Parried is not there now');
  await panel.getByRole('button', { name: /^Take Parried/ }).click();
  await expect(rungs).toHaveCount(count);
  await expect(rungs.first()).toHaveAttribute('aria-label', 'Parried');
  await page.keyboard.press('Control+z');
  await panel.locator('#history-drill').selectOption({ label: 'Glance, parry, too strong' });
  await panel.getByRole('button', { name: 'See it' }).click();
  await expect(page).toHaveURL(/\/drills\//);
  await expect(page.getByRole('group', { name: 'Compare with the kept take' })).toContainText(/^Kept: lance-hit, the state of/);
  // The parry is only in the kept run.
  await page.getByRole('button', { name: /^Differences/ }).click();
  await expect(page.locator('und-run-difference-table')).toContainText('Parried only kept');
  await expect(page.locator('und-run-difference-table tr', { hasText: 'parried' }).first()).toBeVisible();
});

test('an old actor lies behind the present one; an old status and an old preset give back what they were', async ({
  studio,
  page,
  server,
}) => {
  await page.goto(`${server.address}/projects/elytra-league/actors/pip`);
  const width = page.getByRole('textbox', { name: /^Width/ });
  await width.fill('120');
  await width.press('Enter');
  await studio.saved();
  await page.keyboard.press('h');
  const panel = page.getByRole('region', { name: 'History' });
  await panel.getByRole('button', { name: /^Look at/ }).click();
  await expect(page.locator('svg.paper rect.was')).toHaveAttribute('width', '84');
  await panel.getByRole('button', { name: /^Take width/ }).click();
  await expect(width).toHaveValue('84');
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('svg.paper rect.was')).toHaveCount(0);

  await page.goto(`${server.address}/projects/elytra-league/rules/~statuses`);
  const note = page.getByRole('textbox', { name: 'What the status is, in a sentence' });
  const said = await note.inputValue();
  await note.fill('Something else.');
  await note.press('Tab');
  await studio.saved();
  await page.getByRole('button', { name: 'History', exact: true }).click();
  await panel.getByRole('button', { name: /^Look at/ }).click();
  await panel.getByRole('button', { name: /^Take note/ }).click();
  await expect(note).toHaveValue(said);
  await panel.getByRole('button', { name: 'Close' }).click();

  await studio.open('lance-light');
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog', { name: 'Presets' });
  const name = dialog.getByRole('textbox', { name: 'Name', exact: true });
  const before = await name.inputValue();
  await name.fill('Another name');
  await name.press('Enter');
  await studio.saved();
  await dialog.getByRole('button', { name: 'History' }).click();
  await expect(panel.getByRole('heading')).toHaveText('History of Another name');
  await panel.getByRole('button', { name: /^Look at/ }).click();
  await panel.getByRole('button', { name: /^Take label/ }).click();
  await expect(panel.getByRole('heading')).toHaveText(`History of ${before}`);
  await panel.getByRole('button', { name: 'Close' }).click();
  // The page's own history is there again.
  await page.keyboard.press('h');
  await expect(panel.getByRole('heading')).toHaveText('History of Lance, light');
});
