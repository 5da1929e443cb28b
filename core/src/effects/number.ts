import type { Payload } from '../contract.js';
import { dragFall, dragReach } from '../maths/ballistic.js';
import { Spring } from '../maths/spring.js';
import { choiceField, colourField, directionField, textField, valueField, type Fields } from '../model/fields.js';
import { origins, type Draws } from '../take/draws.js';
import type { CompiledValue } from '../take/compiledValue.js';
import type { Gathering } from '../take/firing.js';
import { bindTo, movable } from '../take/motion.js';
import { defineKind } from './effect.js';
import { fillTemplate, templateReferences, type Template } from '../model/template.js';

/** Entering faster than this cannot be seen, and its spring would swing beyond all numbers. */
const shortestEnter = 1e-4;

const enters = ['instant', 'pop', 'bounce'] as const;
const leaves = ['fade', 'shrink', 'cut'] as const;
/** Damping of the spring that a number enters by: a pop overshoots once, a bounce rings. */
const entering = { pop: 0.5, bounce: 0.22 } as const;

const fields = {
  template: textField('Text', 'Payload fields stand in braces, as in −{damage}.', '{damage}', { refers: templateReferences }),
  decimals: valueField({ label: 'Decimals', about: 'Digits after the point.', group: 'look', unit: '', min: 0, max: 3, default: 0 }),
  from: choiceField('From', 'Where it appears.', origins, 'target', { group: 'place' }),
  above: valueField({
    label: 'Above',
    about: 'How far above that place.',
    group: 'place',
    unit: 'px',
    min: -1000,
    max: 1000,
    default: 62,
    fresh: 118,
  }),
  size: valueField({
    label: 'Size',
    about: 'Height of its digits; strength scales it.',
    group: 'look',
    unit: 'px',
    min: 4,
    max: 400,
    default: 34,
    scaled: true,
  }),
  colour: colourField('Colour', 'Of the digits.', '#fff4d6'),
  outline: colourField('Outline', 'Around the digits, so that they read on anything.', '#2a160c'),
  enter: choiceField('Enter', 'instant: at once; pop: overshoots once; bounce: rings.', enters, 'pop', { group: 'time' }),
  enterTime: valueField({ label: 'Enter time', about: 'Seconds of entering.', group: 'time', unit: 's', min: 0, max: 5, default: 0.14 }),
  leave: choiceField('Leave', 'How it goes.', leaves, 'fade', { group: 'time' }),
  leaveTime: valueField({ label: 'Leave time', about: 'Seconds of leaving.', group: 'time', unit: 's', min: 0, max: 5, default: 0.25 }),
  direction: directionField('Direction', 'Where it flies; a wide spread makes a cone.', { mode: 'fixed', angle: -90, spread: 30 }),
  speed: valueField({ label: 'Speed', about: 'Speed at the start.', group: 'direction', unit: 'px/s', min: 0, max: 4000, default: 170 }),
  drag: valueField({
    label: 'Drag',
    about: 'Share of the speed lost per second.',
    group: 'direction',
    unit: '1/s',
    min: 0,
    max: 50,
    default: 4,
  }),
  gravity: valueField({
    label: 'Gravity',
    about: 'Makes it fall back; negative lets it rise on.',
    group: 'direction',
    unit: 'px/s²',
    min: -5000,
    max: 5000,
    default: 0,
  }),
  sway: valueField({ label: 'Sway', about: 'How far it zigzags.', group: 'direction', unit: 'px', min: 0, max: 400, default: 0 }),
  swayRate: valueField({ label: 'Sway rate', about: 'Zigzags per second.', group: 'time', unit: 'Hz', min: 0, max: 30, default: 3 }),
  gather: valueField({
    label: 'Gather',
    about: 'Repeats that come within so many seconds of the one before are told as one growing number; 0 shows each.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0,
    absent: 0,
  }),
} satisfies Fields;

export const number = defineKind({
  kind: 'number',
  family: 'words',
  lengthField: 'duration',
  channel: { label: 'size', unit: 'px', signed: false, full: 60 },
  about: 'A word or number made from the payload: it enters, stays, flies ballistically and leaves.',
  search: 'damage floating text popup score combat',
  common: { clock: 'wall', duration: 0.8, durationAbout: 'Seconds from its first to its last sight.', on: 'target' },
  fields,
  leads: ['template', 'size', 'duration', 'enter', 'leave', 'colour', 'speed', 'direction', 'above'],
  compile(reader) {
    const template = reader.template('template');
    const decimals = reader.value('decimals');
    const origin = reader.choice('from');
    const above = reader.value('above');
    const size = reader.value('size');
    const colour = reader.colour('colour');
    const outline = reader.colour('outline');
    const enter = reader.choice('enter');
    const enterTime = reader.value('enterTime');
    const leave = reader.choice('leave');
    const leaveTime = reader.value('leaveTime');
    const direction = reader.direction('direction');
    const speed = reader.value('speed');
    const drag = reader.value('drag');
    const gravity = reader.value('gravity');
    const sway = reader.value('sway');
    const swayRate = reader.value('swayRate');
    const gather = reader.value('gather');
    const chance = reader.value('chance');
    const { count: repeats, every } = reader.repeat();
    return {
      fire(draws, strength, duration) {
        const within = draws.number(gather);
        const gathers = repeats > 1 && every <= within;
        // Which repeats fire is known from their draws: the first of them tells them all, and only it draws them all.
        if (gathers && firesBefore(draws, chance)) return { extent: 0, channel: () => 0 };
        const fired = gathers ? firedRepeats(draws, chance, repeats) : [draws.firing];
        if (draws.firing !== fired[0]) return { extent: 0, channel: () => 0 };
        const digits = Math.round(draws.number(decimals));
        const said = new Said(template, draws.payload, digits, fired.length);
        const steps = fired.map((firing) => (firing - fired[0]) * every);
        const place = movable(draws.place(origin));
        const scale = draws.scaleOf(origin);
        const up = draws.number(above) * scale;
        const height = draws.number(size) * strength * scale;
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
        const spring = enter === 'instant' || into < shortestEnter ? undefined : new Spring(-1, 0, 0.75 / into, entering[enter]);
        /** From 0 to 1 over the enter time, past it on a spring of one swing. */
        const grown = (age: number): number => (spring ? 1 + spring.at(age) : 1);
        const extent = duration + steps[steps.length - 1];
        const left = (age: number): number => (outOf === 0 ? 1 : Math.min(1, Math.max(0, (extent - age) / outOf)));
        /** The last of the gathered repeats that has come by `age`. */
        const latest = (age: number): number => {
          let i = steps.length - 1;
          while (i > 0 && steps[i] > age) i--;
          return i;
        };
        // Each further blow lets it enter again, from half its size.
        const entered = (age: number): number => {
          const i = latest(age);
          return i === 0 ? grown(age) : 0.5 + 0.5 * grown(age - steps[i]);
        };
        const shown = (age: number): number => Math.max(0, height * entered(age) * (leave === 'shrink' ? left(age) : 1));
        return {
          extent,
          room: { numbers: 1 },
          bind: bindTo(place, origin),
          channel: shown,
          gathering: within > 0 ? said.within(within) : undefined,
          sample(now, { numbers }) {
            const age = now[0];
            const n = numbers.count++;
            const reach = v0 * dragReach(k, age);
            numbers.text[n] = said.texts[latest(age)];
            numbers.x[n] = place.x + Math.cos(radians) * reach + width * Math.sin(2 * Math.PI * rate * age);
            numbers.y[n] = place.y - up + Math.sin(radians) * reach + g * dragFall(k, age);
            numbers.size[n] = shown(age);
            numbers.alpha[n] = leave === 'fade' ? left(age) : 1;
            numbers.colour[n] = packed;
            numbers.outline[n] = edge;
          },
        };
      },
    };
  },
});

/** What a number says after each of its repeats, with what was said before it and taken in. */
class Said {
  private made: readonly string[] | undefined;
  private summed: Record<string, number> = {};
  private before: Readonly<Record<string, number>> = {};

  constructor(
    private readonly template: Template,
    private readonly payload: Payload,
    private readonly digits: number,
    private readonly repeats: number,
  ) {}

  /** The text after each repeat; made when it is first shown. */
  get texts(): readonly string[] {
    return (this.made ??= this.make());
  }

  /** The payload's numbers summed over all repeats, with the sums of the number that it continues. */
  get sums(): Readonly<Record<string, number>> {
    this.made ??= this.make();
    return this.summed;
  }

  within(within: number): Gathering {
    // A getter, because the sums are made only when another number continues this one.
    const sums = (): Readonly<Record<string, number>> => this.sums;
    return {
      within,
      get sums() {
        return sums();
      },
      takeIn: (before) => this.takeIn(before),
    };
  }

  takeIn(before: Readonly<Record<string, number>>): void {
    this.before = before;
    this.made = undefined;
  }

  private make(): readonly string[] {
    this.summed = {};
    return Array.from({ length: this.repeats }, (_, i) => {
      const said = this.after(i + 1, this.before);
      for (const name in said) if (typeof said[name] === 'number') this.summed[name] = said[name];
      return fillTemplate(this.template, said, this.digits);
    });
  }

  /** The payload with its numbers so many times, and what was said before. */
  private after(times: number, before: Readonly<Record<string, number>>): Payload {
    const said: Record<string, Payload[string]> = {};
    for (const name in this.payload) {
      const value = this.payload[name];
      said[name] = typeof value === 'number' ? value * times + (before[name] ?? 0) : value;
    }
    return said;
  }
}

function fires(draws: Draws, chance: CompiledValue): boolean {
  return draws.chance('chance') < draws.number(chance);
}

/** Whether a repeat before this one fires. */
function firesBefore(draws: Draws, chance: CompiledValue): boolean {
  for (let i = 0; i < draws.firing; i++) if (fires(draws.of(i), chance)) return true;
  return false;
}

/** The repeats that chance lets fire, in order; what decides is what decides when they are fired. */
function firedRepeats(draws: Draws, chance: CompiledValue, repeats: number): number[] {
  const all = Array.from({ length: repeats }, (_, i) => draws.of(i));
  return all.filter((one) => fires(one, chance)).map((one) => one.firing);
}
