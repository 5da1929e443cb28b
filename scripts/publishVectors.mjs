// `npm run publish-vectors`: keeps the vectors as they are made now as those that must hold from here on.
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root } from './setUp.mjs';

await install();
build(['core']);
const published = join(root, 'core/published/vectors');
rmSync(published, { recursive: true, force: true });
cpSync(join(root, 'core/dist/kit/vectors'), published, { recursive: true });
