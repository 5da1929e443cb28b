import { directionField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';
import { compileSwing, springFields, type SpringFields } from './parts/springSwing.js';

const fields = {
  direction: directionField('Direction', 'Where the view is pushed.', { mode: 'along', angle: 0, spread: 0 }),
  distance: valueField({
    label: 'Distance',
    about: 'How far the view is pushed at the start.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 400,
    default: 12,
    scaled: true,
  }),
  ...springFields({ frequency: 5, damping: 0.5 }),
} satisfies Fields;

export const kick = defineKind({
  kind: 'kick',
  family: 'view',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'shift', unit: 'px', signed: true, full: 16 },
  about: 'Pushes the view along a line and lets a spring bring it back.',
  search: 'recoil push camera view',
  common: { clock: 'wall', duration: 0.35, durationAbout: 'Seconds until the view is back.', on: 'target' },
  fields,
  leads: ['distance', 'direction', 'frequency', 'damping', 'duration', 'strength'],
  compile(reader) {
    const direction = reader.direction('direction');
    const distance = reader.value('distance');
    const swing = compileSwing(reader.part<SpringFields>());
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(distance) * strength;
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const dx = Math.cos(radians);
        const dy = Math.sin(radians);
        const shift = swing(draws, duration, x0, 0);
        return {
          extent: duration,
          channel: shift,
          sample(now, frame) {
            const age = now[0];
            const far = shift(age);
            frame.view.x += far * dx;
            frame.view.y += far * dy;
          },
        };
      },
    };
  },
});
