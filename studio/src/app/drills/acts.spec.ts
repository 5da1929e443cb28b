import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Drill } from '@undatio/core';
import { beginStudio, fightProject, openProject } from '../../testing';
import type { ProjectService } from '../project/projectService';
import { ActEditor } from './actEditor';
import { ActMarks } from './actMarks';
import { NameRooms } from './nameRooms';
import { CastEditor } from './castEditor';
import { DrillMap } from './drillMap';
import { DrillService } from './drillService';
import { StagePlaces } from './stagePlaces';

const swing = {
  id: 'swing',
  windUp: 0.2,
  recovery: 0.2,
  contacts: [{ live: 0.1, event: 'lance-hit', reach: { shape: 'disc', length: 300 } }],
};

/** The small fight, whose first body has a move, on a stage that ends; what it does is given. */
function projectOf(acts: readonly object[]): ReturnType<typeof fightProject> {
  const plain = JSON.parse(JSON.stringify(fightProject())) as Record<string, unknown[]>;
  const [first, ...others] = plain['actors'] as object[];
  const [drill] = plain['drills'] as object[];
  return fightProject({
    actors: [{ ...first, moves: [swing] }, ...others],
    stages: [{ id: 'ring', label: 'Ring', edges: { left: -300, right: 150 } }],
    drills: [{ ...drill, script: [], expectations: [], acts }],
  });
}

describe('what somebody does in a drill', () => {
  let projects: ProjectService;
  let drills: DrillService;
  let fixture: ComponentFixture<unknown>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const drill = (): Drill => drills.drill() as Drill;
  const acts = (): NonNullable<Drill['acts']> => drill().acts ?? [];

  function open(...list: object[]): void {
    projects = openProject(projectOf(list));
    drills.look('two-blows');
    TestBed.tick();
  }

  async function show(inputs: Readonly<Record<string, unknown>> = {}): Promise<void> {
    const all: Readonly<Record<string, unknown>> = { drill: drill(), project: projects.project, take: drills.take(), ...inputs };
    for (const [name, value] of Object.entries(all))
      if (name in (fixture.componentInstance as object)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
  }

  async function choose(label: string, value: string, inputs: object = {}): Promise<void> {
    const select = element().querySelector<HTMLSelectElement>(`select[aria-label="${label}"]`);
    if (!select) throw new Error(`no “${label}”`);
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await show({ index: 0, ...inputs });
  }

  async function press(words: string): Promise<void> {
    const button = [...element().querySelectorAll('button')].find(({ textContent }) => textContent.trim() === words);
    if (!button) throw new Error(`no “${words}”`);
    button.click();
    await show({ index: 0 });
  }

  async function type(label: string, value: string): Promise<void> {
    const box = element().querySelector<HTMLInputElement>(`[aria-label^="${label}"]`);
    if (!box) throw new Error(`no “${label}”`);
    box.value = value;
    box.dispatchEvent(new Event('change'));
    await show({ index: 0 });
  }

  beforeEach(() => {
    sessionStorage.clear();
    beginStudio();
    drills = TestBed.inject(DrillService);
  });

  it('is chosen anew: another thing to do, about another, at another distance', async () => {
    open({ at: 1, who: 'b', do: 'stop' });
    fixture = TestBed.createComponent(ActEditor);
    await show({ index: 0 });
    await choose('What it does', 'orbit');
    expect(acts()[0]).toEqual({ at: 1, who: 'b', do: 'orbit', whom: 'm', distance: 140 });
    await type('How far from it', '90');
    await press('clockwise');
    expect(acts()[0]).toEqual({ at: 1, who: 'b', do: 'orbit', whom: 'm', distance: 90, clockwise: false });
    await type('How fast it goes', '75');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ speed: 75 }));
    await press('its own');
    expect('speed' in acts()[0]).toBeFalse();
    // Nobody goes round itself.
    await choose('Who does it', 'm');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ who: 'm', whom: 'b' }));
    await choose('What it does', 'keep-away');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ do: 'keep-away', whom: 'b', beyond: 240 }));
    // A move is of one who has one.
    await choose('What it does', 'move');
    expect(acts()[0]).toEqual({ at: 1, who: 'b', do: 'move', move: 'swing' });
    expect(drills.problem()).toBeUndefined();
  });

  it('lets something fly: where to, what comes of it, with values of these events alone', async () => {
    open({ at: 0.5, who: 'b', do: 'launch', actor: 'pip', after: 'm' });
    fixture = TestBed.createComponent(ActEditor);
    await show({ index: 0 });
    await choose('Event raised on whom it meets', 'lance-hit');
    await type('Damage', '7');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ meets: 'lance-hit', payload: { damage: 7 } }));
    expect(drills.shown()?.run.log.map(({ event, target }) => [event, target])).toEqual([['lance-hit', 'm']]);
    await choose('Event raised on whom it meets', 'guard-up');
    expect('payload' in acts()[0]).toBeFalse();
    await choose('Where it flies', 'to');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ to: { x: 0, y: 0 } }));
    expect('after' in acts()[0]).toBeFalse();
    await type('x of where it lands', '60');
    await choose('Where it flies', 'angle');
    await type('How many it goes on through', '2.4');
    expect(acts()[0]).toEqual(jasmine.objectContaining({ angle: 0, pierce: 2 }));
    await choose('Sequence that follows it', 'blow');
    expect(drills.shown()?.run.cues.map(({ sequence, source }) => [sequence, source])).toEqual([['blow', 'pip-1']]);
    await choose('Sequence that follows it', '');
    expect('sequence' in acts()[0]).toBeFalse();
    await choose('Where it flies', 'ahead');
    expect('angle' in acts()[0]).toBeFalse();
    expect(drills.problem()).toBeUndefined();
  });

  it('is put elsewhere by keys, on the map and on the stage, together with where they begin', async () => {
    open({ at: 0, who: 'b', do: 'walk', points: [{ x: 10, y: 20 }] }, { at: 1, who: 'm', do: 'launch', actor: 'pip', to: { x: 5, y: 6 } });
    const handle = (label: string): SVGGElement => {
      const found = element().querySelector<SVGGElement>(`[aria-label^="${label}"]`);
      if (!found) throw new Error(`no “${label}”`);
      return found;
    };
    const key = async (label: string, name: string, shiftKey = false): Promise<void> => {
      handle(label).dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey }));
      TestBed.tick();
      await show({ picked: 1, all: true });
    };
    for (const component of [DrillMap, StagePlaces]) {
      fixture = TestBed.createComponent<unknown>(component);
      await show({ picked: 1, all: true });
      await key('brasshorn walks to place 1', 'ArrowUp', true);
      await key('mosshell launches pip to place 1', 'ArrowRight');
      await key('Where mosshell begins', 'ArrowLeft');
    }
    expect(acts()[0]).toEqual(jasmine.objectContaining({ points: [{ x: 10, y: 0 }] }));
    expect(acts()[1]).toEqual(jasmine.objectContaining({ to: { x: 7, y: 6 } }));
    expect(drill().actors[1].place).toEqual({ x: 78, y: 0 });
    // On the stage only the places of what is worked on, unless all are asked for.
    await show({ picked: 1, all: false });
    expect([...element().querySelectorAll('[role="button"]')].map((one) => one.getAttribute('aria-label'))).toEqual([
      'mosshell launches pip to place 1, 7, 6',
    ]);
  });

  it('takes place on a stage, whose edges hold where it says none', async () => {
    open();
    fixture = TestBed.createComponent(CastEditor);
    await show();
    await choose('The stage that it takes place on', 'ring');
    TestBed.tick();
    expect(drill().stage).toBe('ring');
    expect(drills.shown()?.run.drill.edges).toEqual({ left: -300, right: 150 });
    expect(element().textContent).toContain('150 px, its stage’s');
    element().querySelector<HTMLButtonElement>('[aria-label^="An edge, right"]')?.click();
    await show();
    expect(drill().edges).toEqual({ right: 150 });
    await type('Edge, right', '120');
    TestBed.tick();
    expect(drills.shown()?.run.drill.edges).toEqual({ left: -300, right: 120 });
    fixture = TestBed.createComponent(DrillMap);
    await show({ picked: -1 });
    expect(element().querySelectorAll('.wall').length).toBe(1);
  });

  it('has its name where that covers no other, and a tooltip always', async () => {
    const stop = (at: number): object => ({ at, who: 'b', do: 'stop' });
    open(stop(1), stop(1), stop(1), { at: 1, who: 'm', do: 'stop' });
    fixture = TestBed.createComponent(ActMarks);
    const scale = { left: 80, perSecond: 100, laneY: (row: number) => row * 26, width: 400 };
    await show({ picked: -1, scale, names: new NameRooms(400) });
    const names = [...element().querySelectorAll('g.act')].map((mark) => mark.querySelector('text')?.getAttribute('y') ?? '');
    // Under the lane, over it, nowhere; another lane has room of its own.
    expect(names).toEqual(['25', '5', '', '51']);
    expect(element().querySelectorAll('g.act title').length).toBe(4);
  });
});
