import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Family } from '@undatio/core/internal';

/** Drawn on a 16 × 16 field; a family is told by its shape as well as by its ink. */
const shapes: Record<Family, string> = {
  body: 'M8 2 A6 6 0 1 1 7.99 2 Z M8 2 V14 M8 4.5 H11.5 M8 8 H14 M8 11.5 H11.5',
  space: 'M8 8 L3 3 M8 8 L13 4 M8 8 L12 13 M8 8 L4 12 M8 8 V2 M8 8 H14.5',
  view: 'M2 4 H5 M11 4 H14 M2 12 H5 M11 12 H14 M4 8 C5 5 6 5 7 8 S9 11 10 8 S11.5 6 12 8',
  time: 'M4 2 V14 M12 2 V14 M4 6 L12 3 M4 10 L12 7 M4 14 L12 11',
  words: 'M3 4 H13 M3 8 H10 M3 12 H12',
  ear: 'M3 8 V8.5 M6 5 V11 M9 2.5 V13.5 M12 5.5 V10.5 M14 7.5 V8.5',
  hand: 'M4 8 C4 4 12 4 12 8 C12 12 4 12 4 8 M2 5 V11 M14 5 V11',
  logic: 'M3 13 V3 L12 6 L3 9',
};

/** The sign of an effect's family, in its ink. */
@Component({
  selector: 'und-family-glyph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 16 16" aria-hidden="true"><path [attr.d]="shape()" /></svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 1em;
      height: 1em;
      fill: none;
      stroke: currentColor;
      stroke-width: 1.6;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
  `,
  host: { '[style.color]': 'ink()' },
})
export class FamilyGlyph {
  readonly family = input.required<Family>();
  protected readonly shape = computed(() => shapes[this.family()]);
  protected readonly ink = computed(() => `var(--family-${this.family()})`);
}
