import { computed, inject, Injectable, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { documentSchemas, problemsOf, type Project } from '@undatio/core';
import { numbersOf, numberWords, trialLimits, trialValues, valueAt, withValueAt, type ValuePath } from '@undatio/core/internal';
import { KeptService } from '../playback/keptService';
import { loanTake, type OnLoan } from '../playback/stageLoan';
import { readDocument, split, withDocument, type DocumentKey, type EditableDocument } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { RulesService } from '../rules/rulesService';
import type { OnStage } from '../stage/stageSetUps';
import { TrialDesk, type AxisChoice, type TrialChoosing, type TrialOption, type TrialStage } from '../tune/trial/trialDesk';
import { DrillService } from './drillService';
import { loanOf, planFor, playDrill, type Played } from './playedDrill';

/** What a trial of a drill varies: a number of a document that it hangs on, or the seed. */
export type DrillTried = { readonly of: 'seed' } | { readonly of: 'number'; readonly key: DocumentKey; readonly path: ValuePath };

/** One small stage: the project as it is there, and what is tried of it. */
export interface DrillCell {
  readonly project: Project;
  readonly seed: number | undefined;
  readonly values: readonly number[];
}

/** What of each sort of document shows how something looks, and nothing of how a fight goes. */
const leftOut: Readonly<Record<string, readonly string[]>> = {
  drills: ['seed', 'expectations'],
  actors: ['parts', 'spots', 'poses', 'clips', 'place', 'cell', 'healthLooks'],
};

/** A document that has something to try, under what it is called here. */
interface Owner {
  readonly key: DocumentKey;
  readonly label: string;
}

/** A sentence about what cannot be tried. */
class Untriable extends Error {}

/** The trial sheet of a drill: numbers of its script, of the ladders, statuses and actors that take part, and the seed. */
@Injectable({ providedIn: 'root' })
export class DrillTrial extends TrialDesk<DrillTried, DrillCell> {
  private readonly drills = inject(DrillService);
  private readonly rules = inject(RulesService);
  private readonly projects = inject(ProjectService);
  private readonly kept = inject(KeptService);
  private readonly project = toSignal(this.projects.project$);

  /** The documents that the drill hangs on, each under what it is called here. */
  private readonly documents = computed((): readonly Owner[] => {
    const [project, shown] = [this.project(), this.drills.shown()];
    if (!project || !shown) return [];
    const { run, drill } = shown;
    const raised = new Set(run.log.map(({ event }) => event));
    const held = new Set(run.history.flatMap((step) => (step.of === 'status' ? [step.name] : [])));
    const there = new Set(run.combatants.map(({ actor }) => actor.id));
    const labelOf = (event: string): string => project.events.find(({ id }) => id === event)?.label ?? event;
    const owners: readonly Owner[] = [
      { key: `drills/${drill.id}`, label: 'the drill' },
      ...project.responses.flatMap(({ id, event }) =>
        raised.has(event) ? [{ key: `responses/${id}` as const, label: `ladder of ${labelOf(event)}` }] : [],
      ),
      ...project.statuses.flatMap(({ id, label }) => (held.has(id) ? [{ key: `statuses/${id}` as const, label: `status ${label}` }] : [])),
      ...project.actors.flatMap(({ id, label }) => (there.has(id) ? [{ key: `actors/${id}` as const, label: `actor ${label}` }] : [])),
    ];
    return owners.filter(({ key }) => this.numbersIn(project, key).length > 0);
  });

  readonly choosing: TrialChoosing<DrillTried> = {
    owners: (tried) => [
      ...this.documents().map(({ key, label }) => ({ value: key, label })),
      { value: 'seed', label: 'the seed' },
      ...this.goneOwner(tried),
    ],
    ownerOf: (tried) => (tried.of === 'seed' ? 'seed' : tried.key),
    firstOf: (owner) => this.firstOf(owner),
    fields: (tried) =>
      tried.of === 'seed'
        ? []
        : this.numbersIn(this.project(), tried.key).map(({ path, words }) => ({ value: JSON.stringify(path), label: briefly(words) })),
    fieldOf: (tried) => (tried.of === 'seed' ? '' : JSON.stringify(tried.path)),
    withField: (tried, field) => (tried.of === 'seed' ? tried : { ...tried, path: JSON.parse(field) as ValuePath }),
    rangeOf: (tried) => (tried.of === 'seed' ? 'count' : 'numbers'),
    unitOf: () => '',
  };

  private readonly others = signal<OnStage | undefined>(undefined);
  /** Who stands there where that is more than those on the large stage: who comes about may be others in each. */
  override readonly on = (): OnStage | undefined => this.others();

  private laidOut: Readonly<Record<string, unknown>> = {};

  private numbersIn(project: Project | undefined, key: DocumentKey): ReturnType<typeof numbersOf> {
    const document = project && this.readable(project, key);
    return document ? numbersOf(document, leftOut[split(key)[0]]) : [];
  }

  /** A document with every number said that is there: the payload of a drill's event where it leaves it to the event as well. */
  private readable(project: Project, key: DocumentKey): EditableDocument | undefined {
    const document = readDocument(project, key);
    if (!document || !('script' in document)) return document;
    const script = document.script.map((entry) => {
      const fields = project.events.find(({ id }) => id === entry.event)?.fields ?? [];
      const usual = Object.fromEntries(fields.flatMap((field) => (typeof field.default === 'number' ? [[field.name, field.default]] : [])));
      return { ...entry, payload: { ...usual, ...entry.payload } };
    });
    return { ...document, script };
  }

  private goneOwner(tried: DrillTried): TrialOption[] {
    if (tried.of === 'seed' || this.documents().some(({ key }) => key === tried.key)) return [];
    return [{ value: tried.key, label: `${split(tried.key)[1]} (takes no part)` }];
  }

  private firstOf(owner: string): DrillTried | undefined {
    if (owner === 'seed') return { of: 'seed' };
    const key = owner as DocumentKey;
    const numbers = this.numbersIn(this.project(), key);
    const first = numbers.find(({ path }) => path.includes('payload')) ?? numbers.at(0);
    return first && { of: 'number', key, path: first.path };
  }

  protected firstTried(): DrillTried {
    return this.firstOf(this.documents().at(0)?.key ?? 'seed') ?? { of: 'seed' };
  }

  /** A number of the first ladder. */
  protected secondTried(): DrillTried {
    const ladder = this.documents().find(({ key }) => key.startsWith('responses/'));
    return (ladder && this.firstOf(ladder.key)) ?? { of: 'seed' };
  }

  protected choiceOf(tried: DrillTried, count: number): AxisChoice<DrillTried> | undefined {
    const shown = this.drills.shown();
    if (!shown) return undefined;
    const choice: AxisChoice<DrillTried> = { tried, from: 0, to: 1, count, by: 'even', colours: ['#ffffff', '#ffffff'] };
    if (tried.of === 'seed') return { ...choice, from: shown.run.seed };
    const [value, project] = [this.presentOf(tried), this.project()];
    if (value === undefined || !project) return choice;
    // From half of it to twice as much, or as near to that as its document takes.
    const spans =
      value === 0
        ? [[0, 1]]
        : [
            [value / 2, value * 2],
            [value, value * 2],
            [value / 2, value],
          ];
    const choices = [...spans, [value, value + count - 1], [value - count + 1, value]].map(([one, other]) => ({
      ...choice,
      from: Math.min(one, other),
      to: Math.max(one, other),
    }));
    return choices.find((each) => this.isTriable(each, project)) ?? choices[0];
  }

  private isTriable(choice: AxisChoice<DrillTried>, project: Project): boolean {
    try {
      return this.valuesOf(choice, project).length > 0;
    } catch (error) {
      if (error instanceof Untriable) return false;
      throw error;
    }
  }

  private presentOf(tried: DrillTried): number | undefined {
    const project = this.project();
    const document = project && tried.of === 'number' ? this.readable(project, tried.key) : undefined;
    const value = document && tried.of === 'number' ? valueAt(document, tried.path) : undefined;
    return typeof value === 'number' ? value : undefined;
  }

  protected countOf({ count }: AxisChoice<DrillTried>): number {
    return count;
  }

  protected cellsOf(choices: readonly AxisChoice<DrillTried>[]): readonly DrillCell[] | string {
    const [project, shown] = [this.project(), this.drills.shown()];
    if (!project || !shown) return 'the drill cannot be run as it is';
    const count = choices.reduce((product, choice) => product * choice.count, 1);
    if (count > trialLimits.cells)
      return `${choices.map((choice) => choice.count).join(' × ')} are ${count} stages: at most ${trialLimits.cells} fit a sheet`;
    try {
      let cells: readonly DrillCell[] = [{ project, seed: this.drills.seed(), values: [] }];
      for (const choice of choices)
        cells = this.valuesOf(choice, project).flatMap((value) => cells.map((cell) => this.cellWith(cell, choice.tried, value)));
      return cells;
    } catch (error) {
      if (error instanceof Untriable) return error.message;
      throw error;
    }
  }

  /** The values of an axis; whole ones where the document takes no others. Throws Untriable with what is wrong with them. */
  private valuesOf({ tried, from, to, count, by }: AxisChoice<DrillTried>, project: Project): readonly number[] {
    if (tried.of === 'seed') return Array.from({ length: count }, (_, i) => (from + i) >>> 0);
    const values = trialValues({ from, to, count, by });
    if (typeof values === 'string') throw new Untriable(values);
    const whole = values.map(Math.round);
    const wrong = this.refusalOf(project, tried, values);
    if (wrong === undefined) return values;
    if (this.refusalOf(project, tried, whole) === undefined && new Set(whole).size === count) return whole;
    throw new Untriable(wrong);
  }

  /** What a document says against the first of the values that it does not take. */
  private refusalOf(project: Project, tried: Extract<DrillTried, { of: 'number' }>, values: readonly number[]): string | undefined {
    const document = this.readable(project, tried.key);
    for (const value of values) {
      const changed = document && withValueAt(document, tried.path, value);
      if (!changed) return `${split(tried.key)[1]} has no such number any more`;
      const read = documentSchemas[split(tried.key)[0]]().safeParse(changed);
      if (!read.success) return `${numberWords(value)} cannot stand there: ${problemsOf(read.error)[0].message}`;
    }
    return undefined;
  }

  private cellWith(cell: DrillCell, tried: DrillTried, value: number): DrillCell {
    const values = [...cell.values, value];
    if (tried.of === 'seed') return { ...cell, seed: value, values };
    return { ...cell, project: withDocument(cell.project, tried.key, this.documentWith(cell.project, tried, value)), values };
  }

  /** A document with one of its numbers changed, and with no more said than was said, and that. */
  private documentWith(
    project: Project,
    { key, path }: Extract<DrillTried, { of: 'number' }>,
    value: number,
  ): EditableDocument | undefined {
    const document = readDocument(project, key);
    if (!document || !('script' in document) || path[0] !== 'script' || path[2] !== 'payload')
      return document && withValueAt(document, path, value);
    const script = document.script.map((entry, i) =>
      i === path[1] ? { ...entry, payload: { ...entry.payload, [path[3]]: value } } : entry,
    );
    return { ...document, script };
  }

  protected *played(cells: readonly DrillCell[]): Generator<TrialStage<DrillTried, DrillCell> | undefined, void> {
    const tried = untracked(this.chosen).map((choice) => choice.tried);
    const [now, planNow] = [untracked(this.project), untracked(this.rules.plan)];
    const id = untracked(this.drills.drill)?.id;
    const runs: { readonly cell: DrillCell; readonly loan: OnLoan | string; readonly note: string }[] = [];
    for (const cell of cells) {
      const drill = cell.project.drills.find((one) => one.id === id);
      if (!drill) return;
      const plan = cell.project === now && planNow ? planNow : planFor(cell.project);
      const played = playDrill(cell.project, plan, drill, cell.seed);
      const loan = typeof played === 'string' ? played : loanOf(played, cell.project, plan);
      runs.push({ cell, loan, note: typeof played === 'string' || typeof loan === 'string' ? '' : noteOf(played, loan) });
      yield undefined;
    }
    const most = runs.reduce<OnLoan | undefined>(
      (best, { loan }) => (typeof loan === 'object' && loan.bodies.length > (best?.bodies.length ?? -1) ? loan : best),
      undefined,
    );
    this.stand(most);
    for (const { cell, loan, note } of runs) {
      const label = cell.values.map((value, i) => (tried[i].of === 'seed' ? `seed ${value}` : numberWords(value))).join(' · ');
      const present = cell.values.every(
        (value, i) =>
          value === (tried[i].of === 'seed' ? untracked(this.drills.shown)?.run.seed : untracked(() => this.presentOf(tried[i]))),
      );
      const fits = typeof loan === 'object' && loan.bodies.every((body, i) => bodyOf(body) === bodyOf(most?.bodies[i]));
      const problem = typeof loan === 'string' ? loan : fits ? undefined : 'Others come about here: keep it with Shift, and see it large.';
      const stage = typeof loan === 'string' || !fits ? { ...nothing, problem } : loanTake(loan);
      yield { cell, tried, stage, label, note, present };
    }
  }

  /** Lets everybody stand on the small stages who does on the fullest of them. */
  private stand(most: OnLoan | undefined): void {
    const project = untracked(this.project);
    if (!most || !project) return;
    const setUp = project.stages?.find(({ id }) => id === most.stage);
    const { actors, assets, seen, conventions } = project;
    const laidOut = { actors, assets, seen, conventions, setUp, bodies: most.bodies.map(bodyOf).join() };
    // Another painter takes its time: only for what is drawn otherwise.
    if (Object.entries(laidOut).every(([name, value]) => this.laidOut[name] === value)) return;
    this.laidOut = laidOut;
    this.others.set({ project: { ...project, actors: [...most.bodies] }, setUp });
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
    const drill = cell.project.drills.find(({ id }) => id === this.drills.drill()?.id);
    if (!drill) return;
    const plan = planFor(cell.project);
    const played = playDrill(cell.project, plan, drill, cell.seed);
    if (typeof played !== 'string') this.kept.keepRun(loanOf(played, cell.project, plan), `${drill.label}, ${label}`, cell.project);
  }
}

const nothing = {
  sequence: { id: '', label: '', event: '', note: '', effects: [] },
  event: undefined,
  take: undefined,
  run: undefined,
  solo: [],
};

/** A number of a script needs no more than the event that it is of. */
function briefly(words: string): string {
  return words.replace(/^script, /, '').replace(', payload, ', ', ');
}

/** What of a body is drawn. */
function bodyOf(body: OnLoan['bodies'][number] | undefined): string {
  return body ? `${body.picture} ${body.width} ${body.height} ${body.role} ${body.looks ?? ''}` : '';
}

/** What came of a drill, in a word: what is expected of it, and what health the first two have left. */
function noteOf({ run, verdicts }: Played, { take }: OnLoan): string {
  const failed = verdicts.filter(({ holds }) => !holds).length;
  const expected = verdicts.length === 0 ? '' : failed === 0 ? '✓ ' : `✕${failed} `;
  const left = run.drill.actors
    .slice(0, 2)
    .map(({ id }) => `${id} ${numberWords(Number(take.histories.health(id, run.drill.length).toFixed(1)))}`);
  return expected + left.join(' · ');
}
