import { execFileSync, spawnSync } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Project, SoundCue } from '@undatio/core';
import { decodeWav } from '@undatio/core/internal';
import { paths } from '../paths.js';
import { undatio, withFolder } from '../testing.js';

const demo = async (): Promise<Project> => JSON.parse(await readFile(paths.demoProject, 'utf8')) as Project;

/** A plain sum of a strike's sounds, value by value, as the cues say: nothing of the mixer is used. */
async function plainSum(cues: readonly SoundCue[], from: number, length: number, rate: number): Promise<Float64Array> {
  const project = await demo();
  const left = new Float64Array(length);
  for (const cue of cues) {
    const { file } = project.assets.find(({ id }) => id === cue.clip) ?? { file: '' };
    const bytes = await readFile(join(dirname(paths.demoProject), file));
    // Sixteen bits after a header of 44 bytes, as the demo's script writes them.
    const clip = new Int16Array(bytes.buffer.slice(bytes.byteOffset + 44, bytes.byteOffset + bytes.length));
    const channels = bytes.readUInt16LE(22);
    const clipRate = bytes.readUInt32LE(24);
    for (let i = 0; i < length; i++) {
      const t = from + i / rate - cue.start;
      if (t < -1e-12 || (cue.cut > 0 && t >= cue.cut)) continue;
      const place = Math.max(0, t * clipRate * cue.rate);
      const at = Math.floor(place);
      const frames = clip.length / channels;
      if (at >= frames) continue;
      const value = (k: number): number => clip[Math.min(k, frames - 1) * channels] / 32768;
      const straight = value(at) + (value(at + 1) - value(at)) * (place - at);
      left[i] += straight * cue.gain * Math.cos(((cue.pan + 1) * Math.PI) / 4);
    }
  }
  return left;
}

describe('undatio mix', () => {
  it('writes what the cues of a strike say, value for value', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'mix.wav');
      const mixed = await undatio(['mix', 'demo', '--sequence', 'lance-heavy', '--seed', '3', '--out', out]);
      expect(mixed.code).toBe(0);
      const { sounds } = JSON.parse(
        (await undatio(['bake', 'demo', '--sequence', 'lance-heavy', '--seed', '3', '--format', 'json', '--times', '0'])).out,
      ) as {
        sounds: SoundCue[];
      };
      const { channels, sampleRate } = decodeWav(await readFile(out));
      const from = Math.floor(Math.min(0, ...sounds.map(({ start }) => start)) * sampleRate) / sampleRate;
      const sum = await plainSum(sounds, from, channels[0].length, sampleRate);
      let worst = 0;
      for (let i = 0; i < sum.length; i++) worst = Math.max(worst, Math.abs(sum[i] - channels[0][i]));
      // Half a step of sixteen bits, and that they are written by 32767 and read by 32768.
      expect(worst).toBeLessThan(1.6 / 32768);
      expect(mixed.err).toMatch(
        /^3 sounds in 0\.\d\d s from -0\.\d{3} s; loudness -\d+\.\d LUFS, true peak -\d+\.\d dBTP; does not clip$/m,
      );
    });
  });

  it('mixes a drill, at another rate', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'drill.wav');
      expect((await undatio(['mix', 'demo', '--drill', 'two-blows', '--rate', '22050', '--out', out])).code).toBe(0);
      const { channels, sampleRate } = decodeWav(await readFile(out));
      expect(sampleRate).toBe(22050);
      expect(channels[0].some((value) => Math.abs(value) > 0.05)).toBeTrue();
      // Nothing is heard before the first blow, at half a second.
      expect(channels[0].slice(0, 0.45 * 22050).every((value) => value === 0)).toBeTrue();
    });
  });

  it('tells in one line what is wrong with what it is asked', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'x.wav');
      const refused = async (...args: string[]): Promise<string> => {
        const { code, err } = await undatio(['mix', 'demo', ...args, '--out', out]);
        expect(code).withContext(args.join(' ')).toBe(2);
        return err;
      };
      expect(await refused()).toContain('expected --sequence NAME or --drill NAME');
      expect(await refused('--sequence', 'lance-light', '--drill', 'two-blows')).toContain('one of them');
      expect(await refused('--sequence', 'nope')).toContain('found "nope"');
      expect(await refused('--drill', 'nope')).toContain('found "nope"');
      expect(await refused('--sequence', 'lance-light', '--rate', '3')).toContain('from 8000 to 192000');
      expect(await refused('--sequence', 'lance-light', '--payload', '[]')).toContain('JSON object');
    });
  });

  it('names a sound that is no WAV', async () => {
    await withFolder(async (folder) => {
      const project = await demo();
      const sound = project.assets.find(({ id }) => id === 'crack') ?? project.assets[0];
      await writeFile(join(folder, 'crack.ogg'), 'OggS, not really');
      const used = { ...sound, file: 'crack.ogg' };
      const sequence = { ...project.sequences[0], effects: [{ kind: 'sound', id: 'one', clips: [used.id] }] };
      const file = join(folder, 'one.undatio.json');
      const { format, id, label, events } = project as Project & { format: number };
      await writeFile(file, JSON.stringify({ format, id, label, events, actors: [], assets: [used], sequences: [sequence] }));
      const { code, err } = await undatio(['mix', file, '--sequence', sequence.id, '--out', join(folder, 'x.wav')]);
      expect(code).toBe(2);
      expect(err).toContain(`the sound "${used.id}" cannot be mixed: expected a WAV file`);
    });
  });

  it('reads as loud as ffmpeg’s ebur128 does, where that is at hand', async () => {
    if (spawnSync('ffmpeg', ['-version']).status !== 0) {
      pending('there is no ffmpeg here');
      return;
    }
    await withFolder(async (folder) => {
      const out = join(folder, 'mix.wav');
      const { err } = await undatio(['mix', 'demo', '--drill', 'two-blows', '--out', out]);
      const told = execFileSync('sh', ['-c', `ffmpeg -nostats -i "${out}" -af ebur128=peak=true -f null - 2>&1`]).toString();
      const loudness = Number(/I:\s+(-?[\d.]+) LUFS/.exec(told.slice(told.lastIndexOf('Summary')))?.[1]);
      const peak = Number(/Peak:\s+(-?[\d.]+) dBFS/.exec(told.slice(told.lastIndexOf('Summary')))?.[1]);
      const [, ours, ourPeak] = /loudness (-[\d.]+) LUFS, true peak (-?[\d.]+) dBTP/.exec(err) ?? [];
      expect(Math.abs(Number(ours) - loudness)).toBeLessThan(0.2);
      expect(Math.abs(Number(ourPeak) - peak)).toBeLessThan(0.4);
    });
  });
});
