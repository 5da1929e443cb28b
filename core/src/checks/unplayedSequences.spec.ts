import type { Project } from '../model/project.js';
import { response } from '../testing/fights.js';
import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';
import { unplayedSequences } from './unplayedSequences.js';

function unplayed(changes: object): string[] {
  const sequence = (id: string) => ({ id, label: `Called ${id}`, event: 'lance-hit', effects: [] });
  const { project, problems } = readProject({ ...projectJson([]), sequences: [sequence('blow'), sequence('crack')], ...changes });
  if (!project) throw new Error(problems.map(({ message }) => message).join('\n'));
  return unplayedSequences(project as Project).map(({ id }) => id);
}

describe('sequences that no rule plays', () => {
  const plays = (...sequences: string[]) =>
    response('lance-hit', { id: 'hit', then: sequences.map((sequence) => ({ outcome: 'play', sequence })) });

  it('are those that no rung, status or drill plays, if rules play at least one', () => {
    expect(unplayed({ responses: [plays('blow')] })).toEqual(['crack']);
    expect(unplayed({ responses: [plays('blow', 'crack')] })).toEqual([]);
    const statuses = [{ id: 'lit', label: 'Lit', late: [{ after: 1, sequence: 'crack' }] }];
    expect(unplayed({ statuses, responses: [plays('blow')] })).toEqual([]);
    expect(unplayed({ statuses })).toEqual(['blow']);
  });

  it('are none if rules play no sequence at all', () => {
    expect(unplayed({})).toEqual([]);
    expect(unplayed({ responses: [response('lance-hit', { id: 'hit', then: [{ outcome: 'harm' }] })] })).toEqual([]);
  });
});
