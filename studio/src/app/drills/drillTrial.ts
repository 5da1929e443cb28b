import { computed, inject, Injectable, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Project } from '@undatio/core';
import { beyondSheet, numberWords, type FightNames, type ValuePath } from '@undatio/core/internal';
import { KeptService } from '../playback/keptService';
import { loanTake, type OnLoan } from '../playback/stageLoan';
import { readDocument, split, type DocumentKey } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { RulesService } from '../rules/rulesService';
import type { OnStage } from '../stage/stageSetUps';
import { TrialDesk, type AxisChoice, type TrialChoosing, type TrialOption, type TrialStage } from '../tune/trial/trialDesk';
import { DrillService } from './drillService';
import { firstChoice, numbersIn, ownersOf, presentNumber, triedValues, withTriedNumber, type DrillTried } from './drillTrialNumbers';
import { loanOf, planFor, playDrill, type Played } from './playedDrill';

/** One small stage: the project as it is there, and what is tried of it. */
export interface DrillCell {
  readonly project: Project;
  readonly seed: number | undefined;
  readonly values: readonly number[];
}

/** The trial sheet of a drill: numbers of its script, of the ladders, statuses and actors that take part, and the seed. */
@Injectable({ providedIn: 'root' })
export class DrillTrial extends TrialDesk<DrillTried, DrillCell> {
  private readonly drills = inject(DrillService);
  private readonly rules = inject(RulesService);
  private readonly projects = inject(ProjectService);
  private readonly kept = inject(KeptService);
  private readonly project = toSignal(this.projects.project$);

  private readonly owners = computed((): readonly TrialOption[] => {
    const [project, shown] = [this.project(), this.drills.shown()];
    return project && shown ? ownersOf(project, shown) : [];
  });

  readonly choosing: TrialChoosing<DrillTried> = {
    owners: (tried) => [...this.owners(), { value: 'seed', label: 'the seed' }, ...this.goneOwner(tried)],
    ownerOf: (tried) => (tried.of === 'seed' ? 'seed' : tried.key),
    firstOf: (owner) => this.firstOf(owner),
    fields: (tried) => {
      const project = this.project();
      if (tried.of === 'seed' || !project) return [];
      return numbersIn(project, tried.key).map(({ path, words }) => ({ value: JSON.stringify(path), label: briefly(words) }));
    },
    fieldOf: (tried) => (tried.of === 'seed' ? '' : JSON.stringify(tried.path)),
    withField: (tried, field) => (tried.of === 'seed' ? tried : { ...tried, path: JSON.parse(field) as ValuePath }),
    rangeOf: (tried) => (tried.of === 'seed' ? 'count' : 'numbers'),
    unitOf: () => '',
  };

  private readonly others = signal<OnStage | undefined>(undefined);
  /** Who stands there where that is more than those on the large stage: who comes about may be others in each. */
  override readonly on = (): OnStage | undefined => this.others();

  /** The document that is tried, where it takes no part any more: said, so that nothing else seems to be chosen. */
  private goneOwner(tried: DrillTried): TrialOption[] {
    if (tried.of === 'seed' || this.owners().some(({ value }) => value === tried.key)) return [];
    return [{ value: tried.key, label: `${split(tried.key)[1]} (takes no part)` }];
  }

  private firstOf(owner: string): DrillTried | undefined {
    const project = this.project();
    if (owner === 'seed' || !project) return { of: 'seed' };
    const key = owner as DocumentKey;
    const numbers = numbersIn(project, key);
    const answered = new Set(
      this.drills.shown()?.run.log.flatMap(({ rungs }) => rungs.flatMap((one) => (one.answer === 'answered' ? one.rung : []))),
    );
    // What a blow is struck with, or what decides about it here, is what one reaches for.
    const first = numbers.find(({ path: [list, entry, part] }) => part === 'payload' || (list === 'rungs' && answered.has(String(entry))));
    const path = (first ?? numbers.at(0))?.path;
    return path && { of: 'number', key, path };
  }

  protected firstTried(): DrillTried {
    return this.firstOf(this.owners().at(0)?.value ?? 'seed') ?? { of: 'seed' };
  }

  /** A number of the first ladder. */
  protected secondTried(): DrillTried {
    const ladder = this.owners().find(({ value }) => value.startsWith('responses/'));
    return this.firstOf(ladder?.value ?? 'seed') ?? { of: 'seed' };
  }

  protected choiceOf(tried: DrillTried, count: number): AxisChoice<DrillTried> | undefined {
    const [project, shown] = [this.project(), this.drills.shown()];
    return project && shown && firstChoice(tried, project, shown.run.seed, count);
  }

  protected countOf({ count }: AxisChoice<DrillTried>): number {
    return count;
  }

  protected cellsOf(choices: readonly AxisChoice<DrillTried>[]): readonly DrillCell[] | string {
    const project = this.project();
    if (!project || !this.drills.shown()) return 'the drill cannot be run as it is';
    const many = beyondSheet(choices.map(({ count }) => count));
    if (many !== undefined) return many;
    let cells: readonly DrillCell[] = [{ project, seed: this.drills.seed(), values: [] }];
    for (const choice of choices) {
      const values = triedValues(choice, project);
      if (typeof values === 'string') return values;
      cells = values.flatMap((value) => cells.map((cell) => cellWith(cell, choice.tried, value)));
    }
    return cells;
  }

  /** First all of them are played, so that it is known who comes about in any; then each is put on its small stage. */
  protected *played(cells: readonly DrillCell[]): Generator<TrialStage<DrillTried, DrillCell> | undefined, void> {
    const tried = untracked(this.chosen).map((choice) => choice.tried);
    const runs: { readonly cell: DrillCell; readonly played: PlayedCell | string }[] = [];
    for (const cell of cells) {
      runs.push({ cell, played: this.play(cell) });
      yield undefined;
    }
    const loans = runs.flatMap(({ played }) => (typeof played === 'string' ? [] : [played.loan]));
    const fullest = loans.reduce<OnLoan | undefined>(
      (best, loan) => (best && best.bodies.length >= loan.bodies.length ? best : loan),
      undefined,
    );
    this.stand(fullest);
    for (const { cell, played } of runs) {
      const label = cell.values.map((value, i) => (tried[i].of === 'seed' ? `seed ${value}` : numberWords(value))).join(' · ');
      const present = cell.values.every((value, i) => value === untracked(() => this.presentOf(tried[i])));
      yield { cell, tried, label, present, ...shownAs(played, fullest, untracked(this.drills.names)) };
    }
  }

  private play({ project, seed }: DrillCell): PlayedCell | string {
    const id = untracked(this.drills.drill)?.id;
    const drill = project.drills.find((one) => one.id === id);
    if (!drill) return 'The drill is not there any more.';
    // Where only the seed is tried, what decides is as it is.
    const planNow = project === untracked(this.project) ? untracked(this.rules.plan) : undefined;
    const plan = planNow ?? planFor(project);
    const played = playDrill(project, plan, drill, seed);
    return typeof played === 'string' ? played : { played, loan: loanOf(played, project, plan) };
  }

  private presentOf(tried: DrillTried): number | undefined {
    const project = this.project();
    if (tried.of === 'seed') return this.drills.shown()?.run.seed;
    return project && presentNumber(project, tried);
  }

  private laidOut: Readonly<Record<string, unknown>> = {};

  /** Lets everybody stand on the small stages who does on the fullest of them. */
  private stand(fullest: OnLoan | undefined): void {
    const project = untracked(this.project);
    if (!fullest || !project) return;
    const setUp = project.stages?.find(({ id }) => id === fullest.stage);
    const { actors, assets, seen, conventions } = project;
    const laidOut = { actors, assets, seen, conventions, setUp, bodies: fullest.bodies.map(bodyOf).join() };
    // Another painter takes its time: only for what is drawn otherwise.
    if (Object.entries(laidOut).every(([name, value]) => this.laidOut[name] === value)) return;
    this.laidOut = laidOut;
    this.others.set({ project: { ...project, actors: [...fullest.bodies] }, setUp });
  }

  adopt({ cell, tried, label }: TrialStage<DrillTried, DrillCell>): void {
    const keys = [...new Set(tried.flatMap((one) => (one.of === 'number' ? [one.key] : [])))];
    if (keys.length > 0)
      this.projects.change(
        `adopt ${label}`,
        keys.map((key) => [key, readDocument(cell.project, key)] as const),
      );
    if (tried.some(({ of }) => of === 'seed')) this.drills.seed.set(cell.seed);
  }

  keep({ cell, label }: TrialStage<DrillTried, DrillCell>): void {
    const played = this.play(cell);
    if (typeof played !== 'string') this.kept.keepRun(played.loan, `${played.loan.label}, ${label}`, cell.project);
  }
}

interface PlayedCell {
  readonly played: Played;
  readonly loan: OnLoan;
}

const nothing = {
  sequence: { id: '', label: '', event: '', note: '', effects: [] },
  event: undefined,
  take: undefined,
  run: undefined,
  solo: [],
};

function cellWith(cell: DrillCell, tried: DrillTried, value: number): DrillCell {
  const values = [...cell.values, value];
  return tried.of === 'seed' ? { ...cell, seed: value, values } : { ...cell, project: withTriedNumber(cell.project, tried, value), values };
}

/** What a small stage shows where `fullest` is laid out: its drill, or why it cannot. */
function shownAs(played: PlayedCell | string, fullest: OnLoan | undefined, names: FightNames): Pick<TrialStage, 'stage' | 'note'> {
  if (typeof played === 'string') return { stage: { ...nothing, problem: played } };
  const fits = played.loan.bodies.every((body, i) => bodyOf(body) === bodyOf(fullest?.bodies[i]));
  const problem = 'Others come about here: keep it with Shift, and see it large.';
  return { note: noteOf(played, names), stage: fits ? loanTake(played.loan) : { ...nothing, problem } };
}

/** A number of a script needs no more than the event that it is of. */
function briefly(words: string): string {
  return words.replace(/^script, /, '').replace(', payload, ', ', ');
}

/** What of a body is drawn. */
function bodyOf(body: OnLoan['bodies'][number] | undefined): string {
  return body ? `${body.picture} ${body.width} ${body.height} ${body.role} ${body.looks ?? ''}` : '';
}

/** What came of a drill, in a word: what is expected of it, and what health the first two have left. */
function noteOf({ played: { run, verdicts }, loan: { take } }: PlayedCell, names: FightNames): string {
  const failed = verdicts.filter(({ holds }) => !holds).length;
  const expected = verdicts.length === 0 ? '' : failed === 0 ? '✓ ' : `✕${failed} `;
  const left = run.drill.actors
    .slice(0, 2)
    .map(({ id }) => `${names.of('combatant', id)} ${numberWords(Number(take.histories.health(id, run.drill.length).toFixed(1)))}`);
  return expected + left.join(' · ');
}
