import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { rangeWithEnd, type Pair } from './numberPairs';
import { ScrubNumber } from './scrubNumber';

/** A range of numbers by its two ends. */
@Component({
  selector: 'und-number-range',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScrubNumber],
  template: `
    <und-scrub-number
      [label]="label() + ', low end'"
      [value]="value()[0]"
      [min]="min()"
      [max]="max()"
      (changed)="set(0, $event.value, $event.gesture)"
    />
    <span class="field-label">to</span>
    <und-scrub-number
      [label]="label() + ', high end'"
      [unit]="unit()"
      [value]="value()[1]"
      [min]="min()"
      [max]="max()"
      (changed)="set(1, $event.value, $event.gesture)"
    />
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: baseline;
      gap: 0.25rem;
    }
  `,
})
export class NumberRange {
  readonly value = input.required<Pair>();
  readonly label = input.required<string>();
  readonly unit = input('');
  readonly min = input(-Infinity);
  readonly max = input(Infinity);
  readonly changed = output<{ readonly range: [number, number]; readonly gesture: string }>();

  protected set(index: 0 | 1, to: number, gesture: string): void {
    this.changed.emit({ range: rangeWithEnd(this.value(), index, to), gesture });
  }
}
