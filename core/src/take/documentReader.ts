import { isHexColour, packRgb, parseHex } from '../maths/colour.js';
import type { Seconds } from '../units.js';
import { clampedEasing, type Easing } from '../maths/easing.js';
import { Envelope } from '../maths/envelope.js';
import { Gradient } from '../maths/gradient.js';
import { hashText } from '../maths/hash.js';
import { toOklab } from '../maths/oklab.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import {
  directionModes,
  identifierPattern,
  limits,
  type ChoiceField,
  type ChoicesField,
  type CurvesField,
  type Field,
  type Fields,
} from '../model/fields.js';
import { isRecord, show } from '../model/json.js';
import { parseTemplate, type Template } from '../model/template.js';
import { readEasing } from './readEasing.js';
import type { CompiledClip, CompiledEvent, CompiledPicture } from './compiledReferences.js';
import type { CompiledColour, CompiledDirection, CompiledValue } from './compiledValue.js';

type Place = readonly (string | number)[];

/** The names of the fields that have one of these controls. */
type Named<F extends Fields, C extends Field['control']> = { [K in keyof F]: F[K]['control'] extends C ? K : never }[keyof F] & string;
type OptionOf<F> =
  F extends ChoiceField<infer O>
    ? O[number]
    : F extends ChoicesField<infer O>
      ? O[number]
      : F extends CurvesField<infer O>
        ? O[number]
        : never;

/** What an effect may refer to. */
export interface References {
  readonly event: CompiledEvent;
  readonly clips: ReadonlyMap<string, CompiledClip>;
  readonly pictures: ReadonlyMap<string, CompiledPicture>;
}

/**
 * Reads one effect of a document that may be anything at all, because a shipped kit is opened without the schemas. It
 * holds every field to the bounds that the field states, as the schemas do.
 * Every method throws DocumentError with the path of the offending place and what was expected there.
 */
export class DocumentReader<F extends Fields = Fields> {
  constructor(
    private readonly fields: F,
    private readonly record: Readonly<Record<string, unknown>>,
    readonly path: DocumentPath,
    private readonly references: References,
  ) {}

  /** The same reader for what reads only some of its fields. */
  part<G extends Fields>(): F extends G ? DocumentReader<G> : never {
    return this as never;
  }

  refuse(expected: string, ...place: Place): never {
    throw new DocumentError([...this.path, ...place], expected);
  }

  /** What stands in a field; what an older kit means where it has none. */
  private raw(name: string): unknown {
    const raw = this.record[name];
    return raw === undefined ? this.fields[name].absent : raw;
  }

  value(name: Named<F, 'value'>): CompiledValue {
    const { min, max } = this.fields[name] as Extract<Field, { control: 'value' }>;
    const raw = this.raw(name);
    if (typeof raw === 'number') return { type: 'fixed', value: this.number(raw, min, max, name) };
    if (!isRecord(raw))
      return this.refuse(`expected a number from ${min} to ${max}, { range: [low, high] } or { drive, in, out }, found ${show(raw)}`, name);
    if ('range' in raw) {
      const [low, high] = this.pair(raw['range'], min, max, name, 'range');
      if (low > high) this.refuse('expected a range [low, high] with low ≤ high', name, 'range');
      return { type: 'range', low, high, channel: hashText(name) };
    }
    const { event } = this.references;
    const field = raw['drive'];
    const known = event.fields.find((candidate) => candidate.name === field);
    if (!known || typeof known.default === 'string') {
      const numbers = event.fields.filter((candidate) => typeof candidate.default !== 'string').map((candidate) => candidate.name);
      return this.refuse(
        `expected a number field of the event "${event.id}" (${numbers.join(', ') || 'it has none'}), found ${show(field)}`,
        name,
        'drive',
      );
    }
    const input = this.pair(raw['in'], -Infinity, Infinity, name, 'in');
    if (input[0] === input[1]) this.refuse('expected two different numbers', name, 'in');
    const ease = this.ease(raw['ease'], name, 'ease');
    return { type: 'driven', field: known.name, in: input, out: this.pair(raw['out'], min, max, name, 'out'), ease, min, max };
  }

  colour(name: Named<F, 'colour'>): CompiledColour {
    const raw = this.raw(name);
    if (isHexColour(raw)) return { type: 'fixed', packed: packHex(raw) };
    if (!isRecord(raw) || !isRecord(raw['of']))
      return this.refuse(`expected a colour "#rrggbb" or { by, of, otherwise }, found ${show(raw)}`, name);
    const { event } = this.references;
    const field = raw['by'];
    if (typeof field !== 'string' || !this.hasField(field))
      return this.refuse(`expected a field of the event "${event.id}", found ${show(field)}`, name, 'by');
    const of = new Map<string, number>();
    for (const [key, colour] of Object.entries(raw['of'])) of.set(key, this.hex(colour, name, 'of', key));
    return { type: 'chosen', field, of, otherwise: this.hex(raw['otherwise'], name, 'otherwise') };
  }

  choice<N extends Named<F, 'choice'>>(name: N): OptionOf<F[N]> {
    const { options } = this.fields[name] as unknown as ChoiceField;
    const raw = this.raw(name);
    if (!options.includes(raw as string)) this.refuse(`expected one of ${options.join(', ')}, found ${show(raw)}`, name);
    return raw as OptionOf<F[N]>;
  }

  /** Names of spots. */
  spots(name: Named<F, 'spots'>): readonly string[] {
    const raw = this.raw(name);
    if (!Array.isArray(raw) || raw.length > limits.spots)
      return this.refuse(`expected at most ${limits.spots} names of spots, found ${show(raw)}`, name);
    return raw.map((one: unknown, i) =>
      typeof one === 'string' && identifierPattern.test(one) ? one : this.refuse(`expected a spot’s name, found ${show(one)}`, name, i),
    );
  }

  /** The name of a spot. */
  spot(name: Named<F, 'spot'>): string {
    const raw = this.raw(name);
    return typeof raw === 'string' && identifierPattern.test(raw) ? raw : this.refuse(`expected a spot’s name, found ${show(raw)}`, name);
  }

  /** A blend as frames number it: 0 normal, 1 additive. */
  blend(name: Named<F, 'choice'>): 0 | 1 {
    return (this.choice(name) as string) === 'add' ? 1 : 0;
  }

  choices<N extends Named<F, 'choices'>>(name: N): readonly OptionOf<F[N]>[] {
    const { options } = this.fields[name] as unknown as ChoicesField;
    const raw = this.raw(name);
    if (!Array.isArray(raw) || raw.length === 0 || raw.length > options.length || !raw.every((entry) => options.includes(entry)))
      return this.refuse(`expected one to ${options.length} of ${options.join(', ')}, found ${show(raw)}`, name);
    return raw;
  }

  flag(name: Named<F, 'flag'>): boolean {
    const raw = this.raw(name);
    return typeof raw === 'boolean' ? raw : this.refuse(`expected true or false, found ${show(raw)}`, name);
  }

  clips(name: Named<F, 'clips'>): readonly CompiledClip[] {
    const raw = this.raw(name);
    if (!Array.isArray(raw) || raw.length === 0 || raw.length > limits.clips)
      return this.refuse(`expected one to ${limits.clips} sound assets, found ${show(raw)}`, name);
    return raw.map(
      (id, i) => this.references.clips.get(id) ?? this.refuse(`expected a sound asset of the project, found ${show(id)}`, name, i),
    );
  }

  /** Seconds that a sound asset lasts; undefined for one that is not there. */
  soundLength(id: string): Seconds | undefined {
    return this.references.clips.get(id)?.duration;
  }

  /** A picture asset. */
  picture(name: Named<F, 'picture'>): CompiledPicture {
    const raw = this.raw(name);
    const known = typeof raw === 'string' ? this.references.pictures.get(raw) : undefined;
    return known ?? this.refuse(`expected a picture asset of the project, found ${show(raw)}`, name);
  }

  /** A picture asset, or undefined where the field is empty. */
  optionalPicture(name: Named<F, 'picture'>): CompiledPicture | undefined {
    return this.raw(name) === '' ? undefined : this.picture(name);
  }

  direction(name: Named<F, 'direction'>): CompiledDirection {
    const raw = this.raw(name);
    if (!isRecord(raw)) return this.refuse(`expected a direction { mode, angle, spread }, found ${show(raw)}`, name);
    const mode = directionModes.find((known) => known === raw['mode']);
    if (!mode) return this.refuse(`expected one of ${directionModes.join(', ')}, found ${show(raw['mode'])}`, name, 'mode');
    return {
      mode,
      angle: this.number(raw['angle'], -limits.angle, limits.angle, name, 'angle'),
      spread: this.number(raw['spread'], 0, limits.spread, name, 'spread'),
      channel: hashText(name),
    };
  }

  envelope(name: Named<F, 'envelope'>): Envelope {
    return this.envelopeOf(this.raw(name), name);
  }

  private envelopeOf(raw: unknown, ...place: Place): Envelope {
    const { places, easings, entries } = this.points(raw, limits.envelopePoints, ...place);
    const values = entries.map((entry, i) => this.number(entry['value'], -limits.envelope, limits.envelope, ...place, i, 'value'));
    return new Envelope(places, values, easings, limits.envelope);
  }

  /** Envelopes by what they change; those left out are absent. */
  curves<N extends Named<F, 'curves'>>(name: N): Readonly<Partial<Record<OptionOf<F[N]>, Envelope>>> {
    const { options } = this.fields[name] as unknown as CurvesField;
    const raw = this.raw(name);
    if (!isRecord(raw)) return this.refuse(`expected curves by ${options.join(', ')}, found ${show(raw)}`, name);
    const curves: Record<string, Envelope> = {};
    for (const [channel, points] of Object.entries(raw)) {
      if (!options.includes(channel)) this.refuse(`expected one of ${options.join(', ')}, found ${show(channel)}`, name, channel);
      curves[channel] = this.envelopeOf(points, name, channel);
    }
    return curves as Partial<Record<OptionOf<F[N]>, Envelope>>;
  }

  gradient(name: Named<F, 'gradient'>): Gradient {
    const { places, easings, entries } = this.points(this.raw(name), limits.gradientPoints, name);
    const colours = entries.map((entry, i) => {
      const colour = entry['colour'];
      return isHexColour(colour)
        ? toOklab(parseHex(colour))
        : this.refuse(`expected a colour "#rrggbb", found ${show(colour)}`, name, i, 'colour');
    });
    return new Gradient(places, colours, easings);
  }

  private points(raw: unknown, most: number, ...place: Place): { places: number[]; easings: Easing[]; entries: Record<string, unknown>[] } {
    if (!Array.isArray(raw) || raw.length === 0 || raw.length > most)
      return this.refuse(`expected one to ${most} points, found ${show(raw)}`, ...place);
    const places: number[] = [];
    const easings: Easing[] = [];
    const entries = raw.map((entry: unknown, i) => {
      if (!isRecord(entry)) return this.refuse(`expected a point { at, … }, found ${show(entry)}`, ...place, i);
      const at = this.number(entry['at'], 0, 1, ...place, i, 'at');
      if (i > 0 && at <= places[i - 1])
        this.refuse(`expected more than ${places[i - 1]}, the place of the point before`, ...place, i, 'at');
      places.push(at);
      easings.push(this.ease(entry['ease'], ...place, i, 'ease'));
      return entry;
    });
    return { places, easings, entries };
  }

  /** How many times it fires, and the seconds from one firing to the next. */
  repeat(): { readonly count: number; readonly every: number } {
    const repeat = this.record['repeat'];
    if (!isRecord(repeat)) return this.refuse(`expected { count, every }, found ${show(repeat)}`, 'repeat');
    const count = repeat['count'];
    if (typeof count !== 'number' || !Number.isInteger(count) || count < 1 || count > limits.repeats)
      return this.refuse(`expected a whole number from 1 to ${limits.repeats}, found ${show(count)}`, 'repeat', 'count');
    return { count, every: this.number(repeat['every'], 0, limits.repeatEvery, 'repeat', 'every') };
  }

  /** An easing field. Its outcome stays within ±16, however far its curve is thrown. */
  easing(name: Named<F, 'ease'>): Easing {
    return clampedEasing(this.ease(this.raw(name), name), -limits.eased, limits.eased);
  }

  text(name: Named<F, 'text'>): string {
    const raw = this.raw(name);
    if (typeof raw !== 'string' || raw.length > limits.text)
      return this.refuse(`expected a text of at most ${limits.text} letters, found ${show(raw)}`, name);
    const fault = (this.fields[name] as Extract<Field, { control: 'text' }>).fault?.(raw);
    return fault === undefined ? raw : this.refuse(fault, name);
  }

  /** Whether the event has a payload field of this name. */
  hasField(name: string): boolean {
    return this.references.event.fields.some((known) => known.name === name);
  }

  /** Whether the value of a payload field is a text of the game's own, of any length up to the most. */
  isFreeText(name: string): boolean {
    return this.references.event.fields.some((known) => known.name === name && known.type === 'text');
  }

  /** A text with payload fields in braces. */
  template(name: Named<F, 'text'>): Template {
    const template = parseTemplate(this.text(name));
    if (typeof template === 'string') return this.refuse(template, name);
    for (const { field } of template) {
      if (field !== undefined && !this.hasField(field))
        this.refuse(`expected a field of the event "${this.references.event.id}" in braces, found {${field}}`, name);
    }
    return template;
  }

  get eventId(): string {
    return this.references.event.id;
  }

  private ease(raw: unknown, ...place: Place): Easing {
    return readEasing(raw, [...this.path, ...place]);
  }

  private hex(raw: unknown, ...place: Place): number {
    return isHexColour(raw) ? packHex(raw) : this.refuse(`expected a colour "#rrggbb", found ${show(raw)}`, ...place);
  }

  private number(raw: unknown, min: number, max: number, ...place: Place): number {
    if (typeof raw === 'number' && Number.isFinite(raw) && raw >= min && raw <= max) return raw;
    const bounds = min === -Infinity ? '' : ` from ${min} to ${max}`;
    return this.refuse(`expected a number${bounds}, found ${show(raw)}`, ...place);
  }

  private pair(raw: unknown, min: number, max: number, ...place: Place): readonly [number, number] {
    if (!Array.isArray(raw) || raw.length !== 2) return this.refuse(`expected two numbers, found ${show(raw)}`, ...place);
    return [this.number(raw[0], min, max, ...place, 0), this.number(raw[1], min, max, ...place, 1)];
  }
}

function packHex(text: string): number {
  const { r, g, b } = parseHex(text);
  return packRgb(r, g, b);
}
