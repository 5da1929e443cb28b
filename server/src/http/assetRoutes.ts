import { extname } from 'node:path';
import type Router from '@koa/router';
import { assetSchema } from '@undatio/core';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { HttpProblem } from './problemDetails.js';

const types: Readonly<Record<string, string>> = {
  '.wav': 'audio/wav',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.webp': 'image/webp',
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
    context.set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox");
    context.type = types[extname(file).toLowerCase()] ?? 'application/octet-stream';
    context.body = Buffer.from(bytes);
  });
}
