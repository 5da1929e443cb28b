/**
 * Fields of effects as plain data: what a field is called, what it holds, within which bounds, and how it is edited.
 * Everything else follows from them: the Zod schemas (`fieldSchema.ts`), the reading of shipped kits
 * (`take/documentReader.ts`), the inspector, the kit's schema and the vectors. No Zod here: the runtime carries this.
 */

/** A number of an effect as documents hold it: fixed, drawn from a range, or driven by a payload field. */
export type NumberValue =
  number | { range: [number, number] } | { drive: string; in: [number, number]; out: [number, number]; ease?: string | undefined };

/** A colour: fixed, or chosen by the value of a payload field. */
export type ColourValue = string | { by: string; of: Record<string, string>; otherwise: string };

export interface EnvelopePoint {
  at: number;
  value: number;
  ease?: string | undefined;
}

export interface GradientPoint {
  at: number;
  colour: string;
  ease?: string | undefined;
}

export const directionModes = ['along', 'against', 'away', 'toward', 'fixed', 'any'] as const;

export interface DirectionDocument {
  mode: (typeof directionModes)[number];
  angle: number;
  spread: number;
}

/** What a field decides, in the order in which a person decides it. */
export const fieldGroups = ['amount', 'time', 'place', 'direction', 'look'] as const;
export type FieldGroup = (typeof fieldGroups)[number];

/** When a number that chance may decide is drawn: once a take, once for each firing, or once for each particle. */
export type DrawnOnce = 'take' | 'firing' | 'particle';

interface FieldBase<C extends string, T> {
  readonly control: C;
  readonly label: string;
  /** One plain sentence for the person at the screen. */
  readonly about: string;
  readonly group: FieldGroup;
  /** What a new effect has there; undefined where only the project can say. */
  readonly default: T;
  /** What a kit means that was made before the field was there; without it the field must be there. */
  readonly absent?: T | undefined;
  /** What a newly made effect has, where documents that leave it out have another value. */
  readonly fresh?: T | undefined;
  /** The field is asked for only while another one has one of these values. */
  readonly when?: { readonly field: string; readonly is: readonly string[] } | undefined;
}

export type Unit = 's' | 'px' | 'px/s' | 'px/s²' | '°' | '°/s' | 'Hz' | 'dB' | '1/s' | '×' | '';

export interface ValueField extends FieldBase<'value', NumberValue> {
  readonly unit: Unit;
  readonly min: number;
  readonly max: number;
  readonly drawn: DrawnOnce;
  /** Whether the effect's strength multiplies it. */
  readonly scaled: boolean;
}
export interface ChoiceField<O extends readonly string[] = readonly string[]> extends FieldBase<'choice', O[number]> {
  readonly options: O;
}
export interface ChoicesField<O extends readonly string[] = readonly string[]> extends FieldBase<'choices', readonly O[number][]> {
  readonly options: O;
}
export interface EnvelopeField extends FieldBase<'envelope', readonly EnvelopePoint[]> {
  readonly min: number;
  readonly max: number;
}
/** Several envelopes by the names of what they change; those left out change nothing. */
export interface CurvesField<O extends readonly string[] = readonly string[]> extends FieldBase<
  'curves',
  Partial<Record<O[number], readonly EnvelopePoint[]>>
> {
  readonly options: O;
  /** Sets of curves to start from, by their names. */
  readonly starts: Readonly<Record<string, Partial<Record<O[number], readonly EnvelopePoint[]>>>>;
}
export type ColourField = FieldBase<'colour', ColourValue>;
export type GradientField = FieldBase<'gradient', readonly GradientPoint[]>;
export type DirectionField = FieldBase<'direction', DirectionDocument>;
export type EaseField = FieldBase<'ease', string>;
export type FlagField = FieldBase<'flag', boolean>;
/** Something that a text may hold in braces, to be put in by a button: around what is selected, if `after` is not empty. */
export interface TextMark {
  readonly label: string;
  readonly before: string;
  readonly after: string;
  readonly about: string;
}
/** What a text refers to by names, and how the names are changed in it. */
export interface TextReferences {
  /** Payload fields whose values the text shows. */
  fields(text: string): readonly string[];
  /** Ids of sound assets. */
  sounds(text: string): readonly string[];
  withField(text: string, from: string, to: string): string;
  withSound(text: string, from: string, to: string): string;
}
export interface TextField extends FieldBase<'text', string> {
  /** What the text refers to; nothing, if left out. */
  readonly refers?: TextReferences | undefined;
  /** What it may hold in braces besides the event's fields; a plain text, if left out. */
  readonly marks?: readonly TextMark[] | undefined;
  /** What the text must be besides short; tells the fault, or undefined where there is none. */
  readonly fault?: ((text: string) => string | undefined) | undefined;
}
/** A spot of a body by its name: one that every body has, or one of an actor's own. */
export type SpotField = FieldBase<'spot', string>;
/** Several spots of a body by their names; it may be empty. */
export type SpotsField = FieldBase<'spots', readonly string[]>;
export type ClipsField = FieldBase<'clips', undefined>;
export interface PictureField extends FieldBase<'picture', string | undefined> {
  /** Whether it may stay empty. */
  readonly optional: boolean;
}

export type Field =
  | ValueField
  | ChoiceField
  | ChoicesField
  | EnvelopeField
  | CurvesField
  | ColourField
  | GradientField
  | DirectionField
  | EaseField
  | FlagField
  | TextField
  | SpotField
  | SpotsField
  | ClipsField
  | PictureField;
export type Fields = Readonly<Record<string, Field>>;

/** What a document holds in a field. */
export type FieldDocument<F> =
  F extends ChoiceField<infer O>
    ? O[number]
    : F extends ChoicesField<infer O>
      ? O[number][]
      : F extends CurvesField<infer O>
        ? Partial<Record<O[number], EnvelopePoint[]>>
        : F extends { control: 'value' }
          ? NumberValue
          : F extends { control: 'envelope' }
            ? EnvelopePoint[]
            : F extends { control: 'colour' }
              ? ColourValue
              : F extends { control: 'gradient' }
                ? GradientPoint[]
                : F extends { control: 'direction' }
                  ? DirectionDocument
                  : F extends { control: 'flag' }
                    ? boolean
                    : F extends { control: 'clips' | 'spots' }
                      ? string[]
                      : string;

/** The most that texts, lists and points may hold; documents and shipped kits are held to the same. */
export const limits = {
  text: 200,
  easing: 400,
  clips: 32,
  /** More spots that an effect comes from. */
  spots: 8,
  envelopePoints: 64,
  gradientPoints: 32,
  /** Envelopes stay within this either way. */
  envelope: 4,
  /** An easing's outcome stays within this either way, however far its curve is thrown. */
  eased: 16,
  angle: 360,
  spread: 360,
  repeats: 100,
  repeatEvery: 30,
} as const;

export const identifierPattern = /^[a-z][a-z0-9-]{0,63}$/;
export const fieldNamePattern = /^[a-zA-Z][a-zA-Z0-9]{0,39}$/;

type ValueOptions = Pick<ValueField, 'label' | 'about' | 'group' | 'unit' | 'min' | 'max' | 'default'> &
  Partial<Pick<ValueField, 'drawn' | 'scaled' | 'absent' | 'when' | 'fresh'>>;

export function valueField({ drawn = 'firing', scaled = false, ...told }: ValueOptions): ValueField {
  return { control: 'value', drawn, scaled, ...told };
}

type More<T> = Partial<Pick<FieldBase<string, T>, 'group' | 'absent' | 'fresh' | 'when'>>;

export function choiceField<const O extends readonly [string, ...string[]]>(
  label: string,
  about: string,
  options: O,
  fallback: O[number],
  more: More<O[number]> = {},
): ChoiceField<O> {
  return { control: 'choice', group: 'look', label, about, options, default: fallback, ...more };
}

/** How a thing is put on what is behind it. */
export function blendField(fallback: 'normal' | 'add') {
  return choiceField('Blend', 'add glows on dark; normal covers.', ['normal', 'add'], fallback);
}

export function choicesField<const O extends readonly [string, ...string[]]>(label: string, about: string, options: O): ChoicesField<O> {
  return { control: 'choices', group: 'amount', label, about, options, default: options };
}

export function flagField(label: string, about: string, group: FieldGroup): FlagField {
  return { control: 'flag', group, label, about, default: false };
}

export function colourField(label: string, about: string, fallback: string): ColourField {
  return { control: 'colour', group: 'look', label, about, default: fallback };
}

export function envelopeField(label: string, about: string, fallback: readonly EnvelopePoint[], more: More<never> = {}): EnvelopeField {
  return { control: 'envelope', group: 'time', label, about, default: fallback, min: -limits.envelope, max: limits.envelope, ...more };
}

export function curvesField<const O extends readonly [string, ...string[]]>(
  label: string,
  about: string,
  options: O,
  fallback: CurvesField<O>['default'],
  more: More<CurvesField<O>['default']> & Partial<Pick<CurvesField<O>, 'starts'>> = {},
): CurvesField<O> {
  return { control: 'curves', group: 'time', label, about, options, default: fallback, starts: {}, ...more };
}

export function gradientField(label: string, about: string, fallback: readonly GradientPoint[]): GradientField {
  return { control: 'gradient', group: 'look', label, about, default: fallback };
}

export function directionField(label: string, about: string, fallback: DirectionDocument): DirectionField {
  return { control: 'direction', group: 'direction', label, about, default: fallback };
}

export function easeField(label: string, about: string, fallback: string): EaseField {
  return { control: 'ease', group: 'time', label, about, default: fallback };
}

export function textField(
  label: string,
  about: string,
  fallback: string,
  more: Partial<Pick<TextField, 'fault' | 'marks' | 'refers'>> = {},
): TextField {
  return { control: 'text', group: 'amount', label, about, default: fallback, ...more };
}

export function spotField(about: string, more: More<string> = {}): SpotField {
  return { control: 'spot', group: 'place', label: 'Spot', about, default: 'middle', ...more };
}

export function spotsField(label: string, about: string): SpotsField {
  return { control: 'spots', group: 'place', label, about, default: [], absent: [] };
}

export function clipsField(label: string, about: string): ClipsField {
  return { control: 'clips', group: 'look', label, about, default: undefined };
}

export function pictureField(label: string, about: string): PictureField {
  return { control: 'picture', group: 'look', label, about, default: undefined, optional: false };
}

/** A picture that may be left out; the empty text is none. */
export function optionalPictureField(label: string, about: string): PictureField {
  return { control: 'picture', group: 'look', label, about, default: '', absent: '', optional: true };
}
