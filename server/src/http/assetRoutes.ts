import { extname } from 'node:path';
import type Router from '@koa/router';
import { assetSchema } from '@undatio/core';
import { activePart } from '../activePicture.js';
import { digestPattern, type AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { readBytes } from './body.js';
import { HttpProblem } from './httpProblem.js';

/** The largest file that is taken in. */
const bytesLimit = 64 * 1024 * 1024;
const sandbox = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

const types: Readonly<Record<string, string>> = {
  '.wav': 'audio/wav',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.webp': 'image/webp',
  '.jpg': 'image/jpeg',
  '.jpeg': 'image/jpeg',
};

/** The bytes of an asset. Even a picture that carries a script cannot run it: the answer is sandboxed. */
export function assetRoutes(router: Router, documents: DocumentStore, assets: AssetStore): void {
  router.get('/projects/:project/assets/:id/content', async (context) => {
    const { project, id } = context.params;
    const stored = await documents.get(project, 'assets', id);
    if (!stored) throw new HttpProblem(404, `there is no asset "${id}" in "${project}"`);
    const { file, sha256 } = assetSchema().parse(stored.document);
    context.set('ETag', `"${sha256}"`);
    context.status = 200;
    if (context.fresh) {
      context.status = 304;
      return;
    }
    const bytes = await assets.read(sha256);
    if (!bytes) throw new HttpProblem(404, `the file "${file}" of the asset "${id}" is missing`);
    context.set('Content-Security-Policy', sandbox);
    context.type = types[extname(file).toLowerCase()] ?? 'application/octet-stream';
    context.body = Buffer.from(bytes);
  });

  // Bytes come first: a document that names them follows once they are here.
  router.post('/bytes', async (context) => {
    const bytes = await readBytes(context, bytesLimit);
    if (bytes.length === 0) throw new HttpProblem(422, 'expected a file with something in it');
    const active = activePart(bytes);
    if (active !== undefined) throw new HttpProblem(422, `expected a picture that only draws, found ${active}; nothing was stored`);
    context.status = 201;
    context.body = { sha256: await assets.write(bytes), size: bytes.length };
  });

  router.get('/bytes/:sha256', async (context) => {
    const { sha256 } = context.params;
    if (!digestPattern.test(sha256)) throw new HttpProblem(404, 'expected a digest of 64 hexadecimal digits; there are no such bytes here');
    context.set('ETag', `"${sha256}"`);
    const bytes = await assets.read(sha256);
    if (!bytes) throw new HttpProblem(404, 'there are no such bytes here');
    context.set('Cache-Control', 'private, max-age=31536000, immutable');
    context.set('Content-Security-Policy', sandbox);
    context.type = typeOf(bytes);
    context.body = Buffer.from(bytes);
  });
}

/** What bytes are by how they begin: the pictures that browsers must be told of, and everything else as bytes. */
function typeOf(bytes: Uint8Array): string {
  const head = Buffer.from(bytes.subarray(0, 256)).toString('latin1');
  if (head.startsWith('\x89PNG')) return 'image/png';
  if (head.startsWith('\xff\xd8')) return 'image/jpeg';
  if (head.startsWith('RIFF')) return head.startsWith('WEBP', 8) ? 'image/webp' : 'audio/wav';
  if (/^\s*(?:\xef\xbb\xbf)?\s*<(?:svg|\?xml|!--)/.test(head)) return 'image/svg+xml';
  return 'application/octet-stream';
}
