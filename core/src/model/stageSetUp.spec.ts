import { readProject } from '../checks/readProject.js';
import { projectJson } from '../testing/projects.js';
import { actorSchema, settingsOf, type Project, type StageSetUp } from './project.js';
import { actorsOn } from './stageSetUp.js';

const actor = (id: string, more: object = {}) =>
  actorSchema().parse({ id, label: id, role: 'bystander', picture: 'p', width: 40, height: 30, ...more });
const horn = actor('horn', { role: 'source', place: { x: -70, y: 4 } });
const weevil = actor('weevil', {
  spots: { top: { x: 2, y: -15 } },
  parts: [{ id: 'head', picture: 'p', pivot: { x: 10, y: -5 } }],
  poses: { hurt: { head: { turn: 20, x: -3, y: 1 } } },
});

describe('a stage set-up', () => {
  it('without bodies has every actor as it is', () => {
    const actors = [horn, weevil];
    expect(actorsOn(actors, undefined)).toBe(actors);
    expect(actorsOn(actors, {})).toBe(actors);
  });

  it('has an actor with the role none only if it lists it; it is a bystander then', () => {
    const off = { ...weevil, role: 'none' } as const;
    expect(actorsOn([horn, off], undefined)).toEqual([horn]);
    const on = actorsOn([horn, off], { bodies: [{ actor: 'weevil' }, { actor: 'weevil', role: 'target' }] });
    expect(on.map(({ id, role }) => [id, role])).toEqual([
      ['weevil', 'bystander'],
      ['weevil-2', 'target'],
    ]);
  });

  it('has who it names, as what and where it says, and otherwise as the actor does', () => {
    const on = actorsOn([horn, weevil], { bodies: [{ actor: 'weevil', role: 'target', place: { x: 90, y: 0 } }, { actor: 'horn' }] });
    expect(on.map(({ id, role, place }) => [id, role, place])).toEqual([
      ['weevil', 'target', { x: 90, y: 0 }],
      ['horn', 'source', { x: -70, y: 4 }],
    ]);
  });

  it('has a crowd of one actor under names of their own', () => {
    const on = actorsOn([weevil], { bodies: [{ actor: 'weevil' }, { actor: 'weevil' }, { actor: 'gone' }, { actor: 'weevil' }] });
    expect(on.map(({ id }) => id)).toEqual(['weevil', 'weevil-2', 'weevil-3']);
  });

  it('has bodies of another size with their spots, parts and poses in place', () => {
    const [twice] = actorsOn([weevil], { bodies: [{ actor: 'weevil', scale: 2 }] });
    expect([twice.width, twice.height]).toEqual([80, 60]);
    expect(twice.spots.top).toEqual({ x: 4, y: -30 });
    expect(twice.parts[0].pivot).toEqual({ x: 20, y: -10 });
    expect(twice.poses.hurt?.['head']).toEqual({ turn: 20, x: -6, y: 2 });
  });

  it('is kept with the settings, and told where it names what is not there', () => {
    const read = (stage: object) => readProject({ ...projectJson([]), stages: [{ id: 'crowd', label: 'Crowd', ...stage }] });
    const { project, problems } = read({
      bodies: [{ actor: 'mosshell', scale: 2 }],
      background: { of: 'picture', picture: 'mosshell', width: 960 },
    });
    expect(problems).toEqual([]);
    expect(settingsOf(project as Project).stages).toEqual([
      {
        id: 'crowd',
        label: 'Crowd',
        bodies: [{ actor: 'mosshell', scale: 2 }],
        background: { of: 'picture', picture: 'mosshell', x: 0, y: 0, width: 960 },
        ground: true,
        zoom: 1,
      },
    ] satisfies StageSetUp[]);
    const gone = read({ bodies: [{ actor: 'nobody' }], background: { of: 'picture', picture: 'crack', width: 960 } });
    expect(gone.problems.map(({ severity, path, message }) => `${severity} ${path}: ${message}`)).toEqual([
      'warning stages[0].bodies[0].actor: expected an actor of the project, found "nobody"; nobody stands there',
      'warning stages[0].background.picture: expected a picture asset of the project, found "crack"; it is left out',
    ]);
    expect(read({ zoom: 0 }).problems[0].path).toBe('stages[0].zoom');
    expect(read({ background: { of: 'colour', colour: 'red' } }).problems[0].path).toBe('stages[0].background.colour');
  });
});
