import type { Locator } from '@playwright/test';
import type { Actor } from '@undatio/core';
import { expect, test } from './studio.js';

async function drag(handle: Locator, dx: number, dy: number): Promise<void> {
  const box = await handle.locator('.dot').boundingBox();
  if (!box) throw new Error('the handle is not there');
  const page = handle.page();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2);
  await page.mouse.move(x + dx, y + dy);
  await page.mouse.up();
}

test('a body is sized, its spots put, its parts posed, by dragging and by keys, each one step to undo', async ({
  studio,
  page,
  server,
}) => {
  const read = async (): Promise<Actor> =>
    (await page.request.get(`${server.address}/api/projects/elytra-league/actors/mosshell`)).json() as Promise<Actor>;
  const before = await read();
  await page.goto(`${server.address}/projects/elytra-league/actors/mosshell`);
  await expect(page.getByLabel('Name of the actor')).toHaveValue('Mosshell');
  const pixels = (await page.locator('svg.paper rect.size').boundingBox())?.width ?? 0;
  const scale = pixels / before.width;

  // By as many px of the picture as the pointer went.
  await drag(page.getByRole('button', { name: /^Spot front/ }), -20 * scale, 10 * scale);
  await expect.poll(async () => (await read()).spots.front?.x).toBeCloseTo((before.spots.front?.x ?? 0) - 20, 0);
  expect((await read()).spots.front?.y).toBeCloseTo((before.spots.front?.y ?? 0) + 10, 0);
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await read()).spots.front?.x).toBeCloseTo((before.spots.front?.x ?? 0) - 10, 0);
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await read()).spots.front).toBeUndefined();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await read()).spots.front).toEqual(before.spots.front);

  // Half as large again, with everything that is on it.
  await drag(page.getByRole('button', { name: /^Size/ }), pixels / 4, 0);
  await expect.poll(async () => (await read()).width).toBeCloseTo(before.width * 1.5, 0);
  const large = await read();
  expect(large.height / large.width).toBeCloseTo(before.height / before.width, 2);
  expect(large.parts[0].pivot.x).toBeCloseTo(before.parts[0].pivot.x * 1.5, 0);
  await page.getByRole('button', { name: 'Undo' }).click();
  // What is typed while the body becomes what it was belongs to no field that stays.
  await studio.saved();

  await page.getByRole('radio', { name: 'poses', exact: true }).click();
  await page.getByRole('radio', { name: 'lunge', exact: true }).click();
  await page.getByRole('radio', { name: 'head', exact: true }).click();
  const turn = before.poses.lunge?.['head']?.turn ?? 0;
  await page.getByLabel('Turn', { exact: true }).fill(String(turn + 30));
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await read()).poses.lunge?.['head']?.turn).toBe(turn + 30);
  await drag(page.getByRole('button', { name: /^Turn of head/ }), 40, 0);
  // The target looks left: to the right is back again.
  await expect.poll(async () => (await read()).poses.lunge?.['head']?.turn).toBeLessThan(turn + 30);
  await page.getByRole('button', { name: 'Leave it at rest' }).click();
  await expect.poll(async () => (await read()).poses.lunge?.['head']).toBeUndefined();
});

test('an actor is made in a picture, given a part and a place, and thrown away', async ({ studio, page, server }) => {
  void studio;
  // A stage that does not say who stands on it: everybody, each where it is put.
  const address = `${server.address}/api/projects/elytra-league/settings/elytra-league`;
  const before = await page.request.get(address);
  const { stages, ...settings } = (await before.json()) as { stages: { bodies?: unknown }[] };
  for (const stage of stages.slice(1)) delete stage.bodies;
  const put = await page.request.put(address, { data: { ...settings, stages }, headers: { 'If-Match': before.headers()['etag'] } });
  expect(put.status()).toBe(200);
  const read = async (id: string): Promise<Partial<Actor>> =>
    (await page.request.get(`${server.address}/api/projects/elytra-league/actors/${id}`)).json() as Promise<Partial<Actor>>;
  await page.goto(`${server.address}/projects/elytra-league/actors`);
  await page.getByRole('button', { name: 'New actor' }).click();
  await page.getByLabel('in the picture').selectOption({ label: 'Pip' });
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page).toHaveURL(/actors\/pip-2$/);
  await expect(page.getByLabel('Name of the actor')).toHaveValue('Pip');
  await page.getByLabel('Name of the actor').fill('Pip’s cousin');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'parts', exact: true }).click();
  await page.getByLabel('Another part').selectOption({ label: 'Mosshell' });
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.locator('.parts li')).toHaveCount(1);
  // The demo has an actor in each role, so a new actor stands on no stage.
  await expect.poll(async () => (await read('pip-2')).role).toBe('none');
  await page.getByLabel('On the stage it').selectOption({ label: 'stands by' });
  await page.getByRole('radio', { name: 'stage', exact: true }).click();
  // Where everybody stands who is in the project.
  await page.getByRole('radio', { name: 'With the moth and the pod' }).click();
  await page.getByRole('button', { name: /^Place of Pip’s cousin/ }).focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await read('pip-2')).place?.x).toBe(252);
  expect(await read('pip-2')).toEqual(expect.objectContaining({ label: 'Pip’s cousin', role: 'bystander' }));
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect.poll(async () => (await page.request.get(`${server.address}/api/projects/elytra-league/actors/pip-2`)).status()).toBe(404);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /Pip’s cousin/ })).toBeVisible();
});

test('a body whose size changes is drawn anew on the stage, on the canvas that is there', async ({ studio, page, server }) => {
  await page.goto(`${server.address}/projects/elytra-league/actors/mosshell`);
  await expect(page.getByLabel('Name of the actor')).toHaveValue('Mosshell');
  await page.getByLabel('Width', { exact: true }).fill('60');
  await page.keyboard.press('Enter');
  await studio.saved();
  await page.getByRole('link', { name: 'Tune' }).click();
  const canvas = page.locator('und-stage canvas');
  await expect(canvas).toBeVisible();
  await canvas.evaluate((one) => one.setAttribute('data-first', ''));
  // Over its shell, as large as it was, and over the wood behind it once it is small.
  const bodyAt = async (): Promise<string> => (await studio.stagePixel(40, 0)).join();
  await studio.settle();
  const small = await bodyAt();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(bodyAt).not.toBe(small);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(bodyAt).toBe(small);
  await expect(canvas).toHaveAttribute('data-first', '');
});

test('a body has a spot of its own, a crowd of it stands on a stage of its own, and effects hang on both', async ({
  studio,
  page,
  server,
}) => {
  const settings = async (): Promise<{ stages?: { id: string; bodies?: { actor: string; scale?: number }[] }[] }> =>
    (await page.request.get(`${server.address}/api/projects/elytra-league/settings/elytra-league`)).json() as never;
  await page.goto(`${server.address}/projects/elytra-league/actors/mosshell`);
  // Without a name it asks for one.
  await page.getByRole('button', { name: 'Add this spot' }).click();
  await expect(page.getByLabel('Name of a new spot')).toBeFocused();
  await page.getByLabel('Name of a new spot').fill('Left eye');
  await page.keyboard.press('Enter');
  await page.getByLabel('x of left-eye').fill('-30');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Spot left-eye, -30/ }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByLabel('y of left-eye')).toHaveValue('-1');

  await page.getByRole('radio', { name: 'stage', exact: true }).click();
  await page.getByRole('button', { name: 'New stage' }).click();
  await page.getByLabel('Who joins').selectOption({ label: 'Pip' });
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Join', exact: true }).click();
  await page.getByRole('button', { name: 'Mosshell', exact: true }).click();
  await page.getByLabel('Size on it').fill('1.5');
  await page.keyboard.press('Enter');
  await studio.saved();
  const stages = (await settings()).stages ?? [];
  const [usual, crowd] = [stages[0], stages[stages.length - 1]];
  expect(usual.bodies?.map(({ actor }) => actor)).toEqual(['brasshorn', 'mosshell', 'pip', 'squeak']);
  const bodies = ['brasshorn', 'mosshell', 'pip', 'squeak', 'duskwing', 'old-gall'];
  const all = [...bodies, 'smoulder-patch', 'thrown-pod', 'breaking-pod', 'pollen', 'spore'];
  expect(crowd.bodies?.map(({ actor }) => actor)).toEqual([...all, 'pip', 'pip', 'pip']);
  expect(crowd.bodies?.[1].scale).toBe(1.5);

  // All of them are there to be struck, and the spot is among those that effects hang on.
  await studio.open();
  await page.getByText('Rapid fire').click();
  await expect(page.getByLabel('Rapid fire', { exact: true }).getByText('of 13')).toBeVisible();
  await studio.openLane('sparks');
  await studio.everythingElse('sparks');
  await page.getByLabel('Spot', { exact: true }).selectOption({ label: 'left-eye' });
  await studio.saved();
  const sparks = (await studio.stored('lance-light')).document.effects.find(({ id }) => id === 'sparks');
  expect(sparks?.['spot']).toBe('left-eye');
});
