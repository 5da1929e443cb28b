import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Drill } from '@undatio/core';
import { DrillTake } from '@undatio/core/internal';
import { beginStudio, fightProject, openProject } from '../../testing';
import { PlaybackService } from '../playback/playbackService';
import { StageLoan } from '../playback/stageLoan';
import type { StageTake } from '../playback/stageTake';
import { StrikeService } from '../playback/strikeService';
import type { ProjectService } from '../project/projectService';
import { StageSetUps } from '../stage/stageSetUps';
import { seriesOf } from './chartSeries';
import { DrillLanes } from './drillLanes';
import { DrillLog } from './drillLog';
import { DrillRecorder } from './drillRecorder';
import { DrillService } from './drillService';
import { EntryEditor } from './entryEditor';
import { ExpectationList } from './expectationList';
import { SeedsService } from './seedsService';

describe('drills', () => {
  let projects: ProjectService;
  let drills: DrillService;
  const drill = (): Drill => {
    const found = drills.drill();
    if (!found) throw new Error('no drill is looked at');
    return found;
  };

  beforeEach(() => {
    sessionStorage.clear();
    beginStudio();
    projects = openProject(fightProject());
    drills = TestBed.inject(DrillService);
  });

  describe('a drill that is looked at', () => {
    it('is run, held against what is expected, and put on the stage until it is given back', () => {
      let stage: StageTake | undefined;
      TestBed.inject(StrikeService).choose('blow');
      TestBed.inject(StrikeService).stage$.subscribe((next) => (stage = next));
      const standing: string[][] = [];
      TestBed.inject(StageSetUps).onStage$.subscribe(({ project }) => standing.push(project.actors.map(({ id }) => id)));
      drills.look('two-blows');
      TestBed.tick();
      expect(stage?.run).toBeInstanceOf(DrillTake);
      expect(standing.at(-1)).toEqual(['b', 'm']);
      expect(drills.shown()?.verdicts.map(({ holds, found }) => [holds, found])).toEqual([
        [true, 'it is 28'],
        [false, 'mosshell is up'],
      ]);
      expect(drills.holds(drill())).toBeFalse();
      drills.look(undefined);
      TestBed.tick();
      expect(stage?.run).not.toBeInstanceOf(DrillTake);
      expect(standing.at(-1)).toEqual(['brasshorn', 'mosshell', 'pip']);
    });

    it('says what an edit changed first, and not what another drill does otherwise', () => {
      drills.look('two-blows');
      TestBed.tick();
      drills.edit('damage', (before) => ({
        ...before,
        script: before.script.map((one, i) => (i === 0 ? { ...one, payload: { damage: 9 } } : one)),
      }));
      TestBed.tick();
      expect(drills.difference()).toBe('first at 0.5 s: Lance hit on mosshell: hit, harm 12 — now Lance hit on mosshell: hit, harm 9');
      projects.undo();
      TestBed.tick();
      expect(drills.difference()).toContain('now Lance hit on mosshell: hit, harm 12');
    });

    it('tells what it cannot run, at its place', () => {
      drills.look('two-blows');
      projects.editDocument('drills/two-blows', 'break', (before) => ({ ...(before as Drill), actors: [] }));
      TestBed.tick();
      expect(drills.shown()).toBeUndefined();
      expect(drills.problem()).toContain('script[0].source: expected');
      expect(drills.holds(drill())).toBeFalse();
    });

    it('leaves the stage to whoever has borrowed it since', () => {
      const loan = TestBed.inject(StageLoan);
      const strikes = TestBed.inject(StrikeService);
      drills.look('two-blows');
      TestBed.tick();
      const take = drills.take();
      if (!take) throw new Error('it runs');
      loan.show({}, { what: 'drill', id: 'another', label: 'Another', take, bodies: [] });
      drills.look(undefined);
      TestBed.tick();
      expect(strikes.isLent).toBeTrue();
    });

    it('is drawn as lines on one clock: health that jumps, stacks in steps, clocks that are held', () => {
      drills.look('two-blows');
      const take = drills.take();
      if (!take) throw new Error('it runs');
      const series = new Map(seriesOf(take).map((one) => [one.name, one]));
      const at = (name: string, time: number): number => {
        const points = series.get(name)?.points ?? [];
        return points.filter(([t]) => t <= time).at(-1)?.[1] ?? NaN;
      };
      expect([0.4, 0.5, 1.4999, 1.5].map((time) => at('m', time))).toEqual([40, 28, 28, 16]);
      expect([1.4, 1.5, 3.4, 3.5].map((time) => at('m: burning', time))).toEqual([0, 1, 1, 0]);
      // Four points a second for two seconds.
      expect(at('m', 4)).toBeCloseTo(8, 6);
      expect(series.get('b')?.points.every(([, value]) => value === 60)).toBeTrue();
      expect(series.has('b: burning')).toBeFalse();
    });
  });

  describe('a drill’s script', () => {
    let lanes: ComponentFixture<DrillLanes>;
    let picked = -1;
    const settle = async (): Promise<void> => {
      lanes.componentRef.setInput('drill', drill());
      lanes.componentRef.setInput('verdicts', drills.shown()?.verdicts ?? []);
      lanes.componentRef.setInput('picked', picked);
      await lanes.whenStable();
    };
    const entries = (): SVGGElement[] => [...(lanes.nativeElement as HTMLElement).querySelectorAll<SVGGElement>('.entry')];

    beforeEach(async () => {
      picked = -1;
      drills.look('two-blows');
      lanes = TestBed.createComponent(DrillLanes);
      lanes.componentInstance.pick.subscribe((index) => (picked = index));
      await settle();
    });

    it('is moved by the arrow keys on a grid of hundredths, and taken out with Delete', async () => {
      expect(entries().map((one) => one.getAttribute('aria-label'))).toEqual([
        'Lance hit at 0.5 s by brasshorn on mosshell; arrow keys move it',
        'Lance hit at 1.5 s by brasshorn on mosshell; arrow keys move it',
      ]);
      entries()[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', shiftKey: true }));
      await settle();
      entries()[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft' }));
      await settle();
      expect(drill().script[0].at).toBe(0.59);
      expect(picked).toBe(0);
      entries()[1].dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete' }));
      await settle();
      expect(drill().script.length).toBe(1);
      projects.undo();
      // All steps of the keys on one event are one.
      projects.undo();
      expect(drill().script.map(({ at }) => at)).toEqual([0.5, 1.5]);
    });

    it('keeps names off one another and on the paper, however many events there are, and tells each by its tooltip', async () => {
      const blow = drill().script[0];
      const script = Array.from({ length: 30 }, (_, i) => ({ ...blow, at: Number((0.1 * i).toFixed(1)) }));
      const acts = script.flatMap(({ at }) => ['b', 'm'].map((who) => ({ at, who, do: 'stop' as const })));
      drills.edit('many blows', (one) => ({ ...one, script: [...script, { ...blow, at: one.length }], acts }));
      await settle();
      const paper = (lanes.nativeElement as HTMLElement).querySelector('svg')?.getBoundingClientRect();
      const names = [...(lanes.nativeElement as HTMLElement).querySelectorAll('.entry text, .act text')].map((one) =>
        one.getBoundingClientRect(),
      );
      const over = names.filter((one, i) =>
        names.some(
          (other, j) => i !== j && one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom,
        ),
      );
      expect(over.length).toBe(0);
      expect(names.length).toBeGreaterThan(4);
      expect(names.length).toBeLessThan(60);
      expect(Math.max(...names.map(({ right }) => right))).toBeLessThanOrEqual(paper?.right ?? 0);
      expect(entries().at(-1)?.querySelector('text')?.getAttribute('text-anchor')).toBe('end');
      expect(lanes.nativeElement.querySelectorAll('.entry title, .act title').length).toBe(91);
    });

    it('shows what is expected as flags where it is expected', () => {
      const flags = [...(lanes.nativeElement as HTMLElement).querySelectorAll('.flag')];
      expect(flags.map((flag) => flag.classList.contains('bad'))).toEqual([false, true]);
    });

    it('is scrubbed by pressing between its events', async () => {
      const svg = (lanes.nativeElement as HTMLElement).querySelector('svg');
      if (!svg) throw new Error('it is drawn');
      svg.setPointerCapture = () => undefined;
      const { left, width } = svg.getBoundingClientRect();
      // The lanes begin 84 px in and end 14 before the edge of what is drawn as wide as it is shown.
      const drawn = Number(svg.getAttribute('viewBox')?.split(' ')[2]);
      const clientX = left + ((84 + (drawn - 98) / 2) / drawn) * width;
      svg.dispatchEvent(new PointerEvent('pointerdown', { pointerId: 1, button: 0, clientX, bubbles: true }));
      await settle();
      expect(TestBed.inject(PlaybackService).time).toBeCloseTo(2, 1);
    });

    it('is changed event by event: another event keeps only what it has too', async () => {
      const fixture = TestBed.createComponent(EntryEditor);
      const show = async (): Promise<void> => {
        for (const [name, value] of Object.entries({ drill: drill(), project: projects.project, index: 1 }))
          fixture.componentRef.setInput(name, value);
        await fixture.whenStable();
      };
      const element = fixture.nativeElement as HTMLElement;
      const choose = async (label: string, value: string): Promise<void> => {
        const select = element.querySelector<HTMLSelectElement>(`select[aria-label="${label}"]`);
        if (!select) throw new Error(`no “${label}”`);
        select.value = value;
        select.dispatchEvent(new Event('change'));
        await show();
      };
      await show();
      await choose('Kind', 'plain');
      expect(drill().script[1].payload).toEqual({ damage: 12, kind: 'plain' });
      await choose('On whom', '');
      expect('target' in drill().script[1]).toBeFalse();
      [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'repeat…')?.click();
      await show();
      expect(drill().script[1].repeat).toEqual({ count: 2, every: 0.5 });
      const picked: number[] = [];
      fixture.componentInstance.pick.subscribe((place) => picked.push(place));
      const before = drill().script.length;
      [...element.querySelectorAll('button')].find(({ textContent }) => textContent.trim() === 'Copy')?.click();
      await show();
      // The copy is what is edited next, and not what it was copied from.
      expect(drill().script.length).toBe(before + 1);
      expect(drill().script[picked[0]]).toEqual({ ...drill().script[1], at: drill().script[1].at + 0.2 });
      expect(picked[0]).not.toBe(1);
      await choose('What is raised', 'guard-up');
      expect(drill().script[1]).toEqual(jasmine.objectContaining({ event: 'guard-up', payload: {} }));
    });
  });

  describe('a drill’s log', () => {
    it('is filtered by actor, event or rung, says why not the others, and jumps to an instant', async () => {
      drills.look('two-blows');
      const fixture = TestBed.createComponent(DrillLog);
      fixture.componentRef.setInput('log', drills.shown()?.run.log ?? []);
      fixture.componentRef.setInput('cues', [
        ...(drills.shown()?.run.cues ?? []),
        { serial: 99, at: 1.7, number: 2, sequence: 'blow', source: 'b', target: 'm', place: undefined, payload: {}, seed: 1 },
      ]);
      await fixture.whenStable();
      const element = fixture.nativeElement as HTMLElement;
      const lines = (): string[] => [...element.querySelectorAll('li .rung')].map(({ textContent }) => textContent.trim());
      expect(lines()).toEqual(['hit', 'lit', 'hit', 'hit', 'hit', 'hit']);
      // A sequence that no outcome plays has a line of its own.
      const plays = [...element.querySelectorAll('li')].map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
      expect(plays.filter((line) => line.includes('plays') && line.startsWith('1.70'))).toEqual([jasmine.stringContaining('plays')]);
      const filter = element.querySelector<HTMLInputElement>('input');
      if (filter) {
        filter.value = 'lit';
        filter.dispatchEvent(new Event('input'));
      }
      await fixture.whenStable();
      expect(lines()).toEqual(['lit']);
      expect(element.querySelector('.why')?.textContent).toContain('target is not Guarding');
      element.querySelector<HTMLElement>('li button')?.click();
      expect(TestBed.inject(PlaybackService).time).toBe(1.5);
    });
  });

  describe('what is expected of a drill', () => {
    it('is told where it does not hold, goes there, and is dropped', async () => {
      drills.look('two-blows');
      const fixture = TestBed.createComponent(ExpectationList);
      const show = async (): Promise<void> => {
        for (const [name, value] of Object.entries({ drill: drill(), project: projects.project, verdicts: drills.shown()?.verdicts ?? [] }))
          fixture.componentRef.setInput(name, value);
        await fixture.whenStable();
      };
      await show();
      const element = fixture.nativeElement as HTMLElement;
      expect([...element.querySelectorAll('.mark')].map((mark) => mark.getAttribute('aria-label'))).toEqual(['holds', 'does not hold']);
      const found = element.querySelector<HTMLElement>('.found');
      expect(found?.textContent).toBe('mosshell is up');
      found?.click();
      expect(TestBed.inject(PlaybackService).time).toBe(3);
      element.querySelector<HTMLElement>('.bad [aria-label^="Remove"]')?.click();
      await show();
      expect(drill().expectations.length).toBe(1);
      expect(drills.holds(drill())).toBeTrue();
    });
  });

  it('say that seeds cannot be run where a worker does not start, and forget it at the next try', async () => {
    drills.look('two-blows');
    const seeds = TestBed.inject(SeedsService);
    const { project } = projects;
    if (!project) throw new Error('a project is open');
    let made: Partial<Worker> = {};
    spyOn(window, 'Worker').and.callFake(function () {
      made = { postMessage: () => undefined, terminate: () => undefined };
      return made as Worker;
    } as never);
    seeds.run(project, drill());
    made.onerror?.call(made as Worker, new ErrorEvent('error', { message: 'no memory' }));
    const fixture = TestBed.createComponent(ExpectationList);
    for (const [name, value] of Object.entries({ drill: drill(), project, verdicts: [] })) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    const alert = (): string => (fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent.trim() ?? '';
    expect(alert()).toBe('The seeds could not be run: no memory.');
    expect(seeds.progress()).toBeUndefined();
    seeds.run(project, drill());
    await fixture.whenStable();
    expect(alert()).toBe('');
    made.onmessage?.call(made as Worker, new MessageEvent('message', { data: { done: 1000, of: 1000, failing: [7] } }));
    expect(seeds.result()).toEqual({ drill: 'two-blows', of: 1000, share: 0.999, failing: [7] });
  });

  describe('the recorder', () => {
    it('makes a drill of what is struck, when, by whom and on whom', () => {
      let now = 10_000;
      spyOn(performance, 'now').and.callFake(() => now);
      const recorder = TestBed.inject(DrillRecorder);
      const playback = TestBed.inject(PlaybackService);
      TestBed.inject(StrikeService).choose('blow');
      recorder.toggle();
      playback.strike();
      now += 400;
      const one = (id: string, actor: string, x: number, facing: 1 | -1) => ({ id, actor, place: { x, y: 0 }, facing });
      playback.strike({
        event: 'lance-hit',
        payload: { damage: 7 },
        source: one('source', 'pip', -80, 1),
        target: one('target', 'mosshell', 80, -1),
      });
      now += 200;
      playback.strike({ event: 'guard-up', payload: {}, source: one('source', 'mosshell', 80, -1) });
      expect(recorder.count()).toBe(3);
      recorder.toggle();
      const made = projects.project?.drills.find(({ id }) => id === 'recorded');
      expect(made?.actors.map(({ id, place: { x } }) => [id, x])).toEqual([
        ['brasshorn', -80],
        ['mosshell', 80],
        ['pip', -80],
      ]);
      expect(made?.script.map(({ at, event, source, target }) => ({ at, event, source, target }))).toEqual([
        { at: 0.5, event: 'lance-hit', source: 'brasshorn', target: 'mosshell' },
        { at: 0.9, event: 'lance-hit', source: 'pip', target: 'mosshell' },
        { at: 1.1, event: 'guard-up', source: 'mosshell', target: undefined },
      ]);
      expect(made?.script[1].payload).toEqual({ damage: 7 });
    });

    it('makes none of nothing', () => {
      const recorder = TestBed.inject(DrillRecorder);
      recorder.toggle();
      recorder.toggle();
      expect(projects.project?.drills.length).toBe(1);
    });
  });
});
