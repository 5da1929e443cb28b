import { isHexColour, packRgb, parseHex } from '../maths/colour.js';
import { EasingError, parseEasing, type Easing } from '../maths/easing.js';
import { Envelope } from '../maths/envelope.js';
import { Gradient } from '../maths/gradient.js';
import { hashText } from '../maths/hash.js';
import { toOklab } from '../maths/oklab.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { parseTemplate, type Template } from '../effects/template.js';
import type { CompiledColour, CompiledDirection, CompiledValue } from './compiledValue.js';
import type { CompiledClip, CompiledEvent, CompiledPicture } from './plan.js';

const directionModes = ['along', 'against', 'away', 'toward', 'fixed', 'any'] as const;

/**
 * Reads one effect of a document that may be anything at all, because a shipped kit is opened without the schemas.
 * Every method throws DocumentError with the path of the offending place and what was expected there.
 */
export class DocumentReader {
  constructor(
    private readonly record: Readonly<Record<string, unknown>>,
    readonly path: DocumentPath,
    private readonly event: CompiledEvent,
    private readonly clipsById: ReadonlyMap<string, CompiledClip>,
    private readonly pictures: ReadonlyMap<string, CompiledPicture>,
  ) {}

  refuse(expected: string, ...place: (string | number)[]): never {
    throw new DocumentError([...this.path, ...place], expected);
  }

  /** `absent` is what a kit means that was made before the field was there; without it the field must be there. */
  value(name: string, absent?: number): CompiledValue {
    const raw = name in this.record ? this.record[name] : absent;
    if (typeof raw === 'number' && Number.isFinite(raw)) return { type: 'fixed', value: raw };
    if (!isRecord(raw)) return this.refuse('expected a number, a { range } or a { drive }', name);
    if ('range' in raw) {
      const [low, high] = this.pair(raw['range'], name, 'range');
      if (low > high) this.refuse('expected a range [low, high] with low ≤ high', name, 'range');
      return { type: 'range', low, high, channel: hashText(name) };
    }
    const field = raw['drive'];
    const known = this.event.fields.find((candidate) => candidate.name === field);
    if (!known || typeof known.default === 'string') {
      const numbers = this.event.fields.filter((candidate) => typeof candidate.default !== 'string').map((candidate) => candidate.name);
      return this.refuse(
        `expected a number field of the event "${this.event.id}" (${numbers.join(', ') || 'it has none'}), found ${show(field)}`,
        name,
        'drive',
      );
    }
    const input = this.pair(raw['in'], name, 'in');
    if (input[0] === input[1]) this.refuse('expected two different numbers', name, 'in');
    const ease = this.ease(raw['ease'], name, 'ease');
    return { type: 'driven', field: known.name, in: input, out: this.pair(raw['out'], name, 'out'), ease };
  }

  colour(name: string): CompiledColour {
    const raw = this.record[name];
    if (isHexColour(raw)) return { type: 'fixed', packed: packHex(raw) };
    if (!isRecord(raw) || !isRecord(raw['of'])) return this.refuse('expected a colour "#rrggbb" or { by, of, otherwise }', name);
    const field = raw['by'];
    if (typeof field !== 'string' || !this.event.fields.some((candidate) => candidate.name === field)) {
      return this.refuse(`expected a field of the event "${this.event.id}", found ${show(field)}`, name, 'by');
    }
    const of = new Map<string, number>();
    for (const [key, colour] of Object.entries(raw['of'])) of.set(key, this.hex(colour, name, 'of', key));
    return { type: 'chosen', field, of, otherwise: this.hex(raw['otherwise'], name, 'otherwise') };
  }

  choice<const T extends readonly string[]>(name: string, options: T, absent?: T[number]): T[number] {
    const raw = name in this.record ? this.record[name] : absent;
    if (!options.includes(raw as string)) this.refuse(`expected one of ${options.join(', ')}, found ${show(raw)}`, name);
    return raw as T[number];
  }

  /** A blend as frames number it: 0 normal, 1 additive. */
  blend(name: string): 0 | 1 {
    return this.choice(name, ['normal', 'add']) === 'add' ? 1 : 0;
  }

  choices<const T extends readonly string[]>(name: string, options: T): readonly T[number][] {
    const raw = this.record[name];
    if (!Array.isArray(raw) || raw.length === 0 || !raw.every((entry) => options.includes(entry))) {
      return this.refuse(`expected one or more of ${options.join(', ')}`, name);
    }
    return raw;
  }

  flag(name: string): boolean {
    const raw = this.record[name];
    return typeof raw === 'boolean' ? raw : this.refuse(`expected true or false, found ${show(raw)}`, name);
  }

  clips(name: string): readonly CompiledClip[] {
    const raw = this.record[name];
    if (!Array.isArray(raw) || raw.length === 0) return this.refuse('expected one or more sound assets', name);
    return raw.map((id, i) => this.clipsById.get(id) ?? this.refuse(`expected a sound asset of the project, found ${show(id)}`, name, i));
  }

  /** A picture asset. */
  picture(name: string): CompiledPicture {
    const raw = this.record[name];
    const known = typeof raw === 'string' ? this.pictures.get(raw) : undefined;
    return known ?? this.refuse(`expected a picture asset of the project, found ${show(raw)}`, name);
  }

  /** A picture asset, or undefined where the field is empty. */
  optionalPicture(name: string): CompiledPicture | undefined {
    return !(name in this.record) || this.record[name] === '' ? undefined : this.picture(name);
  }

  direction(name: string): CompiledDirection {
    const raw = this.record[name];
    if (!isRecord(raw)) return this.refuse('expected a direction { mode, angle, spread }', name);
    const mode = directionModes.find((known) => known === raw['mode']);
    if (!mode) return this.refuse(`expected one of ${directionModes.join(', ')}, found ${show(raw['mode'])}`, name, 'mode');
    return {
      mode,
      angle: this.number(raw['angle'], name, 'angle'),
      spread: this.number(raw['spread'], name, 'spread'),
      channel: hashText(name),
    };
  }

  envelope(name: string): Envelope {
    const { places, easings, entries } = this.points(name);
    return new Envelope(
      places,
      entries.map((entry, i) => this.number(entry['value'], name, i, 'value')),
      easings,
    );
  }

  gradient(name: string): Gradient {
    const { places, easings, entries } = this.points(name);
    const colours = entries.map((entry, i) => {
      const colour = entry['colour'];
      return isHexColour(colour)
        ? toOklab(parseHex(colour))
        : this.refuse(`expected a colour "#rrggbb", found ${show(colour)}`, name, i, 'colour');
    });
    return new Gradient(places, colours, easings);
  }

  private points(name: string): { places: number[]; easings: Easing[]; entries: Record<string, unknown>[] } {
    const raw = this.record[name];
    if (!Array.isArray(raw) || raw.length === 0) return this.refuse('expected one or more points', name);
    const places: number[] = [];
    const easings: Easing[] = [];
    const entries = raw.map((entry: unknown, i) => {
      if (!isRecord(entry)) return this.refuse('expected a point { at, … }', name, i);
      const at = this.number(entry['at'], name, i, 'at');
      if (at < 0 || at > 1) this.refuse(`expected a place from 0 to 1, found ${at}`, name, i, 'at');
      if (i > 0 && at <= places[i - 1]) this.refuse(`expected more than ${places[i - 1]}, the place of the point before`, name, i, 'at');
      places.push(at);
      easings.push(this.ease(entry['ease'], name, i, 'ease'));
      return entry;
    });
    return { places, easings, entries };
  }

  /** How many times it fires; checked where the effect is placed. */
  repeatCount(): number {
    const repeat = this.record['repeat'];
    const count = isRecord(repeat) ? repeat['count'] : undefined;
    return typeof count === 'number' && count >= 1 ? count : 1;
  }

  /** Seconds from one firing to the next. */
  repeatEvery(): number {
    const repeat = this.record['repeat'];
    const every = isRecord(repeat) ? repeat['every'] : undefined;
    return typeof every === 'number' && every >= 0 ? every : 0;
  }

  /** An easing field. */
  easing(name: string): Easing {
    return this.ease(this.record[name], name);
  }

  /** An easing that the engine itself asks for. */
  easingOf(css: string): Easing {
    return parseEasing(css);
  }

  text(name: string): string {
    const raw = this.record[name];
    return typeof raw === 'string' ? raw : this.refuse(`expected a text, found ${show(raw)}`, name);
  }

  /** Whether the event has a payload field of this name. */
  hasField(name: string): boolean {
    return this.event.fields.some((known) => known.name === name);
  }

  /** A text with payload fields in braces. */
  template(name: string): Template {
    const template = parseTemplate(this.text(name));
    if (typeof template === 'string') return this.refuse(template, name);
    for (const { field } of template) {
      if (field !== undefined && !this.event.fields.some((known) => known.name === field)) {
        this.refuse(`expected a field of the event "${this.event.id}" in braces, found {${field}}`, name);
      }
    }
    return template;
  }

  private ease(raw: unknown, ...place: (string | number)[]): Easing {
    if (raw === undefined) return parseEasing('linear');
    if (typeof raw !== 'string') return this.refuse(`expected a CSS easing, found ${show(raw)}`, ...place);
    try {
      return parseEasing(raw);
    } catch (error) {
      if (!(error instanceof EasingError)) throw error;
      return this.refuse(error.message, ...place);
    }
  }

  private hex(raw: unknown, ...place: (string | number)[]): number {
    return isHexColour(raw) ? packHex(raw) : this.refuse(`expected a colour "#rrggbb", found ${show(raw)}`, ...place);
  }

  number(raw: unknown, ...place: (string | number)[]): number {
    if (typeof raw === 'number' && Number.isFinite(raw)) return raw;
    return this.refuse(`expected a number, found ${show(raw)}`, ...place);
  }

  private pair(raw: unknown, ...place: (string | number)[]): readonly [number, number] {
    if (!Array.isArray(raw) || raw.length !== 2) return this.refuse('expected two numbers', ...place);
    return [this.number(raw[0], ...place, 0), this.number(raw[1], ...place, 1)];
  }
}

export function isRecord(raw: unknown): raw is Record<string, unknown> {
  return typeof raw === 'object' && raw !== null && !Array.isArray(raw);
}

function packHex(text: string): number {
  const { r, g, b } = parseHex(text);
  return packRgb(r, g, b);
}

/** A short, safe picture of anything, for messages. */
export function show(raw: unknown): string {
  if (raw === undefined) return 'nothing';
  const text = JSON.stringify(raw) ?? String(raw);
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}
