import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PictureLightDocument } from '@undatio/core/internal';
import { startServer, type RunningServer } from '../commands/serve.js';
import { pictureLights } from '../pictureLights.js';

describe('pages and lights over HTTP', () => {
  let folder: string;
  let server: RunningServer;
  const call = (path: string): Promise<Response> => fetch(`${server.address}/api/projects/${path}`);
  const refused = async (path: string): Promise<string> => {
    const answer = await call(path);
    return `${answer.status} ${((await answer.json()) as { detail: string }).detail}`;
  };

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'undatio-'));
    server = await startServer({ data: folder, host: '127.0.0.1', port: 0 });
  });
  afterAll(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  it('hand a page of a sequence out as a file, and refuse what is no strike of it', async () => {
    const page = await call('elytra-league/show/lance-light?seed=3');
    expect(page.status).toBe(200);
    expect(page.headers.get('content-disposition')).toContain('lance-light.html');
    expect(await page.text()).toContain('<!doctype html>');
    expect(await refused('elytra-league/show/lance-light?seed=-1')).toContain('400 expected seed to be a whole number');
    expect(await refused('elytra-league/show/lance-light?payload=%7B%22damage%22%3A%5B1%5D%7D')).toContain(
      '400 expected payload to be a JSON',
    );
    expect(await refused('elytra-league/show/lance-light?payload=%7B%22rage%22%3A1%7D')).toMatch(/^422 /);
    expect(await refused('elytra-league/show/gone')).toBe('404 there is no sequence "gone"');
    expect(await refused('gone/show/lance-light')).toBe('404 there is no project "gone"');
  });

  it('tell how light every picture of a project is', async () => {
    const lights = (await (await call('elytra-league/lights')).json()) as PictureLightDocument[];
    expect(lights.map(({ id }) => id)).toContain('mosshell');
    // The strip of smoke has its cells, each told by itself.
    expect(lights.find(({ id }) => id === 'smoke-strip')?.cells.length).toBeGreaterThan(1);
    expect(await refused('gone/lights')).toBe('404 there is no project "gone"');
  });
});

describe('how light a picture is', () => {
  const svg = (inside: string, width = 96, height = 48): Uint8Array =>
    new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${inside}</svg>`);
  const lightsOf = async (
    bytes: Uint8Array | undefined,
    cells = 1,
    sha256 = Math.random().toString(16),
  ): Promise<PictureLightDocument[]> => {
    const picture = { type: 'picture' as const, id: 'p', label: 'p', file: 'p.svg', sha256, tags: [], cells };
    return pictureLights({ project: { assets: [picture] } as never, assetBytes: () => Promise.resolve(bytes) });
  };

  it('is its mean colour in a few places, with how much of each is covered', async () => {
    const [light] = await lightsOf(
      svg('<rect width="48" height="48" fill="#ff0000"/><rect x="48" width="48" height="24" fill="#0000ff" opacity="0.5"/>'),
    );
    expect([light.width, light.height]).toEqual([96, 48]);
    const [{ columns, rows, rgba }] = light.cells;
    expect([columns, rows]).toEqual([48, 24]);
    const at = (column: number, row: number): string => rgba.slice(8 * (row * columns + column), 8 * (row * columns + column) + 8);
    expect(at(10, 10)).toBe('ff0000ff');
    expect(at(40, 4)).toMatch(/^0000ff(7f|80)$/);
    expect(at(40, 20)).toBe('00000000');
  });

  it('is told of each cell by itself', async () => {
    const [{ cells }] = await lightsOf(svg('<rect width="48" height="48" fill="#ffffff"/>'), 2);
    expect(cells.map(({ columns, rows, rgba }) => [columns, rows, /^(ffffffff)+$/.test(rgba), /^(00000000)+$/.test(rgba)])).toEqual([
      [48, 48, true, false],
      [48, 48, false, true],
    ]);
  });

  it('is left out where there is no picture', async () => {
    expect(await lightsOf(undefined)).toEqual([]);
    expect(await lightsOf(new Uint8Array([1, 2, 3]))).toEqual([]);
    expect(await lightsOf(svg('<rect').subarray(0, 60))).toEqual([]);
    // Nothing outside of it is fetched or opened.
    const [{ cells }] = await lightsOf(svg('<image href="file:///etc/hostname" width="96" height="48"/>'));
    expect(cells[0].rgba).toMatch(/^0+$/);
  });
});
