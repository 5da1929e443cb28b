import { TestBed } from '@angular/core/testing';
import { beginStudio, openProject, projectWith } from '../../../testing';
import { AudioService } from '../../playback/audioService';
import { KeptService } from '../../playback/keptService';
import { StrikeService } from '../../playback/strikeService';
import type { ProjectService } from '../../project/projectService';
import type { TrialCell, TrialOf } from '@undatio/core/internal';
import type { TrialStage } from './trialDesk';
import { TrialService } from './trialService';

const project = projectWith([
  { kind: 'shake', id: 'shake', amplitude: 8 },
  { kind: 'flash', id: 'flash', duration: 0.2 },
]);

describe('the trial sheet', () => {
  let projects: ProjectService;
  let strikes: StrikeService;
  let trial: TrialService;

  beforeEach(() => {
    beginStudio();
    strikes = TestBed.inject(StrikeService);
    trial = TestBed.inject(TrialService);
    projects = openProject(project);
    strikes.choose('blow');
  });

  /** Waits until all small stages are struck, which is a slice of each frame. */
  const struck = async (count: number): Promise<readonly TrialStage<TrialOf, TrialCell>[]> => {
    for (TestBed.tick(); trial.stages().length !== count; TestBed.tick()) {
      await new Promise((done) => requestAnimationFrame(done));
    }
    return trial.stages();
  };
  const numberOf = (effect: string, field: string): unknown =>
    (projects.sequence('blow')?.effects.find(({ id }) => id === effect) as Record<string, unknown> | undefined)?.[field];

  it('opens with nine values of the first lane’s first number, each struck for itself, and knows the present one', async () => {
    trial.toggle();
    const stages = await struck(9);
    expect(stages.map(({ label }) => label)).toEqual(['4 px', '5.5 px', '7 px', '8.5 px', '10 px', '11.5 px', '13 px', '14.5 px', '16 px']);
    expect(stages.some(({ present }) => present)).toBeFalse();
    const shift = ({ stage }: TrialStage<TrialOf, TrialCell>): number => {
      const frames = [0.01, 0.03, 0.05].map((t) => stage.take?.sample(t, stage.take.createFrame()).view);
      return Math.max(...frames.map((view) => Math.hypot(view?.x ?? 0, view?.y ?? 0)));
    };
    // The amplitude scales the very same shake.
    expect(shift(stages[8]) / shift(stages[0])).toBeCloseTo(4, 4);
    trial.set(0, { from: 4, to: 8, count: 3 });
    expect((await struck(3)).map(({ present }) => present)).toEqual([false, false, true]);
  });

  it('adopts two numbers of two lanes as one step, and the blow and its seed as well', async () => {
    trial.toggle();
    trial.second(true);
    trial.choose(1, { of: 'field', effect: 'flash', field: 'duration' });
    const stages = await struck(9);
    trial.adopt(stages[5]);
    expect([numberOf('shake', 'amplitude'), numberOf('flash', 'duration')]).toEqual(stages[5].cell.values);
    projects.undo();
    expect([numberOf('shake', 'amplitude'), numberOf('flash', 'duration')]).toEqual([8, 0.2]);

    trial.choose(0, { of: 'payload', field: 'damage' });
    trial.choose(1, { of: 'seed' });
    await struck(0);
    const blows = await struck(9);
    trial.adopt(blows[8]);
    expect([strikes.current.payload['damage'], strikes.current.seed, strikes.current.pinned]).toEqual([50, 3, true]);
    expect(numberOf('shake', 'amplitude')).toBe(8);
  });

  it('keeps one to compare with, and leaves the document as it is', async () => {
    trial.toggle();
    const stages = await struck(9);
    trial.keep(stages[0]);
    const kept = TestBed.inject(KeptService).kept();
    expect(kept?.label).toBe('Blow, 4 px');
    expect((kept?.sequence.effects[0] as unknown as { amplitude: number }).amplitude).toBe(4);
    expect(numberOf('shake', 'amplitude')).toBe(8);
  });

  it('says why there is no sheet, and has one again once that is mended', async () => {
    trial.toggle();
    await struck(9);
    projects.edit('blow', 'remove', (sequence) => ({ ...sequence, effects: sequence.effects.slice(1) }));
    expect(trial.problem()).toBe('the lane “shake” is not there any more');
    await struck(0);
    projects.undo();
    expect(trial.problem()).toBeUndefined();
    await struck(9);
    trial.set(0, { from: 20, to: 4 });
    expect(trial.problem()).toContain('goes up');
    trial.set(0, { from: 4, to: 20, count: 5 });
    trial.second(true);
    trial.set(0, { count: 9 });
    trial.set(1, { count: 9 });
    expect(trial.problem()).toBe('9 × 9 are 81 stages: at most 25 fit a sheet');
  });

  it('lets what is under the pointer be heard, and the take itself again once it is closed', async () => {
    const hear = spyOn(TestBed.inject(AudioService), 'hear');
    trial.toggle();
    const stages = await struck(9);
    trial.hear(stages[3]);
    expect(hear).toHaveBeenCalledOnceWith(stages[3].stage.run);
    trial.close();
    expect(hear.calls.mostRecent().args).toEqual([undefined]);
    expect(await struck(0)).toEqual([]);
  });
});
