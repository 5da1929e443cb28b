import { readProject, type Project } from '@undatio/core';
import { withDocument } from '../project/documentKey';
import { withOtherId } from '../project/relabelled';
import { projectWith } from '../../testing';
import { presetOf, withPreset } from '@undatio/core/internal';
import {
  fieldRemoved,
  fieldRenamed,
  fieldTypes,
  moved,
  newEvent,
  newField,
  optionRenamed,
  refusalOf,
  usersOf,
  withSample,
} from './eventEdits';

const project = projectWith([
  { kind: 'flash', id: 'flash', amount: { drive: 'damage', in: [0, 50], out: [0, 1] } },
  { kind: 'flash', id: 'tint', colour: { by: 'kind', of: { ember: '#ff8800' }, otherwise: '#ffffff' } },
]);
const [event] = project.events;
const after = (states: ReturnType<typeof fieldRenamed>): Project =>
  states.reduce((all, [key, document]) => withDocument(all, key, document), project);
const problems = (changed: Project): readonly object[] => readProject(JSON.parse(JSON.stringify(changed))).problems;

describe('editing events', () => {
  it('leaves a project whole, whatever is renamed or removed', () => {
    for (const states of [
      fieldRenamed(project, event, 'damage', 'force'),
      fieldRemoved(project, event, 'damage'),
      fieldRemoved(project, event, 'kind'),
      optionRenamed(project, event, 'kind', 'ember', 'fire'),
      withOtherId(project, 'events', event.id, 'joust'),
    ])
      expect(problems(after(states))).toEqual([]);
  });

  it('takes presets along that are followed on that event alone', () => {
    const [sequence] = project.sequences;
    const preset = presetOf(sequence, new Set(['flash', 'tint']), { id: 'light', label: 'Light' });
    const following = { ...project, presets: [preset], sequences: [withPreset({ ...sequence, effects: [] }, preset, 'linked')] };
    const next = (states: ReturnType<typeof fieldRenamed>): Project =>
      states.reduce((all, [key, document]) => withDocument(all, key, document), following);
    for (const states of [
      fieldRenamed(following, event, 'damage', 'force'),
      fieldRemoved(following, event, 'damage'),
      fieldRemoved(following, event, 'kind'),
      optionRenamed(following, event, 'kind', 'ember', 'fire'),
    ])
      expect(problems(next(states))).toEqual([]);
    expect(JSON.stringify(next(fieldRenamed(following, event, 'damage', 'force')).presets)).toContain('"drive":"force"');
  });

  it('knows who uses a field, before and after', () => {
    expect(usersOf(project, event.id, 'damage').map(({ sequence }) => sequence)).toEqual(['blow']);
    expect(usersOf(after(fieldRenamed(project, event, 'damage', 'force')), event.id, 'force').length).toBe(1);
  });

  it('renames an event in its place, with what plays on it', () => {
    const renamed = after(withOtherId(project, 'events', event.id, 'joust'));
    expect([renamed.events.map(({ id }) => id), renamed.sequences[0].event]).toEqual([['joust'], 'joust']);
  });

  it('makes events and fields that are whole, with names that are free', () => {
    const made = newEvent({ events: [{ ...event, id: 'new-event' }] });
    expect(made.id).toBe('new-event-2');
    const fields = fieldTypes.flatMap(({ type }) => [newField(type, []), newField(type, [newField(type, [])])]);
    expect(new Set(fields.map(({ name }) => name)).size).toBe(fields.length);
    expect(refusalOf({ ...made, fields })).toBeUndefined();
  });

  it('says in a sentence why an event cannot be so', () => {
    const field = { ...newField('number', []), min: 5, max: 1 } as never;
    expect(refusalOf({ ...event, fields: [field] })).toContain('amount: expected min < max');
  });

  it('moves by a step, and not beyond the ends', () => {
    expect([moved(['a', 'b', 'c'], 0, 1), moved(['a', 'b', 'c'], 0, -1), moved(['a', 'b', 'c'], 2, 1)]).toEqual([
      ['b', 'a', 'c'],
      ['a', 'b', 'c'],
      ['a', 'b', 'c'],
    ]);
  });

  it('keeps the sample of an event with its fields and options', () => {
    const sampled = withSample(event, { damage: 30, kind: 'ember', direction: 'up', nothing: 1 });
    expect(sampled.sample).toEqual({ damage: 30, kind: 'ember' });
    const all = { ...project, events: [sampled] };
    const sampleAfter = (states: ReturnType<typeof fieldRenamed>): unknown =>
      states.reduce((one, [key, document]) => withDocument(one, key, document), all).events[0].sample;
    expect(sampleAfter(fieldRenamed(all, sampled, 'damage', 'force'))).toEqual({ force: 30, kind: 'ember' });
    expect(sampleAfter(fieldRemoved(all, sampled, 'kind'))).toEqual({ damage: 30 });
    expect(sampleAfter(optionRenamed(all, sampled, 'kind', 'ember', 'fire'))).toEqual({ damage: 30, kind: 'fire' });
    expect(withSample(sampled, {}).sample).toBeUndefined();
    expect(refusalOf({ ...event, sample: { damage: 'lots' } })).toBe('expected a number');
    expect(refusalOf({ ...event, sample: { dammage: 1 } })).toContain('expected a field of this event (damage,');
    expect(refusalOf({ ...event, sample: { kind: 'frost' } })).toBe('expected one of plain, ember');
  });
});
