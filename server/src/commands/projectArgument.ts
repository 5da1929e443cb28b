import { readFile } from 'node:fs/promises';
import { dataFolder, paths } from '../paths.js';
import { readProjectFile, type ProjectFileResult, type ProjectSource } from '../projectFile.js';
import { isFolder, readProjectArchive, readProjectFolder } from '../folder/projectFolder.js';
import { sink } from './sink.js';

/** Bad usage or unreadable input: one line, exit code 2. */
export class UsageError extends Error {}

/** Problems in the project: already listed line by line, exit code 1. */
export class ProblemsFound extends Error {}

const savedPrefix = 'saved:';

/** Reads PROJECT: the path of a folder, of an archive or of a file, `demo`, or `saved:ID` for what the studio has stored. */
export async function readProjectArgument(argument: string): Promise<ProjectFileResult> {
  if (argument.startsWith(savedPrefix)) return readSaved(argument.slice(savedPrefix.length));
  const file = argument === 'demo' ? paths.demoProject : argument;
  try {
    if (await isFolder(file)) return await readProjectFolder(file);
    if (file.endsWith('.zip')) return await readProjectArchive(await readFile(file));
    return await readProjectFile(file);
  } catch (error) {
    throw new UsageError(`cannot read ${file}: ${(error as Error).message}`);
  }
}

/** The database is loaded only where it is used: that takes longer than most commands. */
async function readSaved(id: string): Promise<ProjectFileResult> {
  const [{ readSavedProject }, { AssetStore }, { DocumentStore }] = await Promise.all([
    import('../savedProject.js'),
    import('../store/assetStore.js'),
    import('../store/documentStore.js'),
  ]);
  let documents: Awaited<ReturnType<typeof DocumentStore.openForReading>>;
  try {
    documents = await DocumentStore.openForReading(dataFolder());
  } catch (error) {
    throw new UsageError(`cannot read saved:${id}: ${(error as Error).message} ${whichData()}`);
  }
  try {
    const result = await readSavedProject(documents, await AssetStore.open(dataFolder()), id);
    if (result) return result;
    const ids = (await documents.projects()).map((project) => project.id).join(', ');
    throw new UsageError(`there is no saved project "${id}" in ${dataFolder()} (it holds ${ids || 'none'}). ${whichData()}`);
  } finally {
    await documents.close();
  }
}

/** What a person does who runs the server on other data than this command. */
function whichData(): string {
  return 'Set UNDATIO_DATA to the data folder of the server that saved it.';
}

/** The project, or every error on standard error and ProblemsFound. */
export async function usableProject(argument: string): Promise<ProjectSource> {
  const { source, problems } = await readProjectArgument(argument);
  const errors = problems.filter((problem) => problem.severity === 'error');
  for (const { path, message } of errors) sink.tell(`error: ${path}: ${message}`);
  if (!source || errors.length > 0) throw new ProblemsFound();
  return source;
}
