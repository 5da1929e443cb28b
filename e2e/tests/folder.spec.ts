import { execFileSync } from 'node:child_process';
import { mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base } from './studio.js';

interface Linked {
  /** The folder that the demo is kept in. */
  folder: string;
}

const test = base.extend<Linked>({
  folder: async ({ server }, use) => {
    const root = await mkdtemp(join(tmpdir(), 'undatio-e2e-'));
    const folder = join(root, 'game-feedback');
    await server.stop();
    await server.start(['--folder', folder, '--project', 'elytra-league']);
    await use(folder);
    await server.stop();
    await rm(root, { recursive: true, force: true });
    await server.start();
  },
});

/** As an editor writes: beside, then in its place. */
async function rewrite(file: string, edit: (text: string) => string): Promise<void> {
  await writeFile(`${file}.swap`, edit(await readFile(file, 'utf8')));
  await rename(`${file}.swap`, file);
}

test('a save is written to its file, and a file that is changed appears and is one undo step', async ({ folder, studio, page }) => {
  await studio.open('horn-sweep');
  const file = join(folder, 'sequences/horn-sweep.json');
  const name = page.getByLabel('Name of the sequence');
  await expect(page.locator('und-folder-chip')).toContainText('in game-feedback');
  await name.fill('Lance, from the studio');
  await name.press('Enter');
  await studio.saved();
  await expect.poll(() => readFile(file, 'utf8')).toContain('"label": "Lance, from the studio"');

  const started = Date.now();
  await rewrite(file, (text) => text.replace('Lance, from the studio', 'Lance, from an editor'));
  await expect(name).toHaveValue('Lance, from an editor');
  test.info().annotations.push({ type: 'ms from file to screen', description: String(Date.now() - started) });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(name).toHaveValue('Lance, from the studio');
  await expect.poll(() => readFile(file, 'utf8')).toContain('"label": "Lance, from the studio"');
});

test('a fresh clone of a project that this studio never held opens, strikes, and is saved to its files', async ({
  folder,
  server,
  studio,
  page,
}) => {
  const clone = join(folder, '../clone');
  const git = (...args: readonly string[]): Buffer =>
    execFileSync('git', ['-c', 'user.name=Nobody', '-c', 'user.email=nobody@localhost', ...args], { cwd: folder });
  await server.stop();
  await rewrite(join(folder, 'settings.json'), (text) => text.replace('"id": "elytra-league"', '"id": "away-league"'));
  git('init', '-q');
  git('add', '.');
  git('commit', '-q', '-m', 'All of it');
  git('clone', '-q', folder, clone);
  await server.start(['--folder', clone]);
  await page.goto(`${server.address}/projects/away-league/tune/horn-sweep`);
  await expect(page.locator('und-folder-chip')).toContainText('in clone');
  await expect(page.locator('und-lane').first()).toBeVisible();
  await page.keyboard.press('Space');
  await expect.poll(() => page.locator('.clock data').getAttribute('value')).not.toBe('0');
  const name = page.getByLabel('Name of the sequence');
  await name.fill('Swept away');
  await name.press('Enter');
  await studio.saved();
  await expect.poll(() => readFile(join(clone, 'sequences/horn-sweep.json'), 'utf8')).toContain('"label": "Swept away"');
  expect(execFileSync('git', ['status', '--porcelain'], { cwd: clone }).toString()).toBe(' M sequences/horn-sweep.json\n');
});

test('a file that cannot be used is named with its line, and can be written over', async ({ folder, studio, page }) => {
  await studio.open();
  const file = join(folder, 'sequences/lance-light.json');
  const good = await readFile(file, 'utf8');
  await rewrite(file, (text) => text.replace('"event": "lance-hit"', '"event": 5'));
  const chip = page.locator('und-folder-chip button').first();
  await expect(chip).toHaveText('Files that cannot be used: 1');
  await chip.click();
  const dialog = page.getByRole('dialog', { name: 'Kept in a folder' });
  await expect(dialog).toContainText('sequences/lance-light.json, line 4');
  await dialog.getByRole('button', { name: 'Write mine over it' }).click();
  await expect(dialog).toContainText('Every save here is written there');
  expect(await readFile(file, 'utf8')).toBe(good);
});

test('what both sides changed is shown lane by lane, and the person chooses', async ({ folder, server, studio, page }) => {
  const file = join(folder, 'sequences/lance-light.json');
  await server.stop();
  await server.start();
  await studio.open();
  const name = page.getByLabel('Name of the sequence');
  await name.fill('Mine');
  await name.press('Enter');
  await studio.saved();
  await rewrite(file, (text) => text.replace('"label": "Lance, light"', '"label": "Theirs"'));
  await server.stop();
  await server.start(['--folder', folder]);
  await studio.open();
  expect(await readFile(file, 'utf8')).toContain('"label": "Theirs"');
  await page.locator('und-folder-chip button', { hasText: 'Changed on both sides: 1' }).click();
  await page.getByRole('button', { name: 'Choose…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Changed elsewhere: lance-light' });
  await expect(dialog).toContainText('Mine');
  await dialog.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Name of the sequence')).toHaveValue('Theirs');
  await expect(page.locator('und-folder-chip')).toContainText('in game-feedback');
});

test('a sequence whose file goes while it is open goes from the screen, and comes back; one that rules play is told', async ({
  folder,
  studio,
  page,
}) => {
  await studio.open('horn-sweep');
  const file = join(folder, 'sequences/horn-sweep.json');
  const text = await readFile(file, 'utf8');
  const tile = page.getByRole('listbox', { name: 'Sequences' }).getByRole('option', { name: /^Horn sweep/ });
  await rm(file);
  await expect(tile).toHaveCount(0);
  await expect(page.locator('und-lane').first()).toBeVisible();
  await writeFile(file, text);
  await expect(tile).toHaveCount(1);
  // What a ladder plays stays, and the folder’s chip says why.
  const played = join(folder, 'sequences/lance-light.json');
  const kept = await readFile(played, 'utf8');
  await rm(played);
  await expect(page.locator('und-folder-chip')).toContainText('Files that cannot be used: 1');
  await writeFile(played, kept);
  await expect(page.locator('und-folder-chip')).not.toContainText('Files that cannot be used');
});
