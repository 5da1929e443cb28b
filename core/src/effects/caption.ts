import { advanceOf } from '../maths/letterWidths.js';
import { hashText } from '../maths/hash.js';
import { noise } from '../maths/noise.js';
import { choiceField, colourField, curvesField, textField, valueField, type Fields } from '../model/fields.js';
import { origins, type Draws } from '../take/draws.js';
import type { DocumentReader } from '../take/documentReader.js';
import { bindTo, movable } from '../take/motion.js';
import type { Fraction, Seconds } from '../units.js';
import { enterStarts, leaveStarts, letterChannels, LetterPose, stayStarts } from './parts/letterCurves.js';
import { captionMarks, captionReferences, parseCaption, type CaptionPiece, type LetterMotions } from './parts/captionMarkup.js';
import { defineKind } from './effect.js';
import type { CommonFields } from './parts/common.js';
import { showValue } from '../model/template.js';

const enters = ['appear', 'rise', 'drop', 'grow', 'own'] as const;
const byCurves = { field: 'enter', is: ['own'] } as const;
const shiverX = hashText('caption.x');
const shiverY = hashText('caption.y');
/** No caption shows more letters: it is a short line. */
const mostLetters = 400;
/** No letter waits longer for the one before than an effect may last. */
const slowestStep = 120;
/** A number, a kind or a flag is never shown with more letters than this. */
const mostShownLetters = 40;

const fields = {
  text: textField(
    'Text',
    'Fields in braces; {wait 0.3}, {wait sound}, {signal name}, {signal name damage 30}, {sway 2 + shiver: moving letters}; {{ and }} are the braces themselves.',
    '{shiver: Crack!}',
    {
      fault(text) {
        const read = parseCaption(text);
        return Array.isArray(read) ? undefined : faultText(read.column, read.expected);
      },
      marks: captionMarks,
      refers: captionReferences,
    },
  ),
  from: choiceField('From', 'Where it stands.', origins, 'target', { group: 'place' }),
  above: valueField({
    label: 'Above',
    about: 'How far above that place.',
    group: 'place',
    unit: 'px',
    min: -2000,
    max: 2000,
    default: 124,
  }),
  size: valueField({
    label: 'Size',
    about: 'Height of its capitals; strength scales it.',
    group: 'look',
    unit: 'px',
    min: 4,
    max: 400,
    default: 20,
    scaled: true,
  }),
  colour: colourField('Colour', 'Of the letters.', '#fff4d6'),
  outline: colourField('Outline', 'Around the letters, so that they read on anything.', '#2a160c'),
  rate: valueField({
    label: 'Letters',
    about: 'Letters a second; 0 shows all at once.',
    group: 'time',
    unit: '1/s',
    min: 0,
    max: 1000,
    default: 30,
  }),
  pause: valueField({
    label: 'Pause',
    about: 'Seconds that the next letter waits after a run of . ! ? or …; half of it after , ; : and dashes.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0,
    absent: 0,
  }),
  enter: choiceField('Enter', 'How each letter comes; own: by the curves of entering.', enters, 'rise', { group: 'time' }),
  enterTime: valueField({
    label: 'Enter time',
    about: 'Seconds in which a letter comes.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0.12,
  }),
  leaveTime: valueField({ label: 'Leave time', about: 'Seconds of fading out.', group: 'time', unit: 's', min: 0, max: 5, default: 0.25 }),
  motion: valueField({ label: 'Motion', about: 'Scales how far letters move.', group: 'amount', unit: '×', min: 0, max: 10, default: 1 }),
  entering: curvesField(
    'Entering',
    'How a letter comes, over its enter time: x and y in heights of a capital, turn in quarter turns, size added to 1, alpha.',
    letterChannels,
    enterStarts.rise,
    { when: byCurves, absent: {}, starts: enterStarts },
  ),
  staying: curvesField(
    'Staying',
    'What each letter does over and over while it is there, in the same units.',
    letterChannels,
    {},
    { absent: {}, starts: stayStarts },
  ),
  stayPeriod: valueField({
    label: 'Stay period',
    about: 'Seconds in which staying goes round once.',
    group: 'time',
    unit: 's',
    min: 0.05,
    max: 30,
    default: 0.8,
    absent: 0.8,
  }),
  stayLag: valueField({
    label: 'Stay lag',
    about: 'Share of a round by which each letter follows the one before.',
    group: 'time',
    unit: '',
    min: -1,
    max: 1,
    default: 0.1,
    absent: 0.1,
  }),
  leaving: curvesField(
    'Leaving',
    'How the letters go, over the leave time; without any they fade.',
    letterChannels,
    {},
    { absent: {}, starts: leaveStarts },
  ),
} satisfies Fields;

function faultText(column: number, expected: string): string {
  return `at letter ${column}: ${expected}`;
}

export const caption = defineKind({
  kind: 'caption',
  family: 'words',
  lengthField: 'duration',
  channel: { label: 'letters', unit: '', signed: false, full: 16 },
  about: 'A short line, revealed letter by letter, each letter with motions of its own.',
  search: 'speech text dialogue subtitle bubble line',
  common: { clock: 'wall', duration: 1, durationAbout: 'Seconds it stays after its last letter.', on: 'target' },
  fields,
  leads: ['text', 'size', 'rate', 'duration', 'enter', 'colour', 'above', 'motion'],
  signalsOf({ text }) {
    const pieces = parseCaption(String(text));
    return Array.isArray(pieces) ? [...signalsIn(pieces).keys()] : [];
  },
  compile(reader) {
    const pieces = readPieces(reader);
    const origin = reader.choice('from');
    const above = reader.value('above');
    const size = reader.value('size');
    const colour = reader.colour('colour');
    const outline = reader.colour('outline');
    const rate = reader.value('rate');
    const pause = reader.value('pause');
    const enter = reader.choice('enter');
    const enterTime = reader.value('enterTime');
    const leaveTime = reader.value('leaveTime');
    const motion = reader.value('motion');
    const own = reader.curves('entering');
    const entering = enter === 'own' ? own : undefined;
    const staying = reader.curves('staying');
    const leaving = reader.curves('leaving');
    const fades = Object.keys(leaving).length === 0;
    const stayPeriod = reader.value('stayPeriod');
    const stayLag = reader.value('stayLag');
    return {
      work: { letters: mostLettersOf(pieces, reader) },
      signals: signalsIn(pieces),
      fire(draws, strength, duration) {
        const { letters, signals, revealed } = layOut(pieces, draws, draws.number(rate), draws.number(pause));
        const place = movable(draws.place(origin));
        const high = draws.number(size) * strength;
        const up = draws.number(above);
        const packed = draws.packedColour(colour);
        const edge = draws.packedColour(outline);
        const into = draws.number(enterTime);
        const extent = revealed + duration;
        const outOf = Math.min(extent, draws.number(leaveTime));
        const far = draws.number(motion);
        const period = draws.number(stayPeriod);
        const lag = draws.number(stayLag);
        const seed = draws.key();
        const moved = new LetterPose();
        return {
          extent: letters.length > 0 || signals.length > 0 ? extent : 0,
          room: { glyphs: letters.length },
          tells: () => [
            { name: 'letters', value: letters.length },
            { name: 'said after', value: revealed, unit: 's' },
          ],
          bind: bindTo(place, origin),
          channel: (age) => letters.reduce((sum, { birth }) => sum + (birth <= age ? 1 : 0), 0),
          signals: (wallAt) => signals.map(({ name, at, parameters }) => ({ name, start: wallAt(at), parameters })),
          sample(now, { glyphs }) {
            const age = now[0];
            const gone = outOf > 0 ? Math.min(1, Math.max(0, 1 - (extent - age) / outOf)) : 0;
            // By index, because an iterator would be allocated for every sample.
            // eslint-disable-next-line @typescript-eslint/prefer-for-of
            for (let i = 0; i < letters.length; i++) {
              const { text, x, place: order, birth, motions } = letters[i];
              const since = age - birth;
              if (since < 0) continue;
              const come = into > 0 ? Math.min(1, since / into) : 1;
              moved.reset();
              if (entering) moved.apply(entering, come);
              else enterBy(enter, come, moved);
              moved.apply(staying, turnOf(age / period - lag * order));
              if (fades) moved.alpha *= 1 - gone;
              else moved.apply(leaving, gone);
              const { sway = 0, shiver = 0, swell = 0, tilt = 0 } = motions;
              if (shiver !== 0) {
                moved.x += far * shiver * 0.09 * noise(seed + order, shiverX, 22 * since + 0.5);
                moved.y += far * shiver * 0.09 * noise(seed + order, shiverY, 22 * since + 0.5);
              }
              moved.y += far * sway * 0.16 * Math.sin(2 * Math.PI * (1.3 * age - 0.09 * order));
              moved.size *= Math.max(0, 1 + far * swell * 0.18 * Math.sin(2 * Math.PI * (1.6 * age - 0.08 * order)));
              const n = glyphs.count++;
              glyphs.text[n] = text;
              glyphs.x[n] = place.x + (x + moved.x) * high;
              glyphs.y[n] = place.y - up + moved.y * high;
              glyphs.size[n] = high * Math.max(0, moved.size);
              glyphs.rotation[n] = 90 * moved.turn + far * tilt * 11 * Math.sin(2 * Math.PI * (1.1 * age - 0.11 * order));
              glyphs.alpha[n] = Math.min(1, Math.max(0, moved.alpha));
              glyphs.colour[n] = packed;
              glyphs.outline[n] = edge;
            }
          },
        };
      },
    };
  },
});

/** The fixed ways of entering, eased out: quickly in, softly to rest. */
function enterBy(enter: (typeof enters)[number], come: Fraction, moved: LetterPose): void {
  const rest = (1 - come) * (1 - come);
  if (enter === 'rise') moved.y += rest;
  else if (enter === 'drop') moved.y -= rest;
  else if (enter === 'grow') moved.size *= 1 - rest;
  if (enter !== 'appear') moved.alpha *= come;
}

/** How far a round has come, 0 ≤ u < 1. */
function turnOf(rounds: number): Fraction {
  return rounds - Math.floor(rounds);
}

/** Reads the markup and checks that its fields exist. Throws DocumentError at the text. */
function readPieces(reader: DocumentReader<typeof fields & CommonFields>): readonly TimedPiece[] {
  const read = parseCaption(reader.text('text')) as readonly CaptionPiece[];
  return read.map((piece): TimedPiece => {
    if (piece.type === 'field' && !reader.hasField(piece.field))
      reader.refuse(faultText(piece.at, `expected a field of the event "${reader.eventId}", found {${piece.field}}`), 'text');
    if (piece.type !== 'wait for') return piece;
    const seconds = reader.soundLength(piece.sound);
    if (seconds !== undefined) return { type: 'wait', seconds };
    return reader.refuse(faultText(piece.at, `expected seconds or a sound asset of the project, found {wait ${piece.sound}}`), 'text');
  });
}

/** A piece whose time is known: waits for sounds are waits of their length. */
type TimedPiece = Exclude<CaptionPiece, { type: 'wait for' }>;

/** The names of a text's signals, with how often each is raised. */
function signalsIn(pieces: readonly CaptionPiece[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const piece of pieces) if (piece.type === 'signal') counts.set(piece.name, (counts.get(piece.name) ?? 0) + 1);
  return counts;
}

/** How much of the pause a character asks for: punctuation that ends a sentence all of it, punctuation within one half. */
function pauseAfter(character: string): Fraction {
  return '.!?…'.includes(character) ? 1 : ',;:–—'.includes(character) ? 0.5 : 0;
}

/** The most letters that it can come to: a field may hold a text of any length. */
function mostLettersOf(pieces: readonly TimedPiece[], reader: { isFreeText(name: string): boolean }): number {
  const most = pieces.reduce((sum, piece) => {
    if (piece.type === 'text') return sum + piece.text.length;
    return piece.type === 'field' ? sum + (reader.isFreeText(piece.field) ? mostLetters : mostShownLetters) : sum;
  }, 0);
  return Math.min(mostLetters, most);
}

interface Letter {
  readonly text: string;
  /** Middle of the letter from the middle of the line, in heights of a capital. */
  readonly x: number;
  /** Which letter of the line it is, spaces counted, from 0: motions run along the line by it. */
  readonly place: number;
  /** Seconds after the start at which it comes. */
  readonly birth: number;
  readonly motions: LetterMotions;
}

/** A signal in the text, in seconds since the caption begins. */
interface TextSignal {
  readonly name: string;
  readonly at: Seconds;
  readonly parameters: Readonly<Record<string, number>>;
}

/** Puts payload values in, spaces the letters and times them: the first at once, each further one a step after the one before. */
function layOut(
  pieces: readonly TimedPiece[],
  draws: Draws,
  perSecond: number,
  pause: Seconds,
): { letters: Letter[]; signals: TextSignal[]; revealed: number } {
  const letters: Letter[] = [];
  const signals: TextSignal[] = [];
  // A run of punctuation pauses once, before what comes after it: by its strongest character.
  let owed = 0;
  const step = perSecond > 0 ? Math.min(slowestStep, 1 / perSecond) : 0;
  let at = 0;
  let width = 0;
  let place = 0;
  for (const piece of pieces) {
    if (piece.type === 'wait') at += piece.seconds;
    else if (piece.type === 'signal') signals.push({ name: piece.name, at, parameters: piece.parameters });
    else {
      const text = piece.type === 'text' ? piece.text : showValue(draws.payload[piece.field] ?? '', 0);
      for (const character of text) {
        if (place === mostLetters) break;
        const advance = advanceOf(character);
        const asked = pauseAfter(character);
        if (asked === 0 && character.trim() !== '') {
          at += owed * pause;
          owed = 0;
        } else owed = Math.max(owed, asked);
        if (place > 0) at += step;
        // Spaces take their time and their room but are nothing to draw.
        if (character.trim() !== '') letters.push({ text: character, x: width + advance / 2, place, birth: at, motions: piece.motions });
        width += advance;
        place++;
      }
    }
  }
  return { letters: letters.map((letter) => ({ ...letter, x: letter.x - width / 2 })), signals, revealed: at };
}
