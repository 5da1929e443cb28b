import { readProject } from '../checks/readProject.js';
import type { Project } from '../model/project.js';
import { projectJson } from '../testing/projects.js';
import { rulesRenamed, rulesThatUse, rulesWithoutActor, rulesWithoutSequence, withoutField } from './ruleEdits.js';

/** The test project with a ladder that asks for everything. */
function ruled(): Project {
  const json = projectJson([]);
  const [event] = json['events'] as Record<string, unknown>[];
  const { project, problems } = readProject({
    ...json,
    events: [{ ...event, harm: { value: 'damage', kindField: 'kind' } }],
    statuses: [{ id: 'burning', label: 'Burning', length: 4, ticks: { every: 1, event: 'lance-hit', rate: 1 } }],
    responses: [
      {
        id: 'lance-hit',
        event: 'lance-hit',
        rungs: [
          {
            id: 'hot',
            when: [
              { condition: 'any', of: [{ condition: 'one-of', field: 'kind', values: ['ember'] }] },
              { condition: 'compare', of: { read: 'payload', field: 'damage' }, is: '≥', value: 3 },
            ],
            then: [
              { outcome: 'give', status: 'burning' },
              { outcome: 'harm', points: { of: { read: 'payload', field: 'damage' }, times: 0.5 } },
              { outcome: 'play', sequence: 'blow', payload: { damage: { field: 'damage' } } },
            ],
          },
          { id: 'any', then: [{ outcome: 'play', sequence: 'blow' }] },
        ],
      },
    ],
    drills: [
      {
        id: 'one',
        label: 'One',
        length: 2,
        actors: [{ id: 'm', actor: 'mosshell', place: { x: 0, y: 0 } }],
        script: [{ at: 1, event: 'lance-hit', target: 'm', payload: { damage: 4 } }],
      },
    ],
  });
  if (!project) throw new Error(problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return project;
}

describe('a new name', () => {
  it('is carried along into ladders, statuses and drills, in values and in keys', () => {
    const project = ruled();
    const events = rulesRenamed(project, (use) => use.collection === 'events' && use.need === 'event', 'blow-lands');
    expect(events.map(({ collection }) => collection)).toEqual(['responses', 'statuses', 'drills']);
    expect(JSON.stringify(events)).not.toContain('"lance-hit","rungs"');
    const fields = rulesRenamed(project, (use) => use.field === 'damage', 'force');
    expect(JSON.stringify(fields)).toContain('{"force":4}');
    expect(JSON.stringify(fields)).toContain('{"read":"payload","field":"force"}');
    expect(JSON.stringify(fields)).toContain('{"damage":{"field":"force"}}');
    expect(JSON.stringify(fields)).not.toContain('"field":"damage"');
    const statuses = rulesRenamed(project, (use) => use.collection === 'statuses', 'alight');
    expect(statuses.map(({ id }) => id)).toEqual(['lance-hit']);
    expect(JSON.stringify(statuses)).toContain('"status":"alight"');
  });

  it('lists who uses a thing, with the places', () => {
    expect(rulesThatUse(ruled(), (use) => use.collection === 'sequences')).toEqual([
      { collection: 'responses', id: 'lance-hit', places: ['rungs[0].then[2].sequence', 'rungs[1].then[0].sequence'] },
    ]);
  });
});

describe('what goes', () => {
  it('is played by no rung and no status any more, and stands in no drill', () => {
    const project = ruled();
    const [ladder, ...others] = rulesWithoutSequence(project, 'blow');
    expect(others).toEqual([]);
    expect(JSON.stringify(ladder)).not.toContain('"blow"');
    expect(rulesWithoutSequence(project, 'unknown')).toEqual([]);
    // A drill that throws with it, or with another.
    const thrown = { do: 'launch', at: 1, who: 'm', actor: 'pod' } as const;
    const acts = [{ ...thrown, sequence: 'blow' }, { ...thrown, sequence: 'other' }, thrown] as never[];
    const throwing = rulesWithoutSequence({ ...project, responses: [], drills: [{ ...project.drills[0], acts }] }, 'blow');
    expect(throwing.map(({ collection, id }) => [collection, id])).toEqual([['drills', 'one']]);
    expect((throwing[0].document as { acts: unknown[] }).acts).toEqual([thrown, { ...thrown, sequence: 'other' }, thrown]);
    expect(rulesWithoutSequence({ ...project, responses: [], drills: [{ ...project.drills[0], acts: acts.slice(1) }] }, 'blow')).toEqual(
      [],
    );
    const [drill] = rulesWithoutActor(project, 'mosshell');
    expect(drill.id).toBe('one');
    expect(drill.document).toEqual(jasmine.objectContaining({ actors: [], script: [] }));
  });
});

describe('a field that goes', () => {
  it('leaves a ladder that answers as with the field’s default', () => {
    const project = ruled();
    const field = project.events[0].fields[0];
    const after = withoutField(project.responses[0], field);
    expect(after.rungs[0].when.length).toBe(1);
    expect(after.rungs[0].then.map((one) => ('points' in one ? one.points : 'payload' in one ? one.payload : ''))).toEqual([
      '',
      5,
      { damage: 10 },
    ]);
  });

  it('leaves alone what asks for another field, or reads something else of that name', () => {
    const field = { name: 'kind', default: 'plain' } as Parameters<typeof withoutField>[1];
    const damage = { name: 'damage', default: 10 } as Parameters<typeof withoutField>[1];
    const kept = [
      { condition: 'one-of', field: 'other', values: ['a'] },
      { condition: 'compare', of: { read: 'payload', field: 'other' }, is: '≥', value: 3 },
      { condition: 'compare', of: { read: 'counter', field: 'damage', counter: 'kind' }, is: '≥', value: 3 },
      { condition: 'has', field: 'damage', status: 'burning' },
      { condition: 'has', of: { read: 'payload', field: 'damage' } },
    ];
    const then = [
      { outcome: 'harm', points: { of: { read: 'payload', field: 'other' }, times: 2 } },
      { outcome: 'harm', points: { of: { read: 'counter', field: 'damage' }, times: 2 } },
      { outcome: 'play', payload: { damage: { field: 'other' }, both: { field: 'damage', more: 1 } } },
    ];
    const response = { event: 'hit', rungs: [{ id: 'one', when: kept, then }] };
    expect(withoutField(response, damage)).toEqual(response);
    const asking = [
      { condition: 'one-of', field: 'kind', values: ['ember'] },
      { condition: 'compare', of: { read: 'payload', field: 'kind' }, is: '≥', value: 3 },
    ];
    expect(withoutField({ event: 'hit', rungs: [{ id: 'one', when: [...asking, ...kept], then }] }, field)).toEqual(response);
    // An amount that is bent comes to what it comes to at the default: 10 of 0 to 40 is a quarter of the way.
    const bent = { points: { of: { read: 'payload', field: 'damage' }, in: [0, 40], out: [2, 10] } };
    expect(withoutField({ event: 'hit', rungs: [bent] }, damage).rungs).toEqual([{ points: 4 } as never]);
    const scaled = { points: { of: { read: 'payload', field: 'damage' }, times: 0.5, plus: 3 } };
    expect(withoutField({ event: 'hit', rungs: [scaled] }, damage).rungs).toEqual([{ points: 8 } as never]);
  });
});
