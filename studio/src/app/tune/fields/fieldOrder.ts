import type { Effect } from '@undatio/core';
import { effectKinds, fieldGroups, type FieldGroup } from '@undatio/core/internal';
import { fieldsOf, isAsked, readField, type InspectedField } from '../sequenceEdits';

/** What a group of fields decides, as a person asks it. */
export const groupTitles: Readonly<Record<FieldGroup, string>> = {
  amount: 'how much',
  time: 'when',
  place: 'where',
  direction: 'which way',
  look: 'how it looks',
};

/** Nobody looks over more fields than this at once. */
const mostShown = 12;

export interface FieldOrder {
  /** The fields that matter for the kind and those that differ from their defaults, in groups. */
  readonly shown: readonly FieldsOfGroup[];
  /** All others. */
  readonly folded: readonly FieldsOfGroup[];
}

export interface FieldsOfGroup {
  readonly group: FieldGroup;
  readonly title: string;
  readonly fields: readonly InspectedField[];
}

/**
 * Orders an effect's fields for its open lane: at most a dozen are shown, those that its kind reaches for first and
 * those that are not as they come; the rest is under one fold. `kept` are shown whatever they are, so that no field
 * folds away under the hand that turns it.
 */
export function orderFields(effect: Effect, above: readonly string[], kept: ReadonlySet<string>): FieldOrder {
  const fields = fieldsOf(effect.kind).filter((field) => !above.includes(field.name) && isAsked(effect, field));
  const { leads } = effectKinds[effect.kind];
  const rank = ({ name }: InspectedField): number => (leads.includes(name) ? leads.indexOf(name) : leads.length);
  const differs = (field: InspectedField): boolean => JSON.stringify(readField(effect, field.name)) !== JSON.stringify(field.default);
  const wanted = fields
    .filter((field) => leads.includes(field.name) || differs(field) || kept.has(field.name))
    .sort((a, b) => rank(a) - rank(b));
  const chosen = new Set(wanted.slice(0, mostShown).map(({ name }) => name));
  return {
    shown: inGroups(
      fields.filter(({ name }) => chosen.has(name)),
      rank,
    ),
    folded: inGroups(
      fields.filter(({ name }) => !chosen.has(name)),
      rank,
    ),
  };
}

function inGroups(fields: readonly InspectedField[], rank: (field: InspectedField) => number): FieldsOfGroup[] {
  return fieldGroups
    .map((group) => ({
      group,
      title: groupTitles[group],
      fields: fields.filter((field) => field.group === group).sort((a, b) => rank(a) - rank(b)),
    }))
    .filter((group) => group.fields.length > 0);
}
