import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { AmountDocument, MeasureDocument } from '@undatio/core/internal';
import { CurveEnds } from '../../shared/curveEnds';
import type { Ends } from '../../shared/numberPairs';
import { NumberRange } from '../../shared/numberRange';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { RuleChange } from '../ruleChange';
import type { RuleChoices } from '../ruleChoices';
import { MeasureEditor, measureOf } from './measureEditor';

type Way = 'fixed' | 'random' | 'read' | 'curve';
type Read = Extract<AmountDocument, { of: MeasureDocument }>;
type Curve = Extract<Read, { in: unknown }>;

/** A number of an outcome: fixed, random between two, read from the fight, or read through a curve. */
@Component({
  selector: 'und-amount-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CurveEnds, MeasureEditor, NumberRange, ScrubNumber],
  template: `
    <select #how [attr.aria-label]="label() + ', how'" (change)="turn(how.value)">
      <option value="fixed" [selected]="way() === 'fixed'">fixed</option>
      <option value="random" [selected]="way() === 'random'">random between</option>
      <option value="read" [selected]="way() === 'read'">read</option>
      <option value="curve" [selected]="way() === 'curve'">read, from – to</option>
    </select>
    @if (range(); as ends) {
      <und-number-range
        [label]="label()"
        [unit]="unit()"
        [value]="ends"
        [min]="min()"
        [max]="max()"
        (changed)="changed.emit({ value: { range: $event.range }, gesture: $event.gesture })"
      />
    } @else if (read(); as parts) {
      <und-measure-editor
        [label]="label() + ', what is read'"
        [value]="parts.of"
        [choices]="choices()"
        (changed)="changed.emit({ value: { ...parts, of: $event } })"
      />
      @if (curve(); as ends) {
        <und-curve-ends
          [label]="label()"
          words="read as"
          [unit]="unit()"
          [value]="ends"
          [ease]="ends.ease ?? 'linear'"
          [min]="min()"
          [max]="max()"
          (changed)="setCurve(ends, $event)"
        />
      } @else {
        <und-scrub-number
          [label]="label() + ', times'"
          unit="×"
          [value]="even().times ?? 1"
          [min]="-1000"
          [max]="1000"
          (changed)="setEven({ times: $event.value }, $event.gesture)"
        />
        <span class="words">plus</span>
        <und-scrub-number
          [label]="label() + ', plus'"
          [unit]="unit()"
          [value]="even().plus ?? 0"
          (changed)="setEven({ plus: $event.value }, $event.gesture)"
        />
      }
    } @else {
      <und-scrub-number [label]="label()" [unit]="unit()" [value]="fixed()" [min]="min()" [max]="max()" (changed)="changed.emit($event)" />
    }
  `,
  styleUrl: './ruleControls.scss',
})
export class AmountEditor {
  readonly value = input.required<AmountDocument>();
  readonly choices = input.required<RuleChoices>();
  readonly label = input.required<string>();
  readonly unit = input('');
  readonly min = input(0);
  readonly max = input(1e6);
  readonly changed = output<RuleChange<AmountDocument>>();

  protected readonly fixed = computed(() => {
    const value = this.value();
    return typeof value === 'number' ? value : 0;
  });
  protected readonly range = computed(() => {
    const value = this.value();
    return typeof value === 'object' && 'range' in value ? value.range : undefined;
  });
  protected readonly read = computed((): Read | undefined => {
    const value = this.value();
    return typeof value === 'object' && 'of' in value ? value : undefined;
  });
  protected readonly curve = computed((): Curve | undefined => {
    const read = this.read();
    return read && 'in' in read ? read : undefined;
  });
  /** What is read goes on as it is, or times and plus a number. */
  protected readonly even = computed((): { readonly times?: number | undefined; readonly plus?: number | undefined } => {
    const read = this.read();
    return read && !('in' in read) ? read : {};
  });
  protected readonly way = computed((): Way => (this.range() ? 'random' : this.curve() ? 'curve' : this.read() ? 'read' : 'fixed'));

  /** Another way to come to a number, near the one that there was. */
  protected turn(way: string): void {
    if (way === this.way()) return;
    const near = this.range()?.[1] ?? (this.fixed() || Math.min(10, this.max()));
    const of = this.read()?.of ?? measureOf('harm', this.choices());
    const made: Readonly<Record<string, AmountDocument>> = {
      fixed: near,
      random: { range: [Math.max(this.min(), near / 2), near] },
      read: { of },
      curve: { of, in: [0, 100], out: [Math.max(0, this.min()), near] },
    };
    this.changed.emit({ value: made[way] });
  }

  protected setEven(part: { readonly times?: number; readonly plus?: number }, gesture: string): void {
    const of = this.read()?.of;
    if (!of) return;
    const { times = 1, plus = 0 } = { ...this.even(), ...part };
    // What changes nothing is not written.
    this.changed.emit({ value: { of, ...(times !== 1 && { times }), ...(plus !== 0 && { plus }) }, gesture });
  }

  protected setCurve(
    { of, ease: before }: Curve,
    { ends, ease, gesture }: { readonly ends: Ends; readonly ease: string; readonly gesture?: string },
  ): void {
    const { in: inputs, out } = ends;
    const isSaid = ease !== 'linear' || before !== undefined;
    this.changed.emit({ value: { of, in: [...inputs], out: [...out], ...(isSaid && { ease }) }, gesture });
  }
}
