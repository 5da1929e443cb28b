import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp } from '../http/app.js';
import { dataFolder } from '../paths.js';
import { AssetStore } from '../store/assetStore.js';
import { lockData } from '../store/dataLock.js';
import { DocumentStore } from '../store/documentStore.js';
import { seedDemo } from '../store/seed.js';
import { sink } from './sink.js';
import { Workers } from '../work/workers.js';

export interface RunningServer {
  readonly address: string;
  close(): Promise<void>;
}

/**
 * Opens the data, seeds the demo on the first start, and listens. `port` 0 takes any free one. Throws StoreError when the
 * data cannot be used or another server uses them.
 */
export async function startServer(options: { data: string; host: string; port: number }): Promise<RunningServer> {
  const { data, host, port } = options;
  const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));
  const unlock = await lockData(data);
  const parts: { close(): Promise<void> }[] = [{ close: unlock }];
  const close = async (): Promise<void> => {
    for (const part of parts.reverse()) await part.close();
  };
  try {
    const documents = await DocumentStore.open(data);
    parts.push(documents);
    const assets = await AssetStore.open(data);
    await seedDemo(documents, assets);
    const workers = new Workers(data);
    parts.push(workers);
    const server = createServer(createApp({ documents, assets, workers, log, host }).callback());
    await listen(server, host, port);
    // Whoever is being answered is answered; then everything is closed from the outside in.
    parts.push({ close: () => endAnswers(server) });
    const { port: taken } = server.address() as AddressInfo;
    return { address: `http://${host.includes(':') ? `[${host}]` : host}:${taken}`, close };
  } catch (error) {
    await close();
    throw error;
  }
}

/** How long a stop waits for answers that are under way. */
const patience = 5000;

function endAnswers(server: Server): Promise<void> {
  const impatient = setTimeout(() => server.closeAllConnections(), patience);
  return new Promise((done) => {
    server.close(() => {
      clearTimeout(impatient);
      done();
    });
    server.closeIdleConnections();
  });
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
    sink.tell(`undatio serve: expected PORT to be a whole number from 0 to 65535, found "${process.env['PORT']}"`);
    return 2;
  }
  let running: RunningServer;
  try {
    running = await startServer({ data: dataFolder(), host, port });
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    sink.tell(`undatio serve: ${code === 'EADDRINUSE' ? `the port ${port} on ${host} is taken; set PORT to another` : message}`);
    return 2;
  }
  await sink.out(`Undatio is at ${running.address}\n`);
  await new Promise<void>((stop) => {
    process.once('SIGINT', stop);
    process.once('SIGTERM', stop);
  });
  await running.close();
  return 0;
}
