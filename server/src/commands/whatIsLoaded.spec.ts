import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = fileURLToPath(new URL('.', import.meta.url));

/** Every package that a built module loads as it is loaded itself, by itself or through others; what it loads later is left out. */
function loadedBy(file: string, seen = new Set<string>()): Set<string> {
  if (seen.has(file)) return new Set();
  seen.add(file);
  const packages = new Set<string>();
  for (const [, from] of readFileSync(file, 'utf8').matchAll(/^(?:import|export)\s(?:[^;]*?from )?['"]([^'"]+)['"];/gm)) {
    if (!from.startsWith('.')) packages.add(from);
    else for (const name of loadedBy(join(file, '..', from), seen)) packages.add(name);
  }
  return packages;
}

describe('A command', () => {
  it('that reads a project loads neither the database nor what looks into pictures, which takes longer than it does itself', () => {
    for (const command of ['main', 'check', 'bake', 'run', 'export', 'mix', 'projectArgument']) {
      const packages = loadedBy(join(here, `${command}.js`));
      expect(['sequelize', 'sqlite3', 'umzug', 'sharp'].filter((name) => packages.has(name)))
        .withContext(command)
        .toEqual([]);
    }
    // The one that stores does.
    expect(loadedBy(join(here, 'load.js'))).toContain('sequelize');
  });
});
