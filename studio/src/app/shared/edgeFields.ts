import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ScrubNumber } from './scrubNumber';

export const edgeSides = ['left', 'right', 'top', 'bottom'] as const;
export type EdgeSide = (typeof edgeSides)[number];
/** px at which whoever is thrown is stopped. */
export type Edges = Readonly<Partial<Record<EdgeSide, number | undefined>>>;

export interface EdgeChange {
  readonly side: EdgeSide;
  /** px; undefined for none. */
  readonly at: number | undefined;
  readonly gesture?: string;
}

/** Where an edge is put at first. */
const first = { left: -400, right: 400, top: -200, bottom: 200 } as const;

/** The edges of a stage, each of which may be none, or that of something else. */
@Component({
  selector: 'und-edge-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScrubNumber],
  template: `
    @for (side of sides; track side) {
      <div class="row">
        <span class="field-label">{{ side }}</span>
        @if (edges()[side] !== undefined) {
          <und-scrub-number
            [label]="'Edge, ' + side"
            unit="px"
            [value]="edges()[side] ?? 0"
            [min]="-1000000"
            [max]="1000000"
            (changed)="changed.emit({ side, at: $event.value, gesture: $event.gesture })"
          />
          <button type="button" class="plain" [attr.aria-label]="'No edge, ' + side" (click)="changed.emit({ side, at: undefined })">
            ✕
          </button>
        } @else {
          <button
            type="button"
            class="plain"
            [attr.aria-label]="'An edge, ' + side + ': ' + words(side)"
            (click)="changed.emit({ side, at: otherwise()[side] ?? first[side] })"
          >
            {{ words(side) }}
          </button>
        }
      </div>
    }
  `,
  styles: `
    .row {
      display: flex;
      align-items: center;
      gap: 0.35rem;
      margin: 0.25rem 0;
    }
    .field-label {
      flex: 0 0 var(--label-width, 5.2rem);
    }
  `,
})
export class EdgeFields {
  readonly edges = input.required<Edges>();
  /** Those that hold where there is none. */
  readonly otherwise = input<Edges>({});
  readonly changed = output<EdgeChange>();

  /** What holds where there is none. */
  protected words(side: EdgeSide): string {
    const at = this.otherwise()[side];
    return at === undefined ? 'none' : `${at} px, its stage’s`;
  }

  protected readonly sides = edgeSides;
  protected readonly first = first;
}

/** Edges with one of them elsewhere, or gone; undefined for none at all. */
export function withEdge(edges: Edges, { side, at }: EdgeChange): Edges | undefined {
  const { [side]: _, ...others } = edges;
  const left = at === undefined ? others : { ...others, [side]: at };
  return Object.keys(left).length === 0 ? undefined : left;
}
