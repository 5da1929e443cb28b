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
 * those that are not as they come; the rest is under one fold. `opened` are the fields that were shown when the lane was
 * opened: these and no others stay in sight, whatever is edited, but for a leading field that is asked only now.
 */
export function orderFields(effect: Effect, above: readonly string[], opened?: ReadonlySet<string>): FieldOrder {
  const fields = fieldsOf(effect.kind).filter((field) => !above.includes(field.name) && isAsked(effect, field));
  const { leads, family } = effectKinds[effect.kind];
  const isHeard = family === 'ear';
  const rank = ({ name }: InspectedField): number => (leads.includes(name) ? leads.indexOf(name) : leads.length);
  const differs = (field: InspectedField): boolean => JSON.stringify(readField(effect, field.name)) !== JSON.stringify(field.default);
  const isWanted = (field: InspectedField): boolean => (opened ? opened.has(field.name) : leads.includes(field.name) || differs(field));
  const wanted = fields.filter(isWanted).sort((a, b) => rank(a) - rank(b));
  const late = opened ? fields.filter(({ name }) => leads.includes(name)) : [];
  const chosen = new Set([...wanted.slice(0, mostShown), ...late].map(({ name }) => name));
  return {
    shown: inGroups(
      fields.filter(({ name }) => chosen.has(name)),
      rank,
      isHeard,
    ),
    folded: inGroups(
      fields.filter(({ name }) => !chosen.has(name)),
      rank,
      isHeard,
    ),
  };
}

/** The names of the fields that an order shows. */
export function shownNames({ shown }: FieldOrder): ReadonlySet<string> {
  return new Set(shown.flatMap(({ fields }) => fields.map(({ name }) => name)));
}

function inGroups(fields: readonly InspectedField[], rank: (field: InspectedField) => number, isHeard: boolean): FieldsOfGroup[] {
  return fieldGroups
    .map((group) => ({
      group,
      title: group === 'look' && isHeard ? 'how it sounds' : groupTitles[group],
      fields: fields.filter((field) => field.group === group).sort((a, b) => rank(a) - rank(b)),
    }))
    .filter((group) => group.fields.length > 0);
}
