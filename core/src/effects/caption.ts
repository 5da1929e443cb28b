import * as z from 'zod';
import { advanceOf } from '../maths/letterWidths.js';
import { hashText } from '../maths/hash.js';
import { noise } from '../maths/noise.js';
import { choiceField, colourField, lazySchema, textField, valueField } from '../model/field.js';
import { origins, type Draws } from '../take/draws.js';
import type { DocumentReader } from '../take/documentReader.js';
import { bindTo, movable } from '../take/motion.js';
import { parseCaption, type CaptionPiece, type LetterMotions } from './captionMarkup.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { showValue } from './template.js';

const enters = ['appear', 'rise', 'drop', 'grow'] as const;
const shiverX = hashText('caption.x');
const shiverY = hashText('caption.y');
/** No caption shows more letters: it is a short line. */
const mostLetters = 400;

export const captionSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('caption'),
    ...commonFields({ clock: 'wall', duration: 1, durationAbout: 'Seconds it stays after its last letter.', on: 'target' }),
    text: textField(
      'Text',
      'Fields in braces, {wait 0.3}, {signal name}, {sway 2 + shiver: moving letters}; {{ and }} are the braces themselves.',
      '{shiver: Crack!}',
    ).superRefine((text, context) => {
      const read = parseCaption(text);
      if (!Array.isArray(read)) context.addIssue({ code: 'custom', message: faultText(read.column, read.expected) });
    }),
    from: choiceField('From', 'Where it stands.', origins, 'target'),
    above: valueField({ label: 'Above', about: 'How far above that place.', unit: 'px', min: -2000, max: 2000, default: 124 }),
    size: valueField({ label: 'Size', about: 'Height of its capitals; strength scales it.', unit: 'px', min: 4, max: 400, default: 20 }),
    colour: colourField('Colour', 'Of the letters.', '#fff4d6'),
    outline: colourField('Outline', 'Around the letters, so that they read on anything.', '#2a160c'),
    rate: valueField({ label: 'Letters', about: 'Letters a second; 0 shows all at once.', unit: '1/s', min: 0, max: 1000, default: 30 }),
    enter: choiceField('Enter', 'How each letter comes.', enters, 'rise'),
    enterTime: valueField({ label: 'Enter time', about: 'Seconds in which a letter comes.', unit: 's', min: 0, max: 5, default: 0.12 }),
    leaveTime: valueField({ label: 'Leave time', about: 'Seconds of fading out.', unit: 's', min: 0, max: 5, default: 0.25 }),
    motion: valueField({ label: 'Motion', about: 'Scales how far letters move.', unit: '×', min: 0, max: 10, default: 1 }),
  }),
);

function faultText(column: number, expected: string): string {
  return `at letter ${column}: ${expected}`;
}

/** A short line, revealed letter by letter, each letter with motions of its own. */
export const caption: EffectKind = {
  kind: 'caption',
  family: 'words',
  lengthField: 'duration',
  channel: { label: 'letters', unit: '', signed: false },
  compile(reader) {
    const pieces = readPieces(reader);
    const origin = reader.choice('from', origins);
    const above = reader.value('above');
    const size = reader.value('size');
    const colour = reader.colour('colour');
    const outline = reader.colour('outline');
    const rate = reader.value('rate');
    const enter = reader.choice('enter', enters);
    const enterTime = reader.value('enterTime');
    const leaveTime = reader.value('leaveTime');
    const motion = reader.value('motion');
    return {
      fire(draws, strength, duration) {
        const { letters, signals, revealed } = layOut(pieces, draws, draws.number(rate));
        const place = movable(draws.place(origin));
        const high = draws.number(size) * strength;
        const up = draws.number(above);
        const packed = draws.packedColour(colour);
        const edge = draws.packedColour(outline);
        const into = draws.number(enterTime);
        const extent = revealed + duration;
        const outOf = Math.min(extent, draws.number(leaveTime));
        const far = draws.number(motion);
        const seed = draws.key();
        return {
          extent: letters.length > 0 || signals.length > 0 ? extent : 0,
          room: { glyphs: letters.length },
          tells: () => [
            { name: 'letters', value: letters.length },
            { name: 'said after', value: revealed, unit: 's' },
          ],
          bind: bindTo(place, origin),
          channel: (age) => letters.reduce((sum, { birth }) => sum + (birth <= age ? 1 : 0), 0),
          signals: (wallAt) => signals.map(({ name, at }) => ({ name, start: wallAt(at), parameters: {} })),
          sample(age, { glyphs }) {
            const left = outOf > 0 ? Math.min(1, Math.max(0, (extent - age) / outOf)) : 1;
            for (let i = 0; i < letters.length; i++) {
              const letter = letters[i];
              const own = age - letter.birth;
              if (own < 0) continue;
              const come = into > 0 ? Math.min(1, own / into) : 1;
              // Eased out: quickly in, softly to rest.
              const rest = (1 - come) * (1 - come);
              const { sway = 0, shiver = 0, swell = 0, tilt = 0 } = letter.motions;
              const n = glyphs.count++;
              glyphs.text[n] = letter.text;
              glyphs.x[n] = place.x + letter.x * high + far * shiver * 0.09 * high * noise(seed + i, shiverX, 22 * own + 0.5);
              glyphs.y[n] =
                place.y -
                up +
                high *
                  ((enter === 'rise' ? rest : enter === 'drop' ? -rest : 0) +
                    far * sway * 0.16 * Math.sin(2 * Math.PI * (1.3 * age - 0.09 * i)) +
                    far * shiver * 0.09 * noise(seed + i, shiverY, 22 * own + 0.5));
              glyphs.size[n] =
                high *
                (enter === 'grow' ? 1 - rest : 1) *
                Math.max(0, 1 + far * swell * 0.18 * Math.sin(2 * Math.PI * (1.6 * age - 0.08 * i)));
              glyphs.rotation[n] = far * tilt * 11 * Math.sin(2 * Math.PI * (1.1 * age - 0.11 * i));
              glyphs.alpha[n] = left * (enter === 'appear' ? 1 : come);
              glyphs.colour[n] = packed;
              glyphs.outline[n] = edge;
            }
          },
        };
      },
    };
  },
};

/** Reads the markup and checks that its fields exist. Throws DocumentError at the text. */
function readPieces(reader: DocumentReader): readonly CaptionPiece[] {
  const read = parseCaption(reader.text('text'));
  if (!Array.isArray(read)) return reader.refuse(faultText(read.column, read.expected), 'text');
  for (const piece of read) {
    if (piece.type === 'field' && !reader.hasField(piece.field))
      reader.refuse(faultText(piece.at, `expected a field of the event, found {${piece.field}}`), 'text');
  }
  return read;
}

interface Letter {
  readonly text: string;
  /** Middle of the letter from the middle of the line, in heights of a capital. */
  readonly x: number;
  /** Seconds after the start at which it comes. */
  readonly birth: number;
  readonly motions: LetterMotions;
}

/** Puts payload values in, spaces the letters and times them. */
function layOut(
  pieces: readonly CaptionPiece[],
  draws: Draws,
  perSecond: number,
): { letters: Letter[]; signals: { name: string; at: number }[]; revealed: number } {
  const letters: Letter[] = [];
  const signals: { name: string; at: number }[] = [];
  const step = perSecond > 0 ? 1 / perSecond : 0;
  let at = 0;
  let width = 0;
  for (const piece of pieces) {
    if (piece.type === 'wait') at += piece.seconds;
    else if (piece.type === 'signal') signals.push({ name: piece.name, at });
    else {
      const text = piece.type === 'text' ? piece.text : showValue(draws.payload[piece.field] ?? '', 0);
      for (const character of text) {
        const advance = advanceOf(character);
        // Spaces take their time and their room but are nothing to draw.
        if (character.trim() !== '' && letters.length < mostLetters)
          letters.push({ text: character, x: width + advance / 2, birth: at, motions: piece.motions });
        width += advance;
        at += step;
      }
    }
  }
  return { letters: letters.map((letter) => ({ ...letter, x: letter.x - width / 2 })), signals, revealed: at };
}
