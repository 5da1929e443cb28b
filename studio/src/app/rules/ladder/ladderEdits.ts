import type { EventType, Project, Response, Rung, Sequence } from '@undatio/core';
import {
  conditionKinds,
  freeId,
  namesOfCopy,
  groupNames,
  keepers,
  outcomeKinds,
  ruleSchemas,
  type Condition,
  type Outcome,
  type RuleFields,
} from '@undatio/core/internal';
import type { AddChoice } from '../../shared/addMenu';
import { choicesFor, type RuleChoices } from '../ruleChoices';
import { measureOf } from '../fields/measureEditor';

/** What is done to ladders. Pure: who calls puts it in place. */

/** The conditions that can be added, by their names in menus. */
export const conditionNames: readonly AddChoice[] = [
  ...Object.values(conditionKinds).map(({ condition, title, about, search }) => ({ value: condition, label: title, about, search })),
  { value: 'all', label: 'All of some conditions', about: 'A group: all conditions in it hold.', search: 'and group' },
  { value: 'any', label: 'Any of some conditions', about: 'A group: at least one condition in it holds.', search: 'or group' },
  { value: 'none', label: 'None of some conditions', about: 'A group: no condition in it holds.', search: 'not group except' },
];
/** The outcomes that can be added, by their names in menus. */
export const outcomeNames: readonly AddChoice[] = Object.values(outcomeKinds).map(({ outcome, title, about, search }) => ({
  value: outcome,
  label: title,
  about,
  search,
}));

/** The response to an event; a new one without rungs where there is none. */
export function responseTo({ responses }: Pick<Project, 'responses'>, event: EventType): Response {
  const known = responses.find((one) => one.event === event.id);
  return known ?? { id: freeId(event.id, new Set(responses.map(({ id }) => id)), 'response'), event: event.id, rungs: [] };
}

export function newRung({ rungs }: Response): Rung {
  return { id: freeId('rung', new Set(rungs.map(({ id }) => id)), 'rung'), when: [], then: [], goesOn: false };
}

export function copyOfRung(rung: Rung, { rungs }: Response): Rung {
  return { ...rung, ...namesOfCopy(rung, rungs, 'rung') };
}

/** What a new rule must say itself, chosen from what there is; undefined where there is nothing to choose. */
function required(fields: RuleFields, choices: RuleChoices): Record<string, unknown> | undefined {
  const made: Record<string, unknown> = {};
  for (const [name, field] of Object.entries(fields)) {
    if (field.default !== undefined || field.control === 'maybe-number' || (field.control === 'amount' && field.optional)) continue;
    if (field.control === 'measure') {
      const first = choices.event?.fields.some(({ type }) => type === 'number') ? 'payload' : 'health-share';
      made[name] = measureOf(first, choices);
    } else if (field.control === 'name') {
      const [known] = choicesFor(field, choices, {});
      if (!known && field.of !== 'counter') return undefined;
      made[name] = known?.value ?? 'count';
    }
  }
  return made;
}

/** Makes a condition for a rung with the outcomes `then`. A cooldown counts for the party that performs them. */
export function newCondition(name: string, choices: RuleChoices, then: readonly Outcome[] = []): Condition | undefined {
  if (groupNames.includes(name as never)) return { condition: name as 'all', of: [] };
  const needed = required(conditionKinds[name].fields, choices);
  if (!needed) return undefined;
  // A choice of values begins with the first, so that it is never empty.
  const field = choices.event?.fields.find((one) => one.name === needed['field']);
  const values = name === 'one-of' ? { values: [field?.type === 'kind' ? field.options[0] : field?.type === 'flag' ? 'on' : 'a'] } : {};
  const doer = then.map((one) => outcomeKinds[one.outcome].doer?.(one)).find((one) => keepers.some((keeper) => keeper === one));
  const kept = Object.entries(conditionKinds[name].fields).filter(([, one]) => one.control === 'choice' && one.options === keepers);
  const per = doer ? Object.fromEntries(kept.map(([field]) => [field, doer])) : {};
  const parsed = ruleSchemas.condition().safeParse({ condition: name, ...needed, ...values, ...per });
  return parsed.success ? parsed.data : undefined;
}

export function newOutcome(name: string, choices: RuleChoices): Outcome | undefined {
  const needed = required(outcomeKinds[name].fields, choices);
  if (!needed) return undefined;
  const playing = name === 'play' ? choices.project.sequences.find(({ event }) => event === choices.event?.id) : undefined;
  const parsed = ruleSchemas.outcome().safeParse({ outcome: name, ...needed, ...(playing && { sequence: playing.id }) });
  return parsed.success ? parsed.data : undefined;
}

/** The list with one entry taken to another place. */
export function taken<T>(list: readonly T[], from: number, to: number): T[] {
  const next = [...list];
  const [one] = next.splice(from, 1);
  next.splice(Math.max(0, Math.min(next.length, to)), 0, one);
  return next;
}

/** The sequences that a rung plays. */
export function sequencesOf({ then }: Rung): string[] {
  return then.flatMap((one) => (one.outcome === 'play' ? [one.sequence] : []));
}

/** Returns the sequences that belong to an event or are played by its rungs. */
export function playedOn({ responses, sequences }: Pick<Project, 'responses' | 'sequences'>, event: string): Sequence[] {
  const rungs = responses.find((one) => one.event === event)?.rungs ?? [];
  const played = new Set(rungs.flatMap((rung) => sequencesOf(rung)));
  return sequences.filter((sequence) => sequence.event === event || played.has(sequence.id));
}
