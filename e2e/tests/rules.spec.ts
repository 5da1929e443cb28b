import { expect, test } from './studio.js';

const stored = (address: string, key: string): string => `${address}/api/projects/elytra-league/${key}`;

test('an event is made with two fields, a field renamed where it is used, removed at its default, and taken back', async ({
  studio,
  page,
  server,
}) => {
  const read = async (key: string): Promise<string> => (await page.request.get(stored(server.address, key))).text();
  await page.goto(`${server.address}/projects/elytra-league/rules/pod-burst`);
  await expect(page.getByLabel('Name of the event')).toHaveValue('Pod burst');
  await page.getByText('What comes with it:').click();

  // Renaming says first what changes with it, and is one undo step.
  await page.getByLabel('Name of Damage').fill('force');
  await page.keyboard.press('Tab');
  await expect(page.getByText('“damage” becomes “force” in')).toBeVisible();
  await page.getByRole('button', { name: 'Rename in all' }).click();
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  await expect.poll(() => read('sequences/pod-burst')).not.toContain('damage');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => read('events/pod-burst')).toContain('damage');
  await expect.poll(() => read('sequences/pod-burst')).toContain('damage');

  // Removing fixes what it decides at its default.
  await page.getByRole('button', { name: 'Remove damage', exact: true }).click();
  await page.getByRole('button', { name: 'Remove and fix each there' }).click();
  await expect.poll(() => read('sequences/pod-burst')).not.toContain('damage');
  await page.getByRole('button', { name: 'Undo' }).click();

  await page.getByRole('button', { name: 'New event' }).click();
  await expect(page).toHaveURL(/rules\/new-event$/);
  await page.getByRole('button', { name: 'number', exact: true }).click();
  await expect(page.locator('und-event-fields li')).toHaveCount(1);
  await page.getByRole('button', { name: 'flag', exact: true }).click();
  await expect(page.locator('und-event-fields li')).toHaveCount(2);
  await page.getByLabel('Id of the event').fill('stomp');
  await page.keyboard.press('Tab');
  await expect(page).toHaveURL(/rules\/stomp$/);
  await expect.poll(() => read('events/stomp')).toContain('"flag"');

  // What cannot be is told where it stands, and nothing is changed.
  await page.getByLabel('Name of Amount').fill('flag');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('“flag” is another field already');

  await page.getByRole('button', { name: 'New sequence' }).click();
  await expect(page).toHaveURL(/tune\/blow-1$/);
  await expect(page.getByText('Nothing happens on this blow yet')).toBeVisible();
  await studio.settle();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page).not.toHaveURL(/blow-1/);
});
