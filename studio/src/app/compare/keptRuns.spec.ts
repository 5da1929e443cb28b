import { TestBed } from '@angular/core/testing';
import type { Drill, Response } from '@undatio/core';
import { beginStudio, fightProject, openProject } from '../../testing';
import { DrillService } from '../drills/drillService';
import { KeptService } from '../playback/keptService';
import { PlaybackService } from '../playback/playbackService';
import type { ProjectService } from '../project/projectService';
import { RunDifferenceTable } from './runDifferenceTable';

describe('a kept run of a drill', () => {
  let projects: ProjectService;
  let kept: KeptService;

  beforeEach(() => {
    beginStudio();
    projects = openProject(fightProject());
    kept = TestBed.inject(KeptService);
    TestBed.inject(DrillService).look('two-blows');
    TestBed.tick();
    kept.keep();
    // The first blow is harder, and embers do not burn any more.
    projects.editDocument('drills/two-blows', 'harder', (before) => {
      const { script, ...drill } = before as Drill;
      return { ...drill, script: script.map((one, i) => (i === 0 ? { ...one, payload: { damage: 16 } } : one)) };
    });
    projects.editDocument('responses/lance-hit', 'no fire', (before) => {
      const { rungs, ...ladder } = before as Response;
      return { ...ladder, rungs: rungs.map((rung) => (rung.id === 'lit' ? { ...rung, then: rung.then.slice(0, 1) } : rung)) };
    });
    TestBed.tick();
  });

  const rungOf = (): Response['rungs'][number] | undefined => (projects.read('responses/lance-hit') as Response).rungs[1];
  const damage = (): unknown => (projects.read('drills/two-blows') as Drill).script[0].payload?.['damage'];

  /** The table, once the two are held against one another. */
  const table = async () => {
    const fixture = TestBed.createComponent(RunDifferenceTable);
    const element = fixture.nativeElement as HTMLElement;
    for (;;) {
      fixture.detectChanges();
      if (element.querySelector('table')) break;
      await new Promise((done) => setTimeout(done, 20));
    }
    const words = (selector: string): string[] =>
      [...element.querySelectorAll(selector)].map((one) => one.textContent?.replace(/\s+/g, ' ').trim() ?? '');
    const press = (name: string): void => {
      element.querySelector<HTMLElement>(`button[aria-label="${name}"]`)?.click();
      TestBed.tick();
      fixture.detectChanges();
    };
    return { element, words, press };
  };

  it('is held against the present one: its documents, what it comes to, and its events', async () => {
    const { element, words } = await table();
    expect(words('h3 span')).toEqual(['drill Two blows', 'ladder of lance-hit']);
    expect(words('.part span')).toEqual(['script 1, payload, damage 12 → 16', 'lit then, 2 removed']);
    const rows = [...element.querySelectorAll('tr')].map((row) =>
      [...row.children].map((cell) => cell.textContent?.replace(/\s+/g, ' ').trim()).join(' | '),
    );
    // 40 less 12, 12 and two seconds of 4 are 8; 40 less 16 and 12 are 12.
    expect(rows).toContain('health left, mosshell, points | 8 | 12');
    expect(rows).toContain('Burning on mosshell, s | 2 | 0');
    expect(rows).toContain('came of it | mosshell −12 to 28, plays Blow | mosshell −16 to 24, plays Blow');
    expect(words('.at em')).toContain('only kept');
  });

  it('gives back one rung, or a whole document, each as one step to undo', async () => {
    const { press } = await table();
    expect(kept.changed().map(({ collection }) => collection)).toEqual(['drills', 'responses']);
    press('Adopt all of ladder of lance-hit from the kept run');
    expect(rungOf()?.then.length).toBe(2);
    expect(damage()).toBe(16);
    projects.undo();
    expect(rungOf()?.then.length).toBe(1);
    const [, ladder] = kept.changed();
    kept.adoptPart(ladder, { field: 'rungs', entry: 'lit', name: 'lit' });
    expect(rungOf()?.then.length).toBe(2);
    press('Adopt all of drill Two blows from the kept run');
    TestBed.tick();
    expect(damage()).toBe(12);
    expect(kept.changed()).toEqual([]);
  });

  it('goes to the instant of an event that differs', async () => {
    const { element } = await table();
    const playback = TestBed.inject(PlaybackService);
    element.querySelector<HTMLElement>('button.at')?.click();
    expect(playback.time).toBe(0.5);
  });

  it('says that its drill is gone, plays on, and brings it back by a swap', () => {
    expect(kept.gone()).toBeUndefined();
    const [drill] = projects.project?.drills ?? [];
    projects.add('another', 'drills/other', { ...drill, id: 'other', label: 'Other' });
    TestBed.inject(DrillService).look('other');
    projects.remove('remove', ['drills/two-blows']);
    TestBed.tick();
    expect(kept.gone()).toBe('its drill “Two blows” is not in the project any more');
    expect(kept.shown()?.run).toBeDefined();
    kept.swap();
    expect(damage()).toBe(12);
    TestBed.tick();
    expect(projects.project?.drills.map(({ id }) => id)).toContain('two-blows');
  });

  it('changes places with the present one in one step, and is put aside in its turn', () => {
    kept.swap();
    expect([damage(), rungOf()?.then.length]).toEqual([12, 2]);
    TestBed.tick();
    kept.swap();
    expect([damage(), rungOf()?.then.length]).toEqual([16, 1]);
    projects.undo();
    expect([damage(), rungOf()?.then.length]).toEqual([12, 2]);
  });
});
