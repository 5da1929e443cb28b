import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Middleware } from 'koa';
import serveStatic from 'koa-static';
import { paths } from '../paths.js';

const noncePlaceholder = '%NONCE%';

/** The built pages: the yard under /yard/, the studio everywhere else. */
export function pages(): Middleware {
  const yard = serveStatic(paths.yard, { index: false });
  const studio = serveStatic(paths.studio, { index: false });
  return async (context, next) => {
    if (context.method !== 'GET' && context.method !== 'HEAD') return next();
    const { path } = context;
    if (path === '/yard') return context.redirect('/yard/');
    if (path === '/index.html' || path === '/yard/index.html') return context.redirect(path.slice(0, -'index.html'.length));
    // Names that carry a hash of their contents may be kept; everything else is asked for again.
    const hashed = /-[A-Z0-9]{8}\.(js|css|woff2?)$/.test(path);
    context.set('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
    if (path.startsWith('/yard/')) {
      // The very file that ships in kits.
      if (path === '/yard/undatio-runtime.js') return sendScript(context, join(paths.kitRuntime, 'undatio-runtime.js'));
      if (path === '/yard/undatio-runtime.js.map') {
        context.type = 'json';
        context.body = await readFile(join(paths.kitRuntime, 'undatio-runtime.js.map'));
        return;
      }
      if (path === '/yard/') return sendPage(context, join(paths.yard, 'index.html'));
      context.path = path.slice('/yard'.length);
      return yard(context, async () => {
        context.path = path;
        await next();
      });
    }
    if (path.includes('.')) return studio(context, next);
    return sendPage(context, join(paths.studio, 'index.html'));
  };
}

async function sendPage(context: Parameters<Middleware>[0], file: string): Promise<void> {
  const page = await readFile(file, 'utf8');
  context.type = 'html';
  context.body = page.replaceAll(noncePlaceholder, String(context.state['nonce']));
}

async function sendScript(context: Parameters<Middleware>[0], file: string): Promise<void> {
  context.type = 'js';
  context.body = await readFile(file, 'utf8');
}
