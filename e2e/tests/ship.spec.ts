import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { expect, test, undatio } from './studio.js';

const instants = [-0.05, 0, 0.05, 0.1, 0.4];

interface Baked {
  frames: { row: Record<string, string | number>; particles: Record<string, number>[] }[];
}

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

  test('one strike of every demo sequence is the same numbers in the studio, in baked tables and in the yard', async ({
    studio,
    page,
    server,
  }) => {
    test.setTimeout(600_000);
    const project = (await (await fetch(`${server.address}/api/projects/elytra-league`)).json()) as {
      sequences: { id: string; event: string }[];
    };
    expect(project.sequences.length).toBeGreaterThan(15);
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText(`${project.sequences.length} sequences`);
    await page.getByRole('button', { name: 'Pause' }).click();
    await page.locator('#seed').fill('7');
    const bake = async (sequence: string, payload: string, times: readonly (number | string)[]): Promise<Baked['frames']> =>
      (
        JSON.parse(
          await undatio([
            'bake',
            'demo',
            '--sequence',
            sequence,
            '--payload',
            payload,
            '--seed',
            '7',
            `--times=${times.join(',')}`,
            '--format',
            'json',
          ]),
        ) as Baked
      ).frames;
    const payloadOf = (event: string): string => (event === 'lance-hit' ? '{"damage": 33}' : '{}');

    for (const { id, event } of project.sequences) {
      await page.locator('#sequence').selectOption(id);
      await page.locator('#payload').fill(payloadOf(event));
      const table = await bake(id, payloadOf(event), instants);
      for (const [i, t] of instants.entries()) {
        await page.locator('#time').fill(String(t));
        await page.getByRole('button', { name: 'Sample' }).click();
        await expect(page.locator('#numbers data[data-column=t]')).toHaveAttribute('value', String(t));
        const yard = await page
          .locator('#numbers data')
          .evaluateAll((cells: HTMLDataElement[]) => Object.fromEntries(cells.map((cell) => [cell.dataset['column'] ?? '', cell.value])));
        compare(yard, table[i].row);
        table[i].particles.slice(0, 4).forEach((particle, n) => {
          for (const name of ['x', 'y', 'size', 'rotation']) {
            expect(Math.abs(Number(yard[`particle ${n} ${name}`]) - particle[name])).toBeLessThanOrEqual(1e-9);
          }
        });
      }
    }

    await studio.open(project.sequences[0].id);
    await studio.setUp();
    for (const { id, event } of project.sequences) {
      await page.locator(`[data-sequence="${id}"]`).click();
      await expect(page).toHaveURL(new RegExp(`${id}$`));
      for (const [name, value] of [['Seed', '7'], ...(event === 'lance-hit' ? [['Damage', '33']] : [])]) {
        const field = page.locator('und-strike-pad').getByRole('textbox', { name, exact: true });
        if ((await field.inputValue()) === value) continue;
        await field.fill(value);
        await field.press('Enter');
      }
      const shown: Record<string, string>[] = [];
      for (const frames of [0, 3]) {
        await studio.goTo(frames);
        shown.push(await studio.instant());
      }
      // Other events' fields may have been set before; what is struck is what the pad shows.
      const table = await bake(
        id,
        await studio.payload(),
        shown.map(({ t }) => t),
      );
      shown.forEach((cells, i) => {
        expect(Object.keys(cells).length).toBe(Object.keys(table[i].row).length);
        compare(cells, table[i].row);
      });
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
  test('runs on the very runtime that ships, and jousts by itself', async ({ studio: { page }, server }) => {
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#log li')).not.toHaveCount(0, { timeout: 30_000 });
    await expect(page.locator('#log li').first()).toContainText('lance-light');
    const served = await (await fetch(`${server.address}/yard/undatio-runtime.js`)).text();
    const kit = unzipSync(new Uint8Array(await (await fetch(`${server.address}/api/projects/elytra-league/kit`)).arrayBuffer()));
    expect(served).toBe(strFromU8(kit['undatio-runtime.js']));
    const script = await (await fetch(`${server.address}/yard/yard.js`)).text();
    expect(script).toMatch(/from\s*"\.\/undatio-runtime\.js"/);
  });

  test('plays a kit from a file, and tells what is wrong with one that was tampered with', async ({ studio: { page }, server }, info) => {
    await undatio(['export', 'demo', '--out', info.outputPath('league.zip')]);
    const bytes = await readFile(info.outputPath('league.zip'));
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText('from the server');
    await page.locator('#file').setInputFiles(info.outputPath('league.zip'));
    await expect(page.locator('#kit')).toContainText('from league.zip: 20 sequences');

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
  });
});
