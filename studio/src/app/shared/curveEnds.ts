import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { EaseEditor } from './easeEditor';
import { endsWith, type Ends } from './numberPairs';
import { ScrubNumber } from './scrubNumber';

/** Two inputs, what each gives, and the curve between them. */
@Component({
  selector: 'und-curve-ends',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EaseEditor, ScrubNumber],
  template: `
    @for (end of ends(); track end.at) {
      <span class="line">
        <span class="field-label">{{ words() }}</span>
        <und-scrub-number
          [label]="label() + ', input ' + end.name"
          [value]="end.in"
          (changed)="set('in', end.at, $event.value, $event.gesture)"
        />
        <span class="field-label">gives</span>
        <und-scrub-number
          [label]="label() + ', output ' + end.name"
          [unit]="unit()"
          [value]="end.out"
          [min]="min()"
          [max]="max()"
          (changed)="set('out', end.at, $event.value, $event.gesture)"
        />
      </span>
    }
    <ng-content />
    <und-ease-editor [label]="label() + ', curve'" [value]="ease()" (changed)="changed.emit({ ends: value(), ease: $event })" />
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 0.4rem;
    }
    .line {
      display: inline-flex;
      align-items: baseline;
      gap: 0.25rem;
      --scrub-width: 3.2rem;
    }
  `,
})
export class CurveEnds {
  readonly value = input.required<Ends>();
  readonly ease = input.required<string>();
  readonly label = input.required<string>();
  /** What goes in. */
  readonly words = input.required<string>();
  readonly unit = input('');
  readonly min = input(-Infinity);
  readonly max = input(Infinity);
  readonly changed = output<{ readonly ends: Ends; readonly ease: string; readonly gesture?: string }>();

  protected readonly ends = computed(() => {
    const { in: inputs, out } = this.value();
    return [
      { at: 0, name: 'from', in: inputs[0], out: out[0] },
      { at: 1, name: 'to', in: inputs[1], out: out[1] },
    ] as const;
  });

  protected set(name: 'in' | 'out', index: 0 | 1, to: number, gesture: string): void {
    const ends = endsWith(this.value(), name, index, to);
    if (ends) this.changed.emit({ ends, ease: this.ease(), gesture });
  }
}
