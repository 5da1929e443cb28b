// A kind of effect is one file and one line: the engine and the commands are made here with a kind more, `wobble`, whose file
// stands among the specs and whose line is put at the end of the list of kinds. Nothing else is told of it.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('../../', import.meta.url));
const source = (path) => join(root, 'core/src', path);

const oneLineMore = {
  name: 'one-line-more',
  setup({ onLoad, onResolve }) {
    onLoad({ filter: /core[\\/]src[\\/]effects[\\/]kinds\.ts$/ }, ({ path }) => ({
      contents: `${readFileSync(path, 'utf8')}\nexport { wobble } from '../testing/wobble.js';\n`,
      loader: 'ts',
    }));
    onResolve({ filter: /^@undatio\/core$/ }, () => ({ path: source('index.ts') }));
    onResolve({ filter: /^@undatio\/core\/internal$/ }, () => ({ path: source('internal.ts') }));
  },
};

const entry = `
  export * from '@undatio/core';
  export { makeVectors, newEffect, readOut } from '@undatio/core/internal';
  export { projectJson, projectWith, takeOf } from ${JSON.stringify(source('testing/projects.ts'))};
  export { bake } from ${JSON.stringify(join(root, 'server/src/commands/bake.ts'))};
`;

describe('a kind of effect that is added by one file and one line', () => {
  let folder;
  let made;
  const effects = [{ kind: 'wobble', id: 'lean', lean: 10, frequency: 2, damping: 0, duration: 1, envelope: [{ at: 0, value: 1 }] }];

  beforeAll(async () => {
    // Below the server, so that packages are found as they are for the server itself.
    folder = mkdtempSync(join(root, 'server/dist/added-'));
    const outfile = join(folder, 'engine.mjs');
    await build({
      stdin: { contents: entry, resolveDir: root, loader: 'ts' },
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
      plugins: [oneLineMore],
      logLevel: 'silent',
    });
    made = await import(pathToFileURL(outfile).href);
  }, 60_000);

  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is in documents, with its bounds', () => {
    expect(made.projectWith(effects).sequences[0].effects[0].strength).toBe(1);
    const { problems } = made.readProject(made.projectJson([{ ...effects[0], lean: 91 }]));
    expect(problems.map(({ path, message }) => `${path}: ${message}`)).toEqual([
      jasmine.stringMatching(/^sequences\[0\]\.effects\[0\]\.lean: .*-90.*90/),
    ]);
    expect(made.newEffect('wobble', 'new').lean).toBe(12);
  });

  it('is played, as a spring without damping swings', () => {
    const take = made.takeOf(effects);
    const frame = take.createFrame();
    for (const t of [0, 0.1, 0.25, 0.6]) expect(take.sample(t, frame).target.rotation).toBeCloseTo(10 * Math.cos(4 * Math.PI * t), 9);
    expect(take.sample(1.01, frame).target.rotation).toBe(0);
    expect(made.readOut(take).visibleTime).toBe(1);
  });

  it('is baked by the command', async () => {
    const file = join(folder, 'project.json');
    writeFileSync(file, JSON.stringify({ ...made.projectJson(effects), actors: [], assets: [] }));
    const out = join(folder, 'table.json');
    await made.bake(file, { sequence: 'blow', times: '0.25', format: 'json', out });
    const [{ row }] = JSON.parse(readFileSync(out, 'utf8')).frames;
    expect(row['target.rotation']).toBeCloseTo(-10, 9);
  });

  it('is in kits, their schema and their vectors', () => {
    const kit = JSON.parse(JSON.stringify(made.kitDocument(made.projectWith(effects))));
    const take = made.openKit(kit).strike('blow');
    expect(take.sample(0, take.createFrame()).target.rotation).toBeCloseTo(10, 9);
    kit.sequences[0].effects[0].lean = 'far';
    expect(() => made.openKit(kit)).toThrowMatching(({ path }) => path === 'sequences[0].effects[0].lean');
    const schema = JSON.stringify(made.kitJsonSchema());
    expect(schema).toContain('"const":"wobble"');
    expect(schema).toContain('How far the body leans about its feet at first.');
    const vectors = made.makeVectors().find(({ name }) => name === 'kinds/wobble');
    expect(vectors.vectors.length).toBeGreaterThan(3);
    expect(JSON.stringify(vectors)).toContain('"rotation"');
  });
});
