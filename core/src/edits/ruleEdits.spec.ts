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
});
