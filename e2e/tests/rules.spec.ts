import { mouse } from './hand.js';
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

test('ids follow names until a game uses them, and an effect starts at a letter', async ({ studio, page, server }) => {
  const read = async (key: string): Promise<string> => (await page.request.get(stored(server.address, key))).text();
  const rename = async (label: string, name: string): Promise<void> => {
    await page.getByLabel(label, { exact: true }).fill(name);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Tab');
  };
  // The demo's game uses its ids: a name changes alone.
  await page.goto(`${server.address}/projects/elytra-league/rules/~statuses`);
  await rename('Name of the status', 'Guarding well');
  await expect(page.getByLabel('Id of the status')).toHaveValue('guarding');
  await page.getByRole('link', { name: 'Ship' }).click();
  await page.getByRole('switch', { name: /^Keep ids when names change/ }).click();
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);

  await page.getByRole('link', { name: 'Rules' }).click();
  await page.getByRole('link', { name: 'Statuses' }).click();
  await page.getByRole('button', { name: 'New status' }).click();
  await expect(page.getByLabel('Id of the status')).toHaveValue('new-status');
  await rename('Name of the status', 'Soaked through');
  await expect(page.getByLabel('Id of the status')).toHaveValue('soaked-through');
  await page.getByRole('button', { name: 'New event' }).click();
  await rename('Name of the event', 'Stomp');
  await expect(page).toHaveURL(/rules\/stomp$/);
  await page.getByRole('button', { name: 'New rung' }).click();
  await mouse.pick(page.getByRole('button', { name: 'Add an outcome' }), 'Apply a status');
  await page.locator('und-outcome-list').getByLabel('Status', { exact: true }).selectOption('soaked-through');
  await expect(page.getByRole('button', { name: 'target gets Soaked through', exact: true })).toBeVisible();
  await rename('Name of rung 1', 'Splash');
  await expect(page.getByLabel('Id of rung 1')).toHaveValue('splash');
  // What names the status goes on naming it under its next id.
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  await page.getByRole('link', { name: 'Statuses' }).click();
  await page.getByRole('button', { name: 'Soaked through', exact: true }).click();
  await rename('Name of the status', 'Drenched');
  await expect.poll(() => read('responses/stomp')).toContain('"status":"drenched"');
  await expect.poll(async () => (await page.request.get(stored(server.address, 'statuses/soaked-through'))).status()).toBe(404);

  // A caption raises a signal, and a shake starts at it.
  await studio.open('lance-heavy');
  await page.keyboard.press('a');
  await expect(page.getByRole('textbox', { name: 'Find an effect' })).toBeFocused();
  await page.keyboard.type('speech');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Insert signal' }).click();
  await page.getByLabel('Text', { exact: true }).fill('Cra{signal now}ck!');
  await page.keyboard.press('Enter');
  await page.locator('und-impact-strip .lanes').evaluate((element) => element.scrollTo(0, 0));
  await studio.openLane('flash');
  await studio.everythingElse('flash');
  await studio.lane('flash').getByLabel('Starts from', { exact: true }).selectOption({ label: 'each signal “now” of caption' });
  await expect
    .poll(async () => JSON.stringify((await studio.stored('lance-heavy')).document))
    .toContain('"anchor":{"to":"signal","effect":"caption","name":"now"}');
});
