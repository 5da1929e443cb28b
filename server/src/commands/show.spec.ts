import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { openKit, readProject, type Project } from '@undatio/core';
import { paths } from '../paths.js';
import { showPage } from '../showPage.js';
import { undatio, withFolder } from '../testing.js';

const demo = async (): Promise<Project> => JSON.parse(await readFile(paths.demoProject, 'utf8')) as Project;

/** What an element of a page holds. */
function held(page: string, id: string): Uint8Array {
  const [, text] = new RegExp(`<script type="text/plain" id="${id}">([^<]*)</script>`).exec(page) ?? [];
  return new Uint8Array(Buffer.from(text, 'base64'));
}

describe('undatio show', () => {
  it('writes one page with the kit of one sequence in it, which plays the same numbers', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'heavy.html');
      const made = await undatio(['show', 'demo', '--sequence', 'lance-heavy', '--payload', '{"damage": 30}', '--seed', '7', '--out', out]);
      expect(made.code).toBe(0);
      const page = await readFile(out, 'utf8');
      expect(JSON.parse(strFromU8(held(page, 'shown')))).toEqual({ sequence: 'lance-heavy', payload: { damage: 30 }, seed: 7 });
      const files = unzipSync(held(page, 'kit'));
      const kit = openKit(JSON.parse(strFromU8(files['kit.json'])));
      expect(kit.sequences).toEqual(['lance-heavy']);
      // Who stands on the usual stage, and what is behind them.
      expect(kit.actors.map(({ id }) => id)).toEqual(['brasshorn', 'mosshell', 'pip', 'squeak']);
      for (const { id } of kit.assets) expect(files[kit.assetFile(id)]).withContext(id).toBeDefined();
      expect(kit.assets.map(({ id }) => id)).toContain('mossy-log');
      const whole = (
        await undatio(['bake', 'demo', '--sequence', 'lance-heavy', '--payload', '{"damage": 30}', '--seed', '7', '--times', '0.05'])
      ).out;
      const columns = whole.split('\n')[0].split(',');
      const row = whole.split('\n')[1].split(',');
      const take = kit.strike('lance-heavy', { damage: 30 }, { seed: 7 });
      const frame = take.sample(0.05, take.createFrame());
      expect(frame.target.x).toBeCloseTo(Number(row[columns.indexOf('target.x')]), 9);
      expect(frame.view.x).toBeCloseTo(Number(row[columns.indexOf('view.x')]), 9);
      for (const { clip } of take.sounds) expect(files[kit.assetFile(clip)]).toBeDefined();
      // Nothing is fetched: neither by an address nor because its policy would let it.
      expect(page).toContain("default-src 'none'");
      expect(page).not.toMatch(/(src|href)="/);
    });
  });

  it('makes a page of every sequence of the demo that its own reading accepts', async () => {
    const project = await demo();
    const source = { project: readProject(project).project as Project, assetBytes: () => Promise.resolve(new Uint8Array(3)) };
    for (const { id } of project.sequences) {
      const page = (await showPage(source, { sequence: id, payload: {}, seed: 1 })) ?? '';
      const kit = openKit(JSON.parse(strFromU8(unzipSync(held(page, 'kit'))['kit.json'])));
      expect(kit.strike(id).duration).withContext(id).toBeGreaterThan(0);
    }
    expect(await showPage(source, { sequence: 'gone', payload: {}, seed: 1 })).toBeUndefined();
  });

  it('writes what people have typed as text, never as markup', async () => {
    const { project } = readProject(await demo());
    if (!project) throw new Error('the demo cannot be read');
    const [first] = project.sequences;
    const named = { ...first, label: '<img src=x onerror=alert(1)>', note: '</script><script>alert(1)</script>' };
    const words = { type: 'text' as const, name: 'words', label: 'Words', default: '' };
    const events = project.events.map((event) => ({ ...event, fields: [...event.fields, words] }));
    const source = { project: { ...project, events, sequences: [named] }, assetBytes: () => Promise.resolve(new Uint8Array(3)) };
    const page = (await showPage(source, { sequence: first.id, payload: { words: '"><b>' }, seed: 1 })) ?? '';
    expect(page).not.toContain('<img');
    expect(page).not.toContain('<b>');
    expect(page.split('<script').length).toBe(4);
  });

  it('tells in one line what is wrong with what it is asked', async () => {
    await withFolder(async (folder) => {
      const refused = async (...args: string[]): Promise<string> => {
        const { code, err } = await undatio(['show', 'demo', '--out', join(folder, 'x.html'), ...args]);
        expect(code).withContext(args.join(' ')).toBe(2);
        return err;
      };
      expect(await refused('--sequence', 'nope')).toContain('found "nope"');
      expect(await refused('--sequence', 'lance-light', '--payload', '{"damage": "much"}')).toContain('payload.damage: expected a number');
      expect(await refused('--sequence', 'lance-light', '--seed', '-1')).toContain('--seed');
    });
  });
});
