import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { activePart } from './activePicture.js';
import { bytesBelow, digestOf } from './files.js';
import type { ReadHistory } from './store/historyFormat.js';
import { readProjectText, type Problem, type Project } from '@undatio/core';

/** A project with a way to its assets' bytes. */
export interface ProjectSource {
  readonly project: Project;
  /** The asset's bytes, or undefined when the file is missing. */
  assetBytes(id: string): Promise<Uint8Array | undefined>;
}

export interface ProjectFileResult {
  readonly source?: ProjectSource;
  /** What its documents were before, where it comes with that. */
  readonly history?: ReadHistory;
  readonly problems: readonly Problem[];
}

/**
 * Reads a project file and looks for its assets beside it, through no link. Throws the file system's error when the file itself
 * cannot be read; everything else is told as problems.
 */
export async function readProjectFile(file: string): Promise<ProjectFileResult> {
  const { project, problems } = readProjectText(await readFile(file, 'utf8'));
  if (!project) return { problems };
  const assetBytes = async (id: string): Promise<Uint8Array | undefined> => {
    const asset = project.assets.find((candidate) => candidate.id === id);
    return asset && bytesBelow(dirname(file), asset.file);
  };
  const missing = await assetProblems(project, assetBytes);
  return { source: { project, assetBytes }, problems: [...problems, ...missing] };
}

/** Assets whose bytes are missing or could run (errors), or are other than the project says (a warning). */
export async function assetProblems(project: Project, assetBytes: (id: string) => Promise<Uint8Array | undefined>): Promise<Problem[]> {
  const problems: Problem[] = [];
  for (const [i, asset] of project.assets.entries()) {
    const bytes = await assetBytes(asset.id);
    if (!bytes) {
      const users = project.sequences
        .filter((sequence) => sequence.effects.some((effect) => effect.kind === 'sound' && effect.clips.includes(asset.id)))
        .map(({ id }) => id);
      const used = users.length ? `; used by ${users.join(', ')}` : '';
      problems.push({ severity: 'error', path: `assets[${i}].file`, message: `expected the file "${asset.file}", it is missing${used}` });
      continue;
    }
    const active = asset.type === 'picture' ? activePart(bytes) : undefined;
    if (active !== undefined)
      problems.push({
        severity: 'error',
        path: `assets[${i}].file`,
        message: `expected a picture that only draws, "${asset.file}" holds ${active}`,
      });
    if (digestOf(bytes) !== asset.sha256) {
      problems.push({
        severity: 'warning',
        path: `assets[${i}].sha256`,
        message: `expected the digest of "${asset.file}"; the file has changed since`,
      });
    }
  }
  return problems;
}
