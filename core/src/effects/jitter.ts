import { hashText } from '../maths/hash.js';
import { noise, noiseCell, solveNoise } from '../maths/noise.js';
import { envelopeField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';

const xChannel = hashText('jitter.x');
const yChannel = hashText('jitter.y');

const fields = {
  amplitude: valueField({
    label: 'Amplitude',
    about: 'How far the body shakes sideways.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 200,
    default: 5,
    scaled: true,
  }),
  upright: valueField({
    label: 'Upright',
    about: 'Share of the shaking that also goes up and down.',
    group: 'direction',
    unit: '',
    min: 0,
    max: 1,
    default: 0.25,
  }),
  frequency: valueField({
    label: 'Frequency',
    about: 'Changes of direction per second, roughly.',
    group: 'time',
    unit: 'Hz',
    min: 0.1,
    max: 120,
    default: 34,
  }),
  envelope: envelopeField('Envelope', 'The shaking over its life.', [
    { at: 0, value: 1, ease: 'ease-in' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const jitter = defineKind({
  kind: 'jitter',
  family: 'body',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'offset', unit: 'px', signed: true, full: 10 },
  about: 'Shakes a body, not the view; on the wall clock by default, so that it trembles while hit-stop holds it.',
  search: 'tremble vibrate shiver wobble shake',
  common: { clock: 'wall', duration: 0.18, durationAbout: 'Seconds until the body is still.', on: 'target' },
  fields,
  leads: ['amplitude', 'upright', 'frequency', 'duration', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const amplitude = reader.value('amplitude');
    const upright = reader.value('upright');
    const frequency = reader.value('frequency');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const reach = draws.number(amplitude) * strength;
        const share = draws.number(upright);
        const rate = draws.number(frequency);
        const seed = draws.key();
        return {
          extent: duration,
          channel: (age) => reach * envelope.at(age / duration) * noise(seed, xChannel, rate * age + 0.5),
          sample(now, frame) {
            const age = now[0];
            const height = reach * envelope.at(age / duration);
            // Half a cell in, as for shake: gradient noise is 0 at whole numbers.
            const place = rate * age + 0.5;
            const body = frame[party];
            noiseCell[0] = place;
            solveNoise(seed, xChannel);
            body.x += height * noiseCell[0];
            noiseCell[0] = place;
            solveNoise(seed, yChannel);
            body.y += share * height * noiseCell[0];
          },
        };
      },
    };
  },
});
