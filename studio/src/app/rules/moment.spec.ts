import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { DrillTake } from '@undatio/core/internal';
import { fightProject, openProject } from '../../testing';
import { castAt } from './momentCast';
import { MomentPad } from './momentPad';
import { MomentService } from './momentService';

describe('a moment', () => {
  const project = fightProject();
  const [hit] = project.events;
  let moments: MomentService;

  beforeEach(() => {
    sessionStorage.clear();
    localStorage.clear();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    moments = TestBed.inject(MomentService);
    openProject(project);
    moments.turnTo(hit, { source: 'brasshorn', target: 'mosshell' });
  });

  const told = (): Record<string, string> => Object.fromEntries(moments.answers().map(({ rung, answer, why }) => [rung, why || answer]));

  it('lights the rung that answers and says at each other one why not', () => {
    expect(told()).toEqual({ parried: 'target is not Guarding', lit: 'kind is plain, not ember', hit: 'answered' });
    moments.setField('kind', 'ember');
    expect(moments.answering()).toBe('lit');
    moments.setParty('target', { ages: { guarding: 0.19 } });
    expect(moments.answering()).toBe('parried');
    expect(moments.conditionsOf('lit')).toEqual([true]);
    moments.setParty('target', { ages: { guarding: 0.2 } });
    expect(told()['parried']).toBe('Guarding is 0.2 s old, not 0 to 0.2 s');
    moments.setParty('target', { standing: 'down' });
    expect(moments.answering()).toBeUndefined();
  });

  it('shows what comes of it on the stage: what is played, and what is left', () => {
    moments.setField('damage', 15);
    const { take, bodies, id } = moments.shown() ?? {};
    expect(id).toBe('moment of lance-hit');
    expect(bodies?.map((one) => [one.id, one.role])).toEqual([
      ['source', 'source'],
      ['target', 'target'],
      ['pip', 'bystander'],
    ]);
    expect(take).toBeInstanceOf(DrillTake);
    expect(take?.run.cues.map(({ sequence, at }) => [sequence, at])).toEqual([['blow', 0]]);
    expect(take?.histories.health('target', 0)).toBe(25);
    moments.setParty('target', { ages: { guarding: 0.1 } });
    expect(moments.shown()?.take.run.cues).toEqual([]);
    // Alight for two seconds at four points a second, each tick a blow of its own.
    moments.setParty('target', { ages: {} });
    moments.setField('kind', 'ember');
    const lit = moments.shown()?.take;
    expect(lit?.histories.health('target', 3.9)).toBeCloseTo(40 - 15 - 8, 6);
    expect(lit?.run.cues.map(({ at }) => at)).toEqual([0.5, 1, 1.5, 2]);
  });

  it('keeps who takes part from event to event, and begins anew otherwise', () => {
    moments.setParty('target', { actor: 'pip', health: 3 });
    moments.set({ turn: 4, since: 1 });
    moments.turnTo(project.events[1], { source: 'brasshorn', target: 'mosshell' });
    expect(moments.moment()).toEqual(jasmine.objectContaining({ turn: 1, since: undefined }));
    expect(moments.moment().target).toEqual(jasmine.objectContaining({ actor: 'pip', health: undefined }));
    expect(moments.answering()).toBe('raised');
    expect(moments.shown()?.take.histories.stacks('source', 'guarding', 1)).toBe(1);
  });

  it('stands where the stage has them, bystanders under names of their own', () => {
    const cast = castAt(project.actors, { source: 'pip', target: 'pip' });
    expect(cast.map(({ id, actor, facing }) => [id, actor, facing])).toEqual([
      ['source', 'pip', 1],
      ['target', 'pip', -1],
      ['pip', 'pip', -1],
    ]);
    expect(cast[0].place.x).toBeLessThan(cast[1].place.x);
    expect(castAt(project.actors, { source: '', target: '' }).map(({ id }) => id)).toEqual(['pip']);
  });

  it('is set by its pad', async () => {
    const fixture = TestBed.createComponent(MomentPad);
    fixture.componentRef.setInput('event', hit);
    fixture.componentRef.setInput('project', project);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const verdict = (): string => element.querySelector('.verdict b')?.textContent.trim() ?? '';
    const press = async (button: HTMLElement | undefined): Promise<void> => {
      button?.click();
      await fixture.whenStable();
    };
    const type = async (label: string, text: string): Promise<void> => {
      const box = element.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`);
      if (!box) throw new Error(`no “${label}”`);
      box.value = text;
      box.dispatchEvent(new Event('change'));
      await fixture.whenStable();
    };
    expect(verdict()).toBe('hit');
    await press([...element.querySelectorAll<HTMLElement>('[aria-label="Statuses of the target"] button')][0]);
    expect(verdict()).toBe('parried');
    await type('Seconds that Guarding has lasted on the target', '0.5');
    expect(verdict()).toBe('hit');
    await type('Health of the target', '12');
    expect(moments.moment().target.health).toBe(12);
    await type('Damage', '12');
    expect(moments.shown()?.take.histories.standing('target', 0)).toBe('down');
    let struck = 0;
    fixture.componentInstance.struck.subscribe(() => struck++);
    await press(element.querySelector<HTMLElement>('.strike') ?? undefined);
    expect(struck).toBe(1);
  });
});
