import { blendField, choiceField, envelopeField, gradientField, valueField, type Fields } from '../model/fields.js';
import { spots } from '../take/draws.js';
import type { Scene } from '../take/firing.js';
import { movable } from '../take/motion.js';
import { defineKind } from './effect.js';
import { beginRibbon, nodesPerRibbon, writeNode, type RibbonLook } from './parts/ribbonNodes.js';

const fields = {
  spot: choiceField('Spot', 'The part of the body that it hangs on.', spots, 'middle', { group: 'place' }),
  layer: choiceField('Layer', 'Behind the bodies or over them.', ['behind', 'over'], 'behind', { group: 'place' }),
  length: valueField({
    label: 'Length',
    about: 'Seconds of the way gone that it shows; its tail then catches up.',
    group: 'time',
    unit: 's',
    min: 0.001,
    max: 5,
    default: 0.18,
  }),
  width: valueField({
    label: 'Width',
    about: 'At its widest; strength scales it.',
    group: 'look',
    unit: 'px',
    min: 0,
    max: 1000,
    default: 26,
    scaled: true,
  }),
  widthAlong: envelopeField('Width along it', 'Scales the width from its head to its tail.', [
    { at: 0, value: 1 },
    { at: 1, value: 0 },
  ]),
  colourAlong: gradientField('Colour along it', 'Colour and alpha from its head to its tail.', [
    { at: 0, colour: '#fff4d6d0' },
    { at: 1, colour: '#e0823d00' },
  ]),
  blend: blendField('add'),
} satisfies Fields;

export const trail = defineKind({
  kind: 'trail',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'length', unit: 'px', signed: false, full: 160 },
  about: 'A ribbon through the places where a body was up to `length` seconds ago.',
  common: { clock: 'game', duration: 0.4, durationAbout: 'Seconds for which its head follows the body.', on: 'target' },
  fields,
  leads: ['width', 'length', 'duration', 'on', 'layer', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const spot = reader.choice('spot');
    const length = reader.value('length');
    const width = reader.value('width');
    const look: RibbonLook = {
      widthAlong: reader.envelope('widthAlong'),
      colourAlong: reader.gradient('colourAlong'),
      blend: reader.blend('blend'),
      layer: reader.choice('layer') === 'over' ? 1 : 0,
    };
    return {
      work: { ribbonNodes: nodesPerRibbon, followings: nodesPerRibbon },
      follows: party,
      fire(draws, strength, duration) {
        const rest = draws.place(party, spot);
        const at = movable(rest);
        const behind = Math.max(0.001, draws.number(length));
        const wide = draws.number(width) * strength;
        let scene: Scene | undefined;
        /** Moves `at` to where the body was at `age`, or was when the head stopped following. */
        const follow = (age: number): void => {
          at.x = rest.x;
          at.y = rest.y;
          scene?.motion.addTo(at, party, scene.wallAt(Math.min(duration, Math.max(0, age))));
        };
        return {
          extent: duration + behind,
          room: { ribbons: 1, ribbonNodes: nodesPerRibbon },
          bind: (bound) => (scene = bound),
          channel(age) {
            let sum = 0;
            for (let i = 0; i < nodesPerRibbon; i++) {
              const [x, y] = [at.x, at.y];
              follow(age - (i / (nodesPerRibbon - 1)) * behind);
              if (i > 0) sum += Math.hypot(at.x - x, at.y - y);
            }
            return sum;
          },
          sample(age, { ribbons }) {
            beginRibbon(ribbons, look);
            for (let i = 0; i < nodesPerRibbon; i++) {
              const along = i / (nodesPerRibbon - 1);
              follow(age - along * behind);
              writeNode(ribbons, look, along, at.x, at.y, wide, 1);
            }
          },
        };
      },
    };
  },
});
