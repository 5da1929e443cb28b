import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { tableFromIPC } from 'apache-arrow';
import { main } from './main.js';
import { withSink } from './sink.js';

type Row = Record<string, number | string>;

describe('undatio bake --all', () => {
  let folder: string;
  const run = async (...args: string[]): Promise<{ code: number; told: string }> => {
    let told = '';
    const sink = { out: () => Promise.resolve(), tell: (message: string) => void (told += `${message}\n`) };
    return { code: await withSink(sink, () => main(['bake', 'demo', '--all', ...args])), told };
  };
  const json = async <T>(path: string): Promise<T> => JSON.parse(await readFile(join(folder, path), 'utf8')) as T;

  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'undatio-bake-'));
  });
  afterEach(() => rm(folder, { recursive: true, force: true }));

  it('writes the same tables in every format, as other programs read them', async () => {
    for (const format of ['csv', 'json', 'arrow']) {
      const { code } = await run('--out', join(folder, format), '--format', format, '--fps', '20', '--payload', '{"damage": 30}');
      expect(code).toBe(0);
    }
    const { sequences } = await json<{ sequences: { id: string; payload: Row; frames: string; particles: string }[] }>('json/index.json');
    expect(sequences.length).toBe(27);
    expect((await readdir(join(folder, 'arrow'))).length).toBe(55);
    expect(sequences.find(({ id }) => id === 'lance-heavy')?.payload['damage']).toBe(30);
    for (const table of ['lance-heavy', 'lance-heavy.particles', 'guard-up.particles']) {
      const rows = await json<Row[]>(`json/${table}.json`);
      const arrow = tableFromIPC(await readFile(join(folder, `arrow/${table}.arrow`)));
      expect(arrow.numRows).toBe(rows.length);
      const names = arrow.schema.fields.map(({ name }) => name);
      // No cell of these tables holds a comma or a quote.
      const [header, ...lines] = (await readFile(join(folder, `csv/${table}.csv`), 'utf8')).trimEnd().split('\n');
      expect(header.split(',')).toEqual(names);
      const csv = lines.map((line) => Object.fromEntries(line.split(',').map((cell, column) => [names[column], cell])));
      expect(csv.length).toBe(rows.length);
      for (const i of [0, Math.floor(rows.length / 2), rows.length - 1].filter((at) => at >= 0 && at < rows.length)) {
        const read = arrow.get(i)?.toJSON() as Row;
        expect(Object.fromEntries(names.map((name) => [name, (read[name] as Row[string] | null) ?? '']))).toEqual(rows[i]);
        for (const name of names) {
          const cell = rows[i][name];
          expect(typeof cell === 'number' ? Number(csv[i][name]) : csv[i][name])
            .withContext(`${table} ${i} ${name}`)
            .toBe(cell);
        }
      }
    }
  });

  it('tells particles from one another, and of each sequence who stands where', async () => {
    expect((await run('--out', folder, '--format', 'json')).code).toBe(0);
    const rows = await json<{ t: number; id: number; effect: string; x: number; y: number }[]>('lance-light.particles.json');
    const byId = new Map<number, { t: number; effect: string }[]>();
    for (const row of rows) byId.set(row.id, [...(byId.get(row.id) ?? []), row]);
    expect(byId.size).toBeGreaterThan(8);
    for (const seen of byId.values()) {
      expect(new Set(seen.map(({ effect }) => effect)).size).toBe(1);
      // Once an instant, at instants that follow one another.
      seen.slice(1).forEach(({ t }, i) => expect(t - seen[i].t).toBeCloseTo(1 / 60, 9));
    }
    const { sequences } = await json<{ sequences: { places: { source: Row; target: Row }; bodies: { target: Row } }[] }>('index.json');
    expect(sequences[0].places).toEqual(jasmine.objectContaining({ source: { x: -80, y: 0 }, target: { x: 80, y: 0 } }));
    expect(Number(sequences[0].bodies.target['width'])).toBeGreaterThan(50);
  });

  it('refuses in one line what does not go together', async () => {
    const refusals: [string[], string][] = [
      [[], 'expected --out to be a folder'],
      [['--out', folder, '--sequence', 'lance-light'], 'expected --all without --sequence'],
      [['--out', folder, '--times', '0'], 'expected --all without --sequence and --times'],
      [['--out', folder, '--format', 'xml'], 'expected --format csv, json, arrow, found "xml"'],
      [['--out', folder, '--payload', '{"damge": 1}'], 'payload.damge: expected a field of one'],
      [['--out', folder, '--payload', '{"damage": "lots"}'], '--payload: payload.damage: expected'],
    ];
    for (const [args, expected] of refusals) {
      const { code, told } = await run(...args);
      expect(code).withContext(args.join(' ')).toBe(2);
      expect(told.trim().split('\n').at(-1)).toContain(expected);
    }
  });
});
