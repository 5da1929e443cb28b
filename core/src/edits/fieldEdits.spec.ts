import { compileContext } from '../checks/compileContext.js';
import { readProject, type EventType, type Project, type Sequence } from '../index.js';
import { bakedRow, bakedParticles } from '../ship/bakedRow.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { movedToEvent, usersOfField, withFieldFixed, withFieldRenamed, withOptionRenamed } from './fieldEdits.js';

const fields: EventType['fields'] = [
  { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 50, step: 1, default: 12 },
  { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'ember' },
];
const effects = [
  { kind: 'flash', id: 'flash', duration: 0.2, amount: { drive: 'damage', in: [0, 50], out: [0.2, 1], ease: 'ease-in' } },
  { kind: 'flash', id: 'tint', delay: 0.1, colour: { by: 'kind', of: { ember: '#ff8800' }, otherwise: '#ffffff' } },
  {
    kind: 'number',
    id: 'number',
    template: '{{-}} {damage} {kind}',
    colour: { by: 'kind', of: { ember: '#ff8800' }, otherwise: '#ffffff' },
  },
  { kind: 'caption', id: 'caption', text: '{sway: {damage}} {wait 0.1}{signal damage damage 30} { kind }!' },
  { kind: 'shake', id: 'shake', amplitude: 3 },
];

function projectOf(payload: EventType['fields'], all: readonly object[] = effects): Project {
  const { project, problems } = readProject({
    format: 1,
    id: 'spec',
    label: 'Spec',
    events: [{ id: 'hit', label: 'Hit', fields: payload }],
    actors: [],
    assets: [],
    sequences: [{ id: 'blow', label: 'Blow', event: 'hit', effects: all }],
  });
  if (!project) throw new Error(JSON.stringify(problems));
  return project;
}

/** Everything a sequence comes to over its time, by one payload. */
function playedBy(project: Project, sequence: Sequence, payload: Record<string, number | string> = {}): unknown[] {
  const take = strike(compileSequence(sequence, [], compileContext(project)), payload, { seed: 5 });
  const frame = take.createFrame();
  return [0, 0.03, 0.08, 0.13, 0.3].map((t) => {
    take.sample(t, frame);
    const { text, count, colour } = frame.numbers;
    const { glyphs } = frame;
    return [bakedRow(frame), bakedParticles(frame), text.slice(0, count), colour.slice(0, count), glyphs.text.slice(0, glyphs.count)];
  });
}

const project = projectOf(fields);
const [blow] = project.sequences;

describe('a field of a payload', () => {
  it('is known by the places that refer to it', () => {
    expect(usersOfField([blow], 'hit', 'damage')).toEqual([
      { sequence: 'blow', places: ['effects[0].amount.drive', 'effects[2].template', 'effects[3].text'] },
    ]);
    expect(usersOfField([blow], 'other', 'damage')).toEqual([]);
  });

  it('is renamed everywhere: by its new name everything plays as it did by the old one', () => {
    const renamed = withFieldRenamed(withFieldRenamed(blow, 'damage', 'force'), 'kind', 'sort');
    const after = projectOf(
      [
        { ...fields[0], name: 'force' },
        { ...fields[1], name: 'sort' },
      ] as EventType['fields'],
      renamed.effects,
    );
    expect(playedBy(after, renamed, { force: 33, sort: 'plain' })).toEqual(playedBy(project, blow, { damage: 33, kind: 'plain' }));
    // A signal of the same name is no field, but its numbers are for fields.
    expect(JSON.stringify(renamed)).toContain('{signal damage force 30}');
    expect(renamed.effects[4]).toBe(blow.effects[4]);
  });

  it('is fixed at its default: without it everything plays as it did by the default', () => {
    const fixed = fields.reduce(withFieldFixed, blow);
    expect(usersOfField([fixed], 'hit', 'damage')).toEqual([]);
    // Numbers in documents are kept to six places.
    const rounded = (all: unknown[]): string =>
      JSON.stringify(all, (_key, value: unknown) => (typeof value === 'number' ? Number(value.toFixed(4)) : value));
    expect(rounded(playedBy(projectOf([], fixed.effects), fixed))).toBe(rounded(playedBy(project, blow)));
  });

  it('leaves a sequence that does not refer to it as the very same object', () => {
    expect(withFieldRenamed(blow, 'nobody', 'else')).toBe(blow);
    expect(withFieldFixed(blow, { type: 'flag', name: 'nobody', label: 'Nobody', default: true })).toBe(blow);
  });

  it('takes the colours of an option along with its name', () => {
    const renamed = withOptionRenamed(blow, 'kind', 'ember', 'fire');
    const after = projectOf(
      [fields[0], { ...fields[1], options: ['plain', 'fire'], default: 'fire' } as EventType['fields'][number]],
      renamed.effects,
    );
    const colours = (all: unknown[]): unknown[] => all.map((row) => (row as unknown[])[3]);
    expect(colours(playedBy(after, renamed, { kind: 'fire' }))).toEqual(colours(playedBy(project, blow, { kind: 'ember' })));
  });

  it('is matched by name and sort on another event; the others are told and fixed', () => {
    const to: EventType = {
      id: 'burn',
      label: 'Burn',
      fields: [fields[0], { type: 'number', name: 'kind', label: 'Kind', min: 0, max: 9, step: 1, default: 1 }],
    };
    const { sequence, lost } = movedToEvent(blow, project.events[0], to);
    expect([sequence.event, lost]).toEqual(['burn', ['kind']]);
    expect(usersOfField([sequence], 'burn', 'damage').length).toBe(1);
    expect(usersOfField([sequence], 'burn', 'kind')).toEqual([]);
  });
});
