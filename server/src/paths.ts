import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The repository's root, from server/dist. */
const root = fileURLToPath(new URL('../../', import.meta.url));

/** Where the built parts and the shipped demo are. */
export const paths = {
  studio: join(root, 'studio/dist/studio/browser'),
  yard: join(root, 'yard/dist/site'),
  showScript: join(root, 'yard/dist/show/show.js'),
  showFont: join(root, 'yard/dist/show/letters.woff2'),
  engine: join(root, 'core/dist/shipped'),
  kitRuntime: join(root, 'core/dist/kit'),
  documents: join(root, 'docs'),
  licence: join(root, 'LICENSE'),
  demoProject: join(root, 'demo/elytra-league.undatio.json'),
  defaultData: join(root, '.data'),
} as const;

/** Where the database and the asset files live. */
export function dataFolder(): string {
  return process.env['UNDATIO_DATA'] || paths.defaultData;
}
