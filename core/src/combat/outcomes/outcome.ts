import type { Respawn } from '../parts/returning.js';
import type { Place, Told } from '../parts/told.js';
import type { CombatActor } from '../parts/combatActor.js';
import type { FullPayload } from '../parts/fullPayload.js';
import type { Seconds, Uint32 } from '../../units.js';
import type { Asking } from '../parts/asking.js';
import type { Combatant } from '../parts/combatant.js';
import { amountIn } from '../parts/amount.js';
import { partyOf } from '../parts/asking.js';
import { amountWords } from '../parts/amountWords.js';
import { nearly } from '../parts/memory.js';
import { maybeAmountRule, parties, ruleLimits, type ChoiceRule, type Party, type RuleFields } from '../parts/ruleFields.js';
import { leastAmount, type Lead } from './lead.js';
import type { Launch } from '../flights/flightKeeper.js';
import type { Throw } from '../walking/throwKeeper.js';
import type { CompiledEventRules, CompiledStatus } from '../parts/references.js';
import type { DefinedRule, RuleDefinition, RuleKind, RuleRecord } from '../parts/ruleKind.js';
import type { RuleReader } from '../parts/ruleReader.js';

/** Bodies that come about. */
export interface Spawn {
  readonly how: 'splits' | 'lets fall';
  readonly of: Combatant | undefined;
  readonly actor: CombatActor;
  /** Which size; 0 of an actor that has but one. */
  readonly rank: number;
  readonly count: number;
  readonly place: Place;
  /** px that each is thrown, in directions evenly apart, the first at `angle`. */
  readonly apart: number;
  readonly seconds: Seconds;
  readonly angle: number;
}

/** What outcomes may do to a run. Everything happens at the instant of the event unless it says when. */
export interface Doing {
  harm(who: Combatant, points: number, asking: Asking): void;
  mend(who: Combatant, points: number, asking: Asking): void;
  give(who: Combatant, status: CompiledStatus, stacks: number, length: Seconds | undefined, asking: Asking): void;
  /** Takes a status away, or only so many of its stacks. */
  take(who: Combatant, status: CompiledStatus, stacks: number | undefined, asking: Asking): void;
  /** `after` seconds of the world's clock; 0 puts it at the end of this instant. */
  raise(event: CompiledEventRules, told: Told, payload: FullPayload, after: Seconds): void;
  play(sequence: string, told: Told, payload: FullPayload, seed: Uint32, after: Seconds): void;
  count(who: Combatant | undefined, counter: string, set: number | undefined, by: number): void;
  fell(who: Combatant, asking: Asking): void;
  /**
   * Despawns a body. It respawns after `back.after` seconds of the world's clock, or never if `back` is undefined. Pass 'replaced' if
   * other bodies take its place: then it is no longer drawn.
   */
  away(who: Combatant, back: { readonly after: Seconds; readonly to: Respawn } | undefined, how?: 'replaced'): void;
  /** At once, whatever was decided about a return. */
  bringBack(who: Combatant, to: Respawn): void;
  look(who: Combatant, look: string): void;
  /** Lets something of an actor's go from somewhere. */
  launch(actor: CombatActor, from: Place, launch: Launch, by: Combatant | undefined): void;
  /** Lets so many of a rank come about at a place, thrown apart; or things that lie there. */
  spawn(what: Spawn, by: Combatant | undefined): void;
  /** Throws somebody, in the run itself. */
  shove(who: Combatant, thrown: Throw): void;
  /** Breaks off the move that somebody is in. */
  breakOff(who: Combatant): void;
  /** Runs an outcome `after` seconds of the world's clock later, unless a body of `of` was despawned in the meantime. */
  postpone(outcome: CompiledOutcome, name: string, asking: Asking, after: Seconds, of: readonly Combatant[]): void;
}

/** An outcome ready to happen. */
export interface CompiledOutcome {
  happen(asking: Asking, doing: Doing): void;
}

/** One kind of outcome: everything that the resolver, the documents and the sentences know about it. */
export interface OutcomeKind extends RuleKind {
  readonly outcome: string;
  compile(reader: RuleReader): CompiledOutcome;
  /** Lists the ways in which it can raise events. Leave it out for an outcome that raises none. */
  leads?(document: Readonly<Record<string, unknown>>): readonly Lead[];
  /** Warns about settings that are most likely a mistake; undefined if there are none. */
  doubt?(document: Readonly<Record<string, unknown>>): string | undefined;
  /** The party that performs the outcome. A cooldown added to its rung counts for this party; for the target, if left out. */
  doer?(document: Readonly<Record<string, unknown>>): Party | undefined;
}

/** Fields of every outcome. A kind that defines a field of the same name keeps its own. */
const common = {
  after: maybeAmountRule({
    label: 'After',
    about: 'Delay in seconds of the world’s clock; no delay, when left out.',
    unit: 's',
    min: 0,
    max: ruleLimits.seconds,
  }),
} as const;

/** Fields of a kind, with the fields of every outcome added. */
type WithCommon<F> = F & Omit<typeof common, keyof F>;

/** Defines a kind of outcome. `compile` can read only the kind's own fields. The field `after` is added and handled here. */
export function defineOutcome<const N extends string, F extends RuleFields>(
  kind: RuleDefinition<F> & {
    readonly outcome: N;
    compile(reader: RuleReader<F>): CompiledOutcome;
    leads?(document: RuleRecord<F>): readonly Lead[];
    doubt?(document: RuleRecord<F>): string | undefined;
    doer?(document: RuleRecord<F>): Party | undefined;
  },
): DefinedRule<OutcomeKind, 'outcome', N, WithCommon<F>> {
  if ('after' in kind.fields) return kind as unknown as DefinedRule<OutcomeKind, 'outcome', N, WithCommon<F>>;
  const partyFields = Object.entries(kind.fields).flatMap(([name, field]) =>
    field.control === 'choice' && field.options.includes('source') && field.options.includes('target') ? [name] : [],
  );
  const whole: Partial<OutcomeKind> = {
    ...(kind as unknown as OutcomeKind),
    fields: { ...kind.fields, ...common },
    compile(reader) {
      const outcome = kind.compile(reader as unknown as RuleReader<F>);
      const after = (reader as unknown as RuleReader<typeof common>).maybeAmount('after');
      if (after === undefined) return outcome;
      const named = partyFields.map((name) => (reader as unknown as RuleReader<Record<string, ChoiceRule<typeof parties>>>).choice(name));
      return {
        happen(asking, doing) {
          const seconds = amountIn(asking, after);
          if (seconds > nearly)
            doing.postpone(
              outcome,
              kind.outcome,
              asking,
              seconds,
              named.flatMap((name) => parties.flatMap((party) => (party === name ? (partyOf(asking, party) ?? []) : []))),
            );
          else outcome.happen(asking, doing);
        },
      };
    },
    words(document) {
      const words = kind.words(document as RuleRecord<F>);
      const { after } = document as RuleRecord<typeof common>;
      return after === undefined || after === 0 ? words : `${words} after ${amountWords(after)} s`;
    },
    leads(document) {
      const leads = kind.leads?.(document as RuleRecord<F>) ?? [];
      const isLater = leastAmount((document as RuleRecord<typeof common>).after) > 0;
      return isLater ? leads.map((one) => ({ ...one, later: true })) : leads;
    },
  };
  return whole as unknown as DefinedRule<OutcomeKind, 'outcome', N, WithCommon<F>>;
}
