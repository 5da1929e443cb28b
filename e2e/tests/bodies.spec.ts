import type { Page } from '@playwright/test';
import type { Actor, Drill } from '@undatio/core';
import { keyboard, mouse, type Hand } from './hand.js';
import { expect, test, type Served } from './studio.js';

const league = (server: Pick<Served, 'address'>, key: string): string => `${server.address}/api/projects/elytra-league/${key}`;

/** A shield bash for one who has no move yet: made, drawn out in time, brought within reach, and let go in a drill. */
async function buildBash(page: Page, server: Served, hand: Hand): Promise<void> {
  await page.goto(`${server.address}/projects/elytra-league/actors/mosshell`);
  await hand.press(page.getByRole('radio', { name: 'moves', exact: true }));
  await expect(page.getByText('A move winds up, reaches at its contacts')).toBeVisible();
  await hand.press(page.getByRole('button', { name: 'New move' }));
  await hand.write(page.getByLabel('Name of the move'), 'Shell bash');
  await expect(page.getByRole('radio', { name: 'Shell bash' })).toBeVisible();
  await hand.choose(page.getByLabel('Whom it is tried on'), 'Brasshorn');
  const reading = page.locator('und-actor-moves .reading');
  await hand.press(page.getByRole('radio', { name: 'straight', exact: true }));
  await hand.write(page.getByLabel('Reach: length'), '60');
  await expect(reading).toContainText('It passes Brasshorn by');
  await hand.write(page.getByLabel('Reach: length'), '150');
  await expect(reading).toContainText('It meets Brasshorn after 0.250 s');
  await hand.write(page.getByLabel('Wind-up', { exact: true }), '0.4');
  await expect(reading).toContainText('It meets Brasshorn after 0.400 s');
  await expect(reading).toContainText('light');

  // The strip: the same numbers by their edges.
  const edge = page.getByRole('slider', { name: 'End of the wind-up' });
  await hand.reach(edge);
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByLabel('Wind-up', { exact: true })).toHaveValue('0.3');
  await expect(reading).toContainText('after 0.300 s');
  const end = page.getByRole('slider', { name: 'End of contact 1' });
  await hand.reach(end);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Seconds for which it reaches')).toHaveValue('0.13');
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  const actor = (await (await page.request.get(league(server, 'actors/mosshell'))).json()) as Actor;
  expect(actor.moves?.map(({ label, windUp }) => [label, windUp])).toEqual([['Shell bash', 0.3]]);

  await hand.press(page.getByRole('button', { name: 'Make a drill of it' }));
  await expect(page.getByLabel('Name of the drill')).toHaveValue('Mosshell: Shell bash');
  await expect(page).toHaveURL(/drills\/mosshell-shell-bash$/);
  await expect(page.locator('und-drill-log')).toContainText('Lance hit');
  await expect(page.locator('und-drill-log')).toContainText(/px at 180°/);
  await expect(page.locator('und-drill-lanes')).toContainText('Shell bash');
}

for (const [how, handOf] of [
  ['mouse', () => mouse],
  ['keyboard alone', (page: Page) => keyboard(page)],
] as const)
  test(`a move is built from nothing, by ${how}`, async ({ studio, page, server }) => {
    await studio.open();
    await buildBash(page, server, handOf(page));
  });

test('a move and its reach are dragged, and undone', async ({ page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/actors/brasshorn`);
  await page.getByRole('radio', { name: 'moves', exact: true }).click();
  await page.getByRole('radio', { name: 'Horn sweep' }).click();
  const reading = page.locator('und-actor-moves .reading');
  await expect(reading).toContainText('It meets Mosshell');
  // Whom it is tried on is pulled out of reach.
  const other = page.getByRole('button', { name: /^Where Mosshell stands/ });
  const from = await other.boundingBox();
  if (!from) throw new Error('it is on the paper');
  // Its name stands beside the point that is taken hold of.
  await page.mouse.move(from.x + 14, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 200, from.y - 60, { steps: 5 });
  await page.mouse.up();
  await expect(reading).toContainText('It passes Mosshell by');
  // And the reach after it.
  const grip = page.getByRole('button', { name: /^Reach, to/ });
  const before = await page.getByLabel('Reach: length').inputValue();
  // The paper fits itself to what is on it: the grip is taken hold of once it stands still.
  await grip.hover();
  const at = await grip.boundingBox();
  if (!at) throw new Error('it is on the paper');
  await page.mouse.down();
  await page.mouse.move(at.x + 40, at.y + 60, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel('Reach: length')).not.toHaveValue(before);
  // What was chosen stays chosen.
  await expect(page.getByRole('radio', { name: 'Horn sweep' })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Reach: length')).toHaveValue(before);
  // It is looked at in motion, and stands where it ends.
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const shown = async (): Promise<number> => Number.parseFloat(await page.locator('und-move-strip .number').innerText());
  await expect.poll(shown).toBeGreaterThan(0.7);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('a trap is trodden, walked around on the map, and thrown at', async ({ page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/drills/smoulder-patch`);
  await expect(page.getByLabel('Name of the drill')).toHaveValue('A patch that lights whoever walks in');
  const log = page.locator('und-drill-log');
  await expect(log).toContainText('Patch trodden');
  await expect(log).toContainText('Pip gets burning');
  await page.getByRole('radio', { name: 'map', exact: true }).click();
  // The weevil goes another way: high over the patch. Nothing is lit.
  const place = page.getByRole('button', { name: /^Pip walks to place 1/ });
  await place.focus();
  for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+ArrowUp');
  const start = page.getByRole('button', { name: /^Where Pip begins/ });
  await start.focus();
  for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.getByRole('radio', { name: 'log', exact: true }).click();
  await expect(log).not.toContainText('Pip gets burning');
  // The second is the first now.
  await expect(log).toContainText('Squeak gets burning');
  await page.getByRole('radio', { name: /expected/ }).click();
  await expect(page.locator('und-expectation-list li.bad')).not.toHaveCount(0);

  // Somebody throws a pod, by a rung that lets it fly.
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  await page.goto(`${server.address}/projects/elytra-league/drills/thrown-pod`);
  await expect(log).toContainText('Duskwing lets go Thrown pod');
  await expect(log).toContainText('Pod lands');
  await page.getByRole('button', { name: /^Pod thrown at 2.5/ }).press('Delete');
  await expect(log.getByText('Pod thrown')).toHaveCount(1);
  // One who walks is let begin a move where the playhead is.
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  await page.goto(`${server.address}/projects/elytra-league/drills/three-fencers`);
  await expect(page.getByRole('button', { name: /^Brasshorn Horn sweep at 0.5 s/ })).toBeVisible();
  await mouse.pick(page.getByRole('button', { name: 'Let somebody do something at the playhead' }), 'Walk a path');
  await expect(page.getByLabel('What it does')).toHaveValue('walk');
  await page.getByLabel('x of place 1').fill('300');
  await page.keyboard.press('Enter');
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  const drill = (await (await page.request.get(league(server, 'drills/three-fencers'))).json()) as Drill;
  expect(drill.acts?.map((act) => act.do)).toEqual(['walk', 'move']);
  await expect(page.locator('und-drill-map')).toHaveCount(0);
});

test('something is let fly by hand, dragged to its place on the stage, and seen on its way', async ({ page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/drills/round-the-gall`);
  await expect(page.getByLabel('Name of the drill')).toHaveValue('Round the gall');
  const log = page.locator('und-drill-log');
  await expect(log).toContainText('Blast hit');
  await mouse.pick(page.getByRole('button', { name: 'Let somebody do something at the playhead' }), 'Launch a projectile');
  await page.getByLabel('What flies').selectOption('thrown-pod');
  await page.getByLabel('Where it flies', { exact: true }).selectOption('to');
  await page.getByLabel('Event raised where it ends').selectOption('pod-lands');
  await page.getByLabel('Sequence that follows it').selectOption('pod-flight');
  // Its place lies on the stage as long as it is worked on; the stage stands still while it is dragged.
  const place = page.locator('und-stage-places').getByRole('button', { name: /launches Thrown pod to place/ });
  const at = await place.boundingBox();
  if (!at) throw new Error('it is on the stage');
  const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 80, y + 10, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByLabel('x of where it lands')).not.toHaveValue('0');
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);
  const stored = (await (await page.request.get(league(server, 'drills/round-the-gall'))).json()) as Drill;
  const launch = stored.acts?.find((act) => act.do === 'launch' && act.actor === 'thrown-pod');
  expect(launch).toMatchObject({ who: 'duskwing', lands: 'pod-lands', sequence: 'pod-flight' });
  expect(launch?.do === 'launch' && (launch.to?.x ?? 0)).toBeLessThan(-40);
  await page.getByRole('radio', { name: 'log', exact: true }).click();
  await expect(log).toContainText('Pod lands');
  // One step back, one place: the drag was one.
  await page.keyboard.press('Control+z');
  await page.getByRole('radio', { name: 'event', exact: true }).click();
  await expect(page.getByLabel('x of where it lands')).toHaveValue('0');
  // What it takes is one stage's: its edges are drawn, and may be the drill's own.
  await page.getByRole('radio', { name: 'actors', exact: true }).click();
  await page.getByLabel('The stage that it takes place on').selectOption({ label: 'Usual' });
  await expect(page.getByRole('button', { name: 'An edge, right' })).toHaveText(/300 px/);
  await page.getByRole('button', { name: 'places', exact: true }).click();
  await expect(page.locator('und-stage-places').getByRole('button', { name: /^Where Pip begins/ })).toBeVisible();
});

test('a body is posed on the way of its move, and shows that in a drill', async ({ page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/actors/pip`);
  await page.getByRole('radio', { name: 'moves', exact: true }).click();
  const keys = page.getByRole('slider', { name: /^Key \d of the body/ });
  await expect(keys).toHaveCount(4);
  const second = keys.nth(1);
  const before = Number(await second.getAttribute('aria-valuenow'));
  // The strip finds its width before it is taken hold of.
  await second.hover();
  const at = await second.boundingBox();
  if (!at) throw new Error('it is on the strip');
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + 24, at.y + at.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Number(await second.getAttribute('aria-valuenow'))).toBeGreaterThan(before + 0.005);
  await page.getByLabel('Pose at the key').selectOption('hurt');
  await expect(page.getByRole('radio', { name: 'hurt', exact: true })).toBeChecked();
  await page.getByRole('button', { name: 'Without this key' }).click();
  await expect(keys).toHaveCount(3);
  await page.getByRole('button', { name: 'at once: turn slower…' }).click();
  await expect(page.getByLabel('How fast it turns')).toHaveValue('360');
});

test('one against a wave goes on in the yard', async ({ page, server }) => {
  await page.goto(`${server.address}/yard`);
  await expect(page.locator('#kit')).toContainText('drills, and rules that decide');
  await page.locator('#watch').selectOption({ label: 'one against a wave' });
  await expect(page.locator('#log')).toContainText('lance-hit →', { timeout: 60_000 });
});
