import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp } from '../http/app.js';
import { dataFolder } from '../paths.js';
import { AssetStore } from '../store/assetStore.js';
import { FolderLink } from '../folder/folderLink.js';
import { forgottenBefore } from '../store/bin.js';
import { lockData } from '../store/dataLock.js';
import { DocumentStore } from '../store/documentStore.js';
import { seedDemo } from '../store/seed.js';
import { sink } from './sink.js';
import { Workers } from '../work/workers.js';

export interface ServerOptions {
  readonly data: string;
  readonly host: string;
  readonly port: number;
  /** Where a project is kept as text besides. */
  readonly folder?: string | undefined;
  /** Which, where the folder holds none yet. */
  readonly project?: string | undefined;
}

export interface RunningServer {
  readonly address: string;
  readonly link: FolderLink | undefined;
  close(): Promise<void>;
}

/**
 * Opens the data, seeds the demo on the first start, and listens. `port` 0 takes any free one. Throws StoreError when the
 * data cannot be used or another server uses them.
 */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const { data, host, port, folder, project } = options;
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
    await assets.removeLeftovers();
    await seedDemo(documents, assets);
    const emptying = await emptyBinDaily(documents);
    parts.push({ close: () => Promise.resolve(clearInterval(emptying)) });
    const link = folder === undefined ? undefined : await FolderLink.open({ folder, project, documents, assets, data });
    if (link) parts.push(link);
    const workers = new Workers(data);
    parts.push(workers);
    const server = createServer(createApp({ documents, assets, workers, log, host, link }).callback());
    await listen(server, host, port);
    // Whoever is being answered is answered; then everything is closed from the outside in.
    parts.push({
      close: () => {
        // An answer that goes on for as long as it is listened to would be waited for.
        link?.hangUp();
        return endAnswers(server);
      },
    });
    const { port: taken } = server.address() as AddressInfo;
    return { address: `http://${host.includes(':') ? `[${host}]` : host}:${taken}`, link, close };
  } catch (error) {
    await close();
    throw error;
  }
}

/** Forgets what has lain in the bin for long enough, now and each day: by the clock, never because somebody looks. */
async function emptyBinDaily(documents: DocumentStore): Promise<NodeJS.Timeout> {
  const empty = (): Promise<void> => documents.bin.empty(forgottenBefore(new Date()));
  await empty();
  const day = 24 * 3600 * 1000;
  return setInterval(() => void empty().catch(() => undefined), day).unref();
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
export async function serve({ folder, project }: { folder?: string; project?: string }): Promise<number> {
  const host = process.env['HOST'] || '127.0.0.1';
  const port = Number(process.env['PORT'] || 4600);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    sink.tell(`undatio serve: expected PORT to be a whole number from 0 to 65535, found "${process.env['PORT']}"`);
    return 2;
  }
  let running: RunningServer;
  try {
    running = await startServer({ data: dataFolder(), host, port, folder, project });
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    sink.tell(`undatio serve: ${code === 'EADDRINUSE' ? `the port ${port} on ${host} is taken; set PORT to another` : message}`);
    return 2;
  }
  const { link } = running;
  await sink.out(`Undatio is at ${running.address}\n`);
  if (link) await sink.out(`The project "${link.project}" and ${link.state.folder} are kept the same\n`);
  await new Promise<void>((stop) => {
    process.once('SIGINT', stop);
    process.once('SIGTERM', stop);
  });
  await running.close();
  return 0;
}
