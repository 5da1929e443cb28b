import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { valueSpan, type NumberValue } from '@undatio/core/internal';
import type { InspectedField } from '../sequenceEdits';

/** px that the gauge is wide. */
const width = 100;

/** Where a number stands in its range, and where it would stand by default: a fine rule with a mark and a notch. */
@Component({
  selector: 'und-range-gauge',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 6'" preserveAspectRatio="none" aria-hidden="true">
      <line class="rule" x1="0" [attr.x2]="width" y1="3" y2="3" />
      <line class="default" [attr.x1]="usual()[0]" [attr.x2]="usual()[0]" y1="0" y2="6" />
      <line class="default" [attr.x1]="usual()[1]" [attr.x2]="usual()[1]" y1="0" y2="6" />
      <rect [attr.x]="now()[0]" [attr.width]="now()[1] - now()[0] + 2.4" y="1.5" height="3" />
    </svg>
    <span class="bounds">{{ text() }}</span>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      position: relative;
    }
    svg {
      width: 100%;
      min-width: 3.6rem;
      height: 6px;
      display: block;
    }
    .rule {
      stroke: var(--rule-strong);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    .default {
      stroke: var(--faint-ink);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    rect {
      fill: var(--sea);
    }
    .bounds {
      position: absolute;
      top: 7px;
      left: 0;
      z-index: 3;
      padding: 0.1rem 0.35rem;
      background: var(--ink);
      color: var(--paper);
      border-radius: 3px;
      font-size: 0.75rem;
      white-space: nowrap;
      pointer-events: none;
      visibility: hidden;
    }
    :host-context(und-value-editor:hover) .bounds,
    :host-context(und-value-editor:focus-within) .bounds {
      visibility: visible;
    }
  `,
})
export class RangeGauge {
  readonly field = input.required<Extract<InspectedField, { control: 'value' }>>();
  readonly value = input.required<NumberValue>();

  protected readonly width = width;
  protected readonly now = computed(() => valueSpan(this.value()).map((x) => this.place(x)));
  protected readonly usual = computed(() => valueSpan(this.field().default as NumberValue).map((x) => this.place(x)));
  protected readonly text = computed(() => {
    const { min, max, unit } = this.field();
    const [low, high] = valueSpan(this.field().default as NumberValue);
    return `${min} to ${max} ${unit ?? ''}, by default ${low === high ? low : `${low} to ${high}`}`;
  });

  /** Ranges reach far beyond what is common, so the rule is logarithmic around what is common. */
  private place(x: number): number {
    const { min = 0, max = 1 } = this.field();
    const common = Math.max(...valueSpan(this.field().default as NumberValue).map(Math.abs), (max - min) / 1000, 1e-3);
    const scaled = (value: number): number => Math.sign(value) * Math.log1p(Math.abs(value) / common);
    return ((scaled(x) - scaled(min)) / (scaled(max) - scaled(min))) * (width - 2.4);
  }
}
