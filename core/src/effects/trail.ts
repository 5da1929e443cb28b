import { blendField, choiceField, envelopeField, gradientField, valueField, type Fields, spotField } from '../model/fields.js';
import type { Scene } from '../take/firing.js';
import { defineKind } from './effect.js';
import { beginRibbon, nodesPerRibbon, RibbonNode, writeNode, type RibbonLook } from './parts/ribbonNodes.js';

const fields = {
  spot: spotField('The part of the body that it hangs on.'),
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
  search: 'ribbon streak afterimage motion',
  common: { clock: 'game', duration: 0.4, durationAbout: 'Seconds for which its head follows the body.', on: 'target' },
  fields,
  leads: ['width', 'length', 'duration', 'on', 'layer', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const spot = reader.spot('spot');
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
        const behind = Math.max(0.001, draws.number(length));
        const node = new RibbonNode();
        node.width = draws.number(width) * strength;
        const then = new Float64Array(1);
        let scene: Scene | undefined;
        /** Moves the node to where the body was at the age in `then`, or was when the head stopped following. */
        const follow = (): void => {
          node.x = rest.x;
          node.y = rest.y;
          then[0] = Math.min(duration, Math.max(0, then[0]));
          scene?.addTo(node, party, then);
        };
        return {
          extent: duration + behind,
          room: { ribbons: 1, ribbonNodes: nodesPerRibbon },
          bind: (bound) => (scene = bound),
          channelFollows: true,
          channel(age) {
            let sum = 0;
            for (let i = 0; i < nodesPerRibbon; i++) {
              const { x, y } = node;
              then[0] = age - (i / (nodesPerRibbon - 1)) * behind;
              follow();
              if (i > 0) sum += Math.hypot(node.x - x, node.y - y);
            }
            return sum;
          },
          sample(now, { ribbons }) {
            beginRibbon(ribbons, look);
            for (let i = 0; i < nodesPerRibbon; i++) {
              node.along = i / (nodesPerRibbon - 1);
              then[0] = now[0] - node.along * behind;
              follow();
              writeNode(ribbons, look, node);
            }
          },
        };
      },
    };
  },
});
