import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { readProjectText, type Asset, type Project } from '@undatio/core';
import { newProject, type FirstSound, type ProjectChoices } from '@undatio/core/internal';
import { paths } from './paths.js';
import type { AssetStore } from './store/assetStore.js';

/** Of our own sounds the one that a new project begins with. */
const firstSound = 'shell-thud-a';

/** A new project by a person's choices; its pictures and its sound are kept in `assets`. */
export async function startProject(choices: ProjectChoices, assets: AssetStore): Promise<Project> {
  const { project, pictures } = newProject(choices, await soundOfOurs(assets));
  const kept = await Promise.all(
    project.assets.map(async (asset): Promise<Asset> => {
      const text = pictures.get(asset.id);
      return text === undefined ? asset : { ...asset, sha256: await assets.write(new TextEncoder().encode(text)) };
    }),
  );
  return { ...project, assets: kept };
}

async function soundOfOurs(assets: AssetStore): Promise<FirstSound> {
  const { project } = readProjectText(await readFile(paths.demoProject, 'utf8'));
  const sound = project?.assets.find(({ id }) => id === firstSound);
  if (sound?.type !== 'sound') throw new Error(`the demo has no sound "${firstSound}"`);
  await assets.write(await readFile(join(dirname(paths.demoProject), sound.file)));
  return { sha256: sound.sha256, duration: sound.duration, peaks: sound.peaks };
}
