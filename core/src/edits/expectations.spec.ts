import { readProject } from '../checks/readProject.js';
import { projectJson } from '../testing/projects.js';
import type { Project } from '../model/project.js';
import { drillsWithRungRenamed, rulesRenamed, rulesThatUse, rulesWithoutActor, rulesWithoutSequence, withoutCast } from './ruleEdits.js';

const expectations = [
  { expect: 'answered', at: 1, by: 'hot', event: 'lance-hit', target: 'm' },
  { expect: 'answered', at: 1, by: 'hot' },
  { expect: 'status', at: 1, who: 'b', status: 'burning' },
  { expect: 'plays', sequence: 'blow', on: 'b' },
  { expect: 'nobody-falls' },
];

/** A project with a ladder and a drill of two that expects something of each sort. */
function expecting(more: object = {}, expected: object[] = expectations): { project: Project | undefined; problems: string[] } {
  const json = projectJson([]);
  const events = json['events'] as object[];
  const { project, problems } = readProject({
    ...json,
    events: [...events, { id: 'gust', label: 'Gust', fields: [] }],
    statuses: [{ id: 'burning', label: 'Burning', length: 4 }],
    responses: [
      {
        id: 'lance-hit',
        event: 'lance-hit',
        rungs: [{ id: 'hot', then: [{ outcome: 'give', status: 'burning' }] }],
      },
    ],
    drills: [
      {
        id: 'one',
        label: 'One',
        length: 2,
        actors: ['m', 'b'].map((id) => ({ id, actor: 'mosshell', place: { x: 0, y: 0 } })),
        script: [],
        expectations: expected,
      },
    ],
    ...more,
  });
  return { project, problems: problems.map(({ severity, path, message }) => `${severity}: ${path}: ${message}`) };
}

const sound = (): Project => {
  const { project, problems } = expecting();
  if (!project) throw new Error(problems.join('\n'));
  return project;
};

const expected = (changed: readonly { readonly collection: string; readonly document: object }[]): unknown[] =>
  changed.flatMap(({ collection, document }) => (collection === 'drills' ? (document as Project['drills'][number]).expectations : []));

describe('references of an expectation', () => {
  it('is found as a reference, and renamed with the document', () => {
    const project = sound();
    expect(rulesThatUse(project, ({ collection, id }) => collection === 'statuses' && id === 'burning')).toContain({
      collection: 'drills',
      id: 'one',
      places: ['expectations[2].status'],
    });
    const renamed = (collection: string, id: string): string =>
      JSON.stringify(expected(rulesRenamed(project, (use) => use.collection === collection && use.id === id && use.field === '', 'newer')));
    expect(renamed('events', 'lance-hit')).toContain('"event":"newer","target":"m"');
    expect(renamed('statuses', 'burning')).toContain('"status":"newer"');
    expect(renamed('sequences', 'blow')).toContain('"sequence":"newer"');
  });

  it('is deleted with its sequence or its body', () => {
    const project = sound();
    const kinds = (list: unknown[]): string[] => list.map((one) => (one as { expect: string }).expect);
    expect(kinds(expected(rulesWithoutSequence(project, 'blow')))).toEqual(['answered', 'answered', 'status', 'nobody-falls']);
    expect(kinds(expected(rulesWithoutActor(project, 'mosshell')))).toEqual(['answered', 'nobody-falls']);
    expect(kinds(withoutCast(project.drills[0], new Set(['b'])).expectations)).toEqual(['answered', 'answered', 'nobody-falls']);
    expect(kinds(withoutCast(project.drills[0], new Set(['m'])).expectations)).toEqual(['answered', 'status', 'plays', 'nobody-falls']);
  });

  it('follows a renamed rung of its event, or of any event if no other ladder has that rung', () => {
    const project = sound();
    const by = (of: Project, event: string): unknown[] =>
      expected(drillsWithRungRenamed(of, event, 'hot', 'hotter')).map((one) => (one as { by?: string }).by);
    expect(by(project, 'lance-hit')).toEqual(['hotter', 'hotter', undefined, undefined, undefined]);
    const twice = { ...project, responses: [...project.responses, { ...project.responses[0], id: 'gust', event: 'gust' }] };
    expect(by(twice, 'lance-hit')).toEqual(['hotter', 'hot', undefined, undefined, undefined]);
    expect(by(twice, 'gust')).toEqual([]);
  });

  it('is reported with its path if it names something that does not exist', () => {
    const { problems } = expecting({}, [
      { expect: 'answered', at: 1, by: 'cold', event: 'lance-hit' },
      { expect: 'answered', at: 1, event: 'thunder' },
      { expect: 'status', at: 1, who: 'b', status: 'frozen' },
      { expect: 'plays', sequence: 'hiss' },
    ]);
    expect(problems).toEqual([
      'error: drills[0].expectations[1].event: expected an event of the project, found "thunder"',
      'error: drills[0].expectations[2].status: expected a status of the project, found "frozen"',
      'error: drills[0].expectations[3].sequence: expected a sequence of the project, found "hiss"',
    ]);
    expect(expecting({}, [{ expect: 'answered', at: 1, by: 'cold', event: 'lance-hit' }]).problems).toEqual([
      'warning: drills[0].expectations[0].by: expected a rung of the project, found "cold"',
    ]);
  });
});
