import type { Page } from '@playwright/test';
import { expect, test, type Served } from './studio.js';
import { keyboard, mouse, type Hand } from './hand.js';

const stored = (server: Pick<Served, 'address'>, key: string): string => `${server.address}/api/projects/elytra-league/${key}`;

/** Parry, block and too strong to block, from an event without a ladder; then what answers at which moment, and why not the others. */
async function buildGuard(page: Page, server: Served, hand: Hand): Promise<void> {
  await page.goto(`${server.address}/projects/elytra-league/rules/dash`);
  await hand.press(page.getByRole('button', { name: 'New event' }));
  await expect(page).toHaveURL(/rules\/new-event$/);
  await hand.press(page.getByRole('button', { name: 'number', exact: true }));
  await hand.press(page.getByRole('button', { name: 'flag', exact: true }));
  await hand.choose(page.getByLabel('The field that is harm'), 'Amount');
  await expect(page.getByText('No rung answers it yet')).toBeVisible();

  const rung = (n: number) => page.locator(`li[data-rung="${n - 1}"]`);
  const adds = (n: number, condition: string) =>
    hand.pick(
      rung(n)
        .getByRole('button', { name: /^Add a condition to/ })
        .first(),
      condition,
    );
  await hand.press(page.getByRole('button', { name: 'New rung' }));
  await adds(1, 'Time since a status began');
  await hand.press(rung(1).getByRole('button', { name: 'set…' }));
  await hand.write(rung(1).getByLabel('To', { exact: true }), '0.18');
  await expect(rung(1).getByRole('button', { name: 'target’s guarding 0–0.18 s old', exact: true })).toBeVisible();
  await hand.pick(rung(1).getByRole('button', { name: 'Add an outcome' }), 'Play a sequence');

  await hand.press(page.getByRole('button', { name: 'New rung' }));
  await adds(2, 'Status on or off');
  await adds(2, 'Kind, text or flag');
  await hand.pick(rung(2).getByRole('button', { name: 'Add an outcome' }), 'Remove a status');

  await hand.press(page.getByRole('button', { name: 'New rung' }));
  await adds(3, 'Status on or off');
  await hand.pick(rung(3).getByRole('button', { name: 'Add an outcome' }), 'Damage');
  await expect(page.locator('und-save-chip')).toHaveText(/Saved/);

  // No rung answers one who does not guard; each says why.
  const verdict = page.locator('und-moment-pad .verdict');
  await expect(verdict).toContainText('No rung answers');
  await expect(rung(1)).toContainText('passed: target is not guarding');
  await hand.press(page.getByRole('group', { name: 'Statuses of the target' }).getByRole('button', { name: 'guarding' }));
  await expect(rung(1)).toHaveAttribute('data-answer', 'answered');
  await expect(rung(3)).toContainText('not asked: rung answered');
  await hand.write(page.getByLabel('Seconds that guarding has lasted on the target'), '0.3');
  await expect(rung(1)).toContainText('passed: guarding is 0.3 s old, not 0 to 0.18 s');
  await expect(rung(2)).toContainText('passed: flag is off, not on');
  await expect(rung(3)).toHaveAttribute('data-answer', 'answered');
  await hand.press(page.locator('und-moment-pad').getByRole('switch', { name: 'Flag' }));
  await expect(rung(2)).toHaveAttribute('data-answer', 'answered');
  const kept = (await (await page.request.get(stored(server, 'responses/new-event'))).json()) as { rungs: { when: unknown[] }[] };
  expect(kept.rungs.map(({ when }) => when.length)).toEqual([1, 2, 1]);
}

for (const [how, handOf] of [
  ['mouse', () => mouse],
  ['keyboard', keyboard],
] as const)
  test(`a ladder of parry, too strong and block is built by ${how}, and says why`, async ({ studio: _, page, server }) => {
    await buildGuard(page, server, handOf(page));
  });

test('a rung is carried to another place by its grip, a window by its edge, and a finding is mended', async ({
  studio: _,
  page,
  server,
}) => {
  await page.goto(`${server.address}/projects/elytra-league/rules/lance-hit`);
  const order = () => page.locator('und-ladder .id').evaluateAll((boxes) => boxes.map((box) => (box as HTMLInputElement).value));
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual(['parried', 'broken', 'blocked']);
  const grip = await page.getByRole('button', { name: 'Move Blocked, place 3' }).boundingBox();
  const first = await page.locator('li[data-rung="0"]').boundingBox();
  if (!grip || !first) throw new Error('no rung is there');
  await page.mouse.move(grip.x + 6, grip.y + 6);
  await page.mouse.down();
  await page.mouse.move(first.x + 30, first.y + 60, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual(['blocked', 'parried', 'broken']);
  // Whatever the parry would answer, the block above it now does.
  const finding = page.locator('.finding');
  await expect(finding).toContainText('“Parried”'.replace(/[“”]/g, '"'));
  await finding.getByRole('button').click();
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual(['parried', 'blocked', 'broken']);
  await expect(finding).toHaveCount(0);

  await page.getByRole('button', { name: 'target’s guarding 0–0.18 s old', exact: true }).click();
  const edge = await page.locator('und-window-axis .edge').last().boundingBox();
  if (!edge) throw new Error('no window is drawn');
  await page.mouse.move(edge.x + 3, edge.y + 8);
  await page.mouse.down();
  await page.mouse.move(edge.x + 60, edge.y + 8, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => (await page.request.get(stored(server, 'responses/lance-hit'))).text()).not.toContain('"to":0.18');
  await page.goto(`${server.address}/projects/elytra-league/rules/~coverage`);
  // Beetles and the moth gather it, whoever they meet; the other eight pick it up if pollen itself is the source.
  await expect(page.getByRole('row', { name: /Pollen pickup/ }).getByText('nothing')).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Pollen pickup/ }).getByRole('cell', { name: /^–/ })).toHaveCount(8);
});

test('a drill is recorded by striking, expected of, broken, and its failing seed looked at', async ({ studio, page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/drills/two-blows`);
  await expect(page.getByLabel('Name of the drill')).toHaveValue('Two blows and a return');
  await expect(page.locator('nav .mark.bad')).toHaveCount(0);
  await page.getByRole('button', { name: 'Record by striking' }).click();
  await page.getByRole('link', { name: 'Rules' }).click();
  await page.getByRole('link', { name: /^Lance hit/ }).click();
  await expect(page.locator('und-moment-pad .verdict')).toContainText('A light blow');
  await studio.settle();
  await page.getByRole('button', { name: 'Strike this moment (Space)' }).click();
  await page.waitForFunction((then) => performance.now() > then, await page.evaluate(() => performance.now() + 400));
  await page.getByRole('button', { name: 'Strike this moment (Space)' }).click();
  await page.getByRole('link', { name: 'Drills' }).click();
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(page).toHaveURL(/drills\/recorded$/);
  const log = page.locator('und-drill-log');
  await expect(log.getByText('A light blow', { exact: true })).toHaveCount(2);

  // Pinned at the playhead; red until it says what is so, and red again once that changes.
  await log
    .getByRole('button', { name: /Lance hit/ })
    .first()
    .click();
  await page.getByRole('radio', { name: 'expected' }).click();
  await mouse.pick(page.getByRole('button', { name: 'Expect something at the playhead' }), 'Rung that matches');
  const expected = page.locator('und-expectation-list li:not([role=option])');
  await expect(expected).toHaveClass(/bad/);
  await expected.getByLabel('By', { exact: true }).selectOption('light');
  await expect(expected).not.toHaveClass(/bad/);
  await page.getByRole('button', { name: /^Lance hit at 0.5/ }).press('Enter');
  await page.locator('und-entry-editor').getByLabel('Damage').fill('40');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: /expected/ }).click();
  await expect(expected).toHaveClass(/bad/);
  await expect(expected).toContainText('answered by Lance hit: A heavy blow');

  await page.getByRole('link', { name: /Back after some time/ }).click();
  await expect(page.getByLabel('Name of the drill')).toHaveValue('Back after some time');
  await page.getByRole('radio', { name: /expected/ }).click();
  await mouse.pick(page.getByRole('button', { name: 'Expect something at the playhead' }), 'Alive, defeated or despawned');
  const last = page.locator('und-expectation-list li:not([role=option])').last();
  await last.getByLabel('At', { exact: true }).fill('4');
  await page.keyboard.press('Enter');
  await last.getByLabel('Is', { exact: true }).selectOption('up');
  await expect(last).toContainText('at 4 s Squeak is up');
  await page.getByRole('button', { name: 'A thousand seeds' }).click();
  await expect(page.getByText(/% of 1000 seeds hold/)).toBeVisible();
  const share = Number(/([\d.]+) %/.exec(await page.locator('.share').innerText())?.[1]);
  // It is back after 2 to 4 seconds of the world's own time, evenly.
  expect(share).toBeGreaterThan(30);
  expect(share).toBeLessThan(70);
  await page
    .getByRole('button', { name: /^Look at seed/ })
    .first()
    .click();
  await expect(last).toHaveClass(/bad/);
  await expect(page.getByText(/Looked at under seed/)).toBeVisible();

  // What was removed can be restored as long as the page is open.
  const removed = page.getByRole('link', { name: /Back after some time/ });
  await page.locator('.title').getByRole('button', { name: 'Remove' }).click();
  await expect(removed).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore drill' }).click();
  await expect(removed).toBeVisible();
});
