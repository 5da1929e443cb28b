import { mkdtemp, readFile, rename, rm } from 'node:fs/promises';
import { request } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readProject, type Actor, type Asset, type EventType, type Project, type Sequence } from '@undatio/core';
import { startServer, type RunningServer } from '../commands/serve.js';
import { paths } from '../paths.js';
import { openDatabase } from '../store/database.js';
import { DocumentStore } from '../store/documentStore.js';
import { StoreError } from '../store/storeError.js';
import { undatio, withFolder } from '../testing.js';
import { Workers, WorkTooLong } from '../work/workers.js';

const league = '/api/projects/elytra-league';

describe('the server, attacked', () => {
  let folder: string;
  let server: RunningServer;
  const call = (path: string, init: RequestInit = {}): Promise<Response> => fetch(server.address + path, init);
  const put = (path: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> =>
    call(path, { method: 'PUT', headers: { 'Content-Type': 'application/json', ...headers }, body: JSON.stringify(body) });
  const read = async <T>(path: string): Promise<{ etag: string; document: T }> => {
    const response = await call(path);
    return { etag: response.headers.get('etag') ?? '', document: (await response.json()) as T };
  };
  /** `fetch` tidies addresses; this sends them as they are. */
  const raw = (path: string, method = 'GET'): Promise<{ status: number; allow: string | undefined }> =>
    new Promise((done, fail) => {
      const { hostname, port } = new URL(server.address);
      const asked = request({ hostname, port, path, method }, (response) => {
        done({ status: response.resume().statusCode ?? 0, allow: response.headers.allow });
      });
      asked.on('error', fail).end();
    });

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'undatio-'));
    server = await startServer({ data: folder, host: '127.0.0.1', port: 0 });
  });
  beforeEach(async () => {
    await call('/api/demo', { method: 'POST' });
  });
  afterAll(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  it('answers addresses that name nothing with what is wrong with them', async () => {
    for (const path of ['/%zz.js', '/%ff.js', '//host/yard', '/api/projects/%00', '/api/projects/%E0%A4%A']) {
      const { status } = await raw(path);
      expect([400, 404]).withContext(path).toContain(status);
    }
    expect((await raw('/index.html')).status).toBe(302);
    expect((await raw('/yard/index.html')).status).toBe(302);
    expect(await (await call('/')).text()).not.toContain('%NONCE%');
  });

  it('has nothing outside of what it serves, and says so without a fault of its own', async () => {
    for (const path of ['/../../etc/passwd', '/yard/..%2f', '/yard/..%2f..%2fpackage.json', '/..%2f..%2fetc%2fpasswd.txt'])
      expect((await raw(path)).status)
        .withContext(path)
        .toBe(404);
    for (const digest of ['%0A', '%E2%82%AC', 'a%0D%0AX-Y:%201', 'plain'])
      expect((await raw(`/api/bytes/${digest}`)).status)
        .withContext(digest)
        .toBe(404);
  });

  it('takes in no picture that could run, and no document twice in one step', async () => {
    const bytes = (body: string): Promise<Response> =>
      call('/api/bytes', { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, body });
    const refused = await bytes('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>');
    expect([refused.status, ((await refused.json()) as { detail: string }).detail]).toEqual([
      422,
      'expected a picture that only draws, found a script; nothing was stored',
    ]);
    expect((await bytes('<svg xmlns="http://www.w3.org/2000/svg"><rect width="1" height="1"/></svg>')).status).toBe(201);
    const change = { collection: 'events', id: 'twice', document: { id: 'twice', label: 'Twice', fields: [] } };
    const twice = await call(`${league}/changes`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ changes: [change, change] }),
    });
    expect([twice.status, ((await twice.json()) as { errors: { path: string }[] }).errors[0].path]).toEqual([422, 'changes[1]']);
    expect((await call(`${league}/events/twice`)).status).toBe(404);
  });

  it('refuses an asset whose file is another one’s with other bytes, or a document’s', async () => {
    const { document } = await read<Asset>(`${league}/assets/lance-crack-a`);
    const other = { ...(await read<Asset>(`${league}/assets/lance-crack-b`)).document, id: 'same-place', file: document.file };
    const create = async (asset: object): Promise<unknown> => {
      const response = await put(`${league}/assets/same-place`, asset, { 'If-None-Match': '*' });
      return [response.status, ((await response.json()) as { errors?: { path: string }[] }).errors?.[0].path];
    };
    expect(await create(other)).toEqual([422, 'file']);
    expect(await create({ ...other, file: 'same-place.json' })).toEqual([422, 'file']);
    expect(await create({ ...other, sha256: document.sha256 })).toEqual([201, undefined]);
  });

  it('keeps a second server out, also once the file of its lock was deleted', async () => {
    const second = (): Promise<string> =>
      startServer({ data: folder, host: '127.0.0.1', port: 0 }).then(
        async (running) => (await running.close(), 'started'),
        (error: Error) => error.message,
      );
    expect(await second()).toContain('Another server runs on');
    await rm(join(folder, 'server.lock'));
    // As soon as the lock's file is there again, it is this server's.
    while (!(await readFile(join(folder, 'server.lock')).catch(() => undefined))) await new Promise((done) => setTimeout(done, 20));
    expect(await second()).toContain('Another server runs on');
  });

  it('names the methods that an address takes', async () => {
    expect(await raw('/api/health', 'DELETE')).toEqual({ status: 405, allow: jasmine.stringContaining('GET') as unknown as string });
    expect((await raw(`${league}/sequences/lance-light`, 'POST')).allow).toContain('PUT');
    expect((await raw(`${league}/settings/elytra-league`, 'DELETE')).status).toBe(405);
    expect((await raw('/', 'POST')).status).toBe(404);
  });

  it('keeps one set of settings for a project, under its own id', async () => {
    const { document } = await read<object>(`${league}/settings/elytra-league`);
    const phantom = await put(`${league}/settings/phantom`, { ...document, id: 'phantom' }, { 'If-None-Match': '*' });
    expect(phantom.status).toBe(404);
    expect((await put('/api/projects/nobody/settings/nobody', { ...document, id: 'nobody' }, { 'If-None-Match': '*' })).status).toBe(404);
    expect(((await (await call('/api/projects')).json()) as { id: string }[]).map(({ id }) => id)).toEqual(['elytra-league']);
  });

  it('reads If-Match as the standard has it: one tag, several, or any', async () => {
    const path = `${league}/sequences/lance-light`;
    const { etag, document } = await read<Sequence>(path);
    expect((await put(path, document, { 'If-Match': `"old", ${etag}` })).status).toBe(200);
    expect((await put(path, document, { 'If-Match': '*' })).status).toBe(200);
    expect((await put(path, document, { 'If-Match': '"old", "older"' })).status).toBe(412);
    expect((await put(path, document, { 'If-Match': `W/${(await read(path)).etag}` })).status).toBe(412);
    expect((await put(path, document, { 'If-Match': 'bare' })).status).toBe(400);
    expect((await put(`${league}/sequences/none`, { ...document, id: 'none' }, { 'If-Match': '*' })).status).toBe(404);
  });

  it('takes no asset whose bytes are not here', async () => {
    const path = `${league}/assets/mosshell`;
    const { etag, document } = await read<Asset>(path);
    const answer = await put(path, { ...document, sha256: 'e'.repeat(64) }, { 'If-Match': etag });
    expect(answer.status).toBe(422);
    expect(((await answer.json()) as { errors: { path: string }[] }).errors[0].path).toBe('sha256');
  });

  it('lets no event lose a field that a sequence is driven by, and says who is', async () => {
    const path = `${league}/events/lance-hit`;
    const { etag, document } = await read<EventType>(path);
    const without = { ...document, fields: document.fields.filter(({ name }) => name !== 'damage') };
    const answer = await put(path, without, { 'If-Match': etag });
    expect(answer.status).toBe(422);
    const { errors } = (await answer.json()) as { errors: { path: string; message: string }[] };
    expect(errors.some(({ path: place }) => /^sequences\/[a-z-]+: effects\[\d+\]/.test(place))).toBe(true);
    expect(errors.some(({ path: place }) => place === 'actors/brasshorn: moves[0].contacts[0].payload.damage')).toBe(true);
    expect(errors[0].message).toContain('field of the event "lance-hit", found "damage"');
    expect((await put(path, { ...document, label: 'Another name' }, { 'If-Match': etag })).status).toBe(200);
    const gone = await call(path, { method: 'DELETE', headers: { 'If-Match': (await read(path)).etag } });
    expect(gone.status).toBe(409);
  });

  it('takes a drill whose bodies act, and lets no actor lose a move that a drill begins or ask for what is not there', async () => {
    const drills = await Promise.all(['three-fencers', 'smoulder-patch', 'thrown-pod'].map((id) => read<object>(`${league}/drills/${id}`)));
    for (const { etag, document } of drills) {
      const path = `${league}/drills/${(document as { id: string }).id}`;
      expect((await put(path, { ...document, note: 'Another sentence.' }, { 'If-Match': etag })).status).toBe(200);
    }
    const path = `${league}/actors/brasshorn`;
    const { etag, document } = await read<Actor>(path);
    const [thrust, ...others] = document.moves ?? [];
    const wrong: readonly (readonly [object, string])[] = [
      [{ moves: [thrust] }, 'drills/three-fencers: acts[0].move'],
      [{ moves: [{ ...thrust, sequence: 'lance-flown' }, ...others] }, 'moves[0].sequence'],
      [{ moves: [{ ...thrust, status: 'asleep' }, ...others] }, 'moves[0].status'],
      [{ moves: [{ ...thrust, contacts: [{ ...thrust.contacts[0], event: 'rain' }] }, ...others] }, 'moves[0].contacts[0].event'],
      [{ moves: [{ ...thrust, lunge: { distance: 9, from: 0, to: 9 } }, ...others] }, 'moves[0].lunge.to'],
      [
        { moves: [{ ...thrust, contacts: [{ ...thrust.contacts[0], reach: { shape: 'cone', length: 9 } }] }] },
        'moves[0].contacts[0].reach.shape',
      ],
      [{ zones: [{ id: 'z', shape: { shape: 'disc', length: 9 }, enters: 'rain' }] }, 'zones[0].enters'],
      [{ zones: [{ id: 'z', shape: { shape: 'box', width: -1, height: 9 } }] }, 'zones[0].shape.width'],
      [{ ranks: [{ scale: 0 }] }, 'ranks[0].scale'],
      [{ lives: 0 }, 'lives'],
      [{ radius: 'wide' }, 'radius'],
    ];
    for (const [part, place] of wrong) {
      const answer = await put(path, { ...document, ...part }, { 'If-Match': etag });
      const { errors } = (await answer.json()) as { errors: { path: string }[] };
      expect(answer.status).withContext(place).toBe(422);
      expect(errors.map((error) => error.path))
        .withContext(JSON.stringify(part))
        .toContain(place);
    }
    expect((await put(path, { ...document, speed: 130 }, { 'If-Match': etag })).status).toBe(200);
  });

  it('lets one of two racing writers win, and never both when one takes away what the other needs', async () => {
    const event = { id: 'new-event', label: 'New', fields: [] };
    const sequence = { id: 'new-blow', label: 'New', event: 'new-event', effects: [] };
    for (let round = 0; round < 6; round++) {
      expect((await put(`${league}/events/new-event`, event, { 'If-None-Match': '*' })).status).toBe(201);
      const { etag } = await read(`${league}/events/new-event`);
      const [gone, made] = await Promise.all([
        call(`${league}/events/new-event`, { method: 'DELETE', headers: { 'If-Match': etag } }),
        put(`${league}/sequences/new-blow`, sequence, { 'If-None-Match': '*' }),
      ]);
      expect([
        [204, 422],
        [409, 201],
      ]).toContain([gone.status, made.status]);
      await call('/api/demo', { method: 'POST' });
    }
  });

  it('answers others while a project is read, and tells a text without end where it ends', async () => {
    const post = (body: string): Promise<Response> =>
      call('/api/projects', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body });
    const slow = post(`{"a": "${'x'.repeat(15_000_000)}`);
    const deep = post('['.repeat(7_000_000));
    const [unended, nested] = await Promise.all([slow, deep]);
    expect([unended.status, nested.status]).toEqual([400, 400]);
    expect(((await unended.json()) as { errors: { message: string }[] }).errors[0].message).toContain('the text ends');
    expect(((await nested.json()) as { errors: { message: string }[] }).errors[0].message).toContain('at most 200 levels');
  });

  it('names the stored document that is damaged, and gives the others', async () => {
    const database = await openDatabase(folder);
    await database.sequelize.query(`UPDATE documents SET body = '{"id": ' WHERE id = 'lance-light'`);
    await database.close();
    for (const path of [league, `${league}/entities`, `${league}/kit`, `${league}/sequences/lance-light`]) {
      const answer = await call(path);
      expect(answer.status).withContext(path).toBe(500);
      expect(((await answer.json()) as { detail: string }).detail).toContain('sequences/lance-light of "elytra-league" is damaged');
    }
    expect((await call(`${league}/sequences/lance-heavy`)).status).toBe(200);
  });

  it('refuses a second server on its data in one line', async () => {
    const { code, err } = await undatio(['serve'], { UNDATIO_DATA: folder, PORT: '0' });
    expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
    expect(err).toContain('Another server runs on');
  });

  it('stands a client that goes away in the middle of what it says', async () => {
    const { port } = new URL(server.address);
    await new Promise<void>((done) => {
      const socket = connect(Number(port), '127.0.0.1', () => {
        socket.write(`PUT ${league}/sequences/lance-light HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Length: 9000\r\n\r\n{"id"`);
        socket.destroy();
        done();
      });
    });
    expect((await call('/api/health')).status).toBe(200);
  });
});

const bare = readProject({ format: 1, id: 'p', label: 'P', events: [], actors: [], assets: [], sequences: [] }).project as Project;

describe('two stores on one file', () => {
  it('are both right about who was first', async () => {
    await withFolder(async (folder) => {
      const [a, b] = [await DocumentStore.open(folder), await DocumentStore.open(folder)];
      await a.addProject(bare);
      const created = await a.create('p', 'events', 'e', { n: 0 });
      const tag = created?.etag ?? '';
      const results = await Promise.all([a, b].map((store, n) => store.replace('p', 'events', 'e', (etag) => etag === tag, { n })));
      expect(results.map((result) => ('stored' in result ? 'stored' : 'stale' in result ? 'stale' : 'missing')).sort()).toEqual([
        'stale',
        'stored',
      ]);
      const twice = await Promise.all([a, b].map((store) => store.create('p', 'events', 'f', {})));
      expect(twice.filter((made) => made !== undefined).length).toBe(1);
      await a.close();
      await b.close();
    });
  });

  it('acknowledge nothing once the file has been taken away', async () => {
    await withFolder(async (folder) => {
      const store = await DocumentStore.open(folder);
      await store.addProject(bare);
      await store.create('p', 'events', 'e', {});
      await rename(join(folder, 'undatio.sqlite'), join(folder, 'elsewhere.sqlite'));
      await expectAsync(store.create('p', 'events', 'f', {})).toBeRejectedWithError(/taken away|cannot be opened|no such table/);
      await store.close();
    });
  });
});

describe('the workers', () => {
  it('are ended when a task takes longer than it may', async () => {
    await withFolder(async (folder) => {
      const workers = new Workers(folder, 1);
      const text = await readFile(paths.demoProject, 'utf8');
      await expectAsync(workers.run('readProject', { text })).toBeRejectedWithError(
        WorkTooLong,
        'This took longer than 0.001 s and was broken off. Nothing was changed.',
      );
      await workers.close();
    });
  });

  it('tell what the store tells, as the store tells it', async () => {
    await withFolder(async (folder) => {
      const workers = new Workers(join(folder, 'nowhere'));
      await expectAsync(workers.run('kitContents', { project: 'p', lean: false })).toBeRejectedWithError(StoreError);
      await workers.close();
    });
  });
});
