import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Response, Sequence } from '@undatio/core';
import { DrillTake } from '@undatio/core/internal';
import { beginStudio, fightProject, openProject, projectWith } from '../../testing';
import { DrillService } from '../drills/drillService';
import { KeptService } from '../playback/keptService';
import { StrikeService } from '../playback/strikeService';
import type { ProjectService } from '../project/projectService';
import { HistoryDesk } from './historyDesk';
import { HistoryPanel } from './historyPanel';

const project = projectWith([{ kind: 'flash', id: 'flash', duration: 0.2 }]);
const [sequence] = project.sequences;
const url = '/api/projects/spec/history/sequences/blow';
const at = new Date(Date.now() - 3 * 60_000).toISOString();

describe('the history of a document', () => {
  let http: HttpTestingController;
  let projects: ProjectService;
  let fixture: ComponentFixture<HistoryPanel>;

  beforeEach(() => {
    beginStudio();
    http = TestBed.inject(HttpTestingController);
    projects = openProject(project);
    TestBed.inject(StrikeService).choose('blow');
    const kept = TestBed.inject(KeptService);
    const desk = TestBed.inject(HistoryDesk);
    desk.key.set('sequences/blow');
    desk.look.set(({ document, label }) => kept.beside('sequence', () => kept.keepState(document as Sequence, label)));
    fixture = TestBed.createComponent(HistoryPanel);
    fixture.detectChanges();
  });

  const list = (count = 3): void => {
    const words = (i: number): string[] => (i === count ? ['flash: Duration 0.1 → 0.2 s'] : [`state ${i}`]);
    http.expectOne(url).flush({ states: Array.from({ length: count }, (_, i) => ({ number: count - i, at, words: words(count - i) })) });
    fixture.detectChanges();
  };
  const text = (selector: string): string[] =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll(selector)].map((one) => one.textContent?.replace(/\s+/g, ' ').trim() ?? '');
  const press = (name: string, nth = 0): void => {
    const all = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
    all.filter((one) => one.textContent?.trim() === name)[nth].click();
    fixture.detectChanges();
  };
  const before = { ...sequence, label: 'As it was' };

  it('tells what changed and when, the present state first', () => {
    list();
    expect(text('li p')).toEqual(['flash: Duration 0.1 → 0.2 s', 'state 2', 'state 1']);
    expect(text('time')).toEqual(['3 minutes ago', '3 minutes ago', '3 minutes ago']);
    expect(text('li:first-child button')).toEqual([]);
    expect(text('li:nth-child(2) button')).toEqual(['Look', 'Restore']);
  });

  it('shows the state that was opened last, even if an earlier request is slower', () => {
    list();
    press('Look', 0);
    press('Look', 1);
    expect(http.expectOne(`${url}/2`).cancelled).toBeTrue();
    http.expectOne(`${url}/1`).flush({ number: 1, document: before });
    fixture.detectChanges();
    expect(text('button[aria-pressed=true]')).toEqual(['Look']);
    expect(TestBed.inject(KeptService).kept()?.sequence.label).toBe('As it was');
  });

  it('shows a hundred at once, and more when asked', () => {
    list(230);
    expect(text('li').length).toBe(100);
    press('130 earlier ones');
    expect(text('li').length).toBe(200);
    press('30 earlier ones');
    expect(text('li').length).toBe(230);
  });

  it('looks at a state beside the present one, and puts back what was kept before', () => {
    const kept = TestBed.inject(KeptService);
    kept.keep();
    list();
    press('Look');
    http.expectOne(`${url}/2`).flush({ number: 2, document: before });
    fixture.detectChanges();
    expect(kept.kept()?.sequence.label).toBe('As it was');
    expect(projects.sequence('blow')?.label).toBe('Blow');
    fixture.destroy();
    expect(kept.kept()?.label).toBe('Blow, seed 1');
  });

  it('leaves what is looked at kept, where that is wished', () => {
    const kept = TestBed.inject(KeptService);
    list();
    press('Look', 1);
    http.expectOne(`${url}/1`).flush({ number: 1, document: before });
    fixture.detectChanges();
    press('Keep it');
    fixture.destroy();
    expect(kept.kept()?.sequence.label).toBe('As it was');
  });

  it('restores a state as one step to undo', () => {
    list();
    press('Restore');
    http.expectOne(`${url}/2`).flush({ number: 2, document: before });
    expect(projects.sequence('blow')?.label).toBe('As it was');
    projects.undo();
    expect(projects.sequence('blow')?.label).toBe('Blow');
  });

  it('says so where a state cannot be read any more, and changes nothing', () => {
    list();
    press('Restore');
    http.expectOne(`${url}/2`).flush({ number: 2, document: { ...before, effects: [{ kind: 'no such kind' }] } });
    fixture.detectChanges();
    expect(text('[role=alert]')).toEqual(['That state is of another version of the studio and cannot be read any more.']);
    expect(projects.sequence('blow')?.label).toBe('Blow');
  });

  it('names a state, and takes the name away', () => {
    list();
    const name = (fixture.nativeElement as HTMLElement).querySelectorAll<HTMLInputElement>('.mark')[1];
    const write = (value: string, mark: string | null): void => {
      name.value = value;
      name.dispatchEvent(new Event('change'));
      const request = http.expectOne({ method: 'PUT', url: `${url}/2` });
      expect(request.request.body).toEqual({ mark });
      request.flush(null);
      fixture.detectChanges();
    };
    write('  good ', 'good');
    expect(name.classList).toContain('named');
    write(' ', null);
    expect(name.classList).not.toContain('named');
  });

  it('tells that the server cannot be reached', () => {
    http.expectOne(url).error(new ProgressEvent('error'));
    fixture.detectChanges();
    expect(text('[role=alert]').length).toBe(1);
  });

  it('takes one lane from a state that is looked at', () => {
    list();
    press('Look');
    const lanes = [{ ...sequence.effects[0], duration: 0.1 }];
    http.expectOne(`${url}/2`).flush({ number: 2, document: { ...before, effects: lanes } });
    fixture.detectChanges();
    expect(text('footer li span')).toEqual(['label Blow → As it was', 'flash Duration 0.2 → 0.1 s']);
    press('Take', 1);
    expect(projects.sequence('blow')?.effects[0].duration).toBe(0.1);
    expect(projects.sequence('blow')?.label).toBe('Blow');
    expect(text('footer li span')).toEqual(['label Blow → As it was']);
    projects.undo();
    expect(projects.sequence('blow')?.effects[0].duration).toBe(0.2);
  });
});

describe('the history of a ladder', () => {
  const ladderUrl = '/api/projects/spec/history/responses/lance-hit';

  it('gives back one rung, and shows a drill with the ladder as it was beside the drill as it goes now', async () => {
    beginStudio();
    const http = TestBed.inject(HttpTestingController);
    const projects = openProject(fightProject());
    const kept = TestBed.inject(KeptService);
    TestBed.inject(HistoryDesk).show('responses/lance-hit');
    const fixture = TestBed.createComponent(HistoryPanel);
    fixture.detectChanges();
    const ladder = projects.read('responses/lance-hit') as Response;
    http.expectOne(ladderUrl).flush({ states: [2, 1].map((number) => ({ number, at, words: ['a change'] })) });
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    const press = (name: RegExp): void => {
      [...element.querySelectorAll('button')].find((one) => name.test(one.getAttribute('aria-label') ?? one.textContent ?? ''))?.click();
      fixture.detectChanges();
    };
    press(/^Look at/);
    const bare = {
      ...ladder,
      rungs: ladder.rungs.filter(({ id }) => id !== 'parried').map((rung) => ({ ...rung, then: rung.then.slice(0, 1) })),
    };
    http.expectOne(`${ladderUrl}/1`).flush({ number: 1, document: bare });
    fixture.detectChanges();
    const told = [...element.querySelectorAll('footer li span')].map((one) => one.textContent?.replace(/\s+/g, ' ').trim());
    expect(told).toEqual(['lit then, 2 removed', 'hit then, 2 removed', 'parried was not there']);
    press(/^Take parried/);
    expect((projects.read('responses/lance-hit') as Response).rungs.map(({ id }) => id)).toEqual(['lit', 'hit']);
    projects.undo();
    press(/^See it/);
    const drills = TestBed.inject(DrillService);
    drills.look('two-blows');
    TestBed.tick();
    // Nothing burns and nothing is played with the ladder as it was.
    const run = kept.kept()?.stage.run;
    expect(run instanceof DrillTake && [run.histories.health('m', 4), run.run.cues.length]).toEqual([16, 0]);
    expect(drills.take()?.histories.health('m', 4)).toBeCloseTo(8, 6);
    await fixture.whenStable();
  });
});
