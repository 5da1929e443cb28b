import { TestBed } from '@angular/core/testing';
import type { Effect, Preset } from '@undatio/core';
import { beginStudio, openProject, projectWith } from '../../testing';
import { StrikeService } from '../playback/strikeService';
import type { ProjectService } from '../project/projectService';
import { PresetRow } from './presetRow';
import { PresetService } from './presetService';

const base = projectWith([
  { kind: 'shake', id: 'shake', amplitude: 8, duration: 0.3 },
  { kind: 'flash', id: 'flash', duration: 0.2 },
]);
const [blow] = base.sequences;
const project = { ...base, sequences: [blow, { ...blow, id: 'other', label: 'Other', effects: [] }] };

describe('presets', () => {
  let projects: ProjectService;
  let presets: PresetService;
  let strikes: StrikeService;

  beforeEach(() => {
    beginStudio();
    strikes = TestBed.inject(StrikeService);
    projects = openProject(project);
    strikes.choose('blow');
    presets = TestBed.inject(PresetService);
    TestBed.tick();
    presets.save('Hard', new Set(['shake', 'flash']));
    strikes.choose('other');
    TestBed.tick();
    presets.place(preset(), 'linked');
    TestBed.tick();
  });

  const preset = (): Preset => presets.all()[0];
  const lane = (sequence: string, id: string): Effect => {
    const found = projects.sequence(sequence)?.effects.find((effect) => effect.id === id);
    if (!found) throw new Error(`no lane ${id}`);
    return found;
  };
  const edit = (sequence: string, id: string, part: object): void =>
    projects.edit(sequence, 'edit', (before) => ({
      ...before,
      effects: before.effects.map((effect) => (effect.id === id ? ({ ...effect, ...part } as Effect) : effect)),
    }));
  const other = () => projects.sequence('other') ?? project.sequences[1];
  const amplitude = (sequence: string): unknown => (lane(sequence, 'shake') as Extract<Effect, { kind: 'shake' }>).amplitude;

  it('are followed by the lanes that they were made of, and by those that are placed', () => {
    expect(presets.uses(preset()).map(({ sequence, lanes }) => [sequence.id, lanes])).toEqual([
      ['blow', 2],
      ['other', 2],
    ]);
    presets.place(preset(), 'free');
    expect(presets.uses(preset())[1].lanes).toBe(2);
    expect(other().effects.length).toBe(4);
  });

  it('change with a lane that goes into them, everywhere and in one step', () => {
    edit('other', 'shake', { amplitude: 20 });
    expect(presets.following(lane('other', 'shake'), other())?.apart).toEqual(['amplitude']);
    presets.takeOver(other(), lane('other', 'shake'));
    expect([amplitude('blow'), amplitude('other')]).toEqual([20, 20]);
    projects.undo();
    expect([amplitude('blow'), amplitude('other')]).toEqual([8, 20]);
    presets.bringBack(other(), lane('other', 'shake'));
    expect(amplitude('other')).toBe(8);
  });

  it('leave to each place what they expose, and take it back with the rest', () => {
    presets.expose(preset(), 'shake', 'amplitude');
    edit('other', 'shake', { amplitude: 20 });
    expect(presets.following(lane('other', 'shake'), other())?.apart).toEqual([]);
    presets.expose(preset(), 'shake', 'amplitude');
    expect(amplitude('other')).toBe(8);
  });

  it('go without their lanes, which are free then, and come back with one step', () => {
    presets.rename(preset(), ' Harder ');
    expect(preset().label).toBe('Harder');
    presets.remove(preset());
    expect(presets.all()).toEqual([]);
    expect(lane('blow', 'shake').preset).toBeUndefined();
    projects.undo();
    expect(lane('blow', 'shake').preset?.of).toBe('hard');
  });

  it('say on a lane what it follows, in what it is apart, and when that is gone', () => {
    edit('other', 'shake', { amplitude: 20, frequency: 5 });
    TestBed.tick();
    const fixture = TestBed.createComponent(PresetRow);
    const told = (effect: Effect): string => {
      fixture.componentRef.setInput('effect', effect);
      fixture.detectChanges();
      const parts = [...(fixture.nativeElement as HTMLElement).children].map((part) => part.textContent ?? '');
      return parts.join(' ').replace(/\s+/g, ' ').trim();
    };
    expect(told(lane('other', 'shake'))).toMatch(
      /^follows Hard apart in (amplitude, frequency|frequency, amplitude) Bring back Into the preset, 3 more Set free$/,
    );
    expect(told(lane('other', 'flash'))).toBe('follows Hard Set free');
    expect(told({ ...lane('other', 'flash'), preset: { of: 'gone', lane: 'x', placed: 'x' } })).toBe(
      'follows “gone”, which is gone Set free',
    );
    (fixture.nativeElement as HTMLElement).querySelector('button')?.click();
    fixture.componentRef.setInput('effect', lane('other', 'flash'));
    presets.setFree(other(), lane('other', 'flash'));
    expect(told(lane('other', 'flash'))).toBe('');
  });
});
