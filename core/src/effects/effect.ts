import type { Fields } from '../model/fields.js';
import type { DocumentReader } from '../take/documentReader.js';
import type { Draws } from '../take/draws.js';
import type { Firing } from '../take/firing.js';
import type { Seconds } from '../units.js';
import type { CommonDefaults, CommonFields } from './parts/common.js';

/** Families share an ink and a glyph on the screen. */
export const families = ['body', 'space', 'view', 'time', 'words', 'ear', 'hand', 'logic'] as const;
export type Family = (typeof families)[number];

/**
 * One kind of effect: everything the engine, the documents, the inspector and the checks know about it.
 * The engine never asks which kind it has.
 */
export interface EffectKind {
  readonly kind: string;
  readonly family: Family;
  /** It only moves bodies or the view, and lays nothing of its own on the picture. */
  readonly onlyMoves?: true;
  /** One sentence: what it does, with its formula. */
  readonly about: string;
  /** Other words that people search for it by, with spaces between. */
  readonly search: string;
  /** Which field a person changes by stretching the effect's block. */
  readonly lengthField: 'duration' | 'life';
  /** What its lane draws, with the unit of that channel, and what of it reads as strong: that fills a tile's height. */
  readonly channel: { readonly label: string; readonly unit: string; readonly signed: boolean; readonly full: number };
  /** The defaults of the fields that every effect has. */
  readonly common: CommonDefaults;
  /** Its own fields, by their names in documents. */
  readonly fields: Fields;
  /** The fields that a person reaches for first, in that order. */
  readonly leads: readonly string[];
  /** Names of the signals that a document of this kind raises; none, if left out. */
  signalsOf?(document: Readonly<Record<string, unknown>>): readonly string[];
  /** Resolves the document's fields to numbers once. Throws DocumentError at the offending place. */
  compile(reader: DocumentReader): EffectPlan;
}

/** What one firing costs at most. A strike's sum is bounded before anything is made. */
export interface Work {
  /** Particles let go. */
  readonly particles: number;
  /** Nodes of ribbons written at one instant. */
  readonly ribbonNodes: number;
  /** Letters of captions. */
  readonly letters: number;
  /** Stretches of time in which a clock runs at a rate of its own. */
  readonly timeWindows: number;
  /** How often it asks where its party's body is, while it is made or in one frame. */
  readonly followings: number;
}

/** A compiled effect, shared by all strikes. */
export interface EffectPlan {
  /** The most that one firing costs; what is left out costs nothing. */
  readonly work?: Partial<Work>;
  /** The party whose body its firings move. */
  readonly moves?: 'source' | 'target';
  /** The party whose body its firings follow. */
  readonly follows?: 'source' | 'target' | undefined;
  /** Names of the signals of one firing, with the most that there are of each. */
  readonly signals?: ReadonlyMap<string, number>;
  /** Whether its firings may aim at bystanders: their places are looked up only then. */
  readonly aims?: boolean;
  /** Draws everything that chance, payload and place decide for one firing. */
  fire(draws: Draws, strength: number, duration: Seconds): Firing;
}

/** A kind with its own name and fields known to the compiler, so that the documents' types follow from it. */
export type DefinedKind<N extends string, F extends Fields> = Omit<EffectKind, 'kind' | 'fields'> & {
  readonly kind: N;
  readonly fields: F;
};

/** Defines a kind: its `compile` may read only the fields that it has, each as what it is. */
export function defineKind<const N extends string, F extends Fields>(
  kind: Omit<EffectKind, 'kind' | 'fields' | 'leads' | 'compile'> & {
    readonly kind: N;
    readonly fields: F;
    readonly leads: readonly (keyof (F & CommonFields) & string)[];
    compile(reader: DocumentReader<F & CommonFields>): EffectPlan;
  },
): DefinedKind<N, F> {
  return kind as unknown as DefinedKind<N, F>;
}
