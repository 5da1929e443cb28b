import Koa, { type Middleware } from 'koa';
import type { Logger } from 'pino';
import type { FolderLink } from '../folder/folderLink.js';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { apiRouter } from './apiRouter.js';
import { guard } from './guard.js';
import { packing } from './packing.js';
import { pages } from './pages.js';
import { HttpProblem } from './httpProblem.js';
import { problemDetails } from './problemDetails.js';
import { security } from './security.js';
import type { Workers } from '../work/workers.js';

export interface AppParts {
  readonly documents: DocumentStore;
  readonly assets: AssetStore;
  readonly log: Logger;
  readonly workers: Workers;
  /** The name the server listens on. */
  readonly host: string;
  /** The folder that a project is kept in. */
  readonly link?: FolderLink | undefined;
}

/** What a reader who goes away before the end leaves behind; no fault of ours. */
const brokenOff = new Set(['ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET', 'EPIPE', 'HPE_INVALID_EOF_STATE']);

/** Refuses addresses that name nothing before anybody looks for them. */
const wellFormed: Middleware = (context, next) => {
  let path: string;
  try {
    path = decodeURIComponent(context.path);
  } catch {
    throw new HttpProblem(400, 'expected an address without malformed escapes');
  }
  // A zero byte is in no name, and what begins with two slashes is another host's.
  if (path.includes('\0') || context.originalUrl.startsWith('//')) throw new HttpProblem(400, 'expected the path of something here');
  return next();
};

/** The whole server, top to bottom. */
export function createApp({ documents, assets, workers, log, host, link }: AppParts): Koa {
  const app = new Koa();
  const api = apiRouter(documents, assets, workers, link);
  app.use(security());
  app.use(problemDetails((error) => log.error(error)));
  app.use(guard(host));
  app.use(packing());
  app.use(wellFormed);
  app.use(api.routes());
  app.use(api.allowedMethods());
  app.use(async (context, next) => {
    if (!context.path.startsWith('/api')) await next();
  });
  app.use(pages());
  app.on('error', (error: NodeJS.ErrnoException) => log[brokenOff.has(error.code ?? '') ? 'debug' : 'warn'](error));
  return app;
}
