import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Project, Status } from '@undatio/core';
import { freeId, identifierPattern, rulesThatUse, statusCourse } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';
import { documentNames } from '../project/documentNames';
import { withOtherId } from '../project/relabelled';
import { ScrubNumber } from '../shared/scrubNumber';
import { timeMarks } from '../shared/timeMarks';
import { fixFor } from './findingFixes';
import { RulesService } from './rulesService';

/** Statuses: how long, what ticks, how they stack, what they prevent; drawn over time as they will go. */
@Component({
  selector: 'und-statuses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScrubNumber],
  templateUrl: './statusesView.html',
  styleUrl: './statusesView.scss',
})
export class StatusesView {
  readonly project = input.required<Project>();

  private readonly projects = inject(ProjectService);
  private readonly rules = inject(RulesService);
  private readonly picked = signal('');
  protected readonly statuses = computed(() => this.project().statuses);
  readonly chosen = computed(() => this.statuses().find(({ id }) => id === this.picked()) ?? this.statuses().at(0));
  protected readonly course = computed(() => {
    const [plan, status] = [this.rules.plan(), this.chosen()];
    return plan && status ? statusCourse(plan, status.id) : undefined;
  });
  protected readonly findings = computed(() => {
    const status = this.chosen();
    const at = status ? this.statuses().indexOf(status) : -1;
    return this.rules.findings().filter(({ path }) => path.startsWith(`statuses[${at}]`));
  });
  protected readonly refused = signal('');
  protected readonly stackings = [
    { value: 'refresh', label: 'begins its length anew' },
    { value: 'extend', label: 'adds its length' },
    { value: 'stack', label: 'adds a stack, and begins anew' },
    { value: 'ignore', label: 'changes nothing' },
  ] as const;
  protected readonly cueNames = ['start', 'end'] as const;
  protected readonly prevents = ['mending', 'moves', 'walking'] as const;

  protected marksOf(length: number): { readonly at: number; readonly x: number }[] {
    return timeMarks(length, 8).map((at) => ({ at, x: (at / length) * 600 }));
  }

  protected toldCourse(ticks: number, harm: number): string {
    const count = ticks === 0 ? 'nothing ticks' : ticks === 1 ? 'one tick' : `${ticks} ticks`;
    return harm > 0 ? `${count}, ${Number(harm.toFixed(2))} points in all.` : `${count}.`;
  }

  protected pick(status: Status): void {
    this.picked.set(status.id);
  }

  protected add(): void {
    const label = 'New status';
    const id = freeId(label, new Set(this.statuses().map((one) => one.id)), 'status');
    const made: Status = {
      id,
      label,
      length: 3,
      stacking: 'refresh',
      most: 1,
      prevents: [],
      onFall: 'ends',
      cues: {},
      late: [],
    };
    this.projects.add('add a status', `statuses/${id}`, made);
    this.picked.set(id);
  }

  protected remove(status: Status): void {
    const users = rulesThatUse(this.project(), (use) => use.collection === 'statuses' && use.id === status.id);
    if (users.length > 0) {
      const keys = users.map(({ collection, id }) => `${collection}/${id}`);
      this.refused.set(`“${status.label}” is used by ${documentNames(this.project(), keys)}. Remove it there first.`);
      return;
    }
    this.refused.set('');
    this.projects.remove(`remove ${status.label}`, [`statuses/${status.id}`]);
  }

  /** Another id, with everything that asks for it. */
  protected rename(status: Status, box: HTMLInputElement): void {
    const to = box.value.trim();
    if (to === status.id) return;
    if (!identifierPattern.test(to) || this.statuses().some(({ id }) => id === to)) {
      this.refused.set(`“${to}” cannot be its id`);
      box.value = status.id;
      return;
    }
    this.refused.set('');
    this.projects.change(`rename ${status.id} to ${to}`, withOtherId(this.project(), 'statuses', status.id, to));
    this.picked.set(to);
  }

  protected relabel(status: Status, box: HTMLInputElement): void {
    const label = box.value.trim();
    box.value = status.label;
    if (label !== '') this.picked.set(this.projects.relabel('statuses', status, label));
  }

  protected set(status: Status, label: string, part: Partial<Status>, gesture?: string): void {
    this.projects.editDocument(
      `statuses/${status.id}`,
      `${label} of ${status.label}`,
      (before) => ({ ...before, ...part }) as Status,
      gesture,
    );
  }

  protected drop(status: Status, name: 'length' | 'ticks' | 'note'): void {
    this.projects.editDocument(`statuses/${status.id}`, `${name} of ${status.label}`, (before) => {
      const { [name]: _, ...others } = before as Status;
      return others as Status;
    });
  }

  protected setTicks(status: Status, part: Partial<NonNullable<Status['ticks']>>, gesture?: string): void {
    const ticks = status.ticks ?? { every: 0.5, event: this.firstHarming(), rate: 0 };
    this.set(status, 'ticks', { ticks: { ...ticks, ...part } }, gesture);
  }

  private firstHarming(): string {
    const { events } = this.project();
    return (events.find(({ harm }) => harm) ?? events.at(0))?.id ?? '';
  }

  protected toggle(status: Status, what: (typeof this.prevents)[number]): void {
    const { prevents } = status;
    this.set(status, 'what it prevents', {
      prevents: prevents.includes(what) ? prevents.filter((one) => one !== what) : [...prevents, what],
    });
  }

  protected setCue(status: Status, name: 'start' | 'end', sequence: string): void {
    const { [name]: _, ...others } = status.cues;
    this.set(status, 'cues', { cues: sequence === '' ? others : { ...others, [name]: sequence } });
  }

  protected addLate(status: Status): void {
    const [first] = this.project().sequences;
    if (first) this.set(status, 'what it also does', { late: [...status.late, { after: 0.5, sequence: first.id }] });
  }

  protected setLate(status: Status, at: number, part: Partial<Status['late'][number]> | undefined, gesture?: string): void {
    const late = status.late.flatMap((one, i) => (i !== at ? [one] : part ? [{ ...one, ...part }] : []));
    this.set(status, 'what it also does', { late }, gesture);
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  protected fixOf(problem: Parameters<typeof fixFor>[0]): { readonly label: string; readonly go: () => void } | undefined {
    const found = fixFor(problem, this.project());
    return found && { label: found.label, go: () => this.projects.change(found.label, found.changes) };
  }
}
