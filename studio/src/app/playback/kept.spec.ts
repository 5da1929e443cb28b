import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Effect } from '@undatio/core';
import { openProject, projectWith } from '../../testing';
import type { ProjectService } from '../project/projectService';
import { KeptService } from './keptService';
import { PlaybackService } from './playbackService';
import { StrikeService } from './strikeService';

const steady = [{ at: 0, value: 1 }];
const project = projectWith([
  { kind: 'flash', id: 'flash', duration: 0.2, amount: { drive: 'damage', in: [0, 50], out: [0, 1] }, envelope: steady },
  { kind: 'sound', id: 'crack', clips: ['crack'] },
]);

describe('what is kept to compare with', () => {
  let projects: ProjectService;
  let strikes: StrikeService;
  let kept: KeptService;

  beforeEach(() => {
    localStorage.clear();
    sessionStorage.clear();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    strikes = TestBed.inject(StrikeService);
    kept = TestBed.inject(KeptService);
    projects = openProject(project);
    strikes.choose('blow');
    strikes.setField('damage', 25);
  });

  const withDuration = (duration: number) => (sequence: (typeof project.sequences)[0]) => ({
    ...sequence,
    effects: sequence.effects.map((effect) => (effect.id === 'flash' ? ({ ...effect, duration } as Effect) : effect)),
  });
  const flashOf = (): number => {
    const take = kept.shown()?.take;
    return take ? take.sample(0.05, take.createFrame()).target.flash : NaN;
  };
  const length = (id = 'blow'): unknown => projects.sequence(id)?.effects.find(({ id: effect }) => effect === 'flash')?.duration;

  it('stays as it was, whatever becomes of the document and the blow', () => {
    kept.keep();
    projects.edit('blow', 'lengthen', withDuration(1));
    strikes.setField('damage', 50);
    strikes.setSeed(9);
    expect(kept.kept()?.label).toBe('Blow, seed 1');
    expect(flashOf()).toBeCloseTo(0.5, 6);
    expect(kept.shown()?.take?.firings[0].end).toBeCloseTo(0.2, 6);
  });

  it('is struck with the present blow where that is asked for, its document as it was', () => {
    kept.keep();
    projects.edit('blow', 'lengthen', withDuration(1));
    strikes.setField('damage', 50);
    kept.alike.set(true);
    expect(flashOf()).toBeCloseTo(1, 6);
    expect(kept.shown()?.take?.firings[0].end).toBeCloseTo(0.2, 6);
  });

  it('changes places with the present take, as one step to undo', () => {
    kept.keep();
    projects.edit('blow', 'lengthen', withDuration(1));
    strikes.setField('damage', 50);
    kept.swap();
    expect([length(), strikes.current.payload['damage']]).toEqual([0.2, 25]);
    expect(kept.kept()?.sequence.effects[0].duration).toBe(1);
    kept.swap();
    expect([length(), strikes.current.payload['damage']]).toEqual([1, 50]);
    projects.undo();
    expect(length()).toBe(0.2);
  });

  it('says what of it is gone, plays on, and brings its sequence back by a swap', () => {
    projects.add('add', 'sequences/other', { ...project.sequences[0], id: 'other', label: 'Other' });
    strikes.choose('other');
    kept.keep();
    strikes.choose('blow');
    expect(kept.gone()).toBeUndefined();
    projects.remove('remove', ['sequences/other', 'assets/crack']);
    expect(kept.gone()).toBe('its sequence “Other”, its sound “crack” are not in the project any more');
    expect(flashOf()).toBeCloseTo(0.5, 6);
    kept.swap();
    expect(length('other')).toBe(0.2);
    expect(strikes.current.sequence).toBe('other');
  });

  it('gives one lane back at a time', () => {
    kept.keep();
    projects.edit('blow', 'lengthen', withDuration(1));
    projects.edit('blow', 'silence', (sequence) => ({ ...sequence, effects: sequence.effects.filter(({ id }) => id !== 'crack') }));
    kept.adopt('crack');
    expect(projects.sequence('blow')?.effects.map(({ id, duration }) => [id, duration])).toEqual([
      ['flash', 1],
      ['crack', project.sequences[0].effects[1].duration],
    ]);
    kept.adopt('flash');
    expect(projects.sequence('blow')?.effects).toEqual(project.sequences[0].effects);
  });

  it('is drawn at the playhead of the present one', () => {
    kept.keep();
    let [t, flash] = [NaN, NaN];
    TestBed.tick();
    kept.frames.subscribe(({ frame }) => ([t, flash] = [frame.t, frame.target.flash]));
    TestBed.inject(PlaybackService).scrub(0.1);
    expect([t, flash]).toEqual([0.1, 0.5]);
    TestBed.inject(PlaybackService).scrub(0.3);
    expect([t, flash]).toEqual([0.3, 0]);
  });

  it('is none any more once it is dropped', () => {
    kept.keep();
    kept.table.set(true);
    kept.drop();
    expect([kept.kept(), kept.table(), kept.shown()]).toEqual([undefined, false, undefined]);
    kept.swap();
    expect(length()).toBe(0.2);
  });
});
