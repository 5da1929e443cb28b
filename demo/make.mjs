// Makes the League's sounds and its project file. Run by `npm run demo:make`; what it makes is committed.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import wavefile from 'wavefile';
import { readProject } from '@undatio/core';
import { actors, events, pictures, sequences } from './source/league.mjs';
import { makeSounds, sampleRate } from './source/sounds.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const sha256 = (bytes) => createHash('sha256').update(bytes).digest('hex');
const round = (x, digits) => Number(x.toFixed(digits));

/** The clip's outline in 64 steps, for drawing. */
function peaksOf(samples) {
  const width = Math.ceil(samples.length / 64);
  return Array.from({ length: 64 }, (_, i) =>
    round(
      samples.slice(i * width, (i + 1) * width).reduce((most, x) => Math.max(most, Math.abs(x)), 0),
      3,
    ),
  );
}

mkdirSync(join(here, 'assets/sounds'), { recursive: true });
const sounds = makeSounds().map(({ id, label, tags, samples }) => {
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
  return {
    type: 'sound',
    id,
    label,
    file,
    sha256: sha256(bytes),
    tags,
    duration: round(samples.length / sampleRate, 6),
    peaks: peaksOf(samples),
  };
});
const drawings = pictures.map(({ id, label, tags }) => {
  const file = `assets/pictures/${id}.svg`;
  return { type: 'picture', id, label, file, sha256: sha256(readFileSync(join(here, file))), tags };
});

const { project, problems } = readProject({
  format: 1,
  id: 'elytra-league',
  label: 'Elytra League',
  events,
  actors,
  assets: [...sounds, ...drawings],
  sequences,
});
for (const { severity, path, message } of problems) console.error(`${severity}: ${path}: ${message}`);
if (!project) process.exit(1);
writeFileSync(join(here, 'elytra-league.undatio.json'), JSON.stringify(project, null, 1) + '\n');
console.log(`${sounds.length} sounds, ${drawings.length} pictures, ${sequences.length} sequences`);
