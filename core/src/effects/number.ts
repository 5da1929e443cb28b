import * as z from 'zod';
import { dragFall, dragReach } from '../maths/ballistic.js';
import { spring } from '../maths/spring.js';
import { choiceField, colourField, directionField, lazySchema, textField, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { fillTemplate } from './template.js';

/** Entering faster than this cannot be seen, and its spring would swing beyond all numbers. */
const shortestEnter = 1e-4;

const origins = ['contact', 'source', 'target'] as const;
const enters = ['instant', 'pop', 'bounce'] as const;
const leaves = ['fade', 'shrink', 'cut'] as const;
/** Damping of the spring that a number enters by: a pop overshoots once, a bounce rings. */
const entering = { pop: 0.5, bounce: 0.22 } as const;

export const numberSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('number'),
    ...commonFields({ clock: 'wall', duration: 0.8, durationAbout: 'Seconds from its first to its last sight.', on: 'target' }),
    template: textField('Text', 'Payload fields stand in braces, as in −{damage}.', '{damage}'),
    decimals: valueField({ label: 'Decimals', about: 'Digits after the point.', unit: '', min: 0, max: 3, default: 0 }),
    from: choiceField('From', 'Where it appears.', origins, 'target'),
    above: valueField({ label: 'Above', about: 'How far above that place.', unit: 'px', min: -1000, max: 1000, default: 62 }),
    size: valueField({ label: 'Size', about: 'Height of its digits; strength scales it.', unit: 'px', min: 4, max: 400, default: 34 }),
    colour: colourField('Colour', 'Of the digits.', '#fff4d6'),
    outline: colourField('Outline', 'Around the digits, so that they read on anything.', '#2a160c'),
    enter: choiceField('Enter', 'instant: at once; pop: overshoots once; bounce: rings.', enters, 'pop'),
    enterTime: valueField({ label: 'Enter time', about: 'Seconds of entering.', unit: 's', min: 0, max: 5, default: 0.14 }),
    leave: choiceField('Leave', 'How it goes.', leaves, 'fade'),
    leaveTime: valueField({ label: 'Leave time', about: 'Seconds of leaving.', unit: 's', min: 0, max: 5, default: 0.25 }),
    direction: directionField('Direction', 'Where it flies; a wide spread makes a cone.', { mode: 'fixed', angle: -90, spread: 30 }),
    speed: valueField({ label: 'Speed', about: 'Speed at the start.', unit: 'px/s', min: 0, max: 4000, default: 170 }),
    drag: valueField({ label: 'Drag', about: 'Share of the speed lost per second.', unit: '1/s', min: 0, max: 50, default: 4 }),
    gravity: valueField({
      label: 'Gravity',
      about: 'Makes it fall back; negative lets it rise on.',
      unit: 'px/s²',
      min: -5000,
      max: 5000,
      default: 0,
    }),
    sway: valueField({ label: 'Sway', about: 'How far it zigzags.', unit: 'px', min: 0, max: 400, default: 0 }),
    swayRate: valueField({ label: 'Sway rate', about: 'Zigzags per second.', unit: 'Hz', min: 0, max: 30, default: 3 }),
  }),
);

/** A word or number made from the payload: it enters, stays, flies ballistically and leaves. */
export const number: EffectKind = {
  kind: 'number',
  family: 'words',
  lengthField: 'duration',
  channel: { label: 'size', unit: 'px', signed: false },
  compile(reader) {
    const template = reader.template('template');
    const decimals = reader.value('decimals');
    const origin = reader.choice('from', origins);
    const above = reader.value('above');
    const size = reader.value('size');
    const colour = reader.colour('colour');
    const outline = reader.colour('outline');
    const enter = reader.choice('enter', enters);
    const enterTime = reader.value('enterTime');
    const leave = reader.choice('leave', leaves);
    const leaveTime = reader.value('leaveTime');
    const direction = reader.direction('direction');
    const speed = reader.value('speed');
    const drag = reader.value('drag');
    const gravity = reader.value('gravity');
    const sway = reader.value('sway');
    const swayRate = reader.value('swayRate');
    return {
      fire(draws, strength, duration) {
        const text = fillTemplate(template, draws.payload, Math.round(draws.number(decimals)));
        const place = draws.place(origin);
        const x0 = place.x;
        const y0 = place.y - draws.number(above);
        const height = draws.number(size) * strength;
        const packed = draws.packedColour(colour);
        const edge = draws.packedColour(outline);
        const into = draws.number(enterTime);
        const outOf = Math.min(duration, draws.number(leaveTime));
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const v0 = draws.number(speed);
        const k = draws.number(drag);
        const g = draws.number(gravity);
        const width = draws.number(sway);
        const rate = draws.number(swayRate);
        /** From 0 to 1 over the enter time, past it on a spring of one swing. */
        const grown = (age: number): number =>
          enter === 'instant' || into < shortestEnter ? 1 : 1 + spring(-1, 0, 0.75 / into, entering[enter], age);
        const left = (age: number): number => (outOf === 0 ? 1 : Math.min(1, Math.max(0, (duration - age) / outOf)));
        const shown = (age: number): number => Math.max(0, height * grown(age) * (leave === 'shrink' ? left(age) : 1));
        return {
          extent: duration,
          numberLimit: 1,
          channel: shown,
          sample(age, { numbers }) {
            const n = numbers.count++;
            const reach = v0 * dragReach(k, age);
            numbers.text[n] = text;
            numbers.x[n] = x0 + Math.cos(radians) * reach + width * Math.sin(2 * Math.PI * rate * age);
            numbers.y[n] = y0 + Math.sin(radians) * reach + g * dragFall(k, age);
            numbers.size[n] = shown(age);
            numbers.alpha[n] = leave === 'fade' ? left(age) : 1;
            numbers.colour[n] = packed;
            numbers.outline[n] = edge;
          },
        };
      },
    };
  },
};
