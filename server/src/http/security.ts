import { randomBytes } from 'node:crypto';
import type { Middleware } from 'koa';
import helmet from 'koa-helmet';

/** Headers for everything the server sends. Scripts come from here alone and may not evaluate text; styles carry a nonce. */
export function security(): Middleware {
  const common = helmet({
    contentSecurityPolicy: false,
    strictTransportSecurity: false,
    crossOriginEmbedderPolicy: false,
    referrerPolicy: { policy: 'no-referrer' },
  });
  return async (context, next) => {
    const nonce = randomBytes(16).toString('base64');
    context.state['nonce'] = nonce;
    context.set(
      'Content-Security-Policy',
      [
        "default-src 'none'",
        "script-src 'self'",
        `style-src 'self' 'nonce-${nonce}'`,
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self' blob:",
        "media-src 'self' blob:",
        "worker-src 'self'",
        "base-uri 'self'",
        "form-action 'none'",
        "frame-ancestors 'none'",
      ].join('; '),
    );
    await common(context, next);
  };
}
