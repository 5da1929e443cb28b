import { readProject } from '../checks/readProject.js';
import type { Actor, Project } from '../model/project.js';
import { fighter, response } from '../testing/fights.js';
import { projectJson } from '../testing/projects.js';
import { moveIdAfterLabel, withMoveRenamed } from './moveNames.js';

const move = (id: string, label: string, more: object = {}) => ({
  id,
  label,
  contacts: [{ event: 'lance-hit', reach: { shape: 'disc', length: 20 } }],
  ...more,
});

function projectOf(changes: object = {}): Project {
  const body = { role: 'target', picture: 'mosshell', width: 160, height: 120 };
  const moves = [move('nip', 'Nip', { into: [{ move: 'lash', from: 0 }] }), move('lash', 'Lash')];
  const moving = (id: string) => ({ condition: 'moving', move: id });
  const { project, problems } = readProject({
    ...projectJson([]),
    actors: [
      { ...body, ...fighter('shell', { most: 40 }, { moves }) },
      { ...body, ...fighter('horn', { most: 40 }, { moves: [move('ram', 'Ram')] }) },
    ],
    responses: [
      response('lance-hit', { id: 'met', when: [{ condition: 'none', of: [moving('lash'), moving('ram')] }, moving('')], then: [] }),
    ],
    drills: [
      {
        id: 'd',
        label: 'D',
        length: 3,
        actors: [
          { id: 'a', actor: 'shell', place: { x: 0, y: 0 } },
          { id: 'b', actor: 'horn', place: { x: 90, y: 0 } },
        ],
        acts: [
          { at: 0, who: 'a', do: 'move', move: 'lash' },
          { at: 1, who: 'b', do: 'move', move: 'ram' },
        ],
        script: [],
      },
    ],
    ...changes,
  });
  if (!project) throw new Error(problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return project;
}

/** The project with documents in place of those of the same ids, read again. */
function after(project: Project, changed: ReturnType<typeof withMoveRenamed>): { readonly errors: string[]; readonly text: string } {
  const next = JSON.parse(JSON.stringify(project)) as Record<string, { id: string }[]>;
  for (const { collection, id, document } of changed)
    next[collection] = next[collection].map((one) => (one.id === id ? (document as { id: string }) : one));
  const { problems } = readProject(next);
  return { errors: problems.filter(({ severity }) => severity === 'error').map(({ message }) => message), text: JSON.stringify(next) };
}

describe('a renamed move', () => {
  const [shell] = projectOf().actors;

  it('gets an id from its new name, unless a game uses the ids or the id was typed by hand', () => {
    expect(moveIdAfterLabel(projectOf(), shell, 'lash', 'Tail lash')).toBe('tail-lash');
    expect(moveIdAfterLabel(projectOf(), shell, 'lash', 'Nip')).toBe('nip-2');
    expect(moveIdAfterLabel(projectOf({ idsInUse: true }), shell, 'lash', 'Tail lash')).toBe('lash');
    const own = { ...shell, moves: shell.moves?.map((one) => ({ ...one, label: 'Called otherwise' })) } as Actor;
    expect(moveIdAfterLabel(projectOf(), own, 'lash', 'Tail lash')).toBe('lash');
  });

  it('is renamed in drills, conditions and follow-ups; moves of other actors stay', () => {
    const project = projectOf();
    const changed = withMoveRenamed(project, project.actors[0], 'lash', 'tail-lash', 'Tail lash');
    expect(changed.map(({ collection, id }) => `${collection}/${id}`)).toEqual(['actors/shell', 'drills/d', 'responses/lance-hit']);
    const { errors, text } = after(project, changed);
    expect(errors).toEqual([]);
    expect(text).not.toContain('"lash"');
    expect(text.split('"tail-lash"').length - 1).toBe(4);
    expect(text).toContain('"ram"');
    // If the id stays, only the actor changes.
    expect(withMoveRenamed(project, project.actors[0], 'lash', 'lash', 'Tail lash').map(({ collection }) => collection)).toEqual([
      'actors',
    ]);
  });

  it('stays in conditions if another actor has a move with the same id', () => {
    const project = projectOf();
    const [one, other] = project.actors;
    const shared = { ...project, actors: [one, { ...other, moves: [...(other.moves ?? []), ...(one.moves ?? []).slice(1)] }] };
    const changed = withMoveRenamed(shared, one, 'lash', 'tail-lash', 'Tail lash');
    expect(changed.map(({ collection }) => collection)).toEqual(['actors', 'drills']);
    expect(after(shared, changed).errors).toEqual([]);
  });
});
