/**
 * Fields of conditions and outcomes as plain data, as those of effects are: what a field is called, what it holds and within
 * which bounds. The Zod schemas (`ruleSchema.ts`), the reading of shipped kits (`ruleReader.ts`) and the chips and sentences of
 * the studio follow from them. No Zod here: the runtime carries this.
 */

/** Parties of an event. `projectile` is set if a projectile raised the event, or an earlier event of its chain. */
export const parties = ['source', 'target', 'projectile'] as const;
export type Party = (typeof parties)[number];

/** Whose memory something is kept in: of one party, of the two together, or of all alike. */
export const keepers = ['target', 'source', 'pair', 'all'] as const;
export type Keeper = (typeof keepers)[number];

export const comparisons = ['≥', '>', '≤', '<', '=', '≠'] as const;
export type Comparison = (typeof comparisons)[number];

/** What can be read of a fight at an instant, as documents name it. */
export type MeasureDocument =
  | { read: 'payload'; field: string }
  | { read: 'harm' | 'share-before' }
  | { read: 'health' | 'health-share' | 'health-after' | 'health-share-after' | 'rank'; of: Party }
  | { read: 'stacks' | 'status-age'; status: string; of: Party }
  | { read: 'counter'; counter: string; of: Party | 'all' }
  | { read: 'distance' };

/** A number that an outcome works with: fixed, random, or read from the fight, evenly or through a curve. */
export type AmountDocument =
  | number
  | { range: [number, number] }
  | { of: MeasureDocument; times?: number | undefined; plus?: number | undefined }
  | { of: MeasureDocument; in: [number, number]; out: [number, number]; ease?: string | undefined };

/** A payload value of a raised event or a played sequence: a number as above, or a constant, or another event's field. */
export type GivenDocument = AmountDocument | string | boolean | { field: string };

interface Base<C extends string, T> {
  readonly control: C;
  readonly label: string;
  readonly about: string;
  /** Undefined where a document must say it itself. */
  readonly default: T;
  /** The field is used and shown only if another field has one of these values; 'set': if an optional field has a value. */
  readonly when?: { readonly field: string; readonly is: readonly string[] | 'set' } | undefined;
}

export interface ChoiceRule<O extends readonly string[] = readonly string[]> extends Base<'choice', O[number]> {
  readonly options: O;
}
export interface NumberRule extends Base<'number', number> {
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
}
/** A number that may be left out. */
export interface MaybeNumberRule extends Base<'maybe-number', undefined> {
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly whole: boolean;
}
export interface AmountRule extends Base<'amount', AmountDocument | undefined> {
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  /** Whether it may be left out; it then means what `about` says. */
  readonly optional: boolean;
}
export type FlagRule = Base<'flag', boolean>;
export type MeasureRule = Base<'measure', MeasureDocument | undefined>;
/** The name of a thing of the project; `''` is none, where it may be. */
export interface NameRule extends Base<'name', string | undefined> {
  readonly of: 'status' | 'counter' | 'sequence' | 'event' | 'look' | 'field' | 'combatant' | 'rung' | 'move' | 'actor' | 'signal';
}
/** Several names or values. */
export interface NamesRule extends Base<'names', readonly string[]> {
  readonly of: 'kind' | 'side' | 'actor' | 'option' | 'party';
}
export type GivenRule = Base<'given', Readonly<Record<string, GivenDocument>>>;

export type RuleField = ChoiceRule | NumberRule | MaybeNumberRule | AmountRule | FlagRule | MeasureRule | NameRule | NamesRule | GivenRule;
export type RuleFields = Readonly<Record<string, RuleField>>;

/** What a document holds in a field. */
export type RuleDocument<F> =
  F extends ChoiceRule<infer O>
    ? O[number]
    : F extends { control: 'number' }
      ? number
      : F extends { control: 'maybe-number' }
        ? number | undefined
        : F extends { control: 'amount' }
          ? AmountDocument | undefined
          : F extends { control: 'flag' }
            ? boolean
            : F extends { control: 'measure' }
              ? MeasureDocument
              : F extends { control: 'names' }
                ? string[]
                : F extends { control: 'given' }
                  ? Record<string, GivenDocument>
                  : string;

/** Bounds that documents and shipped kits are held to alike. */
export const ruleLimits = {
  /** Points of health, of harm and of what is counted. */
  points: 1e6,
  seconds: 3600,
  px: 100_000,
  turnRate: 36_000,
  rungs: 64,
  conditions: 32,
  outcomes: 32,
  /** Groups inside groups. */
  depth: 6,
  names: 32,
  text: 200,
  stacks: 1000,
} as const;

export function choiceRule<const O extends readonly [string, ...string[]]>(
  label: string,
  about: string,
  options: O,
  fallback: O[number],
): ChoiceRule<O> {
  return { control: 'choice', label, about, options, default: fallback };
}

export function partyRule(about: string, fallback: Party = 'target'): ChoiceRule<typeof parties> {
  return choiceRule('Whom', about, parties, fallback);
}

type Bounded = Pick<NumberRule, 'label' | 'about' | 'unit' | 'min' | 'max'>;

export function numberRule(told: Bounded & { default: number; whole?: boolean }): NumberRule {
  return { control: 'number', whole: false, ...told };
}

export function maybeNumberRule(told: Bounded & { whole?: boolean }): MaybeNumberRule {
  return { control: 'maybe-number', whole: false, default: undefined, ...told };
}

export function amountRule(told: Bounded & { default: AmountDocument }): AmountRule {
  return { control: 'amount', optional: false, ...told };
}

/** An amount that may be left out. */
export function maybeAmountRule(told: Bounded): AmountRule {
  return { control: 'amount', optional: true, default: undefined, ...told };
}

export function flagRule(label: string, about: string): FlagRule {
  return { control: 'flag', label, about, default: false };
}

export function measureRule(label: string, about: string): MeasureRule {
  return { control: 'measure', label, about, default: undefined };
}

export function nameRule(of: NameRule['of'], label: string, about: string, fallback?: string): NameRule {
  return { control: 'name', of, label, about, default: fallback };
}

export function namesRule(of: NamesRule['of'], label: string, about: string): NamesRule {
  return { control: 'names', of, label, about, default: [] };
}

export function givenRule(about: string): GivenRule {
  return { control: 'given', label: 'Payload', about, default: {} };
}
