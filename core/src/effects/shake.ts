import { hashText } from '../maths/hash.js';
import { noise, noiseCell, solveNoise } from '../maths/noise.js';
import { choiceField, directionField, envelopeField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';

const axes = ['both', 'line'] as const;
const xChannel = hashText('shake.x');
const yChannel = hashText('shake.y');
const rollChannel = hashText('shake.roll');

const fields = {
  amplitude: valueField({
    label: 'Amplitude',
    about: 'How far the view moves from rest at most, on each axis.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 400,
    default: 6,
    scaled: true,
  }),
  roll: valueField({
    label: 'Roll',
    about: 'How far the view turns at most.',
    group: 'amount',
    unit: '°',
    min: 0,
    max: 45,
    default: 0,
    scaled: true,
  }),
  frequency: valueField({
    label: 'Frequency',
    about: 'Changes of direction per second, roughly.',
    group: 'time',
    unit: 'Hz',
    min: 0.1,
    max: 120,
    default: 24,
  }),
  axis: choiceField('Axis', 'both: freely in the plane; line: only along the direction.', axes, 'both', { group: 'direction' }),
  direction: directionField('Direction', 'The line it keeps to when the axis is line.', { mode: 'along', angle: 0, spread: 0 }),
  near: valueField({
    label: 'Near',
    about: 'Up to this distance of the view from contact it is felt in full.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 20000,
    default: 300,
    absent: 0,
  }),
  far: valueField({
    label: 'Far',
    about: 'From this distance on it is not felt; 0 is felt everywhere.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 20000,
    default: 0,
    absent: 0,
  }),
  envelope: envelopeField('Envelope', 'The shake over its life.', [
    { at: 0, value: 1, ease: 'ease-out' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const shake = defineKind({
  kind: 'shake',
  family: 'view',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'shift', unit: 'px', signed: true, full: 14 },
  about: 'Moves the view by gradient noise: amplitude · strength · nearness · envelope(u) · noise(frequency · age).',
  search: 'screen camera view earthquake tremor',
  common: { clock: 'wall', duration: 0.25, durationAbout: 'Seconds until the view is still again.', on: 'target' },
  fields,
  leads: ['amplitude', 'roll', 'frequency', 'duration', 'axis', 'direction', 'strength'],
  compile(reader) {
    const amplitude = reader.value('amplitude');
    const roll = reader.value('roll');
    const frequency = reader.value('frequency');
    const axis = reader.choice('axis');
    const direction = reader.direction('direction');
    const near = reader.value('near');
    const far = reader.value('far');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const felt = strength * draws.nearness('view', draws.place('contact'), draws.number(near), draws.number(far));
        const reach = draws.number(amplitude) * felt;
        const turn = draws.number(roll) * felt;
        const rate = draws.number(frequency);
        const seed = draws.key();
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const dx = Math.cos(radians);
        const dy = Math.sin(radians);
        // Half a cell in, because gradient noise is always 0 at whole numbers and a shake must be felt at once.
        return {
          extent: duration,
          tells: () => [{ name: 'felt', value: strength > 0 ? (felt / strength) * 100 : 0, unit: '%' }],
          channel: (age) => reach * envelope.at(age / duration) * noise(seed, xChannel, rate * age + 0.5),
          sample(now, frame) {
            const age = now[0];
            const height = envelope.at(age / duration);
            const place = rate * age + 0.5;
            noiseCell[0] = place;
            solveNoise(seed, xChannel);
            const x = reach * height * noiseCell[0];
            if (axis === 'line') {
              frame.view.x += x * dx;
              frame.view.y += x * dy;
            } else {
              frame.view.x += x;
              noiseCell[0] = place;
              solveNoise(seed, yChannel);
              frame.view.y += reach * height * noiseCell[0];
            }
            noiseCell[0] = place;
            solveNoise(seed, rollChannel);
            frame.view.roll += turn * height * noiseCell[0];
          },
        };
      },
    };
  },
});
