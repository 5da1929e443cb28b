import { mkdir, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { kitFiles, zipKit } from '../kitArchive.js';
import { usableProject } from './projectArgument.js';
import { sink } from './sink.js';

/** `undatio export`: writes the kit as an archive when `out` ends in .zip, as a folder otherwise. */
export async function exportKit(project: string, { out, lean = false }: { out: string; lean?: boolean }): Promise<void> {
  const files = await kitFiles(await usableProject(project), { lean });
  if (out.endsWith('.zip')) {
    await mkdir(dirname(out), { recursive: true });
    await writeFile(out, zipKit(files));
  } else {
    for (const { path, bytes } of files) {
      const file = join(out, path);
      await mkdir(dirname(file), { recursive: true });
      await writeFile(file, bytes);
    }
  }
  sink.tell(`${files.length} files in ${out}`);
}
