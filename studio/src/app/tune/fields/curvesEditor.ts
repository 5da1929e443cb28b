import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CurvesField, EnvelopePoint } from '@undatio/core/internal';
import { ownAxis } from '../strip/lifeAxis';
import { EnvelopeEditor } from './envelopeEditor';
import { envelopePath } from './envelopePath';
import type { FieldChange } from './valueEditor';
import { heldPer } from '../../shared/heldPer';
import { RadioKeys } from '../../shared/radioKeys';
import { sameValue } from '../../shared/sameValue';

type Curves = Readonly<Record<string, readonly EnvelopePoint[]>>;

/** A channel begins level, so that adding it changes nothing yet. */
const level: Readonly<Record<string, number>> = { alpha: 1 };

/** Several curves over one life: a tab for each of what they may change, and the chosen one as an envelope. */
@Component({
  selector: 'und-curves-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EnvelopeEditor, RadioKeys],
  template: `
    <span class="field-label" [title]="field().about">{{ field().label }}</span>
    <span class="row" role="group" [attr.aria-label]="field().label + ', start from'">
      @for (start of starts(); track start.name) {
        <button type="button" class="plain" [attr.aria-pressed]="start.current" (click)="changed.emit({ value: start.curves })">
          {{ start.name }}
        </button>
      }
      <button type="button" class="plain" [attr.aria-pressed]="empty()" (click)="changed.emit({ value: {} })">none</button>
    </span>
    <span class="row" undRadioKeys [attr.aria-label]="field().label + ', curve'">
      @for (tab of tabs(); track tab.name) {
        <button
          type="button"
          class="plain tab"
          role="radio"
          [class.unused]="tab.path === ''"
          [attr.aria-checked]="tab.name === chosen()"
          [attr.aria-label]="tab.name + (tab.path === '' ? ', not changed' : '')"
          (click)="chosen.set(tab.name)"
        >
          <svg viewBox="0 0 34 16" aria-hidden="true">
            <line x1="0" x2="34" y1="8" y2="8" />
            <path [attr.d]="tab.path" />
          </svg>
          {{ tab.name }}
        </button>
      }
    </span>
    @if (points(); as shown) {
      <und-envelope-editor
        [label]="field().label + ' ' + chosen()"
        [value]="shown"
        [life]="along"
        [height]="64"
        [full]="full"
        (changed)="set($event)"
      />
      <button type="button" class="plain" (click)="remove()">Leave {{ chosen() }} as it is</button>
    } @else {
      <button type="button" class="plain" (click)="add()">Change {{ chosen() }}</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      justify-items: start;
      gap: 0.3rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem;
    }
    .tab {
      display: inline-flex;
      align-items: center;
      gap: 0.25rem;
    }
    .unused {
      border-style: dashed;
    }
    svg {
      width: 34px;
      height: 16px;
      fill: none;
      stroke: currentColor;
      stroke-width: 1.5;
    }
    line {
      stroke-width: 0.5;
    }
  `,
})
export class CurvesEditor {
  readonly field = input.required<CurvesField>();
  readonly value = input.required<Curves>();
  readonly changed = output<FieldChange>();

  protected readonly along = ownAxis(260, 10);
  /** Turns and places of a letter are small: a tenth is drawn in full. */
  protected readonly full = 0.1;
  /** The first that is changed, until a person picks another. */
  protected readonly chosen = heldPer(
    () => this.field().label,
    () => this.field().options.find((name) => this.value()[name]) ?? this.field().options[0],
  );
  protected readonly points = computed<readonly EnvelopePoint[] | undefined>(() => this.value()[this.chosen()]);
  protected readonly empty = computed(() => Object.keys(this.value()).length === 0);
  protected readonly starts = computed(() => {
    const value = this.value();
    return Object.entries(this.field().starts).map(([name, curves]) => ({ name, curves, current: sameValue(curves, value) }));
  });
  protected readonly tabs = computed(() =>
    this.field().options.map((name) => ({ name, path: this.value()[name] ? sketched(this.value()[name]) : '' })),
  );

  protected set(change: FieldChange): void {
    this.emit({ ...this.value(), [this.chosen()]: change.value as readonly EnvelopePoint[] }, change.gesture);
  }

  protected add(): void {
    const value = level[this.chosen()] ?? 0;
    const flat = [
      { at: 0, value },
      { at: 1, value },
    ];
    this.emit({ ...this.value(), [this.chosen()]: flat });
  }

  protected remove(): void {
    this.emit(Object.fromEntries(Object.entries(this.value()).filter(([name]) => name !== this.chosen())));
  }

  private emit(value: Curves, gesture?: string): void {
    this.changed.emit({ value, ...(gesture && { gesture: `${this.chosen()} ${gesture}` }) });
  }
}

/** The curve in the small, between its own least and most, with 0 in the middle. */
function sketched(points: readonly EnvelopePoint[]): string {
  const most = Math.max(0.01, ...points.map(({ value }) => Math.abs(value)));
  return envelopePath(
    points,
    (at) => 1 + at * 32,
    (value) => 8 - (value / most) * 7,
  );
}
