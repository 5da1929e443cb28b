import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Rung } from '@undatio/core';
import { beginStudio, fightProject, openProject } from '../../../testing';
import type { ProjectService } from '../../project/projectService';
import { MomentService } from '../momentService';
import { Ladder } from './ladder';

describe('a ladder', () => {
  let projects: ProjectService;
  let fixture: ComponentFixture<Ladder>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const rungs = (): readonly Rung[] => projects.project?.responses[0].rungs ?? [];
  const lines = (): HTMLElement[] => [...element().querySelectorAll<HTMLElement>('li[data-rung]')];
  /** The view after what was done, with the project as it is then. */
  const settle = async (): Promise<void> => {
    fixture.componentRef.setInput('project', projects.project);
    fixture.componentRef.setInput('event', projects.project?.events[0]);
    await fixture.whenStable();
  };
  const press = async (label: string): Promise<void> => {
    const button = element().querySelector<HTMLElement>(`[aria-label="${label}"]`);
    if (!button) throw new Error(`no “${label}”`);
    button.click();
    await settle();
  };

  beforeEach(async () => {
    sessionStorage.clear();
    beginStudio();
    const project = fightProject();
    projects = openProject(project);
    TestBed.inject(MomentService).turnTo(project.events[0], { source: 'brasshorn', target: 'mosshell' });
    fixture = TestBed.createComponent(Ladder);
    await settle();
  });

  it('shows at each rung what it says to the moment, the answering one lit', async () => {
    expect(lines().map((line) => line.dataset['answer'])).toEqual(['passed', 'passed', 'answered']);
    expect(lines().map((line) => line.querySelector('.why')?.textContent)).toEqual([
      'passed: target is not Guarding',
      'passed: kind is plain, not ember',
      'answers',
    ]);
    TestBed.inject(MomentService).setField('kind', 'ember');
    await settle();
    expect(lines().map((line) => line.dataset['answer'])).toEqual(['passed', 'answered', 'not asked']);
    expect(element().querySelector('.lit .chip')?.classList).toContain('met');
  });

  it('moves a rung by the keyboard, and undoes it in one step', async () => {
    const grip = lines()[2].querySelector<HTMLElement>('.grip');
    grip?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    await settle();
    expect(rungs().map(({ id }) => id)).toEqual(['parried', 'hit', 'lit']);
    projects.undo();
    expect(rungs().map(({ id }) => id)).toEqual(['parried', 'lit', 'hit']);
  });

  it('adds, copies, renames and removes rungs', async () => {
    [...element().querySelectorAll<HTMLElement>('button')].find(({ textContent }) => textContent.trim() === 'New rung')?.click();
    await settle();
    await press('copy parried');
    expect(rungs().map(({ id }) => id)).toEqual(['parried', 'parried-copy', 'lit', 'hit', 'rung']);
    const id = element().querySelector<HTMLInputElement>('[aria-label="Id of rung 2"]');
    if (id) {
      id.value = 'hit';
      id.dispatchEvent(new Event('change'));
    }
    await settle();
    expect(element().querySelector('.bad')?.textContent).toContain('“hit” is another rung already');
    expect(id?.value).toBe('parried-copy');
    // A copy of a copy is counted, and an id follows the name.
    await press('copy parried, copy');
    expect(rungs().map(({ id }) => id)).toEqual(['parried', 'parried-copy', 'parried-copy-2', 'lit', 'hit', 'rung']);
    const name = element().querySelector<HTMLInputElement>('[aria-label="Name of rung 3"]');
    if (name) {
      name.value = 'Late parry';
      name.dispatchEvent(new Event('change'));
    }
    await settle();
    expect(rungs()[2].id).toBe('late-parry');
    await press('Remove Late parry');
    await press('Remove parried, copy');
    await press('Remove rung');
    expect(rungs().map((rung) => rung.id)).toEqual(['parried', 'lit', 'hit']);
  });

  it('drops a condition and an outcome by their chips', async () => {
    await press('Remove the condition target’s Guarding 0–0.2 s old');
    expect(rungs()[0].when).toEqual([]);
    await press('Remove the outcome target gets Burning');
    expect(rungs()[1].then.map(({ outcome }) => outcome)).toEqual(['harm']);
    // Every blow is parried now.
    expect(lines().map((line) => line.dataset['answer'])).toEqual(['answered', 'not asked', 'not asked']);
    expect(element().querySelector('.finding')?.textContent).toContain('never reached');
  });

  it('moves an outcome with Alt and an arrow key', async () => {
    const [first] = lines()[1].querySelectorAll<HTMLElement>('und-outcome-list .words');
    first.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', altKey: true }));
    await settle();
    expect(rungs()[1].then.map(({ outcome }) => outcome)).toEqual(['give', 'harm']);
  });
});
