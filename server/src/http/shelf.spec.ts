import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import type { Project, Settings } from '@undatio/core';
import { startServer, type RunningServer } from '../commands/serve.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import { seedDemo } from '../store/seed.js';
import { withFolder } from '../testing.js';

interface Listed extends Settings {
  changed: string;
  counts: Record<string, number>;
}

describe('the shelf', () => {
  let folder: string;
  let server: RunningServer;

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'undatio-'));
    server = await startServer({ data: folder, host: '127.0.0.1', port: 0 });
  });
  afterAll(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  const call = (path: string, init: RequestInit = {}): Promise<Response> => fetch(server.address + path, init);
  const post = (path: string, body: unknown): Promise<Response> =>
    call(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  const json = async <T>(path: string): Promise<T> => (await (await call(path)).json()) as T;
  const ids = async (): Promise<string[]> => (await json<Listed[]>('/api/projects')).map(({ id }) => id);
  const choices = { label: 'Log roll', viewWidth: 320, viewHeight: 180, axis: 'up', pixelsPerUnit: 16, seen: 'above' };

  it('tells of each project how much it holds and when it changed', async () => {
    const [demo] = (await json<Listed[]>('/api/projects')).filter(({ id }) => id === 'elytra-league');
    const project = await json<Project>('/api/projects/elytra-league');
    expect(demo.counts['sequences']).toBe(project.sequences.length);
    expect(demo.counts['assets']).toBe(project.assets.length);
    expect(Math.abs(Date.now() - new Date(demo.changed).getTime())).toBeLessThan(3_600_000);
  });

  it('begins a project whose blow can be struck, with its pictures and its sound, and a kit', async () => {
    const begun = await post('/api/start', choices);
    expect([begun.status, begun.headers.get('location')]).toEqual([201, '/api/projects/log-roll']);
    const project = await json<Project>('/api/projects/log-roll');
    expect(project.sequences[0].effects.length).toBeGreaterThan(5);
    for (const { id } of project.assets) expect((await call(`/api/projects/log-roll/assets/${id}/content`)).status).toBe(200);
    expect((await call('/api/projects/log-roll/kit')).status).toBe(200);
    // The same name again is another project.
    expect((await post('/api/start', choices)).headers.get('location')).toBe('/api/projects/log-roll-2');
  });

  it('begins nothing by choices that mean nothing, and names each', async () => {
    const refused = await post('/api/start', { ...choices, viewWidth: 0, seen: 'below' });
    expect(refused.status).toBe(422);
    const { errors } = (await refused.json()) as { errors: { path: string }[] };
    expect(errors.map(({ path }) => path)).toEqual(['viewWidth', 'seen']);
  });

  it('copies a project whole under an id of its own', async () => {
    const copied = await post('/api/projects/elytra-league/duplicate', { label: 'Elytra League, mine' });
    expect([copied.status, ((await copied.json()) as Settings).id]).toEqual([201, 'elytra-league-mine']);
    const copy = await json<Project>('/api/projects/elytra-league-mine');
    const original = await json<Project>('/api/projects/elytra-league');
    expect(copy).toEqual({ ...original, id: copy.id, label: copy.label });
    expect((await post('/api/projects/none/duplicate', { label: 'x' })).status).toBe(404);
  });

  it('throws away into the bin, and takes back what was there', async () => {
    await post('/api/start', { ...choices, label: 'Throw me' });
    const before = await json<Project>('/api/projects/throw-me');
    const thrown = await call('/api/projects/throw-me', { method: 'DELETE' });
    const { key } = (await thrown.json()) as { key: string };
    expect(await ids()).not.toContain('throw-me');
    expect((await call('/api/projects/throw-me')).status).toBe(404);
    expect((await json<{ label: string }[]>('/api/bin')).map(({ label }) => label)).toContain('Throw me');
    expect((await call(`/api/bin/${key}/restore`, { method: 'POST' })).status).toBe(200);
    expect(await json<Project>('/api/projects/throw-me')).toEqual(before);
    expect((await call(`/api/bin/${key}/restore`, { method: 'POST' })).status).toBe(404);
  });

  it('does not take back over one that took its id, and loses neither', async () => {
    await post('/api/start', { ...choices, label: 'Twice' });
    const { key } = (await (await call('/api/projects/twice', { method: 'DELETE' })).json()) as { key: string };
    await post('/api/start', { ...choices, label: 'Twice' });
    expect((await call(`/api/bin/${key}/restore`, { method: 'POST' })).status).toBe(409);
    await call('/api/projects/twice', { method: 'DELETE' });
    expect((await json<{ project: string }[]>('/api/bin')).filter(({ project }) => project === 'twice').length).toBe(2);
    expect((await call(`/api/bin/${key}/restore`, { method: 'POST' })).status).toBe(200);
    expect((await call(`/api/bin/${key}`, { method: 'DELETE' })).status).toBe(404);
  });

  it('hands a project out and takes it in again, having told what would change', async () => {
    const archive = new Uint8Array(await (await call('/api/projects/elytra-league/archive')).arrayBuffer());
    const bring = (query: string, body: Uint8Array): Promise<Response> =>
      call(`/api/imports?${query}`, { method: 'POST', headers: { 'Content-Type': 'application/zip' }, body: Buffer.from(body) });
    const files = unzipSync(archive);
    const file = 'sequences/lance-light.json';
    files[file] = new TextEncoder().encode(strFromU8(files[file]).replace('"note": "', '"note": "from outside: '));
    files['events/new-one.json'] = new TextEncoder().encode('{"id":"new-one","label":"New one","fields":[]}');
    const changed = zipSync(files);

    const look = (await (await bring('look=true', changed)).json()) as Record<string, unknown>;
    expect(look).toEqual(
      jasmine.objectContaining({ there: true, fresh: ['events/new-one'], changed: ['sequences/lance-light'], gone: [], missing: [] }),
    );
    expect((await call('/api/projects/elytra-league/events/new-one')).status).toBe(404);

    expect((await bring('', changed)).status).toBe(409);
    expect((await bring('as=side-by-side', changed)).status).toBe(201);
    expect((await json<Project>('/api/projects/side-by-side')).events.some(({ id }) => id === 'new-one')).toBeTrue();
    expect((await bring('replace=true', changed)).status).toBe(200);
    expect((await call('/api/projects/elytra-league/events/new-one')).status).toBe(200);
  });

  it('takes in no archive that is none, no foreign file and no strange wish', async () => {
    const bring = async (query: string, type: string, body: string | Buffer): Promise<number> =>
      (await call(`/api/imports?${query}`, { method: 'POST', headers: { 'Content-Type': type }, body })).status;
    expect(await bring('', 'application/zip', 'no zip')).toBe(422);
    expect(await bring('', 'application/json', '{"format":1}')).toBe(422);
    expect(await bring('', 'text/plain', 'x')).toBe(415);
    expect(await bring('as=../up', 'application/json', '{}')).toBe(400);
    expect(await bring('look=maybe', 'application/json', '{}')).toBe(400);
  });

  it('tells which files of a project file’s assets are not here', async () => {
    const project = await json<Project>('/api/projects/elytra-league');
    const [asset, ...others] = project.assets;
    const lost = { ...project, assets: [{ ...asset, sha256: 'f'.repeat(64) }, ...others] };
    const look = await post('/api/imports?look=true', lost);
    expect(((await look.json()) as { missing: string[] }).missing).toEqual([asset.file]);
  });
});

describe('the bin', () => {
  it('keeps for thirty days, and forgets for good what is older', () =>
    withFolder(async (folder) => {
      const documents = await DocumentStore.open(folder);
      const assets = await AssetStore.open(folder);
      await seedDemo(documents, assets);
      await documents.bin.throwAway('elytra-league', new Date('2026-01-10'));
      // A server that starts now is not seeded again: the person threw the demo away.
      expect(await seedDemo(documents, assets)).toBeFalse();
      await documents.bin.empty(new Date('2026-01-09'));
      expect((await documents.bin.list()).length).toBe(1);
      await documents.bin.empty(new Date('2026-01-11'));
      expect(await documents.bin.list()).toEqual([]);
      expect((await documents.holdings()).size).toBe(0);
      await documents.close();
    }));
});
