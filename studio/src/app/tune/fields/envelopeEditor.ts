import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { tidy, type EnvelopePoint } from '@undatio/core/internal';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { ScrubNumber } from '../../shared/scrubNumber';
import { EaseEditor } from '../../shared/easeEditor';
import { envelopePath } from './envelopePath';
import type { FieldChange } from './valueEditor';
import type { PlaceAxis } from '../strip/lifeAxis';

/**
 * An envelope as points on the strip's own time axis: dragged, double-clicked into being, or moved by keyboard.
 * Place and height are those of the instant and the value; nothing is drawn to a scale of its own.
 */
@Component({
  selector: 'und-envelope-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag, ScrubNumber, EaseEditor],
  template: `
    <svg class="plot" [attr.width]="life().width" [attr.height]="height()" role="group" [attr.aria-label]="label()">
      <line class="base" [attr.x1]="x(0)" [attr.x2]="x(1)" [attr.y1]="y(0)" [attr.y2]="y(0)" />
      <line class="base full" [attr.x1]="x(0)" [attr.x2]="x(1)" [attr.y1]="y(full())" [attr.y2]="y(full())" />
      <path class="reach" [attr.d]="curve()" (dblclick)="add($event)" />
      <path class="curve" [attr.d]="curve()" />
      @for (point of points(); track $index) {
        <circle
          r="6"
          tabindex="0"
          role="slider"
          [attr.cx]="x(point.at)"
          [attr.cy]="y(point.value)"
          [class.chosen]="$index === chosen()"
          [attr.aria-label]="label() + ' point ' + ($index + 1) + ' of ' + points().length"
          [attr.aria-valuenow]="point.value"
          [attr.aria-valuetext]="point.value + ' at ' + point.at + ' of its life'"
          (focus)="selected.set($index)"
          (undDrag)="drag($event, $index)"
          (keydown)="key($event, $index)"
        />
      }
    </svg>
    <div class="point">
      <span class="field-label">{{ label() }}, point {{ chosen() + 1 }} of {{ points().length }}</span>
      <und-scrub-number
        label="Point place"
        unit="of life"
        [value]="point().at"
        [min]="room()[0]"
        [max]="room()[1]"
        (changed)="change({ at: $event.value }, $event.gesture)"
      />
      @if (time(); as time) {
        <und-scrub-number
          label="Point time"
          unit="s"
          [value]="time.at"
          [min]="time.from"
          [max]="time.to"
          (changed)="moveTo($event.value, $event.gesture)"
        />
      }
      <und-scrub-number
        label="Point value"
        [value]="point().value"
        [min]="-4"
        [max]="4"
        (changed)="change({ value: $event.value }, $event.gesture)"
      />
      <und-ease-editor
        label="Easing to the next point"
        [value]="point().ease ?? 'linear'"
        [disabled]="chosen() === points().length - 1"
        (changed)="change({ ease: $event })"
      />
      <button type="button" class="plain" (click)="insertAfter()" [disabled]="points().length > 63">Add point</button>
      <button type="button" class="plain" (click)="remove(chosen())" [disabled]="points().length < 2">Remove point</button>
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .plot {
      display: block;
      overflow: visible;
    }
    .base {
      stroke: var(--rule-strong);
      stroke-width: 1;
    }
    .full {
      stroke-dasharray: 2 4;
    }
    .curve {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
      pointer-events: none;
    }
    .reach {
      fill: none;
      stroke: transparent;
      stroke-width: 16;
      cursor: copy;
    }
    circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 2;
      cursor: move;
      touch-action: none;
    }
    circle.chosen {
      fill: var(--contact);
      stroke: var(--contact);
    }
    /* In front of the playhead. */
    .point {
      position: sticky;
      z-index: 5;
      left: 0;
      display: inline-flex;
      align-items: center;
      gap: 0.4rem;
      padding: 0.15rem 0.4rem;
      font-size: 0.8125rem;
      flex-wrap: wrap;
    }
  `,
})
export class EnvelopeEditor {
  readonly label = input.required<string>();
  readonly value = input.required<readonly EnvelopePoint[]>();
  /** Where its places lie: over its life on the strip, or along it on an axis of its own. */
  readonly life = input.required<PlaceAxis>();
  readonly height = input(96);
  /** The least that is drawn to its full height. */
  readonly full = input(1);
  readonly changed = output<FieldChange>();

  /** The points as last emitted, which the owner may not have handed back yet. */
  protected readonly points = linkedSignal(() => this.value());
  protected readonly selected = signal(0);
  protected readonly chosen = computed(() => Math.min(this.selected(), this.points().length - 1));
  protected readonly point = computed(() => this.points()[this.chosen()]);
  protected readonly room = computed(() => this.roomOf(this.chosen()));
  private readonly span = computed(() => {
    const values = this.points().map(({ value }) => value);
    return { low: Math.min(0, ...values), high: Math.max(this.full(), ...values) };
  });
  protected readonly curve = computed(() =>
    envelopePath(
      this.points(),
      (at) => this.x(at),
      (value) => this.y(value),
    ),
  );

  /** The chosen point and its limits in seconds from the start of the life; undefined if the places do not count over time. */
  protected readonly time = computed(() => {
    const { seconds } = this.life();
    const [from, to] = this.room();
    return seconds === undefined ? undefined : { at: tidy(this.point().at * seconds), from: tidy(from * seconds), to: tidy(to * seconds) };
  });

  /** Moves the chosen point to a time in seconds, between its neighbours. */
  protected moveTo(time: number, gesture?: string): void {
    const [from, to] = this.room();
    const at = tidy(time / (this.life().seconds ?? 1));
    this.change({ at: Math.min(to, Math.max(from, at)) }, gesture);
  }

  /** px across of the place `u` of its life. */
  protected x(u: number): number {
    return this.life().x(u);
  }

  protected y(value: number): number {
    const { low, high } = this.span();
    return 10 + ((high - value) / (high - low)) * (this.height() - 20);
  }

  protected change(part: Partial<EnvelopePoint>, gesture?: string): void {
    const points = this.points().map((point, i) => (i === this.chosen() ? { ...point, ...part } : point));
    this.emit(points, gesture);
  }

  protected drag({ phase, event, gesture }: Drag, index: number): void {
    if (phase === 'start') this.selected.set(index);
    if (phase !== 'move') return;
    const { at, value } = this.placeOf(event);
    const [low, high] = this.room();
    this.change({ at: tidy(Math.min(high, Math.max(low, at))), value }, gesture);
  }

  protected key(event: KeyboardEvent, index: number): void {
    this.selected.set(index);
    const fine = event.shiftKey ? 0.1 : 1;
    const [low, high] = this.room();
    const { at, value } = this.point();
    const moves: Record<string, Partial<EnvelopePoint>> = {
      ArrowLeft: { at: tidy(Math.max(low, at - 0.02 * fine)) },
      ArrowRight: { at: tidy(Math.min(high, at + 0.02 * fine)) },
      ArrowUp: { value: tidy(Math.min(4, value + 0.05 * fine)) },
      ArrowDown: { value: tidy(Math.max(-4, value - 0.05 * fine)) },
    };
    if (event.key === 'Delete' || event.key === 'Backspace') this.remove(index);
    else if (event.key === 'Insert') this.insertAfter();
    else if (moves[event.key]) this.change(moves[event.key], `point keys ${index}`);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  protected add(event: MouseEvent): void {
    this.insert(this.placeOf(event));
  }

  /** A point halfway to the next, or to the end of life. */
  protected insertAfter(): void {
    const { at, value } = this.point();
    const next = this.points()[this.chosen() + 1];
    this.insert({ at: tidy((at + (next?.at ?? 1)) / 2), value: tidy((value + (next?.value ?? value)) / 2) });
  }

  protected remove(index: number): void {
    if (this.points().length > 1) this.emit(this.points().filter((_, i) => i !== index));
  }

  private emit(points: EnvelopePoint[], gesture?: string): void {
    this.points.set(points);
    this.changed.emit({ value: points, ...(gesture && { gesture }) });
  }

  private insert(point: EnvelopePoint): void {
    if (this.points().some(({ at }) => Math.abs(at - point.at) < 0.002)) return;
    const points = [...this.points(), point].sort((a, b) => a.at - b.at);
    this.selected.set(points.indexOf(point));
    this.emit(points);
  }

  /** Place and value under the pointer. */
  private placeOf(event: MouseEvent): { at: number; value: number } {
    const circle = event.currentTarget as SVGElement;
    const { left, top } = (circle.ownerSVGElement ?? circle).getBoundingClientRect();
    const at = this.life().u(event.clientX - left);
    const { low, high } = this.span();
    const value = high - ((event.clientY - top - 10) / (this.height() - 20)) * (high - low);
    return { at: tidy(Math.min(1, Math.max(0, at))), value: Math.round(Math.min(4, Math.max(-4, value)) * 100) / 100 };
  }

  /** Between its neighbours, so that points never cross. */
  private roomOf(index: number): [number, number] {
    const points = this.points();
    return [index > 0 ? points[index - 1].at + 0.001 : 0, index < points.length - 1 ? points[index + 1].at - 0.001 : 1];
  }
}
