import type { RuleDocument, RuleFields } from './ruleFields.js';

/** What every kind of rule has: a condition, an outcome, something that is expected. */
export interface RuleKind {
  /** Its name in menus. */
  readonly title: string;
  /** One sentence about it. */
  readonly about: string;
  /** Other words that people search for it by, with spaces between. */
  readonly search: string;
  readonly fields: RuleFields;
  /** The fields that are a stretch of time, where there is one: it is drawn and dragged on an axis. */
  readonly span?: { readonly from?: string; readonly to: string };
  /** States the result of a document in a project, such as the number of bodies in all; nothing, if left out. */
  sum?(document: Readonly<Record<string, unknown>>, project: RuleSum): string | undefined;
  /** Its document in a few words. */
  words(document: Readonly<Record<string, unknown>>): string;
}

/** What a rule's sum is made of. */
export interface RuleSum {
  readonly actors: readonly { readonly id: string; readonly label: string; readonly ranks?: readonly object[] | undefined }[];
}

/** What documents hold of fields. */
export type RuleRecord<F> = { -readonly [K in keyof F]: RuleDocument<F[K]> };

/** What is said of a kind where it is defined, its own fields known. */
export interface RuleDefinition<F extends RuleFields> extends Omit<RuleKind, 'fields' | 'span' | 'words' | 'sum'> {
  readonly fields: F;
  readonly span?: { readonly from?: keyof F & string; readonly to: keyof F & string };
  sum?(document: RuleRecord<F>, project: RuleSum): string | undefined;
  words(document: RuleRecord<F>): string;
}

/** A kind with its own name and fields known to the compiler, so that the documents' types follow from it. */
export type DefinedRule<K extends RuleKind, Key extends string, N extends string, F> = Omit<K, Key | 'fields'> &
  Readonly<Record<Key, N>> & { readonly fields: F };

/** Any document of some kinds, named under `Key`. */
export type RuleOf<K, Key extends string> = K extends Readonly<Record<Key, infer N>> & { readonly fields: infer F }
  ? Record<Key, N> & RuleRecord<F>
  : never;

/** Kinds by their names in documents. */
export function kindsByName<K extends RuleKind, Key extends keyof K & string>(kinds: object, key: Key): Readonly<Record<string, K>> {
  return Object.fromEntries((Object.values(kinds) as K[]).map((kind) => [String(kind[key]), kind]));
}
