import { eventSchema, type EventType, type Payload, type PayloadField, type Project, type Sequence } from '@undatio/core';
import {
  fittingPayload,
  freeId,
  namesOfCopy,
  rulesRenamed,
  rulesThatUse,
  usersOfField,
  presetUses,
  withFieldFixed,
  withFieldRenamed,
  withOptionRenamed,
  withoutField,
  type FieldUser,
} from '@undatio/core/internal';
import type { DocumentKey, DocumentState, EditableDocument } from '../project/documentKey';
import { sameValue } from '../shared/sameValue';

/** What is done to events, as the documents that change with it. Pure: who calls puts them in place. */

export type FieldType = PayloadField['type'];

export const fieldTypes: readonly { readonly type: FieldType; readonly label: string; readonly about: string }[] = [
  { type: 'number', label: 'number', about: 'How much: damage, speed, health.' },
  { type: 'direction', label: 'direction', about: 'Which way the blow flies, in degrees.' },
  { type: 'kind', label: 'choice', about: 'One of a few words: plain, burning, poisoned.' },
  { type: 'flag', label: 'flag', about: 'Yes or no: critical, blocked.' },
  { type: 'text', label: 'text', about: 'A name or a word to show.' },
];

/** A new event, whose id and label are free. */
export function newEvent({ events }: Pick<Project, 'events'>): EventType {
  const id = freeId('new event', new Set(events.map((event) => event.id)), 'event');
  return { id, label: id === 'new-event' ? 'New event' : `New event ${id.slice('new-event-'.length)}`, fields: [] };
}

/** A copy of an event under a free id; sequences stay with the original. */
export function copyOf(event: EventType, { events }: Pick<Project, 'events'>): EventType {
  return { ...event, ...namesOfCopy(event, events, 'event') };
}

/** A new field of a type, with a free name. */
export function newField(type: FieldType, fields: readonly PayloadField[]): PayloadField {
  const taken = new Set(fields.map(({ name }) => name));
  const base = { number: 'amount', direction: 'direction', kind: 'kind', flag: 'flag', text: 'text' }[type];
  let n = 1;
  while (taken.has(n === 1 ? base : `${base}${n}`)) n++;
  const name = n === 1 ? base : `${base}${n}`;
  const common = { name, label: name.charAt(0).toUpperCase() + name.slice(1) };
  switch (type) {
    case 'number':
      return { type, ...common, min: 0, max: 100, step: 1, default: 10 };
    case 'direction':
      return { type, ...common, default: 0 };
    case 'kind':
      return { type, ...common, options: ['plain', 'other'], default: 'plain' };
    case 'flag':
      return { type, ...common, default: false };
    case 'text':
      return { type, ...common, default: '' };
  }
}

/** Why an event cannot be so, in one sentence; undefined when it can. */
export function refusalOf(event: EventType): string | undefined {
  const parsed = eventSchema().safeParse(event);
  if (parsed.success) return undefined;
  const [{ path, message }] = parsed.error.issues;
  const field = path[0] === 'fields' ? event.fields[Number(path[1])]?.name : undefined;
  return `${field ? `${field}: ` : ''}${message}`;
}

/** With a field changed, or, without one, gone; the event's sample follows as far as it fits. */
export function withField(event: EventType, name: string, field: PayloadField | undefined): EventType {
  const fields = event.fields.flatMap((other) => (other.name === name ? (field ? [field] : []) : [other]));
  const sample = Object.entries(event.sample ?? {}).map(([key, value]): [string, number | string | boolean] => [
    field && key === name ? field.name : key,
    value,
  ]);
  return withSample({ ...event, fields }, Object.fromEntries(sample));
}

/** With the payload that it is tried with; what no field takes is left out, and so is a sample of nothing. */
export function withSample({ sample: _, ...event }: EventType, sample: Payload): EventType {
  const kept = fittingPayload(event.fields, sample);
  return Object.keys(kept).length > 0 ? { ...event, sample: kept } : event;
}

/** The list with one place moved by a step; the same list at its ends. */
export function moved<T>(list: readonly T[], at: number, step: number): T[] {
  const to = at + step;
  const next = [...list];
  if (to < 0 || to >= list.length) return next;
  [next[at], next[to]] = [next[to], next[at]];
  return next;
}

export function sequencesOn({ sequences }: Pick<Project, 'sequences'>, event: string): Sequence[] {
  return sequences.filter((sequence) => sequence.event === event);
}

export function usersOf(project: Project, event: string, field: string): FieldUser[] {
  const rules = rulesThatUse(project, (use) => use.collection === 'events' && use.id === event && use.field === field);
  return [
    ...usersOfField(project.sequences, event, field),
    ...rules.map(({ collection, id, places }) => ({ sequence: `${collection}/${id}`, places })),
  ];
}

/** The documents that decide and ask for a thing, with its other name. */
function rulesAfter(project: Project, asked: Parameters<typeof rulesRenamed>[1], to: string): DocumentState[] {
  return rulesRenamed(project, asked, to).map(({ collection, id, document }): DocumentState => [
    `${collection}/${id}` as DocumentKey,
    document as EditableDocument,
  ]);
}

/** The documents that decide and name an event. */
export function rulesOn(project: Project, event: string): readonly string[] {
  return rulesThatUse(project, (use) => use.collection === 'events' && use.id === event).map(({ collection, id }) => `${collection}/${id}`);
}

/** Sequences as they are after a change of their own, and the presets that they alone follow after the same. */
function changed(project: Project, event: string, change: (sequence: Sequence) => Sequence): DocumentState[] {
  const sequences = sequencesOn(project, event).flatMap((sequence): DocumentState[] => {
    const after = change(sequence);
    return after === sequence ? [] : [[`sequences/${sequence.id}`, after]];
  });
  const presets = project.presets.flatMap((preset): DocumentState[] => {
    const uses = presetUses(project, preset.id);
    // One that is followed on other events as well stays as it is: lanes here are told as apart from it.
    if (uses.length === 0 || uses.some(({ sequence }) => sequence.event !== event)) return [];
    const { effects } = change({ ...uses[0].sequence, effects: preset.effects });
    return effects === preset.effects ? [] : [[`presets/${preset.id}`, { ...preset, effects }]];
  });
  return [...sequences, ...presets];
}

export function fieldRenamed(project: Project, event: EventType, from: string, to: string): DocumentState[] {
  const field = event.fields.find(({ name }) => name === from);
  if (!field) return [];
  const { harm } = event;
  const named = harm && {
    harm: { ...harm, value: harm.value === from ? to : harm.value, ...(harm.kindField === from && { kindField: to }) },
  };
  const after = withField({ ...event, ...named }, from, { ...field, name: to });
  return [
    [`events/${event.id}`, after],
    ...changed(project, event.id, (sequence) => withFieldRenamed(sequence, from, to)),
    ...rulesAfter(project, (use) => use.collection === 'events' && use.id === event.id && use.field === from, to),
  ];
}

export function fieldRemoved(project: Project, event: EventType, name: string): DocumentState[] {
  const field = event.fields.find((other) => other.name === name);
  if (!field) return [];
  const { harm, ...without } = event;
  const { kindField: _, ...kindless } = harm ?? { value: '' };
  const left = harm?.value === name ? without : harm?.kindField === name ? { ...event, harm: kindless } : event;
  const asking = project.responses.filter((response) => response.event === event.id);
  return [
    ...changed(project, event.id, (sequence) => withFieldFixed(sequence, field)),
    ...asking.flatMap((response): DocumentState[] => {
      const after = withoutField(response, field);
      return sameValue(after, response) ? [] : [[`responses/${response.id}`, after]];
    }),
    ...project.drills.flatMap((drill): DocumentState[] => {
      const script = drill.script.map((one) => {
        if (one.event !== event.id || !one.payload || !(name in one.payload)) return one;
        const { [name]: __, ...payload } = one.payload;
        return { ...one, payload };
      });
      return script.some((one, i) => one !== drill.script[i]) ? [[`drills/${drill.id}`, { ...drill, script }]] : [];
    }),
    [`events/${event.id}`, withField(left, name, undefined)],
  ];
}

export function optionRenamed(project: Project, event: EventType, name: string, from: string, to: string): DocumentState[] {
  const field = event.fields.find((other) => other.name === name);
  if (field?.type !== 'kind') return [];
  const after: PayloadField = {
    ...field,
    options: field.options.map((option) => (option === from ? to : option)),
    default: field.default === from ? to : field.default,
  };
  return [
    [`events/${event.id}`, withField(withOption(event, name, from, to), name, after)],
    ...changed(project, event.id, (sequence) => withOptionRenamed(sequence, name, from, to)),
  ];
}

/** The event whose sample names an option by its new name. */
function withOption(event: EventType, field: string, from: string, to: string): EventType {
  return event.sample?.[field] === from ? { ...event, sample: { ...event.sample, [field]: to } } : event;
}
