import { valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';
import { compileSwing, springFields, type SpringFields } from './parts/springSwing.js';

/** The view never shrinks below this zoom. */
const smallest = 0.1;

const fields = {
  amount: valueField({
    label: 'Amount',
    about: 'How much nearer the view jumps; negative is farther.',
    group: 'amount',
    unit: '×',
    min: -0.5,
    max: 1,
    default: 0.06,
    scaled: true,
  }),
  ...springFields({ frequency: 3.5, damping: 0.6 }),
} satisfies Fields;

export const punch = defineKind({
  kind: 'punch',
  family: 'view',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'zoom', unit: '×', signed: true, full: 0.15 },
  about: 'Zooms the view by a spring: zoom = 1 + s.',
  search: 'zoom camera view impact',
  common: { clock: 'wall', duration: 0.4, durationAbout: 'Seconds until the zoom is back.', on: 'target' },
  fields,
  leads: ['amount', 'frequency', 'damping', 'duration', 'strength'],
  compile(reader) {
    const amount = reader.value('amount');
    const swing = compileSwing(reader.part<SpringFields>());
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const nearer = swing(draws, duration, x0, 0);
        return {
          extent: duration,
          channel: nearer,
          sample(now, frame) {
            const age = now[0];
            frame.view.zoom = Math.max(smallest, frame.view.zoom * (1 + nearer(age)));
          },
        };
      },
    };
  },
});
