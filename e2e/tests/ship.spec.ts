import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readProjectText } from '@undatio/core';
import { bodiesOfRun, combatPlanOf, compileContext, compileDrill, drillOnStage, DrillTake, runDrill } from '@undatio/core/internal';
import { bake as bakeHere } from '../../server/dist/commands/bake.js';
import { expect, root, test, undatio } from './studio.js';

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
    await expect(page.getByText(/^No rule plays these sequences: .*Horn sweep/)).toBeVisible();
    await expect(page.getByRole('cell', { name: 'kit.json', exact: true })).toBeVisible();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: /^Download kit/ }).click();
    const download = await readFile(await (await waiting).path());
    const command = (await page.locator('.command code').textContent()) ?? '';
    // A browser that does not let the page copy leaves it selected.
    await page.evaluate(() => Object.assign(navigator.clipboard, { writeText: () => Promise.reject(new Error('denied')) }));
    await page.getByRole('button', { name: 'Copy', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Selected: Ctrl+C copies it' })).toBeVisible();
    expect(await page.evaluate(() => getSelection()?.toString())).toBe(command);
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
  }, info) => {
    test.setTimeout(240_000);
    const project = (await (await fetch(`${server.address}/api/projects/elytra-league`)).json()) as {
      sequences: { id: string; event: string }[];
    };
    expect(project.sequences.length).toBeGreaterThan(15);
    const bake = async (sequence: string, payload: string, times: readonly (number | string)[]): Promise<Baked['frames']> => {
      const out = info.outputPath('table.json');
      await bakeHere('demo', { sequence, payload, seed: '7', times: times.join(','), format: 'json', out });
      return (JSON.parse(await readFile(out, 'utf8')) as Baked).frames;
    };
    const payloadOf = (event: string): string => (event === 'lance-hit' ? '{"damage": 33}' : '{}');

    // The yard is asked for its numbers, every sequence at every instant, in one go.
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText(`${project.sequences.length} sequences`);
    await page.getByRole('button', { name: 'Pause' }).click();
    await page.locator('#seed').fill('7');
    const asked = project.sequences.map(({ id, event }) => ({ id, payload: payloadOf(event), instants }));
    const shown = await page.evaluate(sampleInYard, asked);
    for (const [s, { id, event }] of project.sequences.entries()) {
      const table = await bake(id, payloadOf(event), instants);
      shown[s].forEach((yard, i) => {
        expect(Number(yard['t'])).toBe(instants[i]);
        compare(yard, table[i].row);
        const far = table[i].particles
          .slice(0, 4)
          .flatMap((particle, n) =>
            ['x', 'y', 'size', 'rotation']
              .filter((name) => !(Math.abs(Number(yard[`particle ${n} ${name}`]) - particle[name]) <= 1e-9))
              .map((name) => `particle ${n} ${name}`),
          );
        expect(far).toEqual([]);
      });
    }

    // Its numbers do not depend on the size of the window; a small one is drawn sooner.
    await page.setViewportSize({ width: 900, height: 520 });
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
      await studio.goTo(3);
      const cells = await studio.instant();
      // Other events' fields may have been set before; what is struck is what the pad shows.
      const [{ row }] = await bake(id, await studio.payload(), [cells['t']]);
      expect(Object.keys(cells).length).toBe(Object.keys(row).length);
      compare(cells, row);
    }
  });
});

/** In the page: chooses, fills and samples as a person would, and reads what is shown each time. */
async function sampleInYard(
  asked: readonly { id: string; payload: string; instants: readonly number[] }[],
): Promise<Record<string, string>[][]> {
  const field = (name: string): HTMLInputElement => document.querySelector(`#${name}`) as HTMLInputElement;
  const fill = (name: string, value: string): void => {
    field(name).value = value;
    for (const event of ['input', 'change']) field(name).dispatchEvent(new Event(event, { bubbles: true }));
  };
  const sample = [...document.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'Sample');
  const all: Record<string, string>[][] = [];
  for (const { id, payload, instants } of asked) {
    fill('sequence', id);
    fill('payload', payload);
    const rows: Record<string, string>[] = [];
    for (const t of instants) {
      fill('time', String(t));
      sample?.click();
      await new Promise((done) => setTimeout(done));
      const cells = [...document.querySelectorAll<HTMLDataElement>('#numbers data')];
      rows.push(Object.fromEntries(cells.map((cell) => [cell.dataset['column'] ?? '', cell.value])));
    }
    all.push(rows);
  }
  return all;
}

/** Holds what is shown against a row of a table: one expectation for all its cells. */
function compare(shown: Record<string, string>, row: Record<string, string | number>): void {
  const cells = Object.entries(row);
  const wrong = cells.filter(([column, value]) =>
    typeof value === 'string' ? shown[column] !== value : !(Math.abs(Number(shown[column]) - value) <= 1e-9),
  );
  expect(wrong.map(([column, value]) => `${column}: ${value}, shown ${shown[column]}`)).toEqual([]);
  expect(cells.filter(([, value]) => typeof value === 'number').length).toBeGreaterThan(20);
}

test.describe('the yard', () => {
  test('runs on the very runtime that ships, and jousts by itself', async ({ studio: { page }, server }) => {
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#log li')).not.toHaveCount(0);
    // The kit's rules say what a blow is.
    await expect(page.locator('#log li').first()).toContainText('lance-hit → light; 6 of harm, 94 left');
    const served = await (await fetch(`${server.address}/yard/undatio-runtime.js`)).text();
    const kit = unzipSync(new Uint8Array(await (await fetch(`${server.address}/api/projects/elytra-league/kit`)).arrayBuffer()));
    expect(served).toBe(strFromU8(kit['undatio-runtime.js']));
    const script = await (await fetch(`${server.address}/yard/yard.js`)).text();
    expect(script).toMatch(/from\s*"\.\/undatio-runtime\.js"/);
  });

  test('shows every drill of the demo as the studio does, to a billionth', async ({ studio: { page }, server }) => {
    const { project } = readProjectText(await readFile(join(root, 'demo/elytra-league.undatio.json'), 'utf8'));
    if (!project) throw new Error('the demo can be read');
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText(`${project.drills.length} drills, and rules that decide`);
    await page.getByRole('button', { name: 'Pause' }).click();
    // At an instant at which a stream lets something go, the last digit decides whether it is there.
    const instantsOf = (length: number): number[] => [0.09, 0.31, 0.52, 0.77, 0.99].map((share) => share * length + 0.000317);
    const asked = project.drills.map(({ id, length }) => ({ id: `drill:${id}`, payload: '{}', instants: instantsOf(length) }));
    const shown = await page.evaluate(sampleInYard, asked);
    const plan = combatPlanOf(project, compileContext(project));
    const wrong: string[] = [];
    let compared = 0;
    for (const [d, one] of project.drills.entries()) {
      const drill = drillOnStage(one, project.stages);
      const run = runDrill(plan, compileDrill(drill, [], plan), drill.seed, project.stopBudget);
      const bodies = bodiesOfRun(run, drill.actors, project.actors) as never;
      const take = new DrillTake({ run, bodies, planOf: plan.planOf });
      const frame = take.createFrame();
      for (const [i, t] of instantsOf(drill.length).entries()) {
        take.sample(t, frame);
        const cells = shown[d][i];
        const same = (name: string, value: number | string): void => {
          compared++;
          // Particles are 32-bit floats, put in place after they were written: the last digit may be rounded either way.
          const digits = name.startsWith('particle ') ? 1e-4 : 1e-9;
          const near = typeof value === 'string' ? cells[name] === value : Math.abs(Number(cells[name]) - value) <= digits;
          if (!near) wrong.push(`${drill.id} at ${t} s: ${name} is ${cells[name]}, not ${value}`);
        };
        run.combatants.forEach(({ id }, b) => {
          // Whoever has not come about yet is not in the game either.
          if (cells[`${id}.standing`] === undefined) return;
          const body = b === 0 ? frame.source : frame.targets[b - 1];
          same(`${id}.x`, frame.stands[b].x + body.x);
          same(`${id}.y`, frame.stands[b].y + body.y);
          for (const name of ['rotation', 'scaleX', 'scaleY', 'alpha', 'flash', 'rate'] as const) same(`${id}.${name}`, body[name]);
          same(`${id}.health`, take.histories.health(id, t));
          // Whoever leaves is gone by the rules, and still drawn.
          same(
            `${id}.standing`,
            frame.gone[b] ? 'gone' : take.histories.standing(id, t) === 'gone' ? 'leaving' : take.histories.standing(id, t),
          );
          same(`${id}.look`, frame.looks[b]);
        });
        for (const name of ['x', 'y', 'roll', 'zoom'] as const) same(`view.${name}`, frame.view[name]);
        for (const name of ['particles', 'rings', 'numbers', 'pictures', 'glyphs', 'ribbons'] as const) same(name, frame[name].count);
        for (let n = 0; n < Math.min(4, frame.particles.count); n++)
          for (const name of ['x', 'y', 'size'] as const) same(`particle ${n} ${name}`, frame.particles[name][n]);
      }
    }
    expect(wrong.slice(0, 20)).toEqual([]);
    expect(compared).toBeGreaterThan(3000);
    // And it is watched as it goes.
    await page.locator('#watch').selectOption('two-blows');
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.locator('#log')).toContainText('lance-hit →');
  });

  test('plays a kit from a file, and tells what is wrong with one that was tampered with', async ({ studio: { page }, server }, info) => {
    await undatio(['export', 'demo', '--out', info.outputPath('league.zip')]);
    const bytes = await readFile(info.outputPath('league.zip'));
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText('from the server');
    await page.locator('#file').setInputFiles(info.outputPath('league.zip'));
    await expect(page.locator('#kit')).toContainText('from league.zip: 27 sequences');

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

  test('tells on the page and in the console which picture a kit lacks, and draws the rest', async ({ studio: { page }, server }, info) => {
    const warned: string[] = [];
    page.on('console', (message) => message.type() === 'warning' && warned.push(message.text()));
    const files = unzipSync(new Uint8Array(await (await fetch(`${server.address}/api/projects/elytra-league/kit`)).arrayBuffer()));
    const { assets } = JSON.parse(strFromU8(files['kit.json'])) as { assets: { id: string; type: string; file: string }[] };
    const [lost, broken] = assets.filter(
      ({ type, file }) => type === 'picture' && assets.filter((other) => other.file === file).length === 1,
    );
    const without = Object.fromEntries(Object.entries(files).filter(([path]) => path !== lost.file));
    const zip = info.outputPath('lacking.zip');
    await writeFile(zip, zipSync({ ...without, [broken.file]: strToU8('no picture') }));
    await page.goto(`${server.address}/yard`);
    await expect(page.locator('#kit')).toContainText('from the server');
    await page.locator('#file').setInputFiles(zip);
    const words = `2 pictures of the kit are missing or cannot be read: ${lost.id}, ${broken.id}. What shows them is not drawn.`;
    await expect(page.locator('#message')).toHaveText(words);
    expect(warned).toEqual([words]);
    await expect(page.locator('#log li')).not.toHaveCount(0);
  });

  test('plays the project that its address names, as Ship leads to it', async ({ studio: { page }, server }) => {
    const made = await fetch(`${server.address}/api/projects/elytra-league/duplicate`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ label: 'Other field' }),
    });
    const other = ((await made.json()) as { id: string }).id;
    try {
      await page.goto(`${server.address}/projects/${other}/ship`);
      const link = page.getByRole('link', { name: 'open the yard' });
      await expect(link).toHaveAttribute('href', `/yard/?project=${other}`);
      await page.goto(`${server.address}/yard/?project=${other}`);
      await expect(page.locator('#kit')).toContainText('Other field from the server');
      await page.goto(`${server.address}/yard/?project=nobody`);
      await expect(page.locator('#message')).toContainText('the server has no project “nobody”');
    } finally {
      await fetch(`${server.address}/api/projects/${other}`, { method: 'DELETE' });
    }
  });
});
