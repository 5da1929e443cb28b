import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { namesOf, outcomeKinds, outcomeWords, type Outcome, type RuleKind } from '@undatio/core/internal';
import { RuleFieldsEditor, type RuleRecord } from '../fields/ruleFieldsEditor';
import { AddMenu } from '../../shared/addMenu';
import type { RuleChange } from '../ruleChange';
import type { RuleChoices } from '../ruleChoices';
import { newOutcome, outcomeNames, taken } from './ladderEdits';

/** Outcomes as sentences, in the order in which they happen. One is opened in place. */
@Component({
  selector: 'und-outcome-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, RuleFieldsEditor],
  template: `
    <ol>
      @for (one of outcomes(); track $index) {
        <li>
          <span class="chip">
            <button
              type="button"
              class="words"
              [attr.aria-expanded]="opened() === $index"
              [title]="about(one) + ' Alt and an arrow key move it.'"
              (click)="toggle($index)"
              (keydown)="key($event, $index)"
            >
              {{ words(one) }}
            </button>
            <button type="button" class="drop" [attr.aria-label]="'Remove the outcome ' + words(one)" (click)="drop($index)">✕</button>
          </span>
          @if (opened() === $index) {
            <div class="open">
              <und-rule-fields [kind]="kind(one)" [document]="$any(one)" [choices]="choices()" (changed)="put($event)" />
              @if (sum(one); as words) {
                <p class="sum">{{ words }}</p>
              }
            </div>
          }
        </li>
      }
    </ol>
    <und-add-menu words="+ then" label="Add an outcome" [choices]="names" (chosen)="add($event)" />
  `,
  styleUrl: './chips.scss',
})
export class OutcomeList {
  readonly outcomes = input.required<readonly Outcome[]>();
  readonly choices = input.required<RuleChoices>();
  readonly changed = output<RuleChange<Outcome[]>>();

  protected readonly names = outcomeNames;
  protected readonly opened = signal(-1);

  protected words(one: Outcome): string {
    const { project, event } = this.choices();
    return outcomeWords(one, namesOf(project), event?.id);
  }

  protected about(one: Outcome): string {
    return outcomeKinds[one.outcome].about;
  }

  /** States the result of the outcome in this project, if its kind can. */
  protected sum(one: Outcome): string | undefined {
    return outcomeKinds[one.outcome].sum?.(one as never, this.choices().project);
  }

  protected kind(one: Outcome): RuleKind {
    return outcomeKinds[one.outcome];
  }

  protected toggle(at: number): void {
    this.opened.set(this.opened() === at ? -1 : at);
  }

  protected add(name: string): void {
    const made = newOutcome(name, this.choices());
    if (!made) return;
    this.changed.emit({ value: [...this.outcomes(), made] });
    this.opened.set(this.outcomes().length);
  }

  protected put({ value, gesture }: RuleChange<RuleRecord>): void {
    this.changed.emit({ value: this.outcomes().map((other, i) => (i === this.opened() ? (value as unknown as Outcome) : other)), gesture });
  }

  protected drop(at: number): void {
    this.opened.set(-1);
    this.changed.emit({ value: this.outcomes().filter((_, i) => i !== at) });
  }

  protected key(event: KeyboardEvent, at: number): void {
    const step = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (!event.altKey || step === 0) return;
    event.preventDefault();
    const to = at + step;
    if (to < 0 || to >= this.outcomes().length) return;
    this.opened.set(-1);
    this.changed.emit({ value: taken(this.outcomes(), at, to) });
  }
}
