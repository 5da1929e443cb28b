import { readFile } from 'node:fs/promises';
import { expect, test } from './studio.js';

test('a project is begun by keyboard, struck in the first second, thrown away and taken back', async ({ studio, page, server }) => {
  await page.goto(`${server.address}/projects`);
  await page.getByRole('button', { name: 'New' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('What is your game called?').focus();
  await page.keyboard.type('Log roll');
  // Tab to the size of the view, arrow to the smallest; then on to where it is seen from.
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('radio', { name: '320 × 180' })).toBeChecked();
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'from above' })).toBeChecked();
  await page.getByLabel('What is your game called?').focus();
  await page.keyboard.press('Enter');

  await expect(page).toHaveURL(/projects\/log-roll\/tune\/first-blow$/);
  await expect(page.locator('und-stage canvas')).toBeVisible();
  await studio.goTo(2);
  const shown = await studio.instant();
  expect(Number(shown['target.flash'])).toBeGreaterThan(0.2);
  expect(Number(shown['particles'])).toBeGreaterThan(5);

  await page.getByRole('link', { name: 'Log roll' }).click();
  await page.getByRole('button', { name: 'Throw away Log roll' }).click();
  await expect(page.getByRole('link', { name: 'Log roll', exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByRole('link', { name: 'Log roll', exact: true })).toBeVisible();
});

test('a project is handed out, and brought in again beside itself once what it changes is told', async ({ page, server }) => {
  await page.goto(`${server.address}/projects`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Hand out Elytra League', exact: true }).click(),
  ]);
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({
      name: 'league.zip',
      mimeType: 'application/zip',
      buffer: await readFile(await download.path()),
    });
  const panel = page.getByRole('region', { name: 'Bring a project in' });
  await expect(panel).toContainText('stay as they are');
  await panel.getByRole('button', { name: /Side by side/ }).click();
  await expect(page.getByRole('link', { name: 'Elytra League, side by side', exact: true })).toBeVisible();

  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'no.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(panel.getByRole('alert')).toContainText('this is not a whole zip archive');
});

test('what was on no shelf says so, and leads to what is', async ({ page, server, expected }) => {
  expected.push(/Failed to load resource/);
  await page.goto(`${server.address}/projects/nowhere/tune`);
  await expect(page.getByRole('alert')).toContainText('There is no project “nowhere” here');
  await page.getByRole('alert').getByRole('link').click();
  await expect(page.getByRole('link', { name: 'Elytra League', exact: true })).toBeVisible();
});
