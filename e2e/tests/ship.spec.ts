import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { expect, test, undatio } from './studio.js';

const instants = [-0.05, 0, 0.016, 0.05, 0.1, 0.21, 0.4];
const sequences = ['lance-light', 'lance-heavy', 'lance-ember', 'lance-glance'];

test.describe('shipping', () => {
  test('Ship shows what the kit holds, and its download is the command line’s, byte for byte', async ({ studio, page, server }, info) => {
    await studio.open('lance-light');
    await studio.block('crack').focus();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('link', { name: 'Ship' }).click();
    await expect(page.getByText('Every reference resolves')).toBeVisible();
    await expect(page.getByRole('cell', { name: 'kit.json', exact: true })).toBeVisible();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: /^Download kit/ }).click();
    const download = await readFile(await (await waiting).path());
    const command = (await page.locator('.command code').textContent()) ?? '';
    const out = info.outputPath('kit.zip');
    const args = command
      .replace(/^npx undatio /, '')
      .replace(/--out \S+/, '')
      .trim()
      .split(/\s+/);
    await undatio([...args, '--out', out], { UNDATIO_DATA: server.data });
    expect(Buffer.compare(await readFile(out), download)).toBe(0);
    // What was edited is in it.
    const kit = JSON.parse(strFromU8(unzipSync(download)['kit.json'])) as { sequences: { effects: { id: string; delay: number }[] }[] };
    expect(kit.sequences[0].effects.find(({ id }) => id === 'crack')?.delay).toBeCloseTo(1 / 60, 5);
  });

  test('one strike is the same numbers in the studio, in baked tables and in the yard', async ({ studio, page, server }) => {
    test.setTimeout(120_000);
    for (const sequence of sequences) {
      const baked = JSON.parse(
        await undatio([
          'bake',
          'demo',
          '--sequence',
          sequence,
          '--payload',
          '{"damage": 33}',
          '--seed',
          '7',
          '--times',
          instants.join(','),
          '--format',
          'json',
        ]),
      ) as {
        frames: { row: Record<string, string | number>; particles: Record<string, number>[] }[];
      };

      await page.goto(`${server.address}/yard`);
      await expect(page.locator('#kit')).toContainText('4 sequences');
      await page.locator('#sequence').selectOption(sequence);
      await page.locator('#payload').fill('{"damage": 33}');
      await page.locator('#seed').fill('7');
      for (const [i, t] of instants.entries()) {
        await page.locator('#time').fill(String(t));
        await page.getByRole('button', { name: 'Sample' }).click();
        await expect(page.locator('#numbers data[data-column=t]')).toHaveAttribute('value', String(t));
        const yard = await page
          .locator('#numbers data')
          .evaluateAll((cells: HTMLDataElement[]) => Object.fromEntries(cells.map((cell) => [cell.dataset['column'] ?? '', cell.value])));
        compare(yard, baked.frames[i].row);
        baked.frames[i].particles.slice(0, 4).forEach((particle, n) => {
          for (const name of ['x', 'y', 'size', 'rotation'])
            expect(Math.abs(Number(yard[`particle ${n} ${name}`]) - particle[name])).toBeLessThanOrEqual(1e-9);
        });
      }

      await studio.open(sequence);
      for (const [name, value] of [
        ['Damage', '33'],
        ['Seed', '7'],
      ]) {
        const field = page.locator('und-strike-pad').getByRole('textbox', { name, exact: true });
        await field.fill(value);
        await field.press('Enter');
      }
      for (const frames of [0, 3, 12]) {
        await studio.goTo(frames);
        const shown = await studio.instant();
        const { frames: table } = JSON.parse(
          await undatio([
            'bake',
            'demo',
            '--sequence',
            sequence,
            '--payload',
            '{"damage": 33}',
            '--seed',
            '7',
            `--times=${shown['t']}`,
            '--format',
            'json',
          ]),
        ) as typeof baked;
        expect(Object.keys(shown).length).toBe(Object.keys(table[0].row).length);
        compare(shown, table[0].row);
      }
    }
  });
});

function compare(shown: Record<string, string>, row: Record<string, string | number>): void {
  let numbers = 0;
  for (const [column, value] of Object.entries(row)) {
    expect(shown[column], column).toBeDefined();
    if (typeof value === 'string') expect(shown[column], column).toBe(value);
    else {
      expect(Math.abs(Number(shown[column]) - value), column).toBeLessThanOrEqual(1e-9);
      numbers++;
    }
  }
  expect(numbers).toBeGreaterThan(20);
}

test.describe('the yard', () => {
  test('runs on the very runtime that ships, and jousts by itself', async ({ studio, page, server }) => {
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#log li')).not.toHaveCount(0, { timeout: 30_000 });
    await expect(page.locator('#log li').first()).toContainText('lance-light');
    const served = await (await fetch(`${server.address}/yard/undatio-runtime.js`)).text();
    const kit = unzipSync(new Uint8Array(await (await fetch(`${server.address}/api/projects/elytra-league/kit`)).arrayBuffer()));
    expect(served).toBe(strFromU8(kit['undatio-runtime.js']));
    const script = await (await fetch(`${server.address}/yard/yard.js`)).text();
    expect(script).toMatch(/from\s*"\.\/undatio-runtime\.js"/);
    expect(studio.page).toBe(page);
  });

  test('plays a kit from a file, and tells what is wrong with one that was tampered with', async ({ studio, page, server }, info) => {
    await undatio(['export', 'demo', '--out', info.outputPath('league.zip')]);
    const bytes = await readFile(info.outputPath('league.zip'));
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText('from the server');
    await page.locator('#file').setInputFiles(info.outputPath('league.zip'));
    await expect(page.locator('#kit')).toContainText('from league.zip: 4 sequences');

    const files = unzipSync(bytes);
    const kit = JSON.parse(strFromU8(files['kit.json'])) as { sequences: { effects: Record<string, unknown>[] }[] };
    kit.sequences[1].effects[2]['duration'] = 'long';
    const tampered = join(info.outputDir, 'tampered.zip');
    await writeFile(tampered, zipSync({ ...files, 'kit.json': strToU8(JSON.stringify(kit)) }));
    await page.locator('#file').setInputFiles(tampered);
    await expect(page.locator('#message')).toContainText('sequences[1].effects[2].duration: expected a number');
    // What was playing goes on.
    await expect(page.locator('#kit')).toContainText('from league.zip');

    await writeFile(tampered, bytes.subarray(0, 3000));
    await page.locator('#file').setInputFiles(tampered);
    await expect(page.locator('#message')).toContainText('not a whole zip');
    expect(studio.page).toBe(page);
  });
});
