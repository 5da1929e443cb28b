import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import type { Actor } from '@undatio/core';
import { RapidFire } from '@undatio/core/internal';
import { openProject, projectWith } from '../../testing';
import type { ProjectService } from '../project/projectService';
import { PlaybackService, type PlayStart } from './playbackService';
import type { StageTake } from './stageTake';
import { StrikeService } from './strikeService';

const project = projectWith([
  { kind: 'flash', id: 'flash', duration: 0.1, amount: { drive: 'damage', in: [0, 50], out: [0, 1] }, envelope: [{ at: 0, value: 1 }] },
  { kind: 'sound', id: 'whirr', clips: ['crack'], delay: -0.2, rate: 1 },
]);

const crowded = projectWith([
  { kind: 'flash', id: 'flash', duration: 0.1, envelope: [{ at: 0, value: 1 }] },
  { kind: 'knockback', id: 'throw', distance: 40 },
]);
const bystander: Actor = {
  id: 'pip',
  label: 'Pip',
  role: 'bystander',
  picture: 'pip',
  width: 80,
  height: 70,
  spots: {},
  parts: [],
  poses: {},
};

/** A display whose frames come when the test says so. */
class Display {
  now = 1000;
  private waiting: FrameRequestCallback[] = [];

  constructor() {
    spyOn(performance, 'now').and.callFake(() => this.now);
    spyOn(window, 'requestAnimationFrame').and.callFake((callback) => this.waiting.push(callback));
  }

  /** Lets `milliseconds` go by and shows one frame. */
  frame(milliseconds: number): void {
    this.now += milliseconds;
    const due = this.waiting;
    this.waiting = [];
    for (const callback of due) callback(this.now);
  }
}

describe('rapid fire', () => {
  let strikes: StrikeService;
  let stage: StageTake;

  beforeEach(() => {
    localStorage.clear();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    strikes = TestBed.inject(StrikeService);
    const picture = { type: 'picture' as const, id: 'pip', label: 'Pip', file: 'pip.svg', sha256: '0'.repeat(64), tags: [], cells: 1 };
    openProject({ ...crowded, assets: [...crowded.assets, picture], actors: [bystander] });
    strikes.stage$.subscribe((next) => (stage = next));
    strikes.choose('blow');
  });

  const fire = (): RapidFire => {
    if (!(stage.run instanceof RapidFire)) throw new Error('no rapid fire');
    return stage.run;
  };

  it('strikes each target in turn, from directions that turn', () => {
    strikes.setRapid({ on: true, every: 0.3, strikes: 5, targets: 2, turn: 80 });
    expect(fire().blows.map(({ at, target }) => [Number(at.toFixed(6)), target])).toEqual([
      [0, 0],
      [0.3, 1],
      [0.6, 0],
      [0.9, 1],
      [1.2, 0],
    ]);
    // The lance flies along the blow: each time 80° further round.
    const thrown = fire().blows.map(({ at, target }) => {
      const frame = fire().createFrame();
      const [before, after] = [at - 0.001, at + 0.05].map((t) => {
        const { x, y } = fire().sample(t, frame).targets[target];
        return { x, y };
      });
      return Math.round((Math.atan2(after.y - before.y, after.x - before.x) * 180) / Math.PI);
    });
    expect(thrown).toEqual([0, 80, 160, -120, -40]);
  });

  it('lights the struck one alone, and is off again at once', () => {
    strikes.setRapid({ on: true, every: 0.3, strikes: 2, targets: 2 });
    const frame = fire().createFrame();
    expect(
      fire()
        .sample(0.05, frame)
        .targets.map(({ flash }) => flash > 0),
    ).toEqual([true, false]);
    expect(
      fire()
        .sample(0.35, frame)
        .targets.map(({ flash }) => flash > 0),
    ).toEqual([false, true]);
    strikes.setRapid({ on: false });
    expect(stage.run).toBe(stage.take);
  });
});

describe('striking and playing', () => {
  let display: Display;
  let strikes: StrikeService;
  let playback: PlaybackService;
  let projects: ProjectService;
  let stage: StageTake;

  beforeEach(() => {
    localStorage.clear();
    display = new Display();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    projects = openProject(project);
    strikes = TestBed.inject(StrikeService);
    playback = TestBed.inject(PlaybackService);
    strikes.stage$.subscribe((next) => (stage = next));
    strikes.choose('blow');
  });
  afterEach(() => localStorage.clear());

  const flashAt = (t: number): number => stage.take?.sample(t, stage.take.createFrame()).target.flash ?? NaN;

  it('takes anew whenever the payload, the seed or the documents change', () => {
    expect(flashAt(0)).toBeCloseTo(0.2, 9);
    strikes.setField('damage', 50);
    expect(flashAt(0)).toBe(1);
    const before = stage.take;
    strikes.setSeed(99);
    expect(stage.take).not.toBe(before);
    projects.edit('blow', 'mute', (sequence) => ({ ...sequence, effects: sequence.effects.map((effect) => ({ ...effect, muted: true })) }));
    expect(flashAt(0)).toBe(0);
  });

  it('says what is wrong with a sequence in place of a take', () => {
    projects.edit('blow', 'break', (sequence) => ({
      ...sequence,
      effects: sequence.effects.map((effect) => ({ ...effect, anchor: { to: 'end', effect: effect.id } })),
    }));
    expect(stage.take).toBeUndefined();
    expect(stage.problem).toContain('circle flash → flash');
  });

  it('silences all but the soloed', () => {
    strikes.toggleSolo('whirr');
    expect(flashAt(0)).toBe(0);
    expect(stage.take?.sounds.length).toBe(1);
    strikes.toggleSolo('whirr');
    expect(flashAt(0)).toBeGreaterThan(0);
  });

  it('lets everything be heard again when the soloed effect is removed', () => {
    strikes.toggleSolo('whirr');
    projects.edit('blow', 'remove', (sequence) => ({ ...sequence, effects: sequence.effects.filter(({ id }) => id !== 'whirr') }));
    expect(stage.solo).toEqual([]);
    expect(flashAt(0)).toBeGreaterThan(0);
  });

  it('strikes from the wind-up and ends at rest', () => {
    playback.strike();
    expect(playback.current.playing).toBeTrue();
    expect(playback.time).toBeCloseTo(-0.23, 9);
    display.frame(230);
    expect(playback.time).toBeCloseTo(0, 9);
    for (let i = 0; i < 20; i++) display.frame(100);
    expect(playback.current.playing).toBeFalse();
    // The sound rings until 0.3 s; a little stillness is shown after it.
    expect(playback.time).toBeCloseTo(0.55, 6);
  });

  it('plays at the chosen speed, also when it changes on the way', () => {
    playback.set({ speed: 0.25 });
    playback.strike();
    display.frame(400);
    expect(playback.time).toBeCloseTo(-0.23 + 0.1, 9);
    playback.set({ speed: 1 });
    display.frame(100);
    expect(playback.time).toBeCloseTo(-0.23 + 0.2, 9);
  });

  it('tells the sound where play starts and how fast it runs', async () => {
    const started = firstValueFrom(playback.starts$);
    playback.set({ speed: 0.5 });
    playback.strike();
    const start: PlayStart = await started;
    expect([start.speed, start.from]).toEqual([0.5, jasmine.any(Number)]);
    expect(start.from).toBeCloseTo(-0.23, 9);
  });

  it('shows only whole frames of an emulated rate', () => {
    playback.set({ frameRate: 30 });
    playback.strike();
    const seen = [7, 7, 7, 7, 40, 3].map((milliseconds) => {
      display.frame(milliseconds);
      return playback.time * 30;
    });
    for (const frame of seen) expect(frame).toBeCloseTo(Math.round(frame), 9);
  });

  it('repeats by loop and by interval, drawing the next seed unless it is pinned', () => {
    playback.set({ every: 0.5 });
    strikes.pin(false);
    const first = strikes.current.seed;
    playback.strike();
    for (let i = 0; i < 17; i++) display.frame(100);
    // At 0, 0.5, 1.0 and 1.5 s.
    expect(strikes.current.seed - first).toBeGreaterThanOrEqual(3);
    expect(strikes.current.seed - first).toBeLessThanOrEqual(5);
    playback.set({ every: 0, loop: true });
    strikes.pin(true);
    const pinned = strikes.current.seed;
    for (let i = 0; i < 40; i++) display.frame(100);
    expect(playback.current.playing).toBeTrue();
    expect(strikes.current.seed).toBe(pinned);
  });

  it('steps whole frames and scrubs anywhere, standing still', () => {
    playback.strike();
    playback.scrub(0.0123);
    expect([playback.current.playing, playback.time]).toEqual([false, 0.0123]);
    playback.step(1);
    expect(playback.time * 60).toBeCloseTo(2, 9);
    playback.step(-3);
    expect(playback.time * 60).toBeCloseTo(-1, 9);
  });
});
