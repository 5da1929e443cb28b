import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { startServer } from '../commands/serve.js';
import { replaceFile, withFolder } from '../testing.js';

interface Sent {
  readonly event: string;
  readonly data: unknown;
}

/** Server-sent events one after another (WHATWG HTML, 9.2.6), as far as we write them. */
async function* eventsOf(response: Response): AsyncGenerator<Sent> {
  let text = '';
  const decoder = new TextDecoder();
  for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
    text += decoder.decode(chunk, { stream: true });
    for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
      const [event, data] = text.slice(0, end).split('\n');
      text = text.slice(end + 2);
      yield { event: event.replace('event: ', ''), data: JSON.parse(data.replace('data: ', '')) as unknown };
    }
  }
}

describe('the API of a linked folder', () => {
  it('tells how it stands, what changes there, and writes over it what the person keeps', async () => {
    await withFolder(async (root) => {
      const folder = join(root, 'game');
      const server = await startServer({ data: join(root, 'data'), host: '127.0.0.1', port: 0, folder, project: 'elytra-league' });
      const url = `${server.address}/api/projects/elytra-league/folder`;
      const keep = (id: string): Promise<Response> =>
        fetch(`${url}/keep`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ collection: 'sequences', id }),
        });
      expect(await (await fetch(url)).json()).toEqual({ linked: true, folder, problems: [], conflicts: [] });
      expect(await (await fetch(`${server.address}/api/projects/none/folder`)).json()).toEqual({ linked: false });
      const response = await fetch(`${url}/events`);
      expect(response.headers.get('content-type')).toContain('text/event-stream');
      const events = eventsOf(response);
      const next = async (): Promise<Sent> => (await events.next()).value as Sent;
      expect(await next()).toEqual({ event: 'state', data: { folder, problems: [], conflicts: [] } });
      const file = join(folder, 'sequences/lance-light.json');
      const good = await readFile(file, 'utf8');
      await replaceFile(file, good.replace('"label": "Lance, light"', '"label": "Outside"'));
      expect(await next()).toEqual({
        event: 'changes',
        data: [
          jasmine.objectContaining({ key: 'sequences/lance-light', document: jasmine.objectContaining({ label: 'Outside' }) as unknown }),
        ],
      });
      expect((await keep('lance-light')).status).toBe(404);
      await replaceFile(file, 'broken');
      expect(await next()).toEqual(jasmine.objectContaining({ event: 'state' }));
      expect((await keep('lance-light')).status).toBe(204);
      expect(await readFile(file, 'utf8')).toContain('"label": "Outside"');
      expect((await keep('')).status).toBe(404);
      const refused = await fetch(`${url}/keep`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ collection: 'sequence', id: 'lance-light' }),
      });
      expect(refused.status).toBe(422);
      expect(await refused.json()).toEqual(
        jasmine.objectContaining({ detail: 'nothing was written', errors: [jasmine.objectContaining({ path: 'collection' })] }),
      );
      const elsewhere = await fetch(`${server.address}/api/projects/none/folder/events`);
      expect(elsewhere.status).toBe(404);
      expect(await elsewhere.text()).toContain('\\"none\\" is kept in no folder');
      // A server that stops waits for nobody who only listens.
      await server.close();
      for await (const _ of events);
    });
  }, 30_000);

  it('says what is wrong with a folder that cannot be linked', async () => {
    await withFolder(async (root) => {
      const start = (folder: string, project?: string): Promise<unknown> =>
        startServer({ data: join(root, 'data'), host: '127.0.0.1', port: 0, folder, project });
      await expectAsync(start(join(root, 'new'))).toBeRejectedWithError(/holds no project yet; .* --project \(elytra-league\)/);
      await expectAsync(start(join(root, 'new'), 'none')).toBeRejectedWithError(/no saved project "none"/);
      await writeFile(join(root, 'new/settings.json'), '<<<<<<< ours');
      await expectAsync(start(join(root, 'new'))).toBeRejectedWithError(/settings.json is there and cannot be read/);
      await writeFile(join(root, 'new/settings.json'), '{ "id": "other" }');
      await expectAsync(start(join(root, 'new'), 'elytra-league')).toBeRejectedWithError(/holds the project "other"/);
      await expectAsync(start(join(root, 'new'))).toBeRejectedWithError(/cannot be used: settings.json:1: format: expected 1/);
      await expectAsync(start(join(root, 'new/settings.json'))).toBeRejectedWithError(/EEXIST|is no folder/);
    });
  }, 30_000);
});
