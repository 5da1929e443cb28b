import { expect, test, undatio } from './studio.js';

test('lanes are saved under a name, placed elsewhere, and a change of one reaches all that follow', async ({ studio, page, server }) => {
  const lane = async (sequence: string, id: string): Promise<Record<string, unknown> | undefined> =>
    (await studio.stored(sequence)).document.effects.find((effect) => effect.id === id);
  await studio.open('lance-light');
  for (const id of ['sparks', 'shake']) {
    await studio.reveal(id);
    await studio
      .lane(id)
      .locator('.head .name')
      .click({ modifiers: ['Control'] });
  }
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog', { name: 'Presets' });
  await dialog.getByLabel('Save the 2 chosen lanes as').fill('Dry crack');
  await page.keyboard.press('Enter');
  await dialog.getByRole('group', { name: 'Own of sparks' }).getByRole('button', { name: 'Count' }).click();
  await expect(dialog.getByRole('button', { name: 'Lance, light · 2' })).toBeVisible();
  await page.keyboard.press('Escape');
  await studio.saved();

  await studio.open('lance-glance');
  await page.keyboard.press('n');
  await dialog.getByRole('button', { name: /^Dry crack/ }).click();
  await dialog.getByRole('button', { name: 'Place here, following' }).click();
  await studio.saved();
  const placed = (await studio.stored('lance-glance')).document.effects.filter(
    ({ preset }) => (preset as { of?: string } | undefined)?.of === 'dry-crack',
  );
  expect(placed.map(({ preset }) => (preset as { lane: string }).lane)).toEqual(['sparks', 'shake']);
  const [sparks, shake] = placed.map(({ id }) => id);

  // Each place's own stays there; everything else is told as apart, and goes into the preset on request.
  await studio.openLane(shake);
  await studio.reveal(shake);
  await studio.block(shake).focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('+');
  await expect(studio.lane(shake).getByText('apart in strength')).toBeVisible();
  await studio.saved();
  await page.screenshot({ path: test.info().outputPath('apart.png') });
  await studio.lane(shake).getByRole('button', { name: 'Into the preset, 3 more' }).click();
  await studio.saved();
  const strength = (await lane('lance-glance', shake))?.['strength'];
  expect(strength).not.toBe(1);
  expect((await lane('lance-light', 'shake'))?.['strength']).toBe(strength);
  await expect(studio.lane(shake).getByText('apart in')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await studio.saved();
  expect((await lane('lance-light', 'shake'))?.['strength']).toBe(1);
  await studio.lane(shake).getByRole('button', { name: 'Bring back' }).click();
  await studio.saved();
  expect((await lane('lance-glance', shake))?.['strength']).toBe(1);

  // What has drifted outside of the studio is told by the command line.
  const { etag, document } = await studio.stored('lance-glance');
  const effects = document.effects.map((effect) => (effect.id === sparks ? { ...effect, count: 40, life: 2 } : effect));
  await fetch(`${server.address}/api/projects/elytra-league/sequences/lance-glance`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', 'If-Match': etag },
    body: JSON.stringify({ ...document, effects }),
  });
  expect(await undatio(['check', 'saved:elytra-league'], { UNDATIO_DATA: server.data })).toMatch(
    /has drifted from the preset "dry-crack": life\n/,
  );
  await page.reload();
  await expect(page.locator('und-lane').first()).toBeVisible();

  // Once it is gone, its lanes are free.
  await page.keyboard.press('n');
  await dialog.getByRole('button', { name: /^Dry crack/ }).click();
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await expect(dialog.getByRole('button', { name: /^Dry crack/ })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await studio.saved();
  expect((await lane('lance-light', 'shake'))?.['preset']).toBeUndefined();
  expect((await lane('lance-glance', shake))?.['preset']).toBeUndefined();
});

test('a preset that needs what an event has not is told so, and nothing is placed', async ({ studio, page }) => {
  await studio.open('lance-heavy');
  await studio.reveal('flash');
  await studio
    .lane('flash')
    .locator('.head .name')
    .click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'Presets' }).click();
  const dialog = page.getByRole('dialog', { name: 'Presets' });
  await dialog.getByLabel('Save the chosen lane as').fill('White');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await page.keyboard.press('Escape');
  await studio.saved();
  await studio.open('parry');
  const before = (await studio.stored('parry')).document.effects.length;
  await page.keyboard.press('n');
  await dialog.getByRole('button', { name: /^White/ }).click();
  await dialog.getByRole('button', { name: 'Place here, free' }).click();
  await expect(dialog.getByRole('alert')).toContainText('expected a field of the event "parry", found "kind"');
  expect((await studio.stored('parry')).document.effects.length).toBe(before);
});
