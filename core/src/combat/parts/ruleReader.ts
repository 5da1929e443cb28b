import type { CombatActor } from './combatActor.js';
import { hash4, hashText } from '../../maths/hash.js';
import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { identifierPattern } from '../../model/fields.js';
import { isRecord, show } from '../../model/json.js';
import type { CompiledField } from '../../take/compiledReferences.js';
import { refuseOthers } from '../../take/compileReferences.js';
import { readEasing } from '../../take/readEasing.js';
import type { Uint32 } from '../../units.js';
import type { CompiledAmount } from './amount.js';
import type { CompiledGiven } from './given.js';
import { compileMeasure, type CompiledMeasure } from './measure.js';
import type { CompiledEventRules, CompiledStatus } from './references.js';
import type { RuleReferences } from './ruleReferences.js';
import { ruleLimits, type ChoiceRule, type NumberRule, type RuleField, type RuleFields } from './ruleFields.js';

type Place = readonly (string | number)[];
type Named<F extends RuleFields, C extends RuleField['control']> = { [K in keyof F]: F[K]['control'] extends C ? K : never }[keyof F] &
  string;

/**
 * Reads one condition or outcome of a document that may be anything at all. Every method throws DocumentError with the path of
 * the offending place and what was expected there.
 */
export class RuleReader<F extends RuleFields = RuleFields> {
  constructor(
    private readonly fields: F,
    private readonly record: Readonly<Record<string, unknown>>,
    readonly path: DocumentPath,
    readonly references: RuleReferences,
    /** What tells this rule's draws and memories from those of others. */
    readonly key: Uint32,
  ) {}

  refuse(expected: string, ...place: Place): never {
    throw new DocumentError([...this.path, ...place], expected);
  }

  private raw(name: string): unknown {
    const raw = this.record[name];
    return raw === undefined ? this.fields[name].default : raw;
  }

  choice<N extends Named<F, 'choice'>>(name: N): F[N] extends ChoiceRule<infer O> ? O[number] : never {
    const { options } = this.fields[name] as unknown as ChoiceRule;
    const raw = this.raw(name);
    if (!options.includes(raw as string)) this.refuse(`expected one of ${options.join(', ')}, found ${show(raw)}`, name);
    return raw as never;
  }

  flag(name: Named<F, 'flag'>): boolean {
    const raw = this.raw(name);
    return typeof raw === 'boolean' ? raw : this.refuse(`expected true or false, found ${show(raw)}`, name);
  }

  number(name: Named<F, 'number'>): number {
    return this.bounded(this.raw(name), this.fields[name] as unknown as NumberRule, name);
  }

  maybeNumber(name: Named<F, 'maybe-number'>): number | undefined {
    const raw = this.raw(name);
    return raw === undefined ? undefined : this.bounded(raw, this.fields[name] as unknown as NumberRule, name);
  }

  private bounded(raw: unknown, { min, max, whole }: Pick<NumberRule, 'min' | 'max' | 'whole'>, ...place: Place): number {
    if (typeof raw === 'number' && raw >= min && raw <= max && (!whole || Number.isInteger(raw))) return raw;
    return this.refuse(`expected a ${whole ? 'whole ' : ''}number from ${min} to ${max}, found ${show(raw)}`, ...place);
  }

  measure(name: Named<F, 'measure'>): CompiledMeasure {
    return compileMeasure(this.raw(name), [...this.path, name], this.references);
  }

  amount(name: Named<F, 'amount'>): CompiledAmount {
    const raw = this.raw(name);
    return raw === undefined ? this.refuse('expected a number', name) : this.amountOf(raw, this.fields[name] as never, name);
  }

  maybeAmount(name: Named<F, 'amount'>): CompiledAmount | undefined {
    const raw = this.raw(name);
    return raw === undefined ? undefined : this.amountOf(raw, this.fields[name] as never, name);
  }

  private amountOf(raw: unknown, { min, max }: { readonly min: number; readonly max: number }, ...place: Place): CompiledAmount {
    if (typeof raw === 'number') return { type: 'fixed', value: this.bounded(raw, { min, max, whole: false }, ...place) };
    if (!isRecord(raw))
      return this.refuse(`expected a number from ${min} to ${max}, { range: [low, high] } or { of, … }, found ${show(raw)}`, ...place);
    if ('range' in raw) {
      refuseOthers(raw, ['range'], [...this.path, ...place]);
      const [low, high] = this.pair(raw['range'], min, max, ...place, 'range');
      if (low > high) this.refuse('expected a range [low, high] with low ≤ high', ...place, 'range');
      return { type: 'range', low, high, key: this.keyOf(place) };
    }
    const of = compileMeasure(raw['of'], [...this.path, ...place, 'of'], this.references);
    const isCurve = 'in' in raw || 'out' in raw;
    refuseOthers(raw, isCurve ? ['of', 'in', 'out', 'ease'] : ['of', 'times', 'plus'], [...this.path, ...place]);
    if (isCurve) {
      const input = this.pair(raw['in'], -ruleLimits.points, ruleLimits.points, ...place, 'in');
      if (input[0] === input[1]) this.refuse('expected two different numbers', ...place, 'in');
      const ease = readEasing(raw['ease'], [...this.path, ...place, 'ease']);
      return { type: 'curve', of, in: input, out: this.pair(raw['out'], min, max, ...place, 'out'), ease, min, max };
    }
    const times = this.bounded(raw['times'] ?? 1, { min: -1000, max: 1000, whole: false }, ...place, 'times');
    const plus = this.bounded(raw['plus'] ?? 0, { min: -ruleLimits.points, max: ruleLimits.points, whole: false }, ...place, 'plus');
    return { type: 'read', of, times, plus, min, max };
  }

  /** A key of its own for each place of this rule that draws. */
  keyOf(place: Place): Uint32 {
    return hash4(this.key, hashText(place.join('.')), 0, 0, 0);
  }

  private pair(raw: unknown, min: number, max: number, ...place: Place): readonly [number, number] {
    if (!Array.isArray(raw) || raw.length !== 2) return this.refuse(`expected two numbers, found ${show(raw)}`, ...place);
    const one = (i: number): number => this.bounded(raw[i], { min, max, whole: false }, ...place, i);
    return [one(0), one(1)];
  }

  status(name: Named<F, 'name'>): CompiledStatus {
    const { statuses } = this.references;
    const raw = this.raw(name);
    return (
      statuses.get(raw as string) ?? this.refuse(`expected a status of the project (${listed(statuses.keys())}), found ${show(raw)}`, name)
    );
  }

  event(name: Named<F, 'name'>): CompiledEventRules {
    const { events } = this.references;
    const raw = this.raw(name);
    return events.get(raw as string) ?? this.refuse(`expected an event of the project, found ${show(raw)}`, name);
  }

  /** Undefined where the name is empty. */
  maybeEvent(name: Named<F, 'name'>): CompiledEventRules | undefined {
    return this.raw(name) === '' ? undefined : this.event(name);
  }

  actor(name: Named<F, 'name'>): CombatActor {
    const { actors } = this.references;
    const raw = this.raw(name);
    return (
      actors.get(raw as string) ?? this.refuse(`expected an actor of the project (${listed(actors.keys())}), found ${show(raw)}`, name)
    );
  }

  maybeActor(name: Named<F, 'name'>): CombatActor | undefined {
    return this.raw(name) === '' ? undefined : this.actor(name);
  }

  sequence(name: Named<F, 'name'>): string {
    const raw = this.raw(name);
    if (this.references.sequences.has(raw as string)) return raw as string;
    return this.refuse(`expected a sequence of the project, found ${show(raw)}`, name);
  }

  maybeSequence(name: Named<F, 'name'>): string | undefined {
    return this.raw(name) === '' ? undefined : this.sequence(name);
  }

  /** A payload field of the ladder's event. */
  payloadField(name: Named<F, 'name'>): CompiledField {
    const { event } = this.references;
    const raw = this.raw(name);
    return (
      event.fields.find((known) => known.name === raw) ??
      this.refuse(
        `expected a field of the event "${event.id}" (${listed(event.fields.map((known) => known.name))}), found ${show(raw)}`,
        name,
      )
    );
  }

  /** A name of the person's own: a counter, or a look; empty where it may be. */
  ownName(name: Named<F, 'name'>): string {
    const raw = this.raw(name);
    if (typeof raw === 'string' && (identifierPattern.test(raw) || (raw === '' && this.fields[name].default === ''))) return raw;
    return this.refuse(`expected lower-case letters, digits and hyphens, starting with a letter, found ${show(raw)}`, name);
  }

  names(name: Named<F, 'names'>): readonly string[] {
    const raw = this.raw(name);
    if (
      !Array.isArray(raw) ||
      raw.length > ruleLimits.names ||
      !raw.every((entry) => typeof entry === 'string' && entry.length <= ruleLimits.text)
    )
      return this.refuse(`expected at most ${ruleLimits.names} texts, found ${show(raw)}`, name);
    return raw as string[];
  }

  /** Values of the payload of something else: each for a field of that. */
  given(name: Named<F, 'given'>, fields: readonly CompiledField[], whose: string): ReadonlyMap<string, CompiledGiven> {
    const raw = this.raw(name);
    if (!isRecord(raw)) return this.refuse(`expected values by the fields of ${whose}, found ${show(raw)}`, name);
    return new Map(
      Object.entries(raw).map(([field, value]): [string, CompiledGiven] => {
        const known = fields.find((one) => one.name === field);
        if (!known) return this.refuse(`expected a field of ${whose} (${listed(fields.map((one) => one.name))})`, name, field);
        return [field, this.givenOne(value, known, name, field)];
      }),
    );
  }

  private givenOne(raw: unknown, to: CompiledField, ...place: Place): CompiledGiven {
    if (isRecord(raw) && 'field' in raw) {
      refuseOthers(raw, ['field'], [...this.path, ...place]);
      const { event } = this.references;
      const from = event.fields.find((known) => known.name === raw['field']);
      if (from && fitsInto(from, to)) return { type: 'field', field: from.name };
      return this.refuse(
        `expected a field of the event "${event.id}" that is a ${typeof to.default}, found ${show(raw['field'])}`,
        ...place,
        'field',
      );
    }
    if (typeof to.default === 'number') {
      const bounds = { min: -ruleLimits.points, max: ruleLimits.points };
      return { type: 'amount', amount: this.amountOf(raw, bounds, ...place) };
    }
    if (typeof raw !== typeof to.default || (to.options && !to.options.includes(raw as string)))
      return this.refuse(
        `expected ${to.options ? `one of ${to.options.join(', ')}` : `a ${typeof to.default}`}, found ${show(raw)}`,
        ...place,
      );
    return { type: 'constant', value: raw as string | boolean };
  }
}

/** Whether whatever one field may hold, another takes. */
function fitsInto(from: CompiledField, to: CompiledField): boolean {
  if (typeof from.default !== typeof to.default) return false;
  return to.options === undefined || (from.options?.every((option) => to.options?.includes(option)) ?? false);
}

function listed(names: Iterable<string>): string {
  return [...names].join(', ') || 'it has none';
}
