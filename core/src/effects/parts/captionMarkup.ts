import { fieldNamePattern, identifierPattern, type TextMark, type TextReferences } from '../../model/fields.js';
import { inBraces } from '../../model/template.js';

/** How letters of a span can move. */
export const letterMotions = ['sway', 'shiver', 'swell', 'tilt'] as const;
export type LetterMotion = (typeof letterMotions)[number];

/** Strength of each motion of a letter; absent ones are 0. */
export type LetterMotions = Readonly<Partial<Record<LetterMotion, number>>>;

/** A caption in pieces, in the order in which they are revealed. */
export type CaptionPiece =
  | { readonly type: 'text'; readonly text: string; readonly motions: LetterMotions }
  | { readonly type: 'field'; readonly field: string; readonly at: number; readonly motions: LetterMotions }
  | { readonly type: 'wait'; readonly seconds: number }
  | { readonly type: 'wait for'; readonly sound: string; readonly at: number }
  | { readonly type: 'signal'; readonly name: string; readonly parameters: Readonly<Record<string, number>> };

/** A place in the text, counted from 1, that cannot be used, and what was expected there. */
export interface MarkupFault {
  readonly column: number;
  readonly expected: string;
}

/** The payload fields and sounds of a caption. A field that gets another name has it among the numbers of signals too. */
export const captionReferences: TextReferences = {
  fields: (text) => piecesOf(text).flatMap((piece) => (piece.type === 'field' ? [piece.field] : [])),
  sounds: (text) => piecesOf(text).flatMap((piece) => (piece.type === 'wait for' ? [piece.sound] : [])),
  withField: (text, from, to) =>
    // The first word of a signal is its own name.
    inBraces(text, from, `{${to}}`).replace(
      /(\{\s*signal\s+[^\s{}]+)(\s[^{}]*\})/g,
      (_mark, named: string, numbers: string) => named + numbers.replace(new RegExp(`(?<=\\s)${from}(?=\\s)`, 'g'), to),
    ),
  withSound: (text, from, to) => text.replace(new RegExp(`\\{\\s*wait\\s+${from}\\s*\\}`, 'g'), `{wait ${to}}`),
};

function piecesOf(text: string): readonly CaptionPiece[] {
  const read = parseCaption(text);
  return Array.isArray(read) ? read : [];
}

/** The marks, for buttons that put them in. */
export const captionMarks: readonly TextMark[] = [
  {
    label: 'pause',
    before: '{wait 0.3}',
    after: '',
    about: 'Waits 0.3 s before the next letter; with the id of a sound, as long as the sound lasts.',
  },
  {
    label: 'signal',
    before: '{signal now}',
    after: '',
    about: 'Raises a signal here: effects can start at it, and the game hears it. It may have numbers: {signal now damage 30}.',
  },
  ...letterMotions.map((motion) => ({
    label: motion,
    before: `{${motion}: `,
    after: '}',
    about: `Moves the letters: ${motion}. A number sets how much, as in {${motion} 2: text}.`,
  })),
];

const noMotions: LetterMotions = {};
const longestWait = 30;

/**
 * Reads a caption's markup:
 *
 * - `{damage}` is the value of a payload field,
 * - `{wait 0.3}` pauses for seconds, `{wait thud}` for as long as the sound asset `thud` lasts,
 * - `{signal thud}` raises a signal when the letters have come so far, `{signal thud damage 30}` with a number by its name,
 * - `{sway 2 + shiver: text}` moves the letters of the text, with strengths (1 where none is given),
 * - `{{` and `}}` are the braces themselves.
 *
 * A span may hold fields, pauses and signals, but no other span. Returns a MarkupFault at the first place that cannot be read.
 */
export function parseCaption(source: string): CaptionPiece[] | MarkupFault {
  const pieces: CaptionPiece[] = [];
  let motions = noMotions;
  let opened = 0;
  for (let i = 0; i < source.length;) {
    const rest = source.slice(i);
    const plain = /^(?:[^{}]|\{\{|\}\})+/.exec(rest);
    // In a span, `}}` right after its text could close it or stand for a brace; it is a brace, as everywhere.
    if (plain) {
      pieces.push({ type: 'text', text: plain[0].replace(/\{\{/g, '{').replace(/\}\}/g, '}'), motions });
      i += plain[0].length;
      continue;
    }
    if (rest[0] === '}') {
      if (opened === 0) return { column: i + 1, expected: 'expected “}}” for a brace, found a “}” that closes nothing' };
      motions = noMotions;
      opened = 0;
      i++;
      continue;
    }
    const span = /^\{([a-z0-9.+\s]*):[ ]?/i.exec(rest);
    if (span) {
      if (opened > 0)
        return { column: i + 1, expected: `expected the span opened at ${opened} to be closed before another, found “${span[0].trim()}”` };
      const read = readMotions(span[1]);
      if (typeof read === 'string') return { column: i + 1, expected: read };
      motions = read;
      opened = i + 1;
      i += span[0].length;
      continue;
    }
    const closed = rest.indexOf('}');
    if (closed < 0) return { column: i + 1, expected: 'expected a “}” that closes this “{”, or “{{” for a brace' };
    const piece = readMark(rest.slice(1, closed), i + 1, motions);
    if ('column' in piece) return piece;
    pieces.push(piece);
    i += closed + 1;
  }
  if (opened > 0) return { column: opened, expected: 'expected a “}” that closes the span opened here' };
  return pieces;
}

function readMark(inside: string, column: number, motions: LetterMotions): CaptionPiece | MarkupFault {
  const [word, ...more] = inside.trim().split(/\s+/);
  if (word === 'wait') {
    const seconds = Number(more[0]);
    if (more.length === 1 && seconds >= 0 && seconds <= longestWait) return { type: 'wait', seconds };
    if (more.length === 1 && identifierPattern.test(more[0])) return { type: 'wait for', sound: more[0], at: column };
    return {
      column,
      expected: `expected {wait} with seconds from 0 to ${longestWait} or a sound, such as {wait 0.3}, found “{${inside}}”`,
    };
  }
  if (word === 'signal') {
    const [name = '', ...rest] = more;
    const parameters = readParameters(rest);
    if (identifierPattern.test(name) && parameters) return { type: 'signal', name, parameters };
    return {
      column,
      expected: `expected {signal} with a name of lower-case letters, digits and hyphens, and pairs of a field and a number, such as {signal thud damage 30}, found “{${inside}}”`,
    };
  }
  if (more.length === 0 && /^[a-zA-Z][a-zA-Z0-9]*$/.test(word)) return { type: 'field', field: word, at: column, motions };
  return { column, expected: `expected a field, {wait …}, {signal …} or {${letterMotions.join('|')}: …}, found “{${inside}}”` };
}

/** Reads `damage 30 angle 90`: at most eight numbers by their names. */
function readParameters(words: readonly string[]): Record<string, number> | undefined {
  if (words.length % 2 !== 0 || words.length > 16) return undefined;
  const parameters: Record<string, number> = {};
  for (let i = 0; i < words.length; i += 2) {
    const value = Number(words[i + 1]);
    if (!fieldNamePattern.test(words[i]) || Object.hasOwn(parameters, words[i]) || !/^-?\d/.test(words[i + 1]) || Math.abs(value) > 1e6)
      return undefined;
    if (Number.isNaN(value)) return undefined;
    parameters[words[i]] = value;
  }
  return parameters;
}

/** Reads `sway 2 + shiver`. */
function readMotions(text: string): LetterMotions | string {
  const motions: Partial<Record<LetterMotion, number>> = {};
  for (const part of text.split('+')) {
    const [name, strength = '1', ...more] = part.trim().split(/\s+/);
    const known = letterMotions.find((motion) => motion === name);
    if (!known) return `expected one of ${letterMotions.join(', ')}, found “${part.trim()}”`;
    if (more.length > 0 || !/^\d+(\.\d+)?$/.test(strength) || Number(strength) > 10)
      return `expected a strength from 0 to 10 after ${known}, found “${part.trim()}”`;
    motions[known] = Number(strength);
  }
  return motions;
}
