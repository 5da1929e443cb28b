import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp } from '../http/app.js';
import { dataFolder } from '../paths.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import { seedDemo } from '../store/seed.js';

export interface RunningServer {
  readonly address: string;
  close(): Promise<void>;
}

/** Opens the data, seeds the demo on the first start, and listens. `port` 0 takes any free one. */
export async function startServer(options: { data: string; host: string; port: number }): Promise<RunningServer> {
  const { data, host, port } = options;
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));
  const documents = await DocumentStore.open(data);
  const assets = await AssetStore.open(data);
  await seedDemo(documents, assets);
  const app = createApp({ documents, assets, log, host });
  const server = createServer(app.callback());
  await listen(server, host, port);
  const { port: taken } = server.address() as AddressInfo;
  return {
    address: `http://${host.includes(':') ? `[${host}]` : host}:${taken}`,
    async close() {
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      await documents.close();
    },
  };
}

function listen(server: Server, host: string, port: number): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', fail);
    server.listen(port, host, done);
  });
}

/** `undatio serve`: runs until it is told to stop. */
export async function serve(): Promise<number> {
  const host = process.env['HOST'] || '127.0.0.1';
  const port = Number(process.env['PORT'] || 4600);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    console.error(`undatio serve: expected PORT to be a whole number from 0 to 65535, found "${process.env['PORT']}"`);
    return 2;
  }
  let running: RunningServer;
  try {
    running = await startServer({ data: dataFolder(), host, port });
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    console.error(`undatio serve: ${code === 'EADDRINUSE' ? `the port ${port} on ${host} is taken; set PORT to another` : message}`);
    return 2;
  }
  console.log(`Undatio is at ${running.address}`);
  await new Promise<void>((stop) => {
    process.once('SIGINT', stop);
    process.once('SIGTERM', stop);
  });
  await running.close();
  return 0;
}
