import { effectKinds, type Effect } from '../effects/registry.js';
import type { NumberValue } from '../model/fields.js';
import type { Problem } from '../model/problem.js';
import type { Project, Sequence } from '../model/project.js';
import { valueSpan } from '../model/valueEdits.js';

/** What a player may turn down to nothing in a game that offers comfort. */
export const comfortScalers = ['shake', 'flash', 'rumble'] as const;
export type ComfortScaler = (typeof comfortScalers)[number];

const isNothing = (value: unknown): boolean => valueSpan(value as NumberValue).every((end) => end === 0);

/** Whether an effect shows, sounds or is felt at all: muted ones, ones of no strength, and what only the game hears do not. */
function isPerceived(effect: Effect): boolean {
  return !effect.muted && effectKinds[effect.kind].family !== 'logic' && !isNothing(effect.strength);
}

/** Whether nothing is left of an effect once a player has turned one scaler to 0, as the player of games applies it. */
export function isLost(effect: Effect, scaler: ComfortScaler): boolean {
  switch (effect.kind) {
    case 'shake':
    case 'kick':
    case 'punch':
      return scaler === 'shake';
    case 'flash':
      return scaler === 'flash';
    case 'rumble':
      return scaler === 'rumble';
    case 'lens':
      // Parted colours go with the motions of the view, dark corners and the flash of all of it with flashes.
      if (scaler === 'shake') return isNothing(effect.flash) && isNothing(effect.vignette);
      return scaler === 'flash' && isNothing(effect.split);
    default:
      return false;
  }
}

/** What of a blow's meaning is lost at one scaler's 0. */
export interface ComfortFinding {
  /** The sequence’s place in the project. */
  readonly at: number;
  readonly scaler: ComfortScaler;
  readonly message: string;
}

const senses = { ear: 'heard', hand: 'felt in the hand' } as const;

function left({ effects }: Sequence, scaler: ComfortScaler): readonly Effect[] {
  return effects.filter((effect) => isPerceived(effect) && !isLost(effect, scaler));
}

/** What is perceived, without the names that only people read. */
function lookOf(effects: readonly Effect[]): string {
  return JSON.stringify(effects.map(({ id: _id, label: _label, ...rest }) => ({ ...rest, anchor: rest.anchor.to })));
}

/**
 * For each sequence and each of a player's scalers turned to 0: whether it is told by nothing any more, by one sense alone, or by the
 * very same as another sequence of its event that it differed from.
 */
export function comfortFindings({ sequences }: Pick<Project, 'sequences'>): ComfortFinding[] {
  return sequences.flatMap((sequence, at) =>
    comfortScalers.flatMap((scaler): ComfortFinding[] => {
      const whole = sequence.effects.filter(isPerceived);
      const rest = left(sequence, scaler);
      if (rest.length === whole.length) return [];
      const found = (message: string): ComfortFinding[] => [{ at, scaler, message: `${message} where a player turns ${scaler} to 0` }];
      if (rest.length === 0) return found('is told by nothing');
      const families = new Set(rest.map(({ kind }) => effectKinds[kind].family));
      const [only] = families;
      const wasMore = new Set(whole.map(({ kind }) => effectKinds[kind].family)).size > 1;
      if (families.size === 1 && wasMore && (only === 'ear' || only === 'hand')) return found(`is only ${senses[only]}`);
      const twin = sequences.find(
        (other) =>
          other !== sequence &&
          other.event === sequence.event &&
          lookOf(other.effects.filter(isPerceived)) !== lookOf(whole) &&
          lookOf(left(other, scaler)) === lookOf(rest),
      );
      return twin ? found(`cannot be told from “${twin.label}”`) : [];
    }),
  );
}

/** The same as warnings of a project. */
export function comfortProblems(project: Pick<Project, 'sequences'>): Problem[] {
  return comfortFindings(project).map(({ at, message }) => ({ severity: 'warning', path: `sequences[${at}]`, message }));
}
