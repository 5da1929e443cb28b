import type { Asset, Drill, EventType } from '../model/project.js';
import { projectJson, projectWith } from '../testing/projects.js';
import { parseJson } from './parseJson.js';
import { readProject } from './readProject.js';
import { usesOfDrill } from './ruleUses.js';
import { unmetUses, usesOfActor, usesOfSequence } from './uses.js';

describe('what a document asks of others', () => {
  const effects = [
    { kind: 'flash', id: 'a', amount: { drive: 'damage', in: [0, 50], out: [0, 1] }, colour: { by: 'kind', of: {}, otherwise: '#ffffff' } },
    { kind: 'sound', id: 'b', clips: ['crack', 'thud'] },
    { kind: 'overlay', id: 'c', picture: 'mosshell' },
    { kind: 'burst', id: 'd', strip: '' },
    { kind: 'caption', id: 'e', text: '{sway: {damage}} {{ {kind}' },
    { kind: 'number', id: 'f', template: '−{damage}' },
  ];

  it('is named place by place', () => {
    const [sequence] = projectWith(effects).sequences;
    expect(usesOfSequence(sequence).map(({ path, id, need, field }) => [path, id, need, field])).toEqual([
      ['event', 'lance-hit', 'event', ''],
      ['effects[0].colour.by', 'lance-hit', 'field', 'kind'],
      ['effects[0].amount.drive', 'lance-hit', 'number', 'damage'],
      ['effects[1].clips[0]', 'crack', 'sound', ''],
      ['effects[1].clips[1]', 'thud', 'sound', ''],
      ['effects[2].picture', 'mosshell', 'picture', ''],
      ['effects[4].text', 'lance-hit', 'field', 'damage'],
      ['effects[4].text', 'lance-hit', 'field', 'kind'],
      ['effects[5].template', 'lance-hit', 'field', 'damage'],
    ]);
    const [actor] = projectWith([]).actors;
    const parts = [{ id: 'horn', label: 'Horn', picture: 'horn', pivot: { x: 0, y: 0 } }];
    expect(usesOfActor({ ...actor, parts } as unknown as typeof actor).map(({ path, id, need }) => [path, id, need])).toEqual([
      ['picture', 'mosshell', 'picture'],
      ['parts[0].picture', 'horn', 'picture'],
    ]);
  });

  it('is met by a document that is there and is what is asked for', () => {
    const { events, assets, sequences } = projectWith(effects);
    const [event] = events;
    const unmet = (target: EventType | Asset | undefined, id: string): string[] =>
      unmetUses(
        usesOfSequence(sequences[0]).filter((use) => use.id === id),
        target,
      ).map(({ path, message }) => `${path}: ${message}`);
    expect(unmet(event, 'lance-hit')).toEqual([]);
    expect(unmet(undefined, 'lance-hit')).toContain('event: expected an event of the project, found "lance-hit"');
    for (const asset of assets) expect(unmet(asset, asset.id)).toEqual([]);
    expect(unmet(undefined, 'thud')).toEqual(['effects[1].clips[1]: expected a sound asset of the project, found "thud"']);
    // A sound where a picture is asked for.
    expect(unmet(assets[0], 'mosshell')).toEqual(['effects[2].picture: expected a picture asset of the project, found "mosshell"']);
    const without = { ...event, fields: event.fields.filter(({ name }) => name !== 'kind') };
    expect(unmet(without, 'lance-hit')).toEqual([
      'effects[0].colour.by: expected a field of the event "lance-hit", found "kind"',
      'effects[4].text: expected a field of the event "lance-hit", found "kind"',
    ]);
    // A field that is there and no number can be told, but not drive one; a flag can.
    const turned = (index: number) => ({
      ...event,
      fields: [{ ...event.fields[index], name: 'damage' }, ...without.fields, event.fields[2]],
    });
    expect(unmet(turned(2) as EventType, 'lance-hit')).toEqual([
      'effects[0].amount.drive: expected a number field of the event "lance-hit", found "damage"',
    ]);
    expect(unmet(turned(3) as EventType, 'lance-hit')).toEqual([]);
  });
});

describe('a project', () => {
  const problems = (change: (json: Record<string, Record<string, unknown>[]>) => void): string[] => {
    const json = projectJson([{ kind: 'flash', id: 'a' }]);
    change(json as never);
    return readProject(json).problems.map(({ path, message }) => `${path}: ${message}`);
  };

  it('names two of an id in every list, pictures that are none, and files that would become one', () => {
    for (const list of ['events', 'actors', 'assets', 'sequences']) {
      expect(problems((json) => json[list].push(json[list][0])).join('\n')).toContain(`${list}[${list === 'assets' ? 3 : 1}].id: `);
    }
    expect(problems((json) => (json['actors'][0]['picture'] = 'crack'))).toEqual([
      'actors[0].picture: expected a picture asset of the project, found "crack"',
    ]);
    const other = { type: 'sound', id: 'other', label: 'Other', file: 'sounds/crack.wav', duration: 1 };
    expect(problems((json) => json['assets'].push({ ...other, sha256: '1'.repeat(64) }))).toEqual([
      'assets[3].file: expected a file of its own in the kit, "assets/sounds/crack.wav" is that of "crack"',
    ]);
    expect(problems((json) => json['assets'].push({ ...other, sha256: '0'.repeat(64) }))).toEqual([]);
  });
});

describe('a text’s nesting', () => {
  const nested = (depth: number, open = '[', close = ']'): string => open.repeat(depth) + close.repeat(depth);
  const told = (text: string): string => {
    const parsed = parseJson(text);
    return 'problem' in parsed ? parsed.problem.message : 'read';
  };

  it('is counted bracket by bracket, and refused beyond what any document has', () => {
    expect(told(nested(200))).toBe('read');
    expect(told(nested(201))).toContain('at most 200 levels');
    expect(told(`${'{"a":'.repeat(200)}1${'}'.repeat(200)}`)).toBe('read');
    expect(told(`${'{"a":'.repeat(201)}1${'}'.repeat(201)}`)).toContain('at most 200 levels');
    // Side by side they are not deep.
    expect(told(`[${Array.from({ length: 500 }, () => '[{}]').join()}]`)).toBe('read');
  });

  it('does not count what stands in strings, however they are escaped', () => {
    expect(told(JSON.stringify('['.repeat(500)))).toBe('read');
    expect(told(JSON.stringify(`"${'['.repeat(300)}\\`))).toBe('read');
    expect(told(JSON.stringify({ a: '\\\\"', b: '{'.repeat(300) }))).toBe('read');
    expect(told(`["\\\\", ${nested(200)}]`)).toContain('at most 200 levels');
    expect(told(`"${'['.repeat(300)}`)).toContain('the text ends');
  });

  it('is named of a drill: who is there, what is raised, thrown and done', () => {
    const drill = {
      actors: [{ id: 'm', actor: 'mosshell' }],
      script: [{ at: 1, event: 'lance-hit', payload: { damage: 4 } }],
      acts: [
        { at: 0, who: 'm', do: 'launch', actor: 'pod', meets: 'lance-hit', sequence: 'flies', payload: { damage: 1 } },
        { at: 0, who: 'm', do: 'launch', actor: 'pod', meets: 'lance-hit', lands: 'bursts', sequence: '', payload: { damage: 1 } },
        { at: 0, who: 'm', do: 'move', move: 'sweep' },
        { at: 0, who: 'm', do: 'walk' },
      ],
    } as unknown as Drill;
    expect(usesOfDrill(drill).map(({ path, collection, id, need, field }) => [path, collection, id, need, field])).toEqual([
      ['acts[0].actor', 'actors', 'pod', 'there', ''],
      ['acts[0].meets', 'events', 'lance-hit', 'event', ''],
      ['acts[0].sequence', 'sequences', 'flies', 'there', ''],
      ['acts[0].payload.damage', 'events', 'lance-hit', 'field', 'damage'],
      // A value that may be for either event is asked of neither.
      ['acts[1].actor', 'actors', 'pod', 'there', ''],
      ['acts[1].meets', 'events', 'lance-hit', 'event', ''],
      ['acts[1].lands', 'events', 'bursts', 'event', ''],
      ['acts[2].move', 'actors', 'mosshell', 'move', 'sweep'],
      ['actors[0].actor', 'actors', 'mosshell', 'there', ''],
      ['script[0].event', 'events', 'lance-hit', 'event', ''],
      ['script[0].payload.damage', 'events', 'lance-hit', 'field', 'damage'],
    ]);
  });
});
