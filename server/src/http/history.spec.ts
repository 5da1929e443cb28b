import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, unzipSync, zipSync } from 'fflate';
import type { Sequence } from '@undatio/core';
import { startServer, type RunningServer } from '../commands/serve.js';
import { readArchivedHistory } from '../folder/archivedHistory.js';

describe('an archived history', () => {
  const blow = { id: 'blow', label: 'Blow', event: 'hit', effects: [] };
  const state = { at: '2026-06-30T12:00:00.000Z', words: ['as it was'], whole: blow };
  const read = (json: unknown): string => {
    const outcome = readArchivedHistory(typeof json === 'string' ? json : JSON.stringify(json));
    return 'history' in outcome ? 'read' : `${outcome.problem.path} ${outcome.problem.message}`;
  };
  const of = (...states: object[]) => ({ format: 1, documents: { 'sequences/blow': states } });

  it('is read where every change fits the state before it', () => {
    const later = { at: state.at, words: ['label Blow → Thud'], mark: 'good', patch: { keys: { label: { set: 'Thud' } } } };
    expect(read(of(state, later))).toBe('read');
    expect(read(of())).toBe('read');
  });

  it('is left out, with the place and what was expected, where it is of another format or does not fit', () => {
    expect(read('{')).toMatch(/^history\.json expected .* at line 1, column 2; the history is left out$/);
    expect(read(`{"format":1,"documents":${'['.repeat(100_000)}`)).toContain('expected at most 200 levels');
    // What could not be gone back to.
    expect(read(of({ ...state, whole: undefined, patch: { set: blow } }))).toContain('sequences/blow[0] expected the first state whole');
    expect(read(of(state, { at: state.at, words: [], patch: { keys: { effects: { set: 7 } } } }))).toMatch(
      /^history\.json: sequences\/blow\[1\]: effects /,
    );
    expect(read(of({ ...state, whole: { ...blow, id: 'other' } }))).toContain('sequences/blow[0]: id expected "blow"');
    expect(read({ format: 2, documents: {} })).toContain('history.json: format expected 1, found 2');
    expect(read([])).toContain('expected 1, found nothing');
    expect(read(null)).toContain('found nothing');
    expect(read(of({ ...state, patch: { set: 1 } }))).toContain('expected either the whole state or what changed');
    expect(read(of(state, { at: state.at, words: [], patch: { items: {} } }))).toContain('sequences/blow[1] expected a change that fits');
    expect(read({ format: 1, documents: { 'assets/x': [state] } })).toContain('assets/x expected a kind of document that is tuned');
    expect(read({ format: 1, documents: { '../x': [] } })).toContain('documents.../x Invalid key in record');
    expect(read(of({ ...state, at: 'yesterday' }))).toContain('documents.sequences/blow[0].at');
  });
});

describe('the history over HTTP', () => {
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

  interface Listed {
    readonly states: readonly { readonly number: number; readonly words: readonly string[]; readonly mark?: string }[];
  }
  const place = '/api/projects/elytra-league/history/sequences/lance-light';
  const otherPlace = '/api/projects/elytra-league/history/sequences/lance-heavy';
  const thirdPlace = '/api/projects/elytra-league/history/sequences/lance-ember';
  const call = (path: string, init: RequestInit = {}): Promise<Response> => fetch(server.address + path, init);
  const listed = async (path = place): Promise<Listed['states']> => ((await (await call(path)).json()) as Listed).states;
  const sendJson = (method: string, path: string, body: unknown, headers = {}): Promise<Response> =>
    call(path, { method, headers: { 'Content-Type': 'application/json', ...headers }, body: JSON.stringify(body) });
  const save = async (change: (sequence: Sequence) => Sequence, id = 'lance-light'): Promise<Sequence> => {
    const at = `/api/projects/elytra-league/sequences/${id}`;
    const before = await call(at);
    const after = change((await before.json()) as Sequence);
    expect((await sendJson('PUT', at, after, { 'If-Match': before.headers.get('etag') ?? '' })).status).toBe(200);
    return after;
  };

  it('tells every state, gives one back, and names it', async () => {
    const one = await save((sequence) => ({ ...sequence, label: 'Lance, lighter' }));
    await save((sequence) => ({ ...sequence, label: 'Lance, lightest' }));
    const [last, second, first] = await listed();
    expect([last.words, second.words, first.words]).toEqual([
      ['label Lance, lighter → Lance, lightest'],
      ['label Lance, light → Lance, lighter'],
      ['as it was'],
    ]);
    expect(await (await call(`${place}/${second.number}`)).json()).toEqual({ number: second.number, document: one });
    expect((await sendJson('PUT', `${place}/${second.number}`, { mark: 'good' })).status).toBe(204);
    expect((await listed())[1].mark).toBe('good');
  });

  it('refuses what is not there, and names that are none', async () => {
    await save((sequence) => ({ ...sequence, label: 'Heavier' }), 'lance-heavy');
    const status = async (path: string): Promise<number> => (await call(path)).status;
    expect(await status('/api/projects/nope/history/sequences/x')).toBe(404);
    expect(await status('/api/projects/elytra-league/history/secrets/x')).toBe(404);
    expect(await status(`${otherPlace}/99999`)).toBe(404);
    expect(await status(`${otherPlace}/..%2F1`)).toBe(404);
    const [{ number }] = await listed(otherPlace);
    expect((await sendJson('PUT', `${otherPlace}/${number}`, { mark: '' })).status).toBe(422);
    expect((await sendJson('PUT', `${otherPlace}/${number}`, { mark: 'x'.repeat(81) })).status).toBe(422);
    expect((await sendJson('PUT', `${otherPlace}/99999`, { mark: 'x' })).status).toBe(404);
  });

  it('goes with an archive where that is wanted, and one that cannot be used costs the project nothing', async () => {
    await save((sequence) => ({ ...sequence, label: 'Lance, feather' }), 'lance-ember');
    const archive = async (query: string): Promise<Uint8Array> =>
      new Uint8Array(await (await call(`/api/projects/elytra-league/archive${query}`)).arrayBuffer());
    expect(Object.keys(unzipSync(await archive('')))).not.toContain('history.json');
    const files = unzipSync(await archive('?history=true'));
    const bring = (as: string, all: Record<string, Uint8Array>): Promise<Response> =>
      call(`/api/imports?${as}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/zip' },
        body: zipSync(all) as Uint8Array<ArrayBuffer>,
      });
    expect((await bring('as=with-history', files)).status).toBe(201);
    const states = await listed('/api/projects/with-history/history/sequences/lance-ember');
    expect(states.map(({ words }) => words)).toEqual((await listed(thirdPlace)).map(({ words }) => words));
    const broken = { ...files, 'history.json': strToU8('{"format": 9}') };
    const looked = (await (await bring('look=true', broken)).json()) as { told: string[] };
    expect(looked.told).toEqual(['history.json: format: expected 1, found 9; the history is left out']);
    expect((await bring('as=without-history', broken)).status).toBe(201);
    expect(await listed('/api/projects/without-history/history/sequences/lance-ember')).toEqual([]);
  });
});
