import * as z from 'zod';
import { fieldRegistry, lazySchema, valueField } from '../model/field.js';
import { commonFields, identifier } from './common.js';
import type { EffectKind } from './effect.js';

export const soundSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('sound'),
    ...commonFields({ clock: 'wall', duration: 0, durationAbout: 'Seconds after which it is stopped; 0 lets it ring.', on: 'target' }),
    clips: z
      .array(identifier())
      .min(1)
      .max(32)
      .describe('The pool: each firing plays one of these clips.')
      .register(fieldRegistry, { label: 'Pool', about: 'Each firing plays one of these.', control: 'clips' }),
    gain: valueField({
      label: 'Gain',
      about: 'Level against the clip as recorded.',
      unit: 'dB',
      min: -60,
      max: 12,
      default: { range: [-1.5, 0] },
    }),
    rate: valueField({
      label: 'Rate',
      about: 'Speed and pitch against the clip as recorded.',
      unit: '×',
      min: 0.1,
      max: 4,
      default: { range: [0.95, 1.05] },
    }),
    pan: valueField({ label: 'Pan', about: '-1 is left, 1 is right.', unit: '', min: -1, max: 1, default: 0 }),
  }),
);

/** Schedules one clip from a pool; strength scales the linear gain. */
export const sound: EffectKind = {
  kind: 'sound',
  family: 'ear',
  lengthField: 'duration',
  channel: { label: 'sound', unit: '', signed: false },
  compile(reader) {
    const clips = reader.clips('clips');
    const gain = reader.value('gain');
    const rate = reader.value('rate');
    const pan = reader.value('pan');
    return {
      fire(draws, strength, duration) {
        const clip = clips[Math.floor(draws.chance('clip') * clips.length)];
        const cue = {
          clip: clip.id,
          gain: 10 ** (draws.number(gain) / 20) * strength,
          rate: draws.number(rate),
          pan: draws.number(pan),
          cut: duration,
        };
        const ring = clip.duration / cue.rate;
        return {
          extent: duration > 0 ? Math.min(duration, ring) : ring,
          channel: () => cue.gain,
          sound: (start) => ({ ...cue, start }),
        };
      },
    };
  },
};
