import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { trialLimits } from '@undatio/core/internal';
import { Choice } from '../../shared/choice';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { AxisChoice, TrialDesk } from './trialDesk';

/** What is tried along one axis of the sheet: of which lane or of the blow, within which range, and over how many values. */
@Component({
  selector: 'und-trial-axis-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ScrubNumber],
  template: `
    @if (asked(); as ask) {
      <label class="field-label" [for]="'trial-of-' + axis()">{{ axis() === 0 ? 'Try' : 'and' }}</label>
      <und-choice [inputId]="'trial-of-' + axis()" [options]="ask.owners" [value]="ask.owner" (changed)="chooseOwner($event)" />
      @if (ask.fields.length > 0) {
        <label class="visually-hidden" [for]="'trial-field-' + axis()">Which of its numbers</label>
        <und-choice [inputId]="'trial-field-' + axis()" [options]="ask.fields" [value]="ask.field" (changed)="chooseField($event)" />
      }
      @if (ask.range === 'numbers') {
        <und-scrub-number [label]="'From, axis ' + (axis() + 1)" [value]="ask.chosen.from" (changed)="set({ from: $event.value })" />
        <span class="field-label">to</span>
        <und-scrub-number
          [label]="'To, axis ' + (axis() + 1)"
          [unit]="ask.unit"
          [value]="ask.chosen.to"
          (changed)="set({ to: $event.value })"
        />
      } @else if (ask.range === 'colours') {
        <input
          #first
          type="color"
          [attr.aria-label]="'First colour, axis ' + (axis() + 1)"
          [value]="ask.chosen.colours[0]"
          (change)="set({ colours: [first.value, ask.chosen.colours[1]] })"
        />
        <span class="field-label">to</span>
        <input
          #last
          type="color"
          [attr.aria-label]="'Last colour, axis ' + (axis() + 1)"
          [value]="ask.chosen.colours[1]"
          (change)="set({ colours: [ask.chosen.colours[0], last.value] })"
        />
      }
      @if (ask.range !== 'none') {
        <span class="field-label">in</span>
        <und-scrub-number
          class="count"
          [label]="'How many values, axis ' + (axis() + 1)"
          [value]="ask.chosen.count"
          [min]="2"
          [max]="most"
          (changed)="set({ count: round($event.value) })"
        />
      }
      @if (ask.range === 'numbers') {
        <button
          type="button"
          class="plain"
          [attr.aria-pressed]="ask.chosen.by === 'ratio'"
          title="Each value the same factor above the one before, instead of the same difference"
          (click)="set({ by: ask.chosen.by === 'ratio' ? 'even' : 'ratio' })"
        >
          by ratio
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.3rem;
      --scrub-width: 3.2rem;
    }
    und-choice {
      display: block;
      flex: 0 1 auto;
      min-width: 4rem;
      max-width: 11rem;
    }
    .count {
      --scrub-width: 2rem;
    }
    input[type='color'] {
      width: 1.9rem;
      height: 1.5rem;
      padding: 1px;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
    }
  `,
})
export class TrialAxisEditor<T> {
  readonly desk = input.required<TrialDesk<T, unknown>>();
  /** The first axis is 0. */
  readonly axis = input.required<number>();

  protected readonly most = trialLimits.values;
  private readonly choice = computed(() => this.desk().axes().at(this.axis()));
  protected readonly asked = computed(() => {
    const [{ choosing }, choice] = [this.desk(), this.choice()];
    if (!choice) return undefined;
    const { tried } = choice;
    return {
      chosen: choice,
      owners: [...choosing.owners(tried)],
      owner: choosing.ownerOf(tried),
      fields: [...choosing.fields(tried)],
      field: choosing.fieldOf(tried),
      range: choosing.rangeOf(tried),
      unit: choosing.unitOf(tried),
    };
  });

  protected chooseOwner(owner: string): void {
    const tried = this.desk().choosing.firstOf(owner);
    if (tried) this.desk().choose(this.axis(), tried);
  }

  protected chooseField(field: string): void {
    const choice = this.choice();
    if (choice) this.desk().choose(this.axis(), this.desk().choosing.withField(choice.tried, field));
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  protected set(part: Partial<Omit<AxisChoice<T>, 'tried'>>): void {
    this.desk().set(this.axis(), part);
  }
}
