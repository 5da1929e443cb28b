import { png, wav } from './files.js';
import { expect, test } from './studio.js';

test('files are brought in, measured, heard and thrown out; what cannot be used is told by its name', async ({ page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/assets`);
  await expect(page.getByRole('button', { name: 'Sounds 33' })).toBeVisible();
  const whole = wav(1, 997);
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script><circle r="4" onclick="x()"/></svg>';
  await page.locator('.head input[type=file]').setInputFiles([
    { name: 'heavy_hit-01.wav', mimeType: 'audio/wav', buffer: whole },
    { name: 'same.wav', mimeType: 'audio/wav', buffer: whole },
    { name: 'float.wav', mimeType: 'audio/wav', buffer: wav(0.2, 300, '32f') },
    { name: 'hero.png', mimeType: 'image/png', buffer: png(64, 48) },
    { name: 'mark.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) },
    { name: 'cut.png', mimeType: 'image/png', buffer: png(64, 48).subarray(0, 50) },
    { name: 'liar.png', mimeType: 'image/png', buffer: whole },
    { name: 'empty.wav', mimeType: 'audio/wav', buffer: Buffer.alloc(0) },
  ]);
  await expect(page.getByText('same.wav is here already, as “heavy hit 01”.')).toBeVisible();
  for (const told of ['cut.png: it is cut short.', 'liar.png: its name says png, its contents are wav.', 'empty.wav: it is empty.'])
    await expect(page.getByText(told)).toBeVisible();
  // A sine of 997 Hz at half of full scale in both channels: −6.02 dB, and 3.01 more for the second channel, less 3.01.
  const row = page.locator('[data-asset="heavy-hit-01"]');
  await expect(row).toContainText('1.00 s · -6.0 LUFS');

  // By keyboard: heard on the row, and the next one by the arrow.
  await row.focus();
  await page.keyboard.press('Space');
  await expect(row).toHaveClass(/here/);
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('[data-asset="float"]')).toHaveClass(/here/);

  await page.getByRole('button', { name: /^Pictures/ }).click();
  await expect(page.locator('[data-asset="hero"]')).toContainText('64 × 48 px');
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  const mark = (await (await page.request.get(`${server.address}/api/projects/elytra-league/assets/mark`)).json()) as { sha256: string };
  const safe = await (await page.request.get(`${server.address}/api/bytes/${mark.sha256}`)).text();
  expect(safe).toContain('<circle');
  expect(safe).not.toMatch(/script|onclick/);
  await page.getByRole('button', { name: 'Tag', exact: true }).click();
  await expect(page.getByLabel('A tag for all that are shown')).toBeFocused();

  // What is used goes only with another in its place, and comes back with one undo.
  await page.getByRole('button', { name: 'Remove Scorch' }).click();
  await page.getByLabel('In place of Scorch').selectOption('hero');
  await page.getByRole('button', { name: 'Put it there, and remove this' }).click();
  await expect(page.locator('[data-asset="scorch"]')).toHaveCount(0);
  await expect(page.locator('[data-asset="hero"]').getByRole('link')).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-asset="scorch"]').getByRole('link')).not.toHaveCount(0);
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
});

test('a picture behind a stage is in use, and another one takes its place there', async ({ studio, page, server }) => {
  const stages = async (): Promise<unknown> =>
    ((await (await page.request.get(`${server.address}/api/projects/elytra-league/settings/elytra-league`)).json()) as { stages?: unknown })
      .stages;
  await page.goto(`${server.address}/projects/elytra-league/actors/mosshell`);
  await page.getByRole('radio', { name: 'stage', exact: true }).click();
  await page.getByLabel('background', { exact: true }).selectOption({ label: 'a picture' });
  await page.getByLabel('picture', { exact: true }).selectOption({ label: 'Sap splat' });
  await studio.saved();
  await page.getByRole('link', { name: 'Assets' }).click();
  await page.getByRole('button', { name: /^Pictures/ }).click();
  await expect(page.locator('[data-asset="sap-splat"]').getByRole('link', { name: 'Usual' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Sap splat' }).click();
  await page.getByLabel('In place of Sap splat').selectOption('mossy-log');
  await page.getByRole('button', { name: 'Put it there, and remove this' }).click();
  await studio.saved();
  expect(JSON.stringify(await stages())).toContain('"picture":"mossy-log"');
  await page.getByRole('button', { name: 'Undo' }).click();
  await studio.saved();
  expect(JSON.stringify(await stages())).toContain('"picture":"sap-splat"');

  // The demo's pictures do not say how large they are: cut, they do.
  await page.getByRole('button', { name: 'Cut Sap splat' }).click();
  await page.getByRole('radio', { name: 'a grid', exact: true }).click();
  await page.getByLabel('columns', { exact: true }).fill('2');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-asset="sap-splat"]')).toContainText('2 cells');
  await studio.saved();
  const splat = (await (await page.request.get(`${server.address}/api/projects/elytra-league/assets/sap-splat`)).json()) as {
    width: number;
    sheet: { width: number; columns: number };
  };
  expect(splat.sheet.columns).toBe(2);
  expect(splat.sheet.width).toBe(Math.floor(splat.width / 2));
});
