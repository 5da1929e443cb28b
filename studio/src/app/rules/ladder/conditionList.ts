import { ChangeDetectionStrategy, Component, forwardRef, input, output, signal } from '@angular/core';
import {
  conditionKinds,
  conditionWords,
  isGroup,
  namesOf,
  type Condition,
  type ConditionGroup,
  type RuleKind,
  type Outcome,
} from '@undatio/core/internal';
import { RuleFieldsEditor, type RuleRecord } from '../fields/ruleFieldsEditor';
import { AddMenu } from '../../shared/addMenu';
import type { RuleChange } from '../ruleChange';
import type { RuleChoices } from '../ruleChoices';
import { conditionNames, newCondition } from './ladderEdits';

/** Conditions as chips: one is opened in place, and a group holds chips of its own. */
@Component({
  selector: 'und-condition-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, RuleFieldsEditor, forwardRef(() => ConditionList)],
  template: `
    <div class="chips">
      @for (one of conditions(); track $index) {
        <span class="chip" [class.met]="met()?.[$index] === true" [class.unmet]="met()?.[$index] === false">
          <button type="button" class="words" [attr.aria-expanded]="opened() === $index" [title]="about(one)" (click)="toggle($index)">
            {{ words(one) }}
          </button>
          <button type="button" class="drop" [attr.aria-label]="'Remove the condition ' + words(one)" (click)="drop($index)">✕</button>
        </span>
      }
      <und-add-menu words="+ when" [label]="adds()" [choices]="names" (chosen)="add($event)" />
    </div>
    @if (conditions()[opened()]; as one) {
      <div class="open">
        @if (group(one); as inner) {
          <label class="kind">
            hold
            <select #how aria-label="How many of them hold" (change)="replace(opened(), { condition: $any(how.value), of: inner.of })">
              <option value="all" [selected]="inner.condition === 'all'">all</option>
              <option value="any" [selected]="inner.condition === 'any'">any</option>
              <option value="none" [selected]="inner.condition === 'none'">none</option>
            </select>
            of
          </label>
          <und-condition-list
            adds="Add a condition to the group"
            [conditions]="inner.of"
            [choices]="choices()"
            [outcomes]="outcomes()"
            (changed)="replace(opened(), { condition: inner.condition, of: $event.value }, $event.gesture)"
          />
        } @else {
          <und-rule-fields [kind]="kind(one)" [document]="$any(one)" [choices]="choices()" [age]="age()" (changed)="put($event)" />
        }
      </div>
    }
  `,
  styleUrl: './chips.scss',
})
export class ConditionList {
  readonly conditions = input.required<readonly Condition[]>();
  readonly choices = input.required<RuleChoices>();
  /** Whether each holds at the moment that is looked at. */
  readonly met = input<readonly boolean[]>();
  readonly age = input<number>();
  /** Outcomes of the same rung. */
  readonly outcomes = input<readonly Outcome[]>([]);
  readonly adds = input('Add a condition');
  readonly changed = output<RuleChange<Condition[]>>();

  protected readonly names = conditionNames;
  protected readonly opened = signal(-1);

  protected words(one: Condition): string {
    const { project, event } = this.choices();
    return conditionWords(one, namesOf(project), event?.id);
  }

  protected about(one: Condition): string {
    return isGroup(one) ? 'A group of conditions.' : conditionKinds[one.condition].about;
  }

  protected group(one: Condition): ConditionGroup | undefined {
    return isGroup(one) ? one : undefined;
  }

  protected kind(one: Condition): RuleKind {
    return conditionKinds[one.condition];
  }

  protected toggle(at: number): void {
    this.opened.set(this.opened() === at ? -1 : at);
  }

  protected add(name: string): void {
    const made = newCondition(name, this.choices(), this.outcomes());
    if (!made) return;
    this.changed.emit({ value: [...this.conditions(), made] });
    this.opened.set(this.conditions().length);
  }

  protected put({ value, gesture }: RuleChange<RuleRecord>): void {
    this.replace(this.opened(), value as unknown as Condition, gesture);
  }

  protected replace(at: number, one: Condition, gesture?: string): void {
    this.changed.emit({ value: this.conditions().map((other, i) => (i === at ? one : other)), gesture });
  }

  protected drop(at: number): void {
    this.opened.set(-1);
    this.changed.emit({ value: this.conditions().filter((_, i) => i !== at) });
  }
}
