import type { Asset, Effect, EventType, Sequence } from '@undatio/core';
import {
  effectKinds,
  fieldWords,
  Gradient,
  numberWords,
  parseEasing,
  parseHex,
  payloadTrial,
  spots,
  tidy,
  toOklab,
  trialValues,
  unitOf,
  valueSpan,
  type Field,
  type NumberValue,
  type TrialAxis,
  type TrialOf,
} from '@undatio/core/internal';
import { fieldOf, fieldsOf, isAsked, readField, type InspectedField } from '../sequenceEdits';
import { offeredEasings } from '../../shared/easeEditor';
import type { AxisChoice } from './trialDesk';

/** What the choice is made among. */
export interface TrialScene {
  readonly sequence: Sequence;
  readonly event: EventType | undefined;
  readonly seed: number;
  readonly assets: readonly Asset[];
}

/** Controls of fields whose values can stand side by side on a sheet. */
const triable: readonly Field['control'][] = ['value', 'choice', 'flag', 'ease', 'colour', 'clips', 'picture', 'spot'];

/** The fields of an effect that can be tried, those that a person reaches for first in front. */
export function triableFields(effect: Effect): readonly InspectedField[] {
  const { leads } = effectKinds[effect.kind];
  const place = ({ name }: InspectedField): number => (leads.includes(name) ? leads.indexOf(name) : leads.length);
  return fieldsOf(effect.kind)
    .filter((field) => triable.includes(field.control) && isAsked(effect, field))
    .sort((a, b) => place(a) - place(b));
}

/** Which kind of range an axis asks for: numbers from an end to another, colours, or only how many. */
export function rangeOf(tried: TrialOf, scene: TrialScene): 'numbers' | 'colours' | 'count' | 'none' {
  if (tried.of === 'seed') return 'count';
  if (tried.of === 'payload') {
    const type = scene.event?.fields.find(({ name }) => name === tried.field)?.type;
    return type === 'number' ? 'numbers' : type === 'direction' ? 'count' : 'none';
  }
  const { control } = fieldTried(tried, scene) ?? {};
  return control === 'value' ? 'numbers' : control === 'colour' ? 'colours' : 'none';
}

function fieldTried(tried: TrialOf, { sequence }: TrialScene): InspectedField | undefined {
  const effect = tried.of === 'field' ? sequence.effects.find(({ id }) => id === tried.effect) : undefined;
  return effect && tried.of === 'field' ? fieldOf(effect.kind, tried.field) : undefined;
}

/** A first choice for an axis: around what is there now. */
export function choiceOf(tried: TrialOf, scene: TrialScene, count: number): AxisChoice<TrialOf> {
  const choice: AxisChoice<TrialOf> = { tried, from: 0, to: 1, count, by: 'even', colours: ['#ffffff', '#ff6a3d'] };
  if (tried.of === 'seed') return { ...choice, from: scene.seed };
  if (tried.of === 'payload') {
    const field = scene.event?.fields.find(({ name }) => name === tried.field);
    return field?.type === 'number' ? { ...choice, from: field.min, to: field.max } : choice;
  }
  const effect = scene.sequence.effects.find(({ id }) => id === tried.effect);
  const field = fieldTried(tried, scene);
  if (!effect || !field) return choice;
  const value = readField(effect, field.name);
  if (field.control === 'colour' && typeof value === 'string') return { ...choice, colours: [value, choice.colours[1]] };
  return field.control === 'value' ? { ...choice, ...around(value as NumberValue, field) } : choice;
}

/** From half of a number to twice it, within its field's bounds; from 0, as far as the field's default or a part of its range. */
function around(value: NumberValue, { min, max, default: usual }: Extract<Field, { control: 'value' }>): { from: number; to: number } {
  const [low, high] = valueSpan(value);
  const kept = (x: number): number => tidy(Math.min(max, Math.max(min, x)));
  const middle = (low + high) / 2;
  if (middle !== 0) {
    const [a, b] = [kept(middle / 2), kept(middle * 2)];
    if (a !== b) return { from: Math.min(a, b), to: Math.max(a, b) };
  }
  const [, far] = valueSpan(usual);
  const reach = far > 0 ? far : Math.min(max, (max - min) / 20);
  return { from: kept(min < 0 ? -reach : 0), to: kept(reach) };
}

/** The axis that a choice comes to, or one sentence that says what is wrong with it. */
export function axisOf({ tried, from, to, count, by, colours }: AxisChoice<TrialOf>, scene: TrialScene): TrialAxis | string {
  const numbers = (): TrialAxis | string => {
    const values = trialValues({ from, to, count, by });
    return typeof values === 'string' ? values : { tried, values };
  };
  if (tried.of === 'seed') return { tried, values: Array.from({ length: count }, (_, i) => (from + i) >>> 0) };
  if (tried.of === 'payload') {
    const field = scene.event?.fields.find(({ name }) => name === tried.field);
    if (!field) return `the event has no field “${tried.field}” any more`;
    return field.type === 'number' ? numbers() : { tried, values: payloadTrial(field, count) };
  }
  const effect = scene.sequence.effects.find(({ id }) => id === tried.effect);
  const field = fieldTried(tried, scene);
  if (!effect) return `the lane “${tried.effect}” is not there any more`;
  if (!field) return `the lane “${effect.label ?? effect.id}” has no “${tried.field}” any more`;
  if (field.control === 'value') {
    const outside = [from, to].find((end) => end < field.min || end > field.max);
    return outside === undefined
      ? numbers()
      : `${field.label} goes from ${numberWords(field.min)} to ${numberWords(field.max)}, found ${numberWords(outside)}`;
  }
  return { tried, values: valuesOf(field, effect, { count, colours }, scene) };
}

function valuesOf(
  field: InspectedField,
  effect: Effect,
  { count, colours }: Pick<AxisChoice<TrialOf>, 'count' | 'colours'>,
  { assets }: TrialScene,
): readonly unknown[] {
  switch (field.control) {
    case 'choice':
      return field.options;
    case 'flag':
      return [false, true];
    case 'ease':
      return offeredEasings;
    case 'spot':
      return spots;
    case 'colour':
      return between(colours, count);
    case 'picture':
      return assets.flatMap(({ type, id }) => (type === 'picture' ? [id] : [])).slice(0, 12);
    case 'clips':
      return likeSounds(readField(effect, field.name) as readonly string[], assets).map((clip) => [clip]);
    default:
      return [readField(effect, field.name)];
  }
}

/** Colours from one to another, by equal steps as the eye sees them. */
function between([from, to]: readonly [string, string], count: number): string[] {
  const linear = parseEasing('linear');
  const gradient = new Gradient(
    [0, 1],
    [from, to].map((colour) => toOklab(parseHex(colour))),
    [linear],
  );
  return Array.from({ length: count }, (_, i) => {
    const { r, g, b } = gradient.at(i / (count - 1));
    const part = (x: number): string =>
      Math.round(x * 255)
        .toString(16)
        .padStart(2, '0');
    return `#${part(r)}${part(g)}${part(b)}`;
  });
}

/** Sounds to hear in the place of others: those themselves, then those that share a tag with them, then the rest; at most nine. */
function likeSounds(present: readonly string[], assets: readonly Asset[]): string[] {
  const sounds = assets.filter(({ type }) => type === 'sound');
  const tags = new Set(sounds.filter(({ id }) => present.includes(id)).flatMap((sound) => sound.tags));
  const rank = ({ id, tags: own }: Asset): number => (present.includes(id) ? 0 : own.some((tag) => tags.has(tag)) ? 1 : 2);
  return [...sounds]
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, 9)
    .map(({ id }) => id);
}

/** What a value of an axis is called on the sheet. */
export function valueWords(tried: TrialOf, value: unknown, scene: TrialScene): string {
  if (tried.of === 'seed') return `seed ${String(value)}`;
  if (tried.of === 'payload') {
    const label = scene.event?.fields.find(({ name }) => name === tried.field)?.label ?? tried.field;
    return `${label} ${typeof value === 'number' ? numberWords(value) : String(value)}`;
  }
  const field = fieldTried(tried, scene);
  const unit = unitOf(field);
  return `${fieldWords(field, value)}${unit && ` ${unit}`}`;
}
