import { readProject } from '../checks/readProject.js';
import type { Project, storedSettingsOf } from '../model/project.js';
import { fightProject } from '../testing/anyFight.js';
import { idAfterLabel, isIdOf, withNewId, type NamedCollection } from './idEdits.js';

const collections = ['events', 'actors', 'sequences', 'statuses', 'drills'] as const satisfies readonly NamedCollection[];

/** The project with changes put in place, by plain replacement of whole documents. */
function applied(project: Project, changes: ReturnType<typeof withNewId>): Project {
  const next: Record<string, unknown> = { ...project };
  for (const { collection, id, document } of changes) {
    if (collection === 'settings') {
      const { order: _, ...settings } = document as ReturnType<typeof storedSettingsOf>;
      Object.assign(next, settings);
      continue;
    }
    const list = (next[collection] as { readonly id: string }[]).filter((one) => one.id !== id);
    next[collection] = document === undefined ? list : [...list, document];
  }
  return next as unknown as Project;
}

function problemsOf(project: Project): string[] {
  const { problems } = readProject(JSON.parse(JSON.stringify(project)));
  return problems.filter(({ severity }) => severity === 'error').map(({ path, message }) => `${path} ${message}`);
}

/** Random projects that can be read, with documents in every collection. */
const projects = Array.from({ length: 60 }, (_, i) => readProject(fightProject(i + 1)).project).flatMap((project) =>
  project && collections.every((name) => project[name].length > 0) ? [project] : [],
);

describe('ids of documents', () => {
  it('are those of their labels, with a number if one was taken', () => {
    expect(isIdOf('pod-burst', 'Pod burst', 'event')).toBeTrue();
    expect(isIdOf('pod-burst-2', 'Pod burst', 'event')).toBeTrue();
    expect(isIdOf('pod', 'Pod burst', 'event')).toBeFalse();
    expect(isIdOf('pod-burst-b', 'Pod burst', 'event')).toBeFalse();
    expect(isIdOf('status', '…', 'status')).toBeTrue();
  });

  it('follow a label until a game uses them', () => {
    const [first] = projects;
    const { idsInUse: _, ...some } = first;
    const project = {
      ...some,
      statuses: [
        { ...first.statuses[0], id: 'soaked', label: 'Soaked' },
        { ...first.statuses[0], id: 'lit', label: 'Lit' },
      ],
    };
    expect(idAfterLabel(project, 'statuses', 'soaked', 'Soaked through')).toBe('soaked-through');
    expect(idAfterLabel(project, 'statuses', 'soaked', 'Lit')).toBe('lit-2');
    expect(idAfterLabel(project, 'statuses', 'soaked', 'Soaked!')).toBe('soaked');
    expect(idAfterLabel({ ...project, idsInUse: true }, 'statuses', 'soaked', 'Soaked through')).toBe('soaked');
    const named = { ...project, statuses: [{ ...project.statuses[0], label: 'Wet' }] };
    expect(idAfterLabel(named, 'statuses', 'soaked', 'Soaked through')).toBe('soaked');
  });

  for (const collection of collections)
    it(`change in everything that names one of the ${collection}`, () => {
      expect(projects.length).toBeGreaterThan(20);
      for (const [i, project] of projects.entries())
        for (const { id } of project[collection]) {
          const after = applied(project, withNewId(project, collection, id, 'another-name', { label: 'Another name' }));
          expect(problemsOf(after)).withContext(`project ${i}, ${id}`).toEqual(problemsOf(project));
          expect(after[collection].find((one) => one.id === 'another-name')?.label).toBe('Another name');
          // There and back again, the project is as it was.
          const { label } = project[collection].find((one) => one.id === id) as { label: string };
          const back = applied(after, withNewId(after, collection, 'another-name', id, { label }));
          for (const name of [...collections, 'responses'] as const)
            for (const one of project[name]) expect(back[name].find((other) => other.id === one.id)).toEqual(one as never);
        }
    });
});
