import { randomBytes } from 'node:crypto';
import type { ServerResponse } from 'node:http';
import type { Middleware } from 'koa';
import helmet from 'koa-helmet';

/** Headers for everything the server sends. Scripts come from here alone and may not evaluate text; styles carry a nonce. */
export function security(): Middleware {
  const nonces = new WeakMap<object, string>();
  const nonceOf = (_: unknown, response: ServerResponse): string => `'nonce-${nonces.get(response)}'`;
  const headers = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", nonceOf],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'", 'blob:'],
        mediaSrc: ["'self'", 'blob:'],
        workerSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
    referrerPolicy: { policy: 'no-referrer' },
  });
  return async (context, next) => {
    const nonce = randomBytes(16).toString('base64');
    context.state['nonce'] = nonce;
    nonces.set(context.res, nonce);
    await headers(context, next);
  };
}
