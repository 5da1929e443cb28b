import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beginStudio, openProject, projectWith } from '../../testing';
import { KeptService } from '../playback/keptService';
import { StrikeService } from '../playback/strikeService';
import type { ProjectService } from '../project/projectService';
import { DifferenceTable } from './differenceTable';

const steady = [{ at: 0, value: 1 }];
const project = projectWith([
  { kind: 'shake', id: 'shake', amplitude: 8, duration: 0.3 },
  { kind: 'flash', id: 'flash', duration: 0.2, amount: 0.2, envelope: steady },
]);

describe('the difference table', () => {
  let projects: ProjectService;
  let strikes: StrikeService;
  let fixture: ComponentFixture<DifferenceTable>;

  beforeEach(() => {
    beginStudio();
    strikes = TestBed.inject(StrikeService);
    const kept = TestBed.inject(KeptService);
    projects = openProject(project);
    strikes.choose('blow');
    kept.keep();
    fixture = TestBed.createComponent(DifferenceTable);
  });

  const edit = (effect: string, part: object): void =>
    projects.edit('blow', 'edit', (sequence) => ({
      ...sequence,
      effects: sequence.effects.map((one) => (one.id === effect ? { ...one, ...part } : one)),
    }));
  const rows = (): string[] =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('tbody tr')].map((row) =>
      [...row.children].map((cell) => cell.textContent?.replace(/\s+/g, ' ').trim()).join(' '),
    );
  /** Waits for what is weighed in slices, once an edit rests: for as long as Jasmine lets a busy machine. */
  const settled = async (isThere: () => boolean): Promise<void> => {
    for (fixture.detectChanges(); !isThere(); fixture.detectChanges()) await new Promise((done) => setTimeout(done, 10));
  };

  it('tells every number that differs in its unit, what comes through most first, and what that comes to', async () => {
    edit('shake', { amplitude: 8.2 });
    edit('flash', { amount: 1 });
    await settled(() => rows().includes('Flash 20 % 100 %') && rows()[3] === 'Amplitude, px 8 8.2');
    const all = rows();
    expect(all.slice(0, 4)).toEqual(['flash Adopt', 'Amount 0.2 1', 'shake Adopt', 'Amplitude, px 8 8.2']);
    expect(all[4]).toBe('Comes to');
  }, 30_000);

  it('tells what the two were struck with, unless they are struck alike', async () => {
    strikes.setField('damage', 40);
    strikes.setSeed(5);
    await settled(() => rows().includes('Seed 1 5'));
    expect(rows()).toContain('Damage default 40');
    TestBed.inject(KeptService).alike.set(true);
    await settled(() => !rows().includes('Seed 1 5'));
    expect(rows()).not.toContain('Damage default 40');
  });

  it('says that nothing differs, and where it is still weighing', async () => {
    await settled(() => (fixture.nativeElement as HTMLElement).textContent?.includes('Nothing differs') === true);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Nothing differs');
  });

  it('adopts a lane from what is kept', async () => {
    edit('shake', { amplitude: 20 });
    await settled(() => rows().includes('shake Adopt'));
    (fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('tbody button')?.click();
    expect(projects.sequence('blow')?.effects).toEqual(project.sequences[0].effects);
  });
});
