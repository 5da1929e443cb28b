import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EventType, Problem, Project, Response, Rung } from '@undatio/core';
import { drillsWithRungRenamed, freeId, identifierPattern, isIdOf, type RungAnswer } from '@undatio/core/internal';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { statesOf } from '../../project/documentKey';
import { ProjectService } from '../../project/projectService';
import { ScreenAddress } from '../../project/screenAddress';
import { SignaturePicture } from '../../signatures/signaturePicture';
import { SignatureService } from '../../signatures/signatureService';
import { fixFor } from '../findingFixes';
import { MomentService } from '../momentService';
import type { RuleChoices } from '../ruleChoices';
import { RulesService } from '../rulesService';
import { ConditionList } from './conditionList';
import { copyOfRung, newRung, responseTo, sequencesOf, taken } from './ladderEdits';
import { OutcomeList } from './outcomeList';

/** What answers an event: rungs from the top, the one that answers at this moment lit, and at each other one why not. */
@Component({
  selector: 'und-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConditionList, OutcomeList, PointerDrag, RouterLink, SignaturePicture],
  templateUrl: './ladder.html',
  styleUrl: './ladder.scss',
})
export class Ladder {
  readonly event = input.required<EventType>();
  readonly project = input.required<Project>();

  private readonly projects = inject(ProjectService);
  private readonly rules = inject(RulesService);
  private readonly moments = inject(MomentService);
  protected readonly address = inject(ScreenAddress);
  protected readonly signatures = inject(SignatureService);
  protected readonly response = computed(() => responseTo(this.project(), this.event()));
  protected readonly choices = computed((): RuleChoices => ({ project: this.project(), event: this.event() }));
  private readonly place = computed(() => this.project().responses.indexOf(this.response()));
  protected readonly findings = computed(() => this.rules.findings().filter(({ path }) => path.startsWith(`responses[${this.place()}]`)));
  protected readonly answers = computed(() => new Map(this.moments.answers().map((answer) => [answer.rung, answer])));
  protected readonly refused = signal('');
  /** Which rung is being dragged, and over which place. */
  protected readonly dragged = signal<{ readonly from: number; readonly to: number } | undefined>(undefined);

  protected answer(rung: Rung): RungAnswer | undefined {
    return this.answers().get(rung.id);
  }

  protected why(rung: Rung): string {
    const answer = this.answer(rung);
    if (!answer) return '';
    return answer.answer === 'answered' ? 'answers' : answer.answer === 'passed' ? `passed: ${answer.why}` : `not asked: ${answer.why}`;
  }

  protected met(rung: Rung): readonly boolean[] {
    return this.moments.conditionsOf(rung.id);
  }

  protected age(rung: Rung): number | undefined {
    return this.moments.ageFor(rung);
  }

  protected told(at: number): readonly Problem[] {
    return this.findings().filter(({ path }) => path.startsWith(`responses[${this.place()}].rungs[${at}]`));
  }

  protected fix(problem: Problem): { readonly label: string; readonly go: () => void } | undefined {
    const found = fixFor(problem, this.project());
    return found && { label: found.label, go: () => this.projects.change(found.label, found.changes) };
  }

  protected played(rung: Rung): readonly string[] {
    return sequencesOf(rung).slice(0, 1);
  }

  protected sequenceName(id: string): string {
    return this.project().sequences.find((one) => one.id === id)?.label ?? id;
  }

  protected add(): void {
    const rung = newRung(this.response());
    this.put(`add a rung to ${this.event().label}`, (response) => ({ ...response, rungs: [...response.rungs, rung] }));
  }

  protected set(rung: Rung, label: string, part: Partial<Rung>, gesture?: string): void {
    this.put(
      `${label} of ${rung.label ?? rung.id}`,
      (response) => ({ ...response, rungs: response.rungs.map((one) => (one.id === rung.id ? { ...one, ...part } : one)) }),
      gesture,
    );
  }

  protected relabel(rung: Rung, text: string): void {
    const label = text.trim();
    const { label: _, ...without } = rung;
    if (label === (rung.label ?? '')) return;
    const id = this.idAfter(rung, label);
    this.changeId(`rename ${rung.label ?? rung.id}`, rung, label === '' ? without : { ...rung, id, label });
  }

  protected rename(rung: Rung, box: HTMLInputElement): void {
    const id = box.value.trim();
    if (id === rung.id) return;
    const isFree = !this.response().rungs.some((one) => one.id === id);
    this.refused.set(
      identifierPattern.test(id) && isFree
        ? ''
        : isFree
          ? `“${id}” is no id: lower-case letters, digits and dashes`
          : `“${id}” is another rung already`,
    );
    if (this.refused() !== '') {
      box.value = rung.id;
      return;
    }
    this.changeId(`rename ${rung.id} to ${id}`, rung, { ...rung, id });
  }

  /** The id of a rung follows its name until a game uses the ids. */
  private idAfter(rung: Rung, label: string): string {
    if (this.project().idsInUse || !isIdOf(rung.id, rung.label ?? 'rung', 'rung')) return rung.id;
    const taken = new Set(this.response().rungs.flatMap(({ id }) => (id === rung.id ? [] : [id])));
    return freeId(label, taken, 'rung');
  }

  /** Puts a rung in place of another, with the drills that expect it by its id. */
  private changeId(label: string, before: Rung, after: Rung): void {
    const response = this.response();
    const rungs = response.rungs.map((one) => (one.id === before.id ? after : one));
    this.projects.change(label, [
      [`responses/${response.id}`, { ...response, rungs }],
      ...(after.id === before.id ? [] : statesOf(drillsWithRungRenamed(this.project(), response.event, before.id, after.id))),
    ]);
  }

  protected duplicate(rung: Rung, at: number): void {
    this.put(`duplicate ${rung.label ?? rung.id}`, (response) => ({
      ...response,
      rungs: [...response.rungs.slice(0, at + 1), copyOfRung(rung, response), ...response.rungs.slice(at + 1)],
    }));
  }

  protected remove(rung: Rung): void {
    this.put(`remove ${rung.label ?? rung.id}`, (response) => ({ ...response, rungs: response.rungs.filter((one) => one.id !== rung.id) }));
  }

  protected move(at: number, to: number): void {
    if (to < 0 || to >= this.response().rungs.length || to === at) return;
    this.put('move a rung', (response) => ({ ...response, rungs: taken(response.rungs, at, to) }));
  }

  protected key(event: KeyboardEvent, at: number): void {
    const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (step === 0) return;
    event.preventDefault();
    this.move(at, at + step);
  }

  protected drag({ phase, event }: Drag, at: number): void {
    const over = document
      .elementsFromPoint(event.clientX, event.clientY)
      .find((element) => element instanceof HTMLElement && element.dataset['rung'] !== undefined);
    const to = over ? Number((over as HTMLElement).dataset['rung']) : (this.dragged()?.to ?? at);
    this.dragged.set(phase === 'end' ? undefined : { from: at, to });
    if (phase === 'end') this.move(at, to);
  }

  private put(label: string, change: (response: Response) => Response, gesture?: string): void {
    const before = this.response();
    if (this.place() < 0) this.projects.add(label, `responses/${before.id}`, change(before));
    else this.projects.editDocument(`responses/${before.id}`, label, (document) => change(document as Response), gesture);
  }
}
