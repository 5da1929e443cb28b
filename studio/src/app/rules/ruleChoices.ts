import type { EventType, Project } from '@undatio/core';
import type { RuleField } from '@undatio/core/internal';
import { signalsOf as signalsOfEffect } from '../tune/sequenceEdits';

/** What may be chosen in a rule's fields, of a project. */
export interface RuleChoices {
  readonly project: Project;
  /** The event whose ladder it is in; undefined outside ladders. */
  readonly event: EventType | undefined;
  /** Who takes part, in a drill. */
  readonly combatants?: readonly Named[];
}

export interface Named {
  readonly value: string;
  readonly label: string;
}

const named = (list: readonly { readonly id: string; readonly label?: string | undefined }[]): Named[] =>
  list.map(({ id, label }) => ({ value: id, label: label ?? id }));
/** Several actors and ladders may have moves and rungs of one id. */
const unique = (list: readonly Named[]): Named[] => list.filter(({ value }, i) => list.findIndex((one) => one.value === value) === i);
const plain = (list: readonly string[]): Named[] => [...new Set(list)].map((value) => ({ value, label: value }));

/** The names that a field may hold. `document` is the rule that it stands in. */
export function choicesFor(
  field: RuleField,
  { project, event, combatants = [] }: RuleChoices,
  document: Readonly<Record<string, unknown>>,
): Named[] {
  if (field.control === 'choice') return plain(field.options);
  if (field.control === 'name') {
    switch (field.of) {
      case 'status':
        return named(project.statuses);
      case 'sequence':
        return named(project.sequences);
      case 'event':
        return named(project.events);
      case 'actor':
        return named(project.actors);
      case 'field':
        return (event?.fields ?? [])
          .filter(({ type }) => type !== 'number' && type !== 'direction')
          .map(({ name, label }) => ({ value: name, label }));
      case 'look':
        return plain(project.actors.flatMap(({ healthLooks = [] }) => healthLooks.map(({ id }) => id)));
      case 'counter':
        return plain(countersOf(project));
      case 'combatant':
        return [...combatants];
      case 'move':
        return unique(named(project.actors.flatMap(({ moves = [] }) => moves)));
      case 'signal': {
        const played = project.sequences.find(({ id }) => id === document['sequence']);
        return plain((played?.effects ?? []).flatMap((effect) => signalsOfEffect(effect)));
      }
      case 'rung':
        return unique(named(project.responses.flatMap(({ rungs }) => rungs)));
    }
  }
  if (field.control !== 'names') return [];
  switch (field.of) {
    case 'kind':
      return plain(project.actors.flatMap(({ kinds = [] }) => kinds));
    case 'side':
      return plain(project.actors.flatMap(({ side }) => (side === undefined ? [] : [side])));
    case 'actor':
      return named(project.actors);
    case 'party':
      return plain(['source', 'target', 'projectile']);
    case 'option': {
      const of = event?.fields.find(({ name }) => name === document['field']);
      return plain(of?.type === 'kind' ? of.options : of?.type === 'flag' ? ['on', 'off'] : []);
    }
  }
}

/** Counters that are named anywhere. */
export function countersOf({ responses }: Project): string[] {
  return [...JSON.stringify(responses).matchAll(/"counter":"([a-z][a-z0-9-]*)"/g)].map(([, name]) => name);
}
