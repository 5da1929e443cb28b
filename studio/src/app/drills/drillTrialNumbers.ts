import { documentSchemas, problemsOf, type Project } from '@undatio/core';
import { numbersOf, numberWords, trialValues, valueAt, withValueAt, type DocumentNumber, type ValuePath } from '@undatio/core/internal';
import { readDocument, split, withDocument, type DocumentKey, type EditableDocument } from '../project/documentKey';
import type { AxisChoice, TrialOption } from '../tune/trial/trialDesk';
import type { Played } from './playedDrill';

/** A number of a document that a drill hangs on. */
export interface TriedNumber {
  readonly of: 'number';
  readonly key: DocumentKey;
  readonly path: ValuePath;
}
/** What a trial of a drill varies: such a number, or the seed. */
export type DrillTried = { readonly of: 'seed' } | TriedNumber;

/** What of each sort of document shows how something looks, and nothing of how a fight goes. */
const leftOut: Readonly<Record<string, readonly string[]>> = {
  drills: ['seed', 'expectations'],
  actors: ['parts', 'spots', 'poses', 'clips', 'place', 'cell', 'healthLooks'],
};

/** The documents that a drill hangs on and that have something to try, each under what it is called here. */
export function ownersOf(project: Project, { run, drill }: Played): TrialOption[] {
  const raised = new Set(run.log.map(({ event }) => event));
  const held = new Set(run.history.flatMap((step) => (step.of === 'status' ? [step.name] : [])));
  const there = new Set(run.combatants.map(({ actor }) => actor.id));
  const eventOf = (id: string): string => project.events.find((event) => event.id === id)?.label ?? id;
  const owners: { readonly value: DocumentKey; readonly label: string }[] = [
    { value: `drills/${drill.id}`, label: 'the drill' },
    ...project.responses
      .filter(({ event }) => raised.has(event))
      .map(({ id, event }) => ({ value: `responses/${id}` as const, label: `ladder of ${eventOf(event)}` })),
    ...project.statuses
      .filter(({ id }) => held.has(id))
      .map(({ id, label }) => ({ value: `statuses/${id}` as const, label: `status ${label}` })),
    ...project.actors
      .filter(({ id }) => there.has(id))
      .map(({ id, label }) => ({ value: `actors/${id}` as const, label: `actor ${label}` })),
  ];
  return owners.filter(({ value }) => numbersIn(project, value).length > 0);
}

/** The numbers of a document that can be tried. */
export function numbersIn(project: Project, key: DocumentKey): readonly DocumentNumber[] {
  const document = readable(project, key);
  return document ? numbersOf(document, leftOut[split(key)[0]]) : [];
}

/** A number as it stands now; undefined where it is not there (any more). */
export function presentNumber(project: Project, { key, path }: TriedNumber): number | undefined {
  const document = readable(project, key);
  const value = document && valueAt(document, path);
  return typeof value === 'number' ? value : undefined;
}

/** A document with every number said that is there: the payload of a drill's event where it leaves it to the event as well. */
function readable(project: Project, key: DocumentKey): EditableDocument | undefined {
  const document = readDocument(project, key);
  if (!document || !('script' in document)) return document;
  const script = document.script.map((entry) => {
    const fields = project.events.find(({ id }) => id === entry.event)?.fields ?? [];
    const usual = Object.fromEntries(fields.flatMap((field) => (typeof field.default === 'number' ? [[field.name, field.default]] : [])));
    return { ...entry, payload: { ...usual, ...entry.payload } };
  });
  return { ...document, script };
}

/** The project with a number at another value, its document saying no more than it said, and that. */
export function withTriedNumber(project: Project, { key, path }: TriedNumber, value: number): Project {
  const document = readDocument(project, key);
  if (!document) return project;
  const [list, at, part, field] = path;
  if (!('script' in document) || list !== 'script' || part !== 'payload')
    return withDocument(project, key, withValueAt(document, path, value) ?? document);
  const script = document.script.map((entry, i) => (i === at ? { ...entry, payload: { ...entry.payload, [field]: value } } : entry));
  return withDocument(project, key, { ...document, script });
}

/** The values of an axis, whole ones where the document takes no others; or one sentence that says what is wrong with them. */
export function triedValues({ tried, from, to, count, by }: AxisChoice<DrillTried>, project: Project): readonly number[] | string {
  if (tried.of === 'seed') return Array.from({ length: count }, (_, i) => (from + i) >>> 0);
  const values = trialValues({ from, to, count, by });
  if (typeof values === 'string') return values;
  const refused = refusal(project, tried, values);
  if (refused === undefined) return values;
  const whole = values.map(Math.round);
  return new Set(whole).size === count && refusal(project, tried, whole) === undefined ? whole : refused;
}

/** What a document says against the first of the values that it does not take. */
function refusal(project: Project, { key, path }: TriedNumber, values: readonly number[]): string | undefined {
  const document = readable(project, key);
  const [collection, id] = split(key);
  for (const value of values) {
    const changed = document && withValueAt(document, path, value);
    if (!changed) return `${id} has no such number any more`;
    const read = documentSchemas[collection]().safeParse(changed);
    if (!read.success) return `${numberWords(value)} cannot stand there: ${problemsOf(read.error)[0].message}`;
  }
  return undefined;
}

/** A first choice for an axis: from half of a number to twice as much, or as near to that as its document takes. */
export function firstChoice(tried: DrillTried, project: Project, seed: number, count: number): AxisChoice<DrillTried> {
  const choice: AxisChoice<DrillTried> = { tried, from: 0, to: 1, count, by: 'even', colours: ['#ffffff', '#ffffff'] };
  if (tried.of === 'seed') return { ...choice, from: seed };
  const value = presentNumber(project, tried) ?? 0;
  const around =
    value === 0
      ? [[0, 1]]
      : [
          [value / 2, value * 2],
          [value, value * 2],
          [value / 2, value],
        ];
  const choices = [...around, [value, value + count - 1], [value - count + 1, value]].map(([one, other]) => ({
    ...choice,
    from: Math.min(one, other),
    to: Math.max(one, other),
  }));
  return choices.find((each) => typeof triedValues(each, project) !== 'string') ?? choices[0];
}
