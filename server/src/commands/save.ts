import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { projectArchive, writeProjectFolder } from '../folder/projectFolder.js';
import { usableProject } from './projectArgument.js';
import { sink } from './sink.js';

/** `undatio save`: writes a project as a folder of text, or as an archive of one when `out` ends in .zip. */
export async function save(argument: string, { out }: { out: string }): Promise<void> {
  const source = await usableProject(argument);
  if (out.endsWith('.zip')) {
    await mkdir(dirname(out), { recursive: true });
    await writeFile(out, await projectArchive(source));
    sink.tell(`"${source.project.id}" in ${out}`);
    return;
  }
  const { written, kept, removed } = await writeProjectFolder(source, out);
  sink.tell(`"${source.project.id}" in ${out}: ${written} files written, ${kept} the same, ${removed} removed`);
}
