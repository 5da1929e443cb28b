import { Spring } from '../../maths/spring.js';
import { envelopeField, valueField, type Fields } from '../../model/fields.js';
import type { DocumentReader } from '../../take/documentReader.js';
import type { Draws } from '../../take/draws.js';
import type { Hertz, Seconds } from '../../units.js';

/** The fields of everything that swings back by a spring. */
export function springFields(defaults: { frequency: Hertz; damping: number }) {
  return {
    frequency: valueField({
      label: 'Frequency',
      about: 'Swings per second.',
      group: 'time',
      unit: 'Hz',
      min: 0.2,
      max: 40,
      default: defaults.frequency,
    }),
    damping: valueField({
      label: 'Damping',
      about: 'Below 1 it rings, at 1 it returns as fast as it can, above 1 it creeps back.',
      group: 'amount',
      unit: '',
      min: 0,
      max: 3,
      default: defaults.damping,
    }),
    envelope: envelopeField('Envelope', 'Scales the swing over its life, so that it ends at rest.', [
      { at: 0, value: 1 },
      { at: 0.6, value: 1, ease: 'ease-in-out' },
      { at: 1, value: 0 },
    ]),
  } satisfies Fields;
}

export type SpringFields = ReturnType<typeof springFields>;

/** A swing of one firing: its displacement at `age`, envelope(u) · spring. */
export type Swing = (age: Seconds) => number;

/** Reads those fields; the result makes one firing's swing from a displacement `x0` and a speed `v0`. */
export function compileSwing(reader: DocumentReader<SpringFields>): (draws: Draws, duration: Seconds, x0: number, v0: number) => Swing {
  const frequency = reader.value('frequency');
  const damping = reader.value('damping');
  const envelope = reader.envelope('envelope');
  return (draws, duration, x0, v0) => {
    const rate = draws.number(frequency);
    const ratio = draws.number(damping);
    const spring = new Spring(x0, v0, rate, ratio);
    return (age) => envelope.at(age / duration) * spring.at(age);
  };
}
