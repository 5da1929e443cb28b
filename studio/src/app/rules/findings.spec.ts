import { TestBed } from '@angular/core/testing';
import { beginStudio, fightProject, openProject } from '../../testing';
import { relabelled } from '../project/relabelled';
import { placeOfFinding } from './findingPlaces';
import { FindingsView } from './findingsView';
import { RulesService } from './rulesService';

describe('findings', () => {
  beforeEach(() => {
    sessionStorage.clear();
    beginStudio();
  });

  it('name their places as people do', () => {
    const project = fightProject();
    const at = (path: string) => placeOfFinding({ severity: 'warning', path, message: '' }, project);
    expect(at('responses[0].rungs[1].then[0]')).toEqual({ name: 'Lance hit › lit', screen: 'rules', rest: ['lance-hit'] });
    expect(at('statuses[1]')).toEqual({ name: 'Status Burning', screen: 'rules', rest: ['~statuses'] });
    expect(at('actors[2].health')).toEqual({ name: 'Actor pip', screen: 'actors', rest: ['pip'] });
    expect(at('drills[0].script[1]')).toEqual({ name: 'Drill Two blows', screen: 'drills', rest: ['two-blows'] });
    expect(at('drills[7]')).toBeUndefined();
    expect(at('settings')).toBeUndefined();
  });

  it('are listed as many as are counted, and gone once they are fixed', async () => {
    const projects = openProject(fightProject());
    const fixture = TestBed.createComponent(FindingsView);
    const lines = async (): Promise<string[]> => {
      fixture.componentRef.setInput('project', projects.project);
      await fixture.whenStable();
      return [...(fixture.nativeElement as HTMLElement).querySelectorAll('li:not(.hint)')].map(({ textContent }) =>
        textContent.replace(/\s+/g, ' ').trim(),
      );
    };
    const before = await lines();
    expect(before.length).toBe(TestBed.inject(RulesService).findings().length);
    const button = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find(
      (one) => one.textContent === 'Add a rung to Fall',
    );
    expect(before.filter((line) => line.includes('raises "Fall", which has no rung')).length).toBe(1);
    button?.click();
    expect((await lines()).filter((line) => line.includes('raises "Fall"'))).toEqual([]);
    expect(projects.project?.responses.find(({ event }) => event === 'fall')?.rungs.length).toBe(1);
  });
});

describe('another name', () => {
  it('takes the id along, and everything that asks for it, until a game uses the ids', () => {
    const project = fightProject();
    const { id, states } = relabelled(project, 'statuses', 'burning', 'On fire');
    expect(id).toBe('on-fire');
    expect(states.map(([key, document]) => (document ? key : `without ${key}`))).toEqual([
      'statuses/on-fire',
      'responses/lance-hit',
      'without statuses/burning',
      'settings/spec',
    ]);
    const inUse = { ...project, idsInUse: true };
    expect(relabelled(inUse, 'statuses', 'burning', 'On fire')).toEqual({
      id: 'burning',
      states: [['statuses/burning', { ...project.statuses[1], label: 'On fire' }]],
    });
  });
});
