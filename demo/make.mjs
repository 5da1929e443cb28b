// Makes the League's sounds and brings its project file up to date with its assets. Run by `npm run demo:make`; what it
// makes is committed. Events, actors and sequences live in the project file itself: tune them in the studio and take
// them over with `curl http://127.0.0.1:4600/api/projects/elytra-league`.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import wavefile from 'wavefile';
import { readProject } from '@undatio/core';
import { measureSound } from '@undatio/core/internal';
import { makeSounds, sampleRate } from './source/sounds.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const projectFile = join(here, 'elytra-league.undatio.json');
const sha256 = (bytes) => createHash('sha256').update(bytes).digest('hex');
/** Writes a clip's WAV file and returns its asset. */
function writeSound({ id, label, tags, samples }) {
  const wav = new wavefile.WaveFile();
  wav.fromScratch(
    1,
    sampleRate,
    '16',
    Int16Array.from(samples, (x) => Math.round(x * 32767)),
  );
  const bytes = wav.toBuffer();
  const file = `assets/sounds/${id}.wav`;
  writeFileSync(join(here, file), bytes);
  return { type: 'sound', id, label, file, sha256: sha256(bytes), tags, ...measureSound([Float32Array.from(samples)], sampleRate, 64) };
}

mkdirSync(join(here, 'assets/sounds'), { recursive: true });
const league = JSON.parse(readFileSync(projectFile, 'utf8'));
const sounds = makeSounds().map(writeSound);
const pictures = league.assets
  .filter(({ type }) => type === 'picture')
  .map((picture) => ({ ...picture, sha256: sha256(readFileSync(join(here, picture.file))) }));

const { project, problems } = readProject({ ...league, assets: [...sounds, ...pictures] });
for (const { severity, path, message } of problems) console.error(`${severity}: ${path}: ${message}`);
if (!project) process.exit(1);
writeFileSync(projectFile, JSON.stringify(project, null, 1) + '\n');
console.log(`${sounds.length} sounds, ${pictures.length} pictures, ${project.sequences.length} sequences`);
