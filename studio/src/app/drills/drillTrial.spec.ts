import { TestBed } from '@angular/core/testing';
import type { Drill, Response } from '@undatio/core';
import { DrillTake } from '@undatio/core/internal';
import { beginStudio, fightProject, openProject } from '../../testing';
import { KeptService } from '../playback/keptService';
import type { ProjectService } from '../project/projectService';
import type { TrialStage } from '../tune/trial/trialDesk';
import { DrillService } from './drillService';
import { DrillTrial, type DrillCell } from './drillTrial';
import type { DrillTried } from './drillTrialNumbers';

type Small = TrialStage<DrillTried, DrillCell>;

describe('the trial sheet of a drill', () => {
  let projects: ProjectService;
  let drills: DrillService;
  let trial: DrillTrial;

  const begin = (changes: Record<string, unknown> = {}): void => {
    projects = openProject(fightProject(changes));
    drills = TestBed.inject(DrillService);
    trial = TestBed.inject(DrillTrial);
    drills.look('two-blows');
    TestBed.tick();
    trial.toggle();
  };
  beforeEach(() => beginStudio());

  /** Waits until all small stages are played, which is a slice of each frame. */
  const played = async (count: number): Promise<readonly Small[]> => {
    for (TestBed.tick(); trial.stages().length !== count; TestBed.tick()) await new Promise((done) => requestAnimationFrame(done));
    return trial.stages();
  };
  const left = ({ stage }: Small): number => (stage.run instanceof DrillTake ? stage.run.histories.health('m', 4) : NaN);
  const damage = (): unknown => (projects.read('drills/two-blows') as Drill).script[0].payload?.['damage'];

  it('opens with the first number of the script, played each for itself, and tells what comes of it', async () => {
    begin();
    trial.set(0, { from: 4, to: 12, count: 3 });
    const stages = await played(3);
    expect(stages.map(({ label }) => label)).toEqual(['4', '8', '12']);
    expect(stages.map(({ present }) => present)).toEqual([false, false, true]);
    // 40 less the first, 12 and 8 of burning.
    expect(stages.map(left).map(Math.round)).toEqual([16, 12, 8]);
    // Only with 12 is the health 28 after the first; nobody falls.
    expect(stages.map(({ note }) => note)).toEqual([
      '✕2 brasshorn 60 · mosshell 16',
      '✕2 brasshorn 60 · mosshell 12',
      '✕1 brasshorn 60 · mosshell 8',
    ]);
  });

  it('goes over numbers of a ladder, of a status and over seeds, and names those that are there', async () => {
    begin();
    const tried: DrillTried = { of: 'number', key: 'statuses/burning', path: ['length'] };
    expect(trial.choosing.owners(tried).map(({ label }) => label)).toEqual([
      'the drill',
      'ladder of Lance hit',
      'status Burning',
      'actor brasshorn',
      'actor mosshell',
      'the seed',
    ]);
    expect(trial.choosing.fields(tried).map(({ label }) => label)).toEqual(['length', 'most', 'ticks, every', 'ticks, rate']);
    trial.choose(0, tried);
    trial.set(0, { from: 1, to: 2, count: 2 });
    expect((await played(2)).map(left).map(Math.round)).toEqual([12, 8]);
    trial.choose(0, { of: 'seed' });
    trial.set(0, { count: 3 });
    expect((await played(3)).map(({ label }) => label)).toEqual(['seed 1', 'seed 2', 'seed 3']);
  });

  it('adopts values of two documents as one step, and says no more than was said', async () => {
    begin();
    trial.second(true);
    trial.choose(1, { of: 'number', key: 'responses/lance-hit', path: ['rungs', 'parried', 'when', 0, 'to'] });
    const stages = await played(9);
    trial.adopt(stages[0]);
    const window = (): unknown => ((projects.read('responses/lance-hit') as Response).rungs[0].when[0] as { to?: unknown }).to;
    expect([damage(), window()]).toEqual(stages[0].cell.values);
    expect(Object.keys((projects.read('drills/two-blows') as Drill).script[0].payload ?? {})).toEqual(['damage']);
    projects.undo();
    expect([damage(), window()]).toEqual([12, 0.2]);
  });

  it('keeps one to compare with, as it goes with its values', async () => {
    begin();
    trial.set(0, { from: 4, to: 12, count: 3 });
    const stages = await played(3);
    trial.keep(stages[0]);
    const kept = TestBed.inject(KeptService);
    expect(kept.kept()?.label).toBe('Two blows, 4');
    expect(kept.changed().map(({ collection }) => collection)).toEqual(['drills']);
    expect(damage()).toBe(12);
  });

  it('says what is wrong: a range upside down, values that cannot stand there, a number that is gone, too many', () => {
    begin();
    const problemWith = (part: Parameters<DrillTrial['set']>[1]): string | undefined => {
      trial.set(0, part);
      return trial.problem();
    };
    expect(problemWith({ from: 9, to: 3 })).toContain('goes up');
    trial.choose(0, { of: 'number', key: 'drills/two-blows', path: ['script', 0, 'at'] });
    expect(problemWith({ from: -1, to: 2 })).toContain('−1 cannot stand there: ');
    expect(problemWith({ from: 0, to: 2, by: 'ratio' })).toContain('cannot hold 0');
    trial.choose(0, { of: 'number', key: 'drills/two-blows', path: ['script', 7, 'at'] });
    expect(trial.problem()).toBe('two-blows has no such number any more');
    trial.choose(0, { of: 'seed' });
    trial.second(true);
    trial.set(0, { count: 9 });
    expect(trial.problem()).toContain('at most 25');
  });

  it('begins with a range that its document takes', () => {
    begin({
      statuses: [
        { id: 'guarding', label: 'Guarding' },
        { id: 'burning', label: 'Burning', most: 1, length: 2 },
      ],
    });
    trial.choose(0, { of: 'number', key: 'statuses/burning', path: ['most'] });
    // Half of one stack cannot be; nine whole numbers begin with it.
    expect([trial.axes()[0].from, trial.axes()[0].to, trial.problem()]).toEqual([1, 9, undefined]);
    trial.choose(0, { of: 'number', key: 'statuses/burning', path: ['length'] });
    expect([trial.axes()[0].from, trial.axes()[0].to]).toEqual([1, 4]);
  });

  it('takes whole numbers where a document takes no others', async () => {
    begin({
      statuses: [
        { id: 'guarding', label: 'Guarding' },
        { id: 'burning', label: 'Burning', most: 4, length: 2 },
      ],
    });
    trial.choose(0, { of: 'number', key: 'statuses/burning', path: ['most'] });
    trial.set(0, { from: 2, to: 6, count: 4 });
    expect((await played(4)).map(({ label }) => label)).toEqual(['2', '3', '5', '6']);
  });
});
