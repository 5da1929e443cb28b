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
