import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { png, wav, type Colour } from './files.js';
import { keyboard, mouse, type Hand } from './hand.js';
import { expect, test, undatio, type Served, type Studio } from './studio.js';

const cells: readonly Colour[] = [
  [200, 40, 40, 255],
  [40, 180, 60, 255],
  [60, 80, 220, 255],
];
/** Four places of 20 × 30 px in a row, a margin of 2 and gaps of 1; the last one is empty. */
const sheet = png(87, 34, (x, y) => {
  const [place, inside] = [Math.floor((x - 2) / 21), (x - 2) % 21];
  return x >= 2 && y >= 2 && y < 32 && inside < 20 && place < 3 ? cells[place] : [0, 0, 0, 0];
});
const background = png(96, 54, (_, y) => [30, 60 + y, 90, 255]);

/** From nothing to a kit that plays: a whole game's worth of a first evening. */
async function makeGame(hand: Hand, studio: Studio, page: Page, server: Served, out: string): Promise<void> {
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true });
  const radio = (name: string) => page.getByRole('radio', { name, exact: true });
  const screen = (name: string) => page.getByRole('link', { name, exact: true });

  await page.goto(`${server.address}/projects`);
  await hand.press(button('New'));
  await hand.write(page.getByLabel('What is your game called?'), 'Wisp');
  await expect(page).toHaveURL(/projects\/wisp\/tune\/first-blow$/);

  // Its pictures and sounds.
  await hand.press(screen('Assets'));
  await hand.give(page.locator('.head input[type=file]'), [
    { name: 'Wisp body.png', mimeType: 'image/png', buffer: sheet },
    { name: 'Hollow.png', mimeType: 'image/png', buffer: background },
    { name: 'nip-a.wav', mimeType: 'audio/wav', buffer: wav(0.2, 400) },
    { name: 'nip-b.wav', mimeType: 'audio/wav', buffer: wav(0.2, 500, '24') },
    { name: 'late.wav', mimeType: 'audio/wav', buffer: wav(0.3, 600, '32f', 0.1) },
  ]);
  await expect(page.locator('[data-asset="late"]')).toBeVisible();
  await hand.press(button('Look into late'));
  await expect(page.locator('und-sound-panel')).toContainText('after 100 ms of silence');
  await hand.press(button('Trim it'));
  await expect(page.locator('und-sound-panel')).toContainText('at once');
  await expect(page.locator('und-sound-panel')).toContainText('16-bit WAV');
  await hand.press(button(/^Pictures/));
  await hand.press(button('Cut Wisp body'));
  await hand.press(radio('a grid'));
  for (const [name, value] of [
    ['columns', '4'],
    ['free at the left', '2'],
    ['and at the top', '2'],
    ['between columns', '1'],
    ['and high', '30'],
  ])
    await hand.write(page.getByLabel(name, { exact: true }), value);
  await hand.press(button('Leave it out'));
  await expect(page.locator('[data-asset="wisp-body"]')).toContainText('3 cells');

  // What happens in it, with what comes with it.
  await hand.press(screen('Rules'));
  await expect(page.getByLabel('Name of the event')).toHaveValue('Hit');
  await hand.press(button('New event'));
  await expect(page.getByLabel('Name of the event')).not.toHaveValue('Hit');
  await hand.write(page.getByLabel('Name of the event'), 'Bite');
  await hand.press(page.locator('und-event-fields .add').getByRole('button', { name: 'number' }));
  // A field that has come takes the focus.
  await expect(page.locator('und-event-fields li')).toHaveCount(1);
  await studio.settle();
  await hand.press(page.locator('und-event-fields .add').getByRole('button', { name: 'direction' }));
  await expect(page.locator('und-event-fields li')).toHaveCount(2);
  await expect(page.locator('nav[aria-label=Events]').getByRole('link', { name: /^Bite/ })).toBeVisible();

  // A screen on which nothing is yet says what would be there.
  await hand.press(screen('Drills'));
  await expect(page.getByRole('heading', { name: 'No drill yet' })).toBeVisible();

  // Who is bitten: in the place of the practice body, with a clip for when it hurts.
  await hand.press(screen('Actors'));
  await hand.press(page.locator('nav[aria-label=Actors]').getByRole('link', { name: /is struck$/ }));
  await expect(page.getByLabel('On the stage it')).toHaveValue('target');
  await hand.press(button('Remove'));
  await hand.press(button('New actor'));
  await hand.choose(page.getByLabel('in the picture'), 'Wisp body');
  await hand.press(button('Add'));
  await expect(page.getByLabel('Name of the actor')).toHaveValue('Wisp body');
  await expect(page.getByLabel('On the stage it')).toHaveValue('target');
  await hand.write(page.getByLabel('Width', { exact: true }), '80');
  await hand.write(page.getByLabel('Height', { exact: true }), '120');
  await hand.press(radio('clips'));
  await hand.press(button('New clip'));
  await hand.write(page.getByLabel('Rate', { exact: true }), '10');
  await hand.choose(page.getByLabel('hurt', { exact: true }), 'clip');
  await hand.press(radio('stage'));
  await hand.choose(page.getByLabel('background', { exact: true }), 'a picture');
  await hand.choose(page.getByLabel('picture', { exact: true }), 'Hollow');
  await studio.saved();

  // What it feels like.
  await hand.press(screen('Rules'));
  await hand.press(page.locator('nav[aria-label=Events]').getByRole('link', { name: /^Bite/ }));
  await hand.press(button('New sequence'));
  await expect(page).toHaveURL(/tune\/blow-1$/);
  await expect(page.getByText('Nothing happens on this blow yet.')).toBeVisible();
  for (const kind of ['pose', 'sound']) {
    await hand.press(button('Add effect'));
    await expect(page.getByLabel('Find an effect')).toBeFocused();
    await page.keyboard.type(kind);
    await page.keyboard.press('Enter');
    await expect(page.locator(`und-lane[data-effect="${kind}"]`)).toBeVisible();
  }
  await studio.saved();
  await page.keyboard.press('Escape');
  await hand.press(button('Strike (Space)'));
  await hand.reach(studio.playhead());
  await page.keyboard.press('0');
  for (let frame = 0; frame < 9; frame++) await page.keyboard.press('ArrowRight');
  await studio.settle();
  expect(Number((await studio.instant())['target.hurt'])).toBeGreaterThan(0.9);
  // 0.15 s into a clip of ten cells a second: its second cell, in the middle of the body.
  await expect.poll(() => studio.stagePixel(80, 0)).toEqual(cells[1].slice(0, 3));
  // The background that was given to it is behind.
  const [red, , blue] = await studio.stagePixel(0, -100);
  expect([red, blue]).toEqual([30, 90]);

  // Into a folder of text, and into a kit that plays by itself.
  const folder = join(out, 'game');
  await undatio(['save', 'saved:wisp', '--out', folder], { UNDATIO_DATA: server.data });
  const events = await Promise.all((await readdir(join(folder, 'events'))).map((name) => readFile(join(folder, 'events', name), 'utf8')));
  expect(events.filter((text) => text.includes('"label": "Bite"')).length).toBe(1);
  expect(await readFile(join(folder, 'actors/wisp-body.json'), 'utf8')).toContain('"hurt": "clip"');
  expect(await readFile(join(folder, 'assets/wisp-body.json'), 'utf8')).toContain('"gapX": 1');
  await hand.press(screen('Ship'));
  await expect(page.getByText('Every reference resolves')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await hand.press(button(/^Download kit/));
  const kit = await readFile(await (await waiting).path());
  await page.goto(`${server.address}/yard`);
  await expect(page.locator('#kit')).toContainText('sequences');
  await hand.give(page.locator('input[type=file]'), [{ name: 'wisp.kit.zip', mimeType: 'application/zip', buffer: kit }]);
  await expect(page.locator('#kit')).toContainText('Wisp from wisp.kit.zip: 2 sequences');
  await expect(page.locator('#message')).toBeEmpty();
  // Its bodies meet, and both sequences are struck in turn.
  await expect(page.locator('#log')).toContainText('blow-1');
}

test('a game of one’s own is made from nothing, by mouse', async ({ studio, page, server }, info) => {
  await makeGame(mouse, studio, page, server, info.outputPath());
});

test('the same by keyboard alone', async ({ studio, page, server }, info) => {
  test.setTimeout(240_000);
  await makeGame(keyboard(page), studio, page, server, info.outputPath());
});
