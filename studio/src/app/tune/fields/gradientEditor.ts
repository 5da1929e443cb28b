import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { parseHex, tidy, type GradientPoint } from '@undatio/core/internal';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { LifeAxis } from '../strip/lifeAxis';
import type { InspectedField } from '../sequenceEdits';
import { EaseEditor } from '../../shared/easeEditor';
import { cssGradient } from './cssGradient';
import type { FieldChange } from './valueEditor';

/** px of a gradient that does not lie on the time axis. */
const plainWidth = 230;

/** Colours over life: a strip with a stop for each point; the chosen stop's place, colour and alpha beside it. */
@Component({
  selector: 'und-gradient-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag, ScrubNumber, EaseEditor],
  template: `
    <span
      #strip
      class="strip"
      [style.background]="background()"
      [style.margin-left.px]="left()"
      [style.width.px]="width()"
      (dblclick)="add($event)"
      title="Double-click to add a colour"
    >
      @for (point of value(); track $index) {
        <button
          type="button"
          class="stop"
          [style.left.px]="x(point.at)"
          [style.background]="point.colour"
          [attr.aria-pressed]="$index === chosen()"
          [attr.aria-label]="'Colour ' + ($index + 1) + ' at ' + point.at"
          (focus)="selected.set($index)"
          (click)="selected.set($index)"
          (undDrag)="drag($event, $index, strip)"
          (keydown)="key($event, $index)"
        ></button>
      }
    </span>
    <span class="point">
      <span class="field-label" [title]="field().about">{{ field().label }}, {{ chosen() + 1 }} of {{ value().length }}</span>
      <input type="color" aria-label="Colour" [value]="point().colour.slice(0, 7)" (input)="setColour($any($event.target).value)" />
      <und-scrub-number
        label="Place"
        [value]="point().at"
        [min]="room()[0]"
        [max]="room()[1]"
        (changed)="change({ at: $event.value }, $event.gesture)"
      />
      <und-scrub-number label="Alpha" unit="α" [value]="alpha()" [min]="0" [max]="1" (changed)="setAlpha($event.value, $event.gesture)" />
      <und-ease-editor
        label="Easing to the next colour"
        [value]="point().ease ?? 'linear'"
        [disabled]="chosen() === value().length - 1"
        (changed)="change({ ease: $event })"
      />
      <button type="button" class="plain" [disabled]="value().length > 31" (click)="insertAfter()">Add colour</button>
      <button type="button" class="plain" [disabled]="value().length < 2" (click)="remove(chosen())">Remove colour</button>
    </span>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 0.25rem;
      --scrub-width: 3rem;
    }
    .strip {
      position: relative;
      height: 18px;
      flex: none;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
    }
    .stop {
      position: absolute;
      top: -2px;
      width: 10px;
      height: 22px;
      margin-left: -5px;
      padding: 0;
      border: 2px solid var(--ink);
      border-radius: 3px;
      cursor: pointer;
    }
    .stop[aria-pressed='true'] {
      outline: 2px solid var(--contact);
    }
    .point {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.3rem;
    }
    input {
      width: 1.9rem;
      height: 1.4rem;
      padding: 0;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: none;
    }
    .plain {
      font-size: 0.75rem;
    }
  `,
})
export class GradientEditor {
  readonly field = input.required<InspectedField>();
  readonly value = input.required<readonly GradientPoint[]>();
  /** Where its life lies on the strip; without it the gradient has a scale of its own. */
  readonly life = input<LifeAxis>();
  readonly changed = output<FieldChange>();

  protected readonly selected = signal(0);
  protected readonly chosen = computed(() => Math.min(this.selected(), this.value().length - 1));
  protected readonly point = computed(() => this.value()[this.chosen()]);
  protected readonly alpha = computed(() => Math.round(parseHex(this.point().colour).a * 100) / 100);
  /** px from the left to its first instant, and from there to its last. */
  protected readonly left = computed(() => this.life()?.x(0) ?? 0);
  protected readonly width = computed(() => {
    const life = this.life();
    return life ? Math.max(24, life.x(1) - life.x(0)) : plainWidth;
  });
  protected readonly background = computed(() => cssGradient(this.value(), (u) => (this.x(u) / this.width()) * 100));
  /** Between its neighbours, so that points never cross. */
  protected readonly room = computed(() => [
    (this.value()[this.chosen() - 1]?.at ?? -0.001) + 0.001,
    (this.value()[this.chosen() + 1]?.at ?? 1.001) - 0.001,
  ]);

  protected change(part: Partial<GradientPoint>, gesture?: string): void {
    const points = this.value().map((point, i) => (i === this.chosen() ? { ...point, ...part } : point));
    this.changed.emit({ value: points, ...(gesture && { gesture }) });
  }

  protected setColour(hex: string): void {
    this.change({ colour: hex + this.point().colour.slice(7) }, 'gradient colour');
  }

  protected setAlpha(alpha: number, gesture: string): void {
    const level = Math.round(alpha * 255);
    this.change({ colour: this.point().colour.slice(0, 7) + (level === 255 ? '' : level.toString(16).padStart(2, '0')) }, gesture);
  }

  /** px from the strip's left of a place. */
  protected x(u: number): number {
    const life = this.life();
    return life ? life.x(u) - life.x(0) : u * plainWidth;
  }

  private placeAt(x: number): number {
    const life = this.life();
    const u = life ? life.u(x + life.x(0)) : x / plainWidth;
    return tidy(Math.min(1, Math.max(0, u)));
  }

  protected add(event: MouseEvent): void {
    if (event.target === event.currentTarget) this.insert(this.placeAt(event.offsetX));
  }

  /** A colour halfway to the next, or to the end of life. */
  protected insertAfter(): void {
    const next = this.value()[this.chosen() + 1]?.at ?? 1;
    this.insert(tidy((this.point().at + next) / 2));
  }

  private insert(at: number): void {
    if (this.value().some((point) => Math.abs(point.at - at) < 0.002)) return;
    const before = this.value().findLast((point) => point.at < at) ?? this.value()[0];
    const points = [...this.value(), { at, colour: before.colour }].sort((a, b) => a.at - b.at);
    this.selected.set(points.findIndex((point) => point.at === at));
    this.changed.emit({ value: points });
  }

  protected drag({ phase, event, gesture }: Drag, index: number, strip: HTMLElement): void {
    if (phase === 'start') this.selected.set(index);
    if (phase !== 'move') return;
    const [low, high] = this.room();
    const at = this.placeAt(event.clientX - strip.getBoundingClientRect().left);
    this.change({ at: Math.min(high, Math.max(low, at)) }, gesture);
  }

  protected remove(index: number): void {
    if (this.value().length > 1) this.changed.emit({ value: this.value().filter((_, i) => i !== index) });
  }

  protected key(event: KeyboardEvent, index: number): void {
    this.selected.set(index);
    if (event.key === 'Delete') this.remove(index);
    const step = event.key === 'ArrowLeft' ? -0.01 : event.key === 'ArrowRight' ? 0.01 : 0;
    if (step === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const [low, high] = this.room();
    this.change({ at: tidy(Math.min(high, Math.max(low, this.point().at + step))) }, 'gradient place');
  }
}
