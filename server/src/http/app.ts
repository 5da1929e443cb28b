import Koa from 'koa';
import compress from 'koa-compress';
import type { Logger } from 'pino';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { apiRouter } from './apiRouter.js';
import { guard } from './guard.js';
import { pages } from './pages.js';
import { problemDetails } from './problemDetails.js';
import { security } from './security.js';

export interface AppParts {
  readonly documents: DocumentStore;
  readonly assets: AssetStore;
  readonly log: Logger;
  /** The name the server listens on. */
  readonly host: string;
}

/** What a reader who goes away before the end leaves behind; no fault of ours. */
const brokenOff = new Set(['ERR_STREAM_PREMATURE_CLOSE', 'ECONNRESET', 'EPIPE', 'HPE_INVALID_EOF_STATE']);

/** The whole server, top to bottom. */
export function createApp({ documents, assets, log, host }: AppParts): Koa {
  const app = new Koa();
  const api = apiRouter(documents, assets);
  app.use(security());
  app.use(problemDetails((error) => log.error(error)));
  app.use(guard(host));
  app.use(compress({ threshold: 1024 }));
  app.use(api.routes());
  app.use(async (context, next) => {
    if (!context.path.startsWith('/api')) await next();
  });
  app.use(pages());
  app.on('error', (error: NodeJS.ErrnoException) => log[brokenOff.has(error.code ?? '') ? 'debug' : 'warn'](error));
  return app;
}
