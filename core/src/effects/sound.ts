import { shuffled } from '../maths/shuffle.js';
import { choiceField, clipsField, valueField, type Fields } from '../model/fields.js';
import { origins } from '../take/draws.js';
import { defineKind } from './effect.js';

const orders = ['shuffle', 'draw', 'round'] as const;

const fields = {
  clips: clipsField('Pool', 'Each firing plays one of these.'),
  order: choiceField(
    'Order',
    'shuffle: none twice running; draw: any, by chance alone; round: one after another. Counted over repeats and over seeds in a row.',
    orders,
    'shuffle',
    { absent: 'draw' },
  ),
  gain: valueField({
    label: 'Gain',
    about: 'Level against the clip as recorded.',
    group: 'amount',
    unit: 'dB',
    min: -60,
    max: 12,
    default: { range: [-1.5, 0] },
  }),
  rate: valueField({
    label: 'Rate',
    about: 'Speed and pitch against the clip as recorded.',
    group: 'look',
    unit: '×',
    min: 0.1,
    max: 4,
    default: { range: [0.95, 1.05] },
  }),
  pan: valueField({ label: 'Pan', about: '-1 is left, 1 is right.', group: 'place', unit: '', min: -1, max: 1, default: 0 }),
  from: choiceField('From', 'Where it sounds, for distance and pan.', origins, 'contact', { group: 'place', absent: 'contact' }),
  near: valueField({
    label: 'Near',
    about: 'Up to this distance from the ear it is heard in full.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 20000,
    default: 300,
    absent: 0,
  }),
  far: valueField({
    label: 'Far',
    about: 'From this distance on it is silent; 0 is heard everywhere alike.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 20000,
    default: 0,
    absent: 0,
  }),
  panWidth: valueField({
    label: 'Pan width',
    about: 'How far to the side of the ear it is heard on that side alone; 0 pans nothing.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 20000,
    default: 0,
    absent: 0,
  }),
  gap: valueField({
    label: 'Least gap',
    about: 'Seconds that must lie between two plays; a play that comes sooner is left out.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 10,
    default: 0.02,
    absent: 0,
  }),
  voices: valueField({
    label: 'Most voices',
    about: 'How many may ring at once; one more stops the oldest.',
    group: 'amount',
    unit: '',
    min: 1,
    max: 32,
    default: 8,
    absent: 32,
  }),
} satisfies Fields;

export const sound = defineKind({
  kind: 'sound',
  family: 'ear',
  lengthField: 'duration',
  channel: { label: 'sound', unit: '', signed: false, full: 1 },
  about: 'Schedules one clip from a pool; strength scales the linear gain, and so does the distance from the ear.',
  search: 'audio sfx clip noise',
  common: {
    clock: 'wall',
    duration: 0,
    durationAbout: 'Seconds until the clip is stopped; 0 plays it to its end. A shorter clip does not loop: use Repeat.',
    on: 'target',
  },
  fields,
  leads: ['clips', 'gain', 'rate', 'order', 'duration', 'pan', 'voices'],
  compile(reader) {
    const clips = reader.clips('clips');
    const order = reader.choice('order');
    const { count: repeats } = reader.repeat();
    const gain = reader.value('gain');
    const rate = reader.value('rate');
    const pan = reader.value('pan');
    const from = reader.choice('from');
    const near = reader.value('near');
    const far = reader.value('far');
    const panWidth = reader.value('panWidth');
    const gap = reader.value('gap');
    const voices = reader.value('voices');
    return {
      fire(draws, strength, duration) {
        // Plays are counted through repeats and then through seeds, so that a game that counts its seeds up never hears one twice running.
        const play = draws.seed * repeats + draws.firing;
        const index =
          order === 'draw'
            ? Math.floor(draws.chance('clip') * clips.length)
            : order === 'round'
              ? play % clips.length
              : shuffled(draws.effectKey, play, clips.length);
        const clip = clips[index];
        const place = draws.place(from);
        const width = draws.number(panWidth);
        const aside = width > 0 ? (place.x - draws.places.ear.x) / width : 0;
        const cue = {
          clip: clip.id,
          gain: 10 ** (draws.number(gain) / 20) * strength * draws.nearness('ear', place, draws.number(near), draws.number(far)),
          rate: draws.number(rate),
          pan: Math.min(1, Math.max(-1, draws.number(pan) + aside)),
          cut: duration,
          gap: draws.number(gap),
          voices: Math.max(1, Math.round(draws.number(voices))),
        };
        const ring = clip.duration / cue.rate;
        return {
          extent: duration > 0 ? Math.min(duration, ring) : ring,
          tells: () => [
            { name: 'clip', value: clip.id },
            { name: 'level', value: 20 * Math.log10(cue.gain), unit: 'dB' },
            { name: 'pan', value: cue.pan },
          ],
          channel: () => cue.gain,
          sound: (start) => ({ ...cue, start }),
        };
      },
    };
  },
});
