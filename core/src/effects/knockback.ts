import { dragReach } from '../maths/ballistic.js';
import { parseEasing } from '../maths/easing.js';
import { choiceField, directionField, easeField, valueField, type Fields } from '../model/fields.js';
import type { Now } from '../take/firing.js';
import { defineKind } from './effect.js';

const ways = ['distance', 'speed'] as const;
const ends = ['return', 'stay'] as const;
/** How a returning body comes back. */
const back = parseEasing('ease-in-out');
/** Share of its life in which a returning body is on its way out. */
const outward = 0.35;

const fields = {
  direction: directionField('Direction', 'Where the body is thrown.', { mode: 'along', angle: 0, spread: 0 }),
  by: choiceField('By', 'distance: it goes that far; speed: it starts that fast and friction stops it.', ways, 'distance', {
    group: 'amount',
  }),
  distance: valueField({
    label: 'Distance',
    about: 'How far it is thrown.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 2000,
    default: 26,
    scaled: true,
  }),
  speed: valueField({
    label: 'Speed',
    about: 'Speed at the start, when thrown by speed.',
    group: 'amount',
    unit: 'px/s',
    min: 0,
    max: 10000,
    default: 400,
    scaled: true,
  }),
  friction: valueField({
    label: 'Friction',
    about: 'Share of the speed lost per second, when thrown by speed.',
    group: 'amount',
    unit: '1/s',
    min: 0,
    max: 60,
    default: 9,
  }),
  lift: valueField({
    label: 'Lift',
    about: 'Height of a small hop on the way.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 1000,
    default: 0,
    scaled: true,
  }),
  then: choiceField('Then', 'Whether it comes back or stays where it was thrown.', ends, 'return', { group: 'amount' }),
  ease: easeField('Easing', 'The way out.', 'cubic-bezier(0.1, 0.8, 0.3, 1)'),
} satisfies Fields;

export const knockback = defineKind({
  kind: 'knockback',
  family: 'body',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'displacement', unit: 'px', signed: false, full: 60 },
  about: 'Throws a body: distance · ease(u), or v(1 − e^(−kt))/k, along a direction; back again, or staying.',
  search: 'push throw launch recoil move',
  common: { clock: 'game', duration: 0.4, durationAbout: 'Seconds from first push to rest.', on: 'target' },
  fields,
  leads: ['distance', 'by', 'speed', 'duration', 'direction', 'lift', 'then', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const direction = reader.direction('direction');
    const by = reader.choice('by');
    const distance = reader.value('distance');
    const speed = reader.value('speed');
    const friction = reader.value('friction');
    const lift = reader.value('lift');
    const returns = reader.choice('then') === 'return';
    const ease = reader.easing('ease');
    return {
      moves: party,
      fire(draws, strength, duration) {
        const far = draws.number(distance) * strength;
        const v0 = draws.number(speed) * strength;
        const k = draws.number(friction);
        const hop = draws.number(lift) * strength;
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const dx = Math.cos(radians);
        const dy = Math.sin(radians);
        const out = returns ? duration * outward : duration;
        const gone = new Float64Array(1);
        const coming = new Float64Array(1);
        /** Puts into `gone` how far the body is thrown at an age. */
        const go = (now: Now): void => {
          const age = now[0];
          if (by === 'distance') {
            gone[0] = share(age, out);
            ease.solve(gone);
            gone[0] *= far;
          } else gone[0] = v0 * dragReach(k, Math.min(age, out));
          if (!returns || age <= out) return;
          coming[0] = (age - out) / (duration - out);
          back.solve(coming);
          gone[0] *= 1 - coming[0];
        };
        const away = (age: number): number => {
          go(Float64Array.of(age));
          return gone[0];
        };
        return {
          extent: duration,
          lasting: !returns,
          moves: party,
          tells: () => [
            { name: 'goes', value: away(out), unit: 'px' },
            { name: 'hops', value: hop, unit: 'px' },
          ],
          channel: away,
          displace(now, out) {
            const age = now[0];
            const u = share(age, duration);
            go(now);
            out.x += gone[0] * dx;
            out.y += gone[0] * dy;
            out.lift += hop * 4 * u * (1 - u);
          },
          sample(now, frame) {
            const age = now[0];
            const u = share(age, duration);
            const body = frame[party];
            go(now);
            const height = hop * 4 * u * (1 - u);
            body.x += gone[0] * dx;
            body.y += gone[0] * dy - height;
            // The ground stays below.
            body.sunk -= height;
          },
        };
      },
    };
  },
});

/** How much of `whole` has gone by, 0..1; what lasts no time is over at once. */
function share(age: number, whole: number): number {
  return whole > 0 ? Math.min(1, age / whole) : 1;
}
