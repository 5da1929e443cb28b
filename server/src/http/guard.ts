import type { Middleware } from 'koa';
import { HttpProblem } from './httpProblem.js';

const loopbackNames = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Refuses requests that reach a loopback server under a foreign name (DNS rebinding) or that a foreign page sends.
 * `host` is the name the server was told to listen on.
 */
export function guard(host: string): Middleware {
  const names = new Set([...loopbackNames, host.includes(':') ? `[${host}]` : host]);
  return async (context, next) => {
    const asked = URL.canParse(`http://${context.get('host')}`) ? new URL(`http://${context.get('host')}`) : undefined;
    if (!asked || !names.has(asked.hostname)) {
      throw new HttpProblem(403, `this server answers to ${[...names].join(', ')} only, not to "${context.get('host')}"`);
    }
    const origin = context.get('origin');
    if (origin && origin !== asked.origin) throw new HttpProblem(403, `requests from the origin "${origin}" are refused`);
    if (context.get('sec-fetch-site') === 'cross-site') throw new HttpProblem(403, 'requests from another site are refused');
    await next();
  };
}
