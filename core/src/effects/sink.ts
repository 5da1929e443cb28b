import { envelopeField, valueField, type Fields } from '../model/fields.js';
import type { Now } from '../take/firing.js';
import { defineKind } from './effect.js';

const fields = {
  depth: valueField({
    label: 'Depth',
    about: 'How far it sinks, in heights of the body: 1 hides a body that stands upright.',
    group: 'amount',
    unit: '×',
    min: 0,
    max: 4,
    default: 1,
    scaled: true,
  }),
  envelope: envelopeField('Envelope', 'How deep it is over its life: rising values sink it, falling ones raise it.', [
    { at: 0, value: 0, ease: 'ease-in' },
    { at: 0.8, value: 1 },
    { at: 1, value: 1 },
  ]),
} satisfies Fields;

export const sink = defineKind({
  kind: 'sink',
  family: 'body',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'sunk', unit: 'px', signed: false, full: 120 },
  about: 'Sinks a body into the ground, which hides what is below it, or lets it rise from there: height · depth · envelope(u).',
  search: 'ground bury burrow rise emerge spawn grave descend underground',
  common: { clock: 'game', duration: 1, durationAbout: 'Seconds until the body stands on the ground again.', on: 'target' },
  fields,
  leads: ['depth', 'envelope', 'duration', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const depth = reader.value('depth');
    const envelope = reader.envelope('envelope');
    return {
      moves: party,
      fire(draws, strength, duration) {
        const full = draws.number(depth) * strength * draws.body(party).height;
        const sunk = new Float64Array(1);
        /** Puts into `sunk` how deep the body is at an age. */
        const go = (now: Now): void => {
          sunk[0] = now[0] / duration;
          envelope.solve(sunk);
          sunk[0] = Math.max(0, full * sunk[0]);
        };
        return {
          extent: duration,
          moves: party,
          channel(age) {
            go(Float64Array.of(age));
            return sunk[0];
          },
          displace(now, out) {
            go(now);
            // Not along the ground: what lies there stays where it is.
            out.lift -= sunk[0];
          },
          sample(now, frame) {
            const body = frame[party];
            go(now);
            body.y += sunk[0];
            body.sunk += sunk[0];
          },
        };
      },
    };
  },
});
