import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Actor } from '@undatio/core';
import { fightProject, openProject } from '../../testing';
import type { ProjectService } from '../project/projectService';
import { ActorMoves } from './actorMoves';
import { MoveDesk } from './moveDesk';
import { keyWords, withKey, withNewKey, type Move } from './moveEdits';
import { MoveStrip } from './moveStrip';

const swing = {
  id: 'swing',
  windUp: 0.3,
  recovery: 0.2,
  sequence: 'blow',
  contacts: [{ live: 0.1, event: 'lance-hit', reach: { shape: 'arc', length: 100, from: -40, to: 40 } }],
};
const arc = {
  kind: 'arc',
  id: 'slash',
  delay: 0.32,
  duration: 0.2,
  ease: 'linear',
  sweep: 120,
  reach: 150,
  leftward: 'mirrored',
  direction: { mode: 'along', angle: 0, spread: 0 },
};

describe('the moves of an actor', () => {
  let projects: ProjectService;
  let desk: MoveDesk;
  let fixture: ComponentFixture<ActorMoves>;
  const actor = (): Actor => projects.project?.actors[0] as Actor;
  const move = (): Move => (actor().moves ?? [])[0];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;

  async function show(): Promise<void> {
    desk.actor.set(actor());
    fixture.componentRef.setInput('actor', actor());
    fixture.componentRef.setInput('project', projects.project);
    await fixture.whenStable();
  }

  async function press(words: string): Promise<void> {
    const button = [...element().querySelectorAll('button')].find(
      (one) => one.textContent.trim() === words || one.getAttribute('aria-label') === words,
    );
    if (!button) throw new Error(`no “${words}”`);
    button.click();
    await show();
  }

  async function choose(label: string, value: string): Promise<void> {
    const box = element().querySelector<HTMLInputElement | HTMLSelectElement>(`[aria-label="${label}"]`);
    if (!box) throw new Error(`no “${label}”`);
    box.value = value;
    box.dispatchEvent(new Event('change'));
    await show();
  }

  beforeEach(async () => {
    sessionStorage.clear();
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting(), provideRouter([]), MoveDesk],
    });
    const plain = JSON.parse(JSON.stringify(fightProject())) as Record<string, unknown[]>;
    const [first, ...others] = plain['actors'] as object[];
    const [sequence] = plain['sequences'] as object[];
    const clips = [{ id: 'spin', picture: 'body', cells: [0], rate: 10, loop: true }];
    projects = openProject(
      fightProject({ actors: [{ ...first, moves: [swing], clips }, ...others], sequences: [{ ...sequence, effects: [arc] }] }),
    );
    desk = TestBed.inject(MoveDesk);
    fixture = TestBed.createComponent(ActorMoves);
    await show();
  });

  it('get ids from their names when renamed, and stay selected', async () => {
    await press('New move');
    expect(desk.move()?.id).toBe('new-move');
    await choose('Name of the move', 'Horn jab');
    expect(actor().moves?.map(({ id, label }) => [id, label])).toEqual([
      ['swing', undefined],
      ['horn-jab', 'Horn jab'],
    ]);
    expect(desk.move()?.id).toBe('horn-jab');
    // A move without a name keeps its id.
    desk.rename(move(), 'Wide swing');
    expect(move().id).toBe('swing');
  });

  it('say how the body is on the way by keys, made where the playhead is', async () => {
    desk.scrub(0.1);
    await press('Key at the playhead');
    await choose('Pose at the key', 'guard');
    desk.scrub(0.3);
    await press('Key at the playhead');
    await choose('How far it is in the pose', '0.5');
    expect(move().keys).toEqual([
      { at: 0.1, pose: 'guard' },
      { at: 0.3, pose: 'lunge', amount: 0.5 },
    ]);
    // Half-way from one to the other: half of guard, a quarter of lunge.
    desk.scrub(0.2);
    expect(desk.pose()).toEqual({ name: 'guard', amount: jasmine.any(Number) as unknown as number });
    expect(desk.pose()?.amount).toBeCloseTo(0.5, 6);
    await choose('Clip from the key on', 'spin');
    desk.scrub(0.35);
    expect(desk.cell()).toEqual({ picture: 'body', cell: 0 });
    await choose('Pose at the key', '');
    expect(move().keys?.[1]).toEqual({ at: 0.3, clip: 'spin' });
    await press('Without this key');
    await press('Without this key');
    expect('keys' in move()).toBeFalse();
  });

  it('have keys on their strip, dragged by the arrow keys, and never past their end', async () => {
    desk.edit('keys', (before) => ({ ...before, keys: [{ at: 0.1, pose: 'hurt' }, { at: 0.6 }] }));
    await show();
    const strip = TestBed.createComponent(MoveStrip);
    strip.componentRef.setInput('project', projects.project);
    await strip.whenStable();
    const grips = (): SVGGElement[] => [...(strip.nativeElement as HTMLElement).querySelectorAll<SVGGElement>('[aria-label^="Key "]')];
    expect(grips().map((one) => one.getAttribute('aria-label'))).toEqual(['Key 1 of the body, hurt', 'Key 2 of the body, rest']);
    grips()[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    await show();
    expect(move().keys?.[0].at).toBe(0.11);
    grips()[1].dispatchEvent(new FocusEvent('focus'));
    expect(desk.key()).toBe(1);
    // Shorter, it takes its last key along.
    const recovery = (strip.nativeElement as HTMLElement).querySelector('[aria-label="End of the recovery"]');
    recovery?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowLeft', shiftKey: true }));
    await show();
    expect(move().keys?.[1].at).toBeCloseTo(0.5, 9);
  });

  it('tell where what they reach is not what is drawn, and reach that', async () => {
    expect(element().textContent).toContain('“slash” draws 150 px from -60 to 60° at 0.32 s for 0.2 s.');
    await press('Reach as it is drawn');
    const [contact] = move().contacts;
    expect(contact).toEqual(jasmine.objectContaining({ after: 0.02, live: 0.2, reach: { shape: 'arc', length: 150, from: -60, to: 60 } }));
    expect(element().textContent).not.toContain('“slash”');
  });

  it('are of a body that turns at once, or at a rate', async () => {
    await press('at once: turn slower…');
    expect(actor().turnRate).toBe(360);
    await choose('How fast it turns', '90');
    expect(actor().turnRate).toBe(90);
    await press('at once');
    expect('turnRate' in actor()).toBeFalse();
  });
});

describe('keys of a move', () => {
  const plain = { id: 'm', windUp: 0.2, contacts: [], recovery: 0.2 } as Move;

  it('stand in order of time, and are none where the last is gone', () => {
    const { move: one, at } = withNewKey(plain, 0.3);
    expect(at).toBe(0);
    const two = withNewKey(one, 0.1);
    expect([two.at, two.move.keys?.map((key) => key.at)]).toEqual([0, [0.1, 0.3]]);
    expect(withNewKey(plain, 9).move.keys?.[0].at).toBe(0.4);
    expect(withKey(withKey(two.move, 0, undefined), 0, undefined)).toEqual(plain);
    expect([keyWords('guard', 'spin'), keyWords(undefined, undefined)]).toEqual(['guard + spin', 'rest']);
  });
});
