import { createHash } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFile } from 'node:fs/promises';
import type { Sequence } from '@undatio/core';
import { startServer, type RunningServer } from '../commands/serve.js';
import { paths } from '../paths.js';

interface Told {
  status: number;
  detail: string;
  errors?: { path: string; message: string }[];
  current?: { etag: string; document: Sequence };
}

describe('the API', () => {
  let folder: string;
  let server: RunningServer;

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'undatio-'));
    server = await startServer({ data: folder, host: '127.0.0.1', port: 0 });
  });
  beforeEach(async () => {
    expect((await call('/api/demo', { method: 'POST' })).status).toBe(200);
  });
  afterAll(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  const league = '/api/projects/elytra-league';
  const light = `${league}/sequences/lance-light`;
  const call = (path: string, init: RequestInit = {}): Promise<Response> => fetch(server.address + path, init);
  const put = (path: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> =>
    call(path, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
  const read = async (path: string): Promise<{ etag: string; document: Sequence }> => {
    const response = await call(path);
    return { etag: response.headers.get('etag') ?? '', document: (await response.json()) as Sequence };
  };
  const told = async (response: Response): Promise<Told> => {
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    return (await response.json()) as Told;
  };
  /** `fetch` sends no foreign Host and adds cache headers of its own; the plain client does as it is told. */
  const statusWith = (headers: Record<string, string>, path = '/api/health'): Promise<number> =>
    new Promise((done) => request(server.address + path, { headers }, (response) => done(response.resume().statusCode ?? 0)).end());

  it('answers, and is seeded with the demo', async () => {
    expect(await (await call('/api/health')).json()).toEqual({ status: 'ok' });
    expect(((await (await call('/api/projects')).json()) as { id: string }[]).map(({ id }) => id)).toContain('elytra-league');
  });

  it('gives back the demo’s file as it is', async () => {
    const project: unknown = await (await call(league)).json();
    expect(project).toEqual(JSON.parse(await readFile(paths.demoProject, 'utf8')));
  });

  it('forbids eval, framing and foreign scripts', async () => {
    const policy = (await call('/api/health')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain('unsafe-eval');
    expect(policy).not.toContain('unsafe-inline');
    expect(policy).toContain("frame-ancestors 'none'");
    expect((await call('/api/health')).headers.get('x-content-type-options')).toBe('nosniff');
  });

  it('refuses a foreign Host, a foreign Origin and another site', async () => {
    const own = new URL(server.address).host;
    expect(await statusWith({ Host: own })).toBe(200);
    expect(await statusWith({ Host: 'rebound.example' })).toBe(403);
    expect(await statusWith({ Host: own, Origin: 'http://elsewhere.example' })).toBe(403);
    expect(await statusWith({ Host: own, Origin: server.address })).toBe(200);
    expect(await statusWith({ Host: own, 'Sec-Fetch-Site': 'cross-site' })).toBe(403);
    // The same name on another port or by another way is somebody else.
    expect(await statusWith({ Host: own, Origin: `http://127.0.0.1:${Number(new URL(server.address).port) + 1}` })).toBe(403);
    expect(await statusWith({ Host: own, Origin: server.address.replace('http', 'https') })).toBe(403);
    expect(await statusWith({ Host: own, Origin: 'null' })).toBe(403);
  });

  it('gives every answer a nonce of its own, which its page carries', async () => {
    const nonces = new Set<string>();
    for (let i = 0; i < 3; i++) {
      const page = await call('/');
      const nonce = /'nonce-([^']+)'/.exec(page.headers.get('content-security-policy') ?? '')?.[1] ?? '';
      expect(Buffer.from(nonce, 'base64').length).toBe(16);
      expect(await page.text()).toContain(`nonce="${nonce}"`);
      nonces.add(nonce);
    }
    expect(nonces.size).toBe(3);
  });

  it('lets what is named by its contents be kept, and has everything else asked for again', async () => {
    const page = await call('/');
    expect(page.headers.get('cache-control')).toBe('no-cache');
    const [script] = /[\w-]+-[A-Z0-9]{8}\.js/.exec(await page.text()) ?? [];
    const kept = await call(`/${script}`);
    expect([kept.status, kept.headers.get('cache-control')]).toEqual([200, 'public, max-age=31536000, immutable']);
    expect((await call('/mark.svg')).headers.get('cache-control')).toBe('no-cache');
    for (const path of [light, league, '/api/projects']) expect((await call(path)).headers.get('cache-control')).toBe('no-cache');
  });

  it('sends an asset’s bytes once to who has them', async () => {
    const path = `${league}/assets/mosshell/content`;
    const { sha256 } = (await read(`${league}/assets/mosshell`)).document as unknown as { sha256: string };
    const first = await call(path);
    expect(first.headers.get('etag')).toBe(`"${sha256}"`);
    expect(await statusWith({ 'If-None-Match': `"${sha256}"` }, path)).toBe(304);
    expect(await statusWith({ 'If-None-Match': '"other"' }, path)).toBe(200);
    expect((await call(`${league}/assets/crack-carapace/content`)).status).toBeLessThan(500);
  });

  it('ships no project that has errors, and names them', async () => {
    const clip = `${league}/assets/mosshell`;
    const { etag, document } = await read(clip);
    const unknown = await told(await put(clip, { ...document, sha256: '0'.repeat(64) }, { 'If-Match': etag }));
    expect([unknown.status, unknown.errors?.[0].path]).toEqual([422, 'sha256']);
    expect((await call(`${league}/kit?lean=perhaps`)).status).toBe(400);
    expect((await call('/api/projects/none/kit')).status).toBe(404);
    expect((await call('/api/projects/none/kit/contents')).status).toBe(404);
    const kit = await call(`${league}/kit`);
    expect(kit.headers.get('content-disposition')).toContain('elytra-league.kit.zip');
  });

  it('gives an entity tag and honours it', async () => {
    const { etag } = await read(light);
    expect(etag).toMatch(/^".+"$/);
    expect(await statusWith({ 'If-None-Match': etag }, light)).toBe(304);
    expect(await statusWith({ 'If-None-Match': '"other"' }, light)).toBe(200);
  });

  it('stores what fits, and gives it back with another tag', async () => {
    const { etag, document } = await read(light);
    const response = await put(light, { ...document, note: 'changed' }, { 'If-Match': etag });
    expect(response.status).toBe(200);
    const now = await read(light);
    expect(now.etag).toBe(response.headers.get('etag') ?? '');
    expect(now.etag).not.toBe(etag);
    expect(now.document.note).toBe('changed');
  });

  it('sends a write nothing back when it prefers so', async () => {
    const { etag, document } = await read(light);
    const response = await put(light, { ...document, note: 'told nothing' }, { 'If-Match': etag, Prefer: 'return=minimal' });
    expect([response.status, response.headers.get('preference-applied'), await response.text()]).toEqual([204, 'return=minimal', '']);
    const now = await read(light);
    expect([now.etag, now.document.note]).toEqual([response.headers.get('etag') ?? '', 'told nothing']);
  });

  it('refuses a write without a precondition, and a stale one with the state it would have lost', async () => {
    const { etag, document } = await read(light);
    expect((await put(light, document)).status).toBe(428);
    await put(light, { ...document, note: 'theirs' }, { 'If-Match': etag });
    const stale = await told(await put(light, { ...document, note: 'mine' }, { 'If-Match': etag }));
    expect(stale.status).toBe(412);
    expect(stale.current?.document.note).toBe('theirs');
    expect((await read(light)).document.note).toBe('theirs');
    expect((await put(light, { ...document, note: 'mine' }, { 'If-Match': stale.current?.etag ?? '' })).status).toBe(200);
  });

  it('lets exactly one of many writers in at a time', async () => {
    const { etag, document } = await read(light);
    const answers = await Promise.all(
      Array.from({ length: 12 }, (_, i) => put(light, { ...document, note: `writer ${i}` }, { 'If-Match': etag })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, ...new Array<number>(11).fill(412)]);
  });

  it('tells each bad field, and stores nothing', async () => {
    const { etag, document } = await read(light);
    const flash = { kind: 'flash', id: 'a' };
    const cases: [unknown, string][] = [
      [{ ...document, effects: [{ ...flash, amount: 'lots' }] }, 'effects[0].amount'],
      [{ ...document, effects: [{ ...flash, amount: { drive: 'rage', in: [0, 1], out: [0, 1] } }] }, 'effects[0].amount.drive'],
      [{ ...document, effects: [{ ...flash, anchor: { to: 'end', effect: 'a' } }] }, 'effects[0].anchor.effect'],
      [{ ...document, effects: [{ kind: 'sound', id: 's', clips: ['gone'] }] }, 'effects[0].clips[0]'],
      [{ ...document, event: 'nothing' }, 'event'],
      [{ ...document, id: 'other' }, 'id'],
      [[], '(document)'],
    ];
    for (const [body, path] of cases) {
      const answer = await told(await put(light, body, { 'If-Match': etag }));
      expect(answer.status).withContext(path).toBe(422);
      expect(answer.errors?.[0].path).toBe(path);
    }
    expect((await read(light)).etag).toBe(etag);
  });

  it('tells what is wrong with a body', async () => {
    const { etag } = await read(light);
    const cut = await told(await put(light, '{"id": "lance-light", "label": ', { 'If-Match': etag }));
    expect(cut.status).toBe(400);
    expect(cut.errors?.[0]).toEqual(jasmine.objectContaining({ path: 'label' }));
    expect((await put(light, '{}', { 'If-Match': etag, 'Content-Type': 'text/plain' })).status).toBe(415);
    expect((await put(light, JSON.stringify({ note: 'x'.repeat(5_000_000) }), { 'If-Match': etag })).status).toBe(413);
    expect((await read(light)).etag).toBe(etag);
  });

  it('creates and deletes, but not what is in use', async () => {
    const path = `${league}/sequences/new-blow`;
    const body = { id: 'new-blow', label: 'New', event: 'lance-hit', effects: [] };
    expect((await put(path, body, { 'If-None-Match': '*' })).status).toBe(201);
    expect((await put(path, body, { 'If-None-Match': '*' })).status).toBe(412);
    const { etag } = await read(path);
    expect((await call(path, { method: 'DELETE' })).status).toBe(428);
    expect((await call(path, { method: 'DELETE', headers: { 'If-Match': '"old"' } })).status).toBe(412);
    expect((await call(path, { method: 'DELETE', headers: { 'If-Match': etag } })).status).toBe(204);
    expect((await call(path)).status).toBe(404);
    const clip = `${league}/assets/wing-whirr`;
    const used = await told(await call(clip, { method: 'DELETE', headers: { 'If-Match': (await read(clip)).etag } }));
    expect(used.status).toBe(409);
    expect(used.errors?.[0].path).toMatch(/^sequences\/[a-z-]+: effects\[\d+\]\.clips\[\d\]/);
  });

  it('tells what does not fit of rules, statuses and drills at its place, stores nothing, and keeps what is in use', async () => {
    type Json = Record<string, unknown>;
    const documentOf = async (path: string): Promise<{ etag: string; document: Json }> =>
      (await read(`${league}/${path}`)) as unknown as { etag: string; document: Json };
    const [ladder, burning, drill] = await Promise.all(
      ['responses/lance-hit', 'statuses/burning', 'drills/two-blows'].map((path) => documentOf(path)),
    );
    const rung = (when: object[], then: object[] = []): Json => ({ ...ladder.document, rungs: [{ id: 'one', when, then }] });
    const scripted = (change: object): Json => ({
      ...drill.document,
      script: [{ at: 0.5, event: 'lance-hit', target: 'mosshell', ...change }],
    });
    const expecting = (one: object): Json => ({ ...drill.document, expectations: [one] });
    const cases: [path: string, etag: string, body: Json, place: string][] = [
      ['responses/lance-hit', ladder.etag, rung([{ condition: 'weather' }]), 'rungs[0].when[0].condition'],
      ['responses/lance-hit', ladder.etag, rung([{ condition: 'status', status: 'wet' }]), 'rungs[0].when[0].status'],
      ['responses/lance-hit', ladder.etag, rung([{ condition: 'window', status: 'guarding', from: 0.3, to: 0.1 }]), 'rungs[0].when[0].to'],
      ['responses/lance-hit', ladder.etag, rung([], [{ outcome: 'play', sequence: 'none' }]), 'rungs[0].then[0].sequence'],
      ['responses/lance-hit', ladder.etag, rung([], [{ outcome: 'harm', points: 'much' }]), 'rungs[0].then[0].points'],
      ['statuses/burning', burning.etag, { ...burning.document, length: 0 }, 'length'],
      ['statuses/burning', burning.etag, { ...burning.document, ticks: { every: 0, event: 'ember-tick', rate: 1 } }, 'ticks.every'],
      ['statuses/burning', burning.etag, { ...burning.document, ticks: { every: 1, event: 'nothing', rate: 1 } }, 'ticks.event'],
      ['drills/two-blows', drill.etag, scripted({ at: -1 }), 'script[0].at'],
      ['drills/two-blows', drill.etag, scripted({ target: 'nobody' }), 'script[0].target'],
      ['drills/two-blows', drill.etag, scripted({ payload: { damage: 'all' } }), 'script[0].payload.damage'],
      ['drills/two-blows', drill.etag, expecting({ expect: 'answered', at: 1, event: 'thunder' }), 'expectations[0].event'],
      ['drills/two-blows', drill.etag, expecting({ expect: 'status', at: 1, who: 'mosshell', status: 'wet' }), 'expectations[0].status'],
      ['drills/two-blows', drill.etag, expecting({ expect: 'plays', sequence: 'hiss' }), 'expectations[0].sequence'],
    ];
    for (const [path, etag, body, place] of cases) {
      const answer = await told(await put(`${league}/${path}`, body, { 'If-Match': etag }));
      expect(answer.status).withContext(place).toBe(422);
      expect(answer.errors?.[0].path).toBe(place);
      expect((await documentOf(path)).etag).toBe(etag);
    }
    // What others ask for cannot go.
    for (const [path, user] of [
      ['statuses/burning', /^responses\//],
      ['sequences/lance-light', /^responses\//],
      ['events/ember-tick', /^(statuses|responses|sequences)\//],
    ] as const) {
      const used = await told(
        await call(`${league}/${path}`, { method: 'DELETE', headers: { 'If-Match': (await documentOf(path)).etag } }),
      );
      expect(used.status).withContext(path).toBe(409);
      expect(used.errors?.[0].path).toMatch(user);
    }
    // A drill is nobody's but its own.
    expect((await call(`${league}/drills/two-blows`, { method: 'DELETE', headers: { 'If-Match': drill.etag } })).status).toBe(204);
  });

  describe('several changes at once', () => {
    const change = (changes: object[]): Promise<Response> =>
      call(`${league}/changes`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ changes }),
      });
    type Any = Record<string, unknown> & { fields: { name: string }[] };
    const whole = async (path: string): Promise<{ etag: string; document: Any }> =>
      (await read(`${league}/${path}`)) as unknown as { etag: string; document: Any };

    it('are refused in the same words however large the body is: large ones are read on another thread', async () => {
      const event = { id: 'large', label: 'Large', fields: [] };
      const created = { collection: 'events', id: 'large', document: event };
      const many = Array.from({ length: 1200 }, (_, i) => ({
        collection: 'events',
        id: `large-${i}`,
        document: { ...event, id: `large-${i}`, note: 'x'.repeat(300) },
      }));
      const told = async (changes: object[]): Promise<[number, string]> => {
        const response = await change(changes);
        const { detail, errors } = (await response.json()) as { detail: string; errors?: { path: string; message: string }[] };
        return [response.status, JSON.stringify([detail, errors?.map(({ message }) => message)])];
      };
      for (const [wrong, status] of [
        [{ ...created, collection: 'nothing' }, 422],
        [{ ...created, document: { ...event, label: 7 } }, 422],
        [{ ...created, document: { ...event, id: 'other' } }, 422],
        [{ collection: 'settings', id: 'elytra-league' }, 422],
        [{ ...created, extra: 1 }, 422],
      ] as const) {
        const small = await told([wrong]);
        expect(small[0]).toBe(status);
        expect(await told([...many, wrong].slice(-1000))).toEqual(small);
      }
      const broken = async (length: number): Promise<number> => {
        const headers = { 'Content-Type': 'application/json' };
        return (await call(`${league}/changes`, { method: 'POST', headers, body: `{"changes": [${'1,'.repeat(length)}` })).status;
      };
      expect([await broken(2), await broken(200_000)]).toEqual([400, 400]);
      const stored = await change(many.slice(0, 150).concat(created as never));
      expect(stored.status).toBe(200);
      const { etags } = (await stored.json()) as { etags: Record<string, string> };
      expect(Object.keys(etags).length).toBe(151);
      expect((await whole('events/large-149')).etag).toBe(etags['events/large-149']);
    });

    it('are stored together, though neither could be stored alone', async () => {
      const event = await whole('events/pod-burst');
      const users = (await (await call(`${league}/entities`)).json()) as { collection: string; id: string; etag: string; document: Any }[];
      const asking = users.filter(({ collection, document }) => collection === 'sequences' && document['event'] === 'pod-burst');
      const renamed = (value: unknown): unknown =>
        JSON.parse(JSON.stringify(value).replaceAll('"damage"', '"force"').replaceAll('{damage}', '{force}'));
      const changed = renamed(event.document);
      expect((await put(`${league}/events/pod-burst`, changed, { 'If-Match': event.etag })).status).toBe(422);
      const together = await change([
        { collection: 'events', id: 'pod-burst', etag: event.etag, document: changed },
        ...asking.map(({ collection, id, etag, document }) => ({ collection, id, etag, document: renamed(document) })),
      ]);
      expect(together.status).toBe(200);
      const { etags } = (await together.json()) as { etags: Record<string, string> };
      expect(etags['events/pod-burst']).toBe((await whole('events/pod-burst')).etag);
      expect((await whole('events/pod-burst')).document.fields.map(({ name }) => name)).toContain('force');
    });

    it('create and remove as well, and nothing of them is stored when one is stale', async () => {
      const { etag, document } = await whole('sequences/horn-sweep');
      const made = { ...document, id: 'made', label: 'Made' };
      const both = (held: string | undefined) =>
        change([
          { collection: 'sequences', id: 'made', document: made },
          { collection: 'sequences', id: 'horn-sweep', etag: held },
        ]);
      const stale = await both('"0-old"');
      expect(stale.status).toBe(412);
      expect(((await stale.json()) as { stale: { id: string; etag: string }[] }).stale).toEqual([
        jasmine.objectContaining({ id: 'horn-sweep', etag }),
      ]);
      expect((await call(`${league}/sequences/made`)).status).toBe(404);
      expect((await both(etag)).status).toBe(200);
      expect([(await call(`${league}/sequences/made`)).status, (await call(`${league}/sequences/horn-sweep`)).status]).toEqual([200, 404]);
    });

    it('are refused whole with the place that asks for what would be gone', async () => {
      const event = await whole('events/pod-burst');
      const settings = await whole('settings/elytra-league');
      const refused = await change([
        { collection: 'settings', id: 'elytra-league', etag: settings.etag, document: { ...settings.document, label: 'Other' } },
        { collection: 'events', id: 'pod-burst', etag: event.etag },
      ]);
      expect(refused.status).toBe(409);
      expect(((await refused.json()) as Told).errors?.[0].path).toContain('sequences/');
      expect((await whole('settings/elytra-league')).document['label']).toBe('Elytra League');
    });

    it('put entities in another order', async () => {
      const settings = await whole('settings/elytra-league');
      const project = (await (await call(league)).json()) as { events: { id: string }[] };
      const events = project.events.map(({ id }) => id).reverse();
      const stored = { ...settings.document, order: { events } };
      expect((await change([{ collection: 'settings', id: 'elytra-league', etag: settings.etag, document: stored }])).status).toBe(200);
      const after = (await (await call(league)).json()) as { events: { id: string }[] };
      expect(after.events.map(({ id }) => id)).toEqual(events);
      expect('order' in after).toBeFalse();
    });
  });

  it('takes in a whole project, or nothing of it', async () => {
    const text = await readFile(paths.demoProject, 'utf8');
    const other = { ...(JSON.parse(text) as { sequences: { effects: object[] }[] }), id: 'second-league' };
    const post = (body: string): Promise<Response> =>
      call('/api/projects', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body });
    const cut = await told(await post(text.slice(0, 5000)));
    expect([cut.status, cut.errors?.length]).toEqual([400, 1]);
    expect((await told(await post('{"format": 1, "id": NaN}'))).errors?.[0].path).toBe('id');
    const crowd = { ...other, sequences: [{ ...other.sequences[0], effects: new Array<object>(100_000).fill({ kind: 'flash' }) }] };
    expect((await told(await post(JSON.stringify(crowd)))).errors?.[0].path).toBe('sequences[0].effects');
    const strange = JSON.stringify(other).replace(/"sha256":"[0-9a-f]/, '"sha256":"f');
    const missing = await told(await post(strange.replace(/"sha256":"f[0-9a-f]{4}/, '"sha256":"f0000')));
    expect([missing.status, missing.errors?.[0].path]).toEqual([422, 'assets[0].file']);
    expect((await call('/api/projects/second-league')).status).toBe(404);
    expect((await post(JSON.stringify(other))).status).toBe(201);
    expect((await post(JSON.stringify(other))).status).toBe(409);
    expect(await (await call('/api/projects/second-league')).json()).toEqual(other);
  });

  it('keeps bytes by their digest, gives them back as what they are, and as nothing that runs', async () => {
    const keep = async (body: Buffer): Promise<Response> => call('/api/bytes', { method: 'POST', body: new Uint8Array(body) });
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><rect width="1" height="1"/></svg>');
    const kept = await keep(svg);
    const { sha256 } = (await kept.json()) as { sha256: string };
    expect([kept.status, sha256]).toEqual([201, createHash('sha256').update(svg).digest('hex')]);
    const back = await call(`/api/bytes/${sha256}`);
    expect([back.headers.get('content-type'), await back.text()]).toEqual(['image/svg+xml', svg.toString()]);
    expect(back.headers.get('content-security-policy')).toContain('sandbox');
    expect((await keep(Buffer.alloc(0))).status).toBe(422);
    for (const name of ['0'.repeat(64), '..%2fundatio.sqlite', 'x']) expect((await call(`/api/bytes/${name}`)).status).toBe(404);
  });

  it('sends pictures that cannot run anything', async () => {
    const response = await call(`${league}/assets/mosshell/content`);
    expect(response.headers.get('content-type')).toContain('image/svg+xml');
    expect(response.headers.get('content-security-policy')).toBe("default-src 'none'; style-src 'unsafe-inline'; sandbox");
    expect(await response.text()).toContain('<svg');
    expect((await call(`${league}/assets/..%2F..%2Fpackage.json/content`)).status).toBe(404);
  });

  it('describes itself in OpenAPI 3.1, and every path it names answers', async () => {
    const document = (await (await call('/api/openapi.json')).json()) as {
      openapi: string;
      paths: Record<string, Record<string, unknown>>;
      components: { schemas: Record<string, unknown> };
    };
    expect(document.openapi).toBe('3.1.0');
    const ids: Record<string, string> = {
      settings: 'elytra-league',
      events: 'lance-hit',
      actors: 'pip',
      assets: 'mosshell',
      sequences: 'lance-heavy',
      statuses: 'burning',
      responses: 'lance-hit',
      drills: 'ember',
      presets: 'health-bar',
    };
    for (const [path, operations] of Object.entries(document.paths)) {
      if (!operations['get']) continue;
      // The history answers of any collection, and of a state that is not there with 404.
      const known = path.replace('{collection}', 'sequences').replace('{number}', '1');
      const collection = /\/(history|show)\//.test(known) ? 'sequences' : (/projects\/\{project\}\/(\w+)/.exec(path)?.[1] ?? '');
      const address = known.replace('{project}', 'elytra-league').replace('{id}', ids[collection] ?? '');
      // This one is for projects that are kept in a folder, and goes on for ever.
      const expected = address.endsWith('/folder/events') || path.includes('{number}') ? 404 : 200;
      expect((await call(address)).status)
        .withContext(address)
        .toBe(expected);
    }
    // Every reference leads somewhere.
    for (const [, name] of JSON.stringify(document).matchAll(/"#\/components\/schemas\/([^"]+)"/g))
      expect(document.components.schemas[name]).withContext(name).toBeDefined();
    expect(JSON.stringify(document)).not.toContain('#/$defs/');
  });

  it('answers what is not there with a problem', async () => {
    for (const path of ['/api/nothing', '/api/projects/none', `${league}/monsters/a`, `${league}/sequences/none`])
      expect((await told(await call(path))).status).toBe(404);
  });
});
