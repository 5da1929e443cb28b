import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { parse } from 'node:path';
import { unzipSync } from 'fflate';
import { bakedColumns, type Kit } from '@undatio/core';
import { arenaDiffers, differs, type ArenaFile, type VectorFile } from '@undatio/core/internal';
import ts from 'typescript';
import { paths } from '../paths.js';
import { gone, serveProcess, undatio, undatioProcess, withFolder } from '../testing.js';

interface DemoDocument {
  assets: { file: string }[];
  sequences: { effects: Record<string, unknown>[] }[];
}

/** The demo with something spoiled, as a file beside copies of its assets. */
async function spoiledDemo(folder: string, spoil: (demo: DemoDocument) => void): Promise<string> {
  const demo = JSON.parse(await readFile(paths.demoProject, 'utf8')) as DemoDocument;
  for (const { file } of demo.assets) {
    await mkdir(dirname(join(folder, file)), { recursive: true });
    await writeFile(join(folder, file), await readFile(join(parse(paths.demoProject).dir, file)));
  }
  spoil(demo);
  const path = join(folder, 'spoiled.undatio.json');
  await writeFile(path, JSON.stringify(demo, null, 1));
  return path;
}

describe('undatio check', () => {
  it('finds nothing wrong with the demo', async () => {
    const { code, out } = await undatio(['check', 'demo', '--json']);
    expect([code, out]).toEqual([0, '[]\n']);
  });

  const cases: [string, (demo: DemoDocument) => void, RegExp][] = [
    [
      'a driven field that does not exist',
      (demo) => (demo.sequences[0].effects[0]['amount'] = { drive: 'rage', in: [0, 1], out: [0, 1] }),
      /^error: sequences\[0\]\.effects\[0\]\.amount\.drive: expected a number field/,
    ],
    [
      'a circular anchor',
      (demo) => (demo.sequences[0].effects[1]['anchor'] = { to: 'end', effect: 'hit-stop' }),
      /^error: sequences\[0\]\.effects\[1\]\.anchor\.effect: .*circle/,
    ],
    [
      'a hundred thousand effects',
      (demo) => (demo.sequences[0].effects = new Array<Record<string, unknown>>(100_000).fill({})),
      /^error: sequences\[0\]\.effects: expected at most 1000 effects, found 100000/,
    ],
    [
      'a missing asset',
      (demo) => (demo.assets[0].file = 'assets/sounds/gone.wav'),
      /^error: assets\[0\]\.file: expected the file "assets\/sounds\/gone\.wav", it is missing; used by lance-light/,
    ],
  ];
  for (const [what, spoil, expected] of cases) {
    it(`tells ${what}, with exit code 1`, async () => {
      await withFolder(async (folder) => {
        const { code, out } = await undatio(['check', await spoiledDemo(folder, spoil)]);
        expect(code).toBe(1);
        expect(out).toMatch(expected);
      });
    });
  }

  it('tells what flashes too often over too much of the view', async () => {
    await withFolder(async (folder) => {
      const steady = [{ at: 0, value: 1 }];
      const strobe = { kind: 'lens', id: 'strobe', flash: 1, envelope: steady, duration: 0.1, repeat: { count: 5, every: 0.2 } };
      const { code, out } = await undatio(['check', await spoiledDemo(folder, (demo) => demo.sequences[0].effects.push(strobe))]);
      expect([code, out]).toEqual([
        0,
        jasmine.stringMatching(/^warning: sequences\[0\]: flashes 5 times within a second, 0 to \d+ ms, over 100 %/),
      ]);
    });
  });

  it('tells a truncated file, another shape and no JSON', async () => {
    await withFolder(async (folder) => {
      const text = await readFile(paths.demoProject, 'utf8');
      for (const [content, expected] of [
        [text.slice(0, 20_000), /^error: \S+: expected .* but the text ends at line \d+, column \d+/],
        ['[]', /^error: \(document\): expected object/],
        ['gibberish', /^error: \(document\): expected a JSON value, found "gibberish" at line 1, column 1/],
        [text.replace('"delay": 0', '"delay": NaN'), /^error: sequences\[0\]\.effects\[0\]\.delay: expected a JSON value, found "NaN/],
      ] as const) {
        const file = join(folder, 'bad.undatio.json');
        await writeFile(file, content);
        const { code, out } = await undatio(['check', file]);
        expect(code).toBe(1);
        expect(out).toMatch(expected);
      }
    });
  });
});

describe('undatio bake', () => {
  it('writes the documented columns, one row a frame', async () => {
    const { code, out } = await undatio(['bake', 'demo', '--sequence', 'lance-heavy', '--fps', '30']);
    expect(code).toBe(0);
    const [header, ...rows] = out.trim().split('\n');
    expect(header).toBe(bakedColumns.join(','));
    const t = rows.map((row) => Number(row.split(',')[0]));
    expect(t).toContain(0);
    for (let i = 1; i < t.length; i++) expect(t[i] - t[i - 1]).toBeCloseTo(1 / 30, 12);
    // From the frame before the first thing seen to the frame after the last.
    const { duration } = JSON.parse(
      (await undatio(['bake', 'demo', '--sequence', 'lance-heavy', '--times', '0', '--format', 'json'])).out,
    ) as {
      duration: number;
    };
    expect(t[t.length - 1]).toBeGreaterThanOrEqual(duration);
    expect(t[t.length - 1]).toBeLessThan(duration + 1 / 30);
    expect(t[0]).toBeLessThan(0);
  });

  it('measures as the project says its game does', async () => {
    await withFolder(async (folder) => {
      const bake = async (conventions: object): Promise<Record<string, number>> => {
        const file = await spoiledDemo(folder, (demo) =>
          Object.assign(demo, { conventions: { ...(demo as object as { conventions: object }).conventions, ...conventions } }),
        );
        const { out } = await undatio(['bake', file, '--sequence', 'lance-heavy', '--times', '0.12', '--format', 'json']);
        return (JSON.parse(out) as { frames: { row: Record<string, number> }[] }).frames[0].row;
      };
      const plain = await bake({});
      const turned = await bake({ axis: 'up', unitsPerPixel: 0.5, angles: 'radians' });
      expect(Math.abs(plain['view.y'])).toBeGreaterThan(1e-6);
      expect(turned['view.x']).toBeCloseTo(plain['view.x'] / 2, 9);
      expect(turned['view.y']).toBeCloseTo(-plain['view.y'] / 2, 9);
      expect(turned['view.roll']).toBeCloseTo((-plain['view.roll'] * Math.PI) / 180, 9);
      const rows = async (format: string): Promise<string> => {
        const file = join(folder, 'spoiled.undatio.json');
        return (await undatio(['bake', file, '--sequence', 'lance-heavy', '--times', '0.12', '--format', format])).out;
      };
      const [header, row] = (await rows('csv'))
        .trim()
        .split('\n')
        .map((line) => line.split(','));
      expect(Number(row[header.indexOf('view.y')])).toBeCloseTo(turned['view.y'], 9);
    });
  });

  it('samples the instants it is given, with the particles when asked', async () => {
    const { out } = await undatio([
      'bake',
      'demo',
      '--sequence',
      'lance-light',
      '--times',
      '0.05,-1,0',
      '--format',
      'json',
      '--payload',
      '{"damage": 40}',
      '--seed',
      '7',
    ]);
    const baked = JSON.parse(out) as { seed: number; frames: { row: Record<string, number>; particles: object[] }[] };
    expect(baked.seed).toBe(7);
    expect(baked.frames.map(({ row }) => row['t'])).toEqual([0.05, -1, 0]);
    for (const { row, particles } of baked.frames) expect(particles.length).toBe(row['particles']);
    expect(baked.frames[0].particles.length).toBeGreaterThan(5);
  });

  it('refuses bad usage in one line, with exit code 2', async () => {
    for (const args of [
      ['bake', 'demo', '--sequence', 'none'],
      ['bake', 'demo', '--sequence', 'lance-light', '--payload', '{'],
      ['bake', 'demo', '--sequence', 'lance-light', '--payload', '{"damge": 1}'],
      ['bake', 'demo', '--sequence', 'lance-light', '--seed', 'x'],
      ['bake', 'demo', '--sequence', 'lance-light', '--seed', '4294967296'],
      ['bake', 'demo', '--sequence', 'lance-light', '--seed', '-1'],
      ['bake', 'demo', '--sequence', 'lance-light', '--fps', '0'],
      ['bake', 'demo', '--sequence', 'lance-light', '--fps', '10001'],
      ['bake', 'demo', '--sequence', 'lance-light', '--payload', '[]'],
      ['bake', 'demo', '--sequence', 'lance-light', '--times', '0,,1'],
      ['bake', 'demo', '--sequence', 'lance-light', '--format', 'xml'],
      ['bake', '/nowhere.undatio.json', '--sequence', 'a'],
      ['check'],
      ['dance'],
    ]) {
      const { code, out, err } = await undatio(args);
      expect(code).withContext(args.join(' ')).toBe(2);
      expect(out).toBe('');
      expect(err.trim().split('\n').length).withContext(err).toBe(1);
    }
  }, 30_000);

  it('refuses a port that is none', async () => {
    for (const port of ['65536', '-1', '80.5', 'http']) {
      const { code, err } = await undatio(['serve'], { PORT: port });
      expect([code, err]).toEqual([2, `undatio serve: expected PORT to be a whole number from 0 to 65535, found "${port}"\n`]);
    }
  });

  it('explains itself', async () => {
    for (const command of [['--help'], ['serve', '--help'], ['export', '--help'], ['check', '--help'], ['bake', '--help']]) {
      const { code, out } = await undatio(command);
      expect(code).toBe(0);
      expect(out).toContain('Usage: undatio');
    }
  }, 30_000);
});

describe('undatio export', () => {
  it('leaves out the kinds that no sequence uses, and plays the same', async () => {
    await withFolder(async (folder) => {
      const project = join(folder, 'small.undatio.json');
      const effects = [
        { kind: 'flash', id: 'flash' },
        { kind: 'hit-stop', id: 'stop' },
      ];
      const event = { id: 'hit', label: 'Hit', fields: [] };
      const document = { format: 1, id: 'small', label: 'Small', events: [event], actors: [], assets: [] };
      await writeFile(project, JSON.stringify({ ...document, sequences: [{ id: 'blow', label: 'Blow', event: 'hit', effects }] }));
      const open = async (name: string, ...options: string[]) => {
        const out = join(folder, name);
        expect((await undatio(['export', project, '--out', out, ...options])).code).toBe(0);
        const file = join(out, 'undatio-runtime.js');
        const runtime = (await import(pathToFileURL(file).href)) as { openKit(json: unknown): Kit };
        const { sources } = JSON.parse(await readFile(`${file}.map`, 'utf8')) as { sources: string[] };
        expect(sources).toContain('undatio/effects/flash.js');
        expect(sources.includes('undatio/effects/shake.js')).toBe(name === 'whole');
        return { size: (await stat(file)).size, runtime, json: JSON.parse(await readFile(join(out, 'kit.json'), 'utf8')) as object };
      };
      const whole = await open('whole');
      const lean = await open('lean', '--lean');
      // The player is in both.
      expect(lean.size).toBeLessThan(0.65 * whole.size);
      const flashes = [whole, lean].map(({ runtime, json }) => {
        const take = runtime.openKit(json).strike('blow');
        return [0, 0.05, 0.1, 0.2].map((t) => take.sample(t, take.createFrame()).target.flash);
      });
      expect(flashes[1]).toEqual(flashes[0]);
      expect(flashes[0][0]).toBeGreaterThan(0);
      const other = { ...lean.json, sequences: [{ id: 'blow', event: 'hit', effects: [{ kind: 'shake', id: 'shake' }] }] };
      expect(() => lean.runtime.openKit(other)).toThrowMatching(
        (error: Error & { path: string }) =>
          error.path === 'sequences[0].effects[0].kind' && /expected one of flash, hit-stop/.test(error.message),
      );
    });
  }, 30_000);

  it('makes a kit that holds what it promises and plays what it says', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'kit');
      expect((await undatio(['export', 'demo', '--out', out])).code).toBe(0);
      const text = (name: string): Promise<string> => readFile(join(out, name), 'utf8');
      const kitJson: unknown = JSON.parse(await text('kit.json'));

      const validate = new Ajv2020({ strict: false }).compile(JSON.parse(await text('kit.schema.json')) as object);
      expect(validate(kitJson)).withContext(JSON.stringify(validate.errors)).toBeTrue();
      expect(validate({ ...(kitJson as object), events: 'none' })).toBeFalse();

      const runtime = (await import(pathToFileURL(join(out, 'undatio-runtime.js')).href)) as {
        openKit(json: unknown): Kit;
        KitError: new () => Error;
      };
      const kit = runtime.openKit(kitJson);
      // A kit of its own sequences plays, and its runtime gives every vector that ships with it.
      for (const name of kit.sequences) expect(kit.strike(name).duration).withContext(name).toBeGreaterThan(0);
      const index = JSON.parse(await text('vectors/index.json')) as {
        defaults: never;
        files: { file: string }[];
        arena: { file: string };
      };
      expect(index.files.length).toBeGreaterThan(50);
      for (const { file } of index.files) {
        const { vectors } = JSON.parse(await text(`vectors/${file}`)) as VectorFile;
        for (const vector of vectors)
          expect(differs(vector, runtime.openKit, index.defaults))
            .withContext(`${file}: ${vector.about}`)
            .toBeUndefined();
      }
      const { scripts } = JSON.parse(await text(`vectors/${index.arena.file}`)) as ArenaFile;
      expect(scripts.length).toBeGreaterThan(10);
      for (const script of scripts)
        expect(arenaDiffers(script, runtime.openKit, index.defaults))
          .withContext(script.about)
          .toBeUndefined();
      expect(await text('undatio-runtime.js')).toContain('//# sourceMappingURL=undatio-runtime.js.map');
      const map = JSON.parse(await text('undatio-runtime.js.map')) as { version: number; sources: string[]; sourcesContent: string[] };
      expect(map.version).toBe(3);
      expect(map.sources).toContain('undatio/effects/burst.js');
      expect(map.sources.filter((source) => !source.startsWith('undatio/'))).toEqual([]);
      expect(map.sourcesContent.length).toBe(map.sources.length);
      expect(await text('docs/engine.md')).toContain('# The engine');
      expect(await text('docs/rules.md')).toContain('# What decides');
      expect(JSON.parse(await text('package.json'))).toEqual(jasmine.objectContaining({ name: 'elytra-league-kit', type: 'module' }));
      expect((await stat(join(out, 'kit.schema.json'))).size).toBeLessThan(136_000);
      for (const { file } of (kitJson as DemoDocument).assets) expect((await readFile(join(out, file))).length).toBeGreaterThan(100);
      expect((await readdir(join(out, 'assets'))).sort()).toEqual(['pictures', 'sounds']);
    });
  }, 30_000);

  it('makes the same bytes as the Ship screen’s download, as archive and as folder', async () => {
    await withFolder(async (folder) => {
      const { child, address } = await serveProcess(join(folder, 'data'));
      const download = new Uint8Array(await (await fetch(`${address}/api/projects/elytra-league/kit`)).arrayBuffer());
      await undatioProcess(['export', 'demo', '--out', join(folder, 'a.zip')], { TZ: 'Asia/Tokyo' });
      await undatio(['export', 'saved:elytra-league', '--out', join(folder, 'b.zip')], { UNDATIO_DATA: join(folder, 'data') });
      await undatio(['export', 'demo', '--out', join(folder, 'c')]);
      for (const name of ['a.zip', 'b.zip'])
        expect(Buffer.compare(await readFile(join(folder, name)), download))
          .withContext(name)
          .toBe(0);
      for (const [path, bytes] of Object.entries(unzipSync(download)))
        expect(Buffer.compare(await readFile(join(folder, 'c', path)), bytes))
          .withContext(path)
          .toBe(0);
      child.kill('SIGTERM');
      await gone(child);
    });
  }, 30_000);

  it('ships declarations that a strict TypeScript game compiles against', async () => {
    await withFolder(async (folder) => {
      await undatio(['export', 'demo', '--out', folder]);
      const game = join(folder, 'game.ts');
      await writeFile(
        game,
        `import { openKit, KitError } from './undatio-runtime.js';
         const kit = openKit({});
         const take = kit.strike('lance-heavy', { damage: 12, direction: 30 }, { seed: 7 });
         const frame = take.createFrame();
         take.sample(0.05, frame);
         const numbers: number[] = [frame.target.flash, frame.view.x, frame.particles.count, take.duration, take.sounds[0].gain];
         const path: string = new KitError('a', 'b').path;
         // @ts-expect-error a payload holds plain values only
         kit.strike('lance-heavy', { damage: {} });
         export { numbers, path };`,
      );
      const options = {
        strict: true,
        noEmit: true,
        target: ts.ScriptTarget.ES2022,
        module: ts.ModuleKind.NodeNext,
        moduleResolution: ts.ModuleResolutionKind.NodeNext,
        types: [],
      };
      const problems = ts.getPreEmitDiagnostics(ts.createProgram([game], options));
      expect(problems.map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, '\n'))).toEqual([]);
    });
  }, 30_000);

  it('ships nothing of a project with errors', async () => {
    await withFolder(async (folder) => {
      const project = await spoiledDemo(folder, (demo) => (demo.assets[0].file = 'gone.wav'));
      const { code, err } = await undatio(['export', project, '--out', join(folder, 'kit.zip')]);
      expect(code).toBe(1);
      expect(err).toMatch(/^error: assets\[0\]\.file: /);
      expect(await readdir(folder)).not.toContain('kit.zip');
    });
  });
});
