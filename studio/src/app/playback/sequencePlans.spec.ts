import { DocumentError } from '@undatio/core';
import { fightProject } from '../../testing';
import { contextOf, planOf } from './sequencePlans';

describe('compiled sequences', () => {
  it('are cached until the events, assets or actors of the project change', () => {
    const project = fightProject();
    const [sequence] = project.sequences;
    const plan = planOf(project, sequence);
    expect(plan).not.toBeInstanceOf(DocumentError);
    // Another state of the project, in which nothing changed that sequences refer to.
    expect(planOf({ ...project, label: 'renamed' } as typeof project, sequence)).toBe(plan);
    expect(contextOf({ ...project })).toBe(contextOf(project));
    expect(planOf(project, { ...sequence })).not.toBe(plan);
    expect(planOf({ ...project, actors: [...project.actors] }, sequence)).not.toBe(plan);
    // What it was before is still there for a take that is kept.
    expect(planOf(project, sequence)).toBe(plan);
  });

  it('include the error of a sequence that cannot be compiled', () => {
    const project = fightProject();
    const broken = { ...project.sequences[0], event: 'gone' };
    const problem = planOf(project, broken);
    expect(problem).toBeInstanceOf(DocumentError);
    expect(planOf(project, broken)).toBe(problem);
  });
});
