import type { ColourValue, DirectionDocument, EnvelopePoint, Field, GradientPoint, NumberValue, Unit } from '../model/fields.js';
import { isRecord, show } from '../model/json.js';

/** What each direction is measured from, as it is said. */
export const directionWords: Readonly<Record<DirectionDocument['mode'], string>> = {
  along: 'along the blow',
  against: 'against the blow',
  away: 'away from the source',
  toward: 'toward the source',
  fixed: 'fixed on the screen',
  any: 'any way',
};

const longest = 48;

/** A number as people write it: no dust, and a true minus sign. */
export function numberWords(x: number): string {
  return String(Number(x.toFixed(4))).replace('-', '−');
}

/** What a field of an effect holds, in words short enough for a table, without its unit. */
export function fieldWords(field: Field | undefined, value: unknown): string {
  if (value === undefined) return 'none';
  switch (field?.control) {
    case 'value':
      return valueWords(value as NumberValue);
    case 'colour':
      return colourWords(value as ColourValue);
    case 'direction':
      return turnedWords(value as DirectionDocument);
    case 'envelope':
      return envelopeWords(value as readonly EnvelopePoint[]);
    case 'gradient':
      return short((value as readonly GradientPoint[]).map(({ colour }) => colour).join(' → '));
    case 'curves':
      return Object.keys(value as object).join(', ') || 'none';
    case 'choices':
    case 'spots':
    case 'clips':
      return short((value as readonly string[]).join(', ') || 'none');
    case 'flag':
      return value === true ? 'yes' : 'no';
    case 'text':
      return short(`“${String(value)}”`);
    default:
      return plainWords(value);
  }
}

/** The unit that stands behind the words; none where a number follows something in units of its own. */
export function unitOf(field: Field | undefined): Unit {
  return field?.control === 'value' ? field.unit : '';
}

function valueWords(value: NumberValue): string {
  if (typeof value === 'number') return numberWords(value);
  if ('range' in value) return value.range.map(numberWords).join('…');
  return `${value.out.map(numberWords).join('…')} with ${value.drive} ${value.in.map(numberWords).join('…')}`;
}

function colourWords(value: ColourValue): string {
  return typeof value === 'string' ? value : short(`by ${value.by}: ${Object.values(value.of).join(', ')}`);
}

function turnedWords({ mode, angle, spread }: DirectionDocument): string {
  const turned = angle === 0 ? '' : ` ${angle > 0 ? '+' : ''}${numberWords(angle)}°`;
  return `${directionWords[mode]}${turned}${spread === 0 ? '' : `, spread ${numberWords(spread)}°`}`;
}

function envelopeWords(points: readonly EnvelopePoint[]): string {
  return short(points.map(({ at, value }) => `${numberWords(value)} at ${numberWords(at)}`).join(', '));
}

/** Anything that no field describes. */
export function plainWords(value: unknown): string {
  if (value === undefined) return 'none';
  if (typeof value === 'number') return numberWords(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return short(value === '' ? 'empty' : value);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : `${value.length} entries`;
  if (isRecord(value)) {
    const name = ['label', 'name', 'id', 'kind'].map((key) => value[key]).find((one) => typeof one === 'string');
    if (name !== undefined) return short(String(name));
  }
  return short(show(value));
}

function short(text: string): string {
  return text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
}
