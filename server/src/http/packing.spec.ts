import { createServer, get, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gunzipSync } from 'node:zlib';
import Koa from 'koa';
import { isLoopback, packing } from './packing.js';

describe('what is sent', () => {
  const text = 'Brasshorn strikes Mosshell. '.repeat(200);
  let server: Server | undefined;

  async function answer(from: Koa): Promise<{ headers: IncomingHttpHeaders; body: Buffer }> {
    from.use((context) => {
      context.body = text;
    });
    const handle = from.callback();
    const listening = (server = createServer((request, response) => void handle(request, response)));
    await new Promise<void>((done) => listening.listen(0, '127.0.0.1', done));
    const { port } = listening.address() as AddressInfo;
    return new Promise((done, fail) => {
      get({ host: '127.0.0.1', port, headers: { 'Accept-Encoding': 'gzip' } }, (response) => {
        const parts: Buffer[] = [];
        response.on('data', (part: Buffer) => parts.push(part));
        response.on('end', () => done({ headers: response.headers, body: Buffer.concat(parts) }));
      }).on('error', fail);
    });
  }

  afterEach(() => server?.close());

  it('goes as it is within this machine', async () => {
    const { headers, body } = await answer(new Koa().use(packing()));
    expect(headers['content-encoding']).toBeUndefined();
    expect(body.toString()).toBe(text);
  });

  it('is compressed on its way to another', async () => {
    const { headers, body } = await answer(new Koa().use(packing(() => false)));
    expect(headers['content-encoding']).toBe('gzip');
    expect(body.length).toBeLessThan(text.length / 10);
    expect(gunzipSync(body).toString()).toBe(text);
  });

  it('tells this machine’s own addresses from others', () => {
    for (const address of ['127.0.0.1', '127.8.9.10', '::1', '::ffff:127.0.0.1'])
      expect(isLoopback(address)).withContext(address).toBeTrue();
    for (const address of ['192.168.0.7', '10.0.0.1', '::ffff:192.168.0.7', 'fe80::1', '128.0.0.1', undefined])
      expect(isLoopback(address)).withContext(String(address)).toBeFalse();
  });
});
