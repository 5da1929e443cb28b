import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { parseHex, tidy, type GradientPoint } from '@undatio/core';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { InspectedField } from '../sequenceEdits';
import type { FieldChange } from './valueEditor';

/** Colours over life: a strip with a stop for each point; the chosen stop's place, colour and alpha beside it. */
@Component({
  selector: 'und-gradient-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScrubNumber],
  template: `
    <span class="field-label">{{ field().label }}</span>
    <span class="strip" [style.background]="background()" (dblclick)="add($event)" title="Double-click to add a colour">
      @for (point of value(); track $index) {
        <button
          type="button"
          class="stop"
          [style.left.%]="point.at * 100"
          [style.background]="point.colour"
          [attr.aria-pressed]="$index === chosen()"
          [attr.aria-label]="'Colour ' + ($index + 1) + ' at ' + point.at"
          (click)="selected.set($index)"
          (keydown)="key($event, $index)"
        ></button>
      }
    </span>
    <span class="point">
      <input type="color" aria-label="Colour" [value]="point().colour.slice(0, 7)" (input)="setColour($any($event.target).value)" />
      <und-scrub-number
        label="Place"
        [value]="point().at"
        [min]="room()[0]"
        [max]="room()[1]"
        (changed)="change({ at: $event.value }, $event.gesture)"
      />
      <und-scrub-number label="Alpha" unit="α" [value]="alpha()" [min]="0" [max]="1" (changed)="setAlpha($event.value, $event.gesture)" />
      <button type="button" class="plain" [disabled]="value().length < 2" (click)="remove(chosen())">Remove</button>
    </span>
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
      gap: 0.25rem;
      --scrub-width: 3rem;
    }
    .strip {
      position: relative;
      width: 230px;
      height: 18px;
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
      display: inline-flex;
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
  readonly changed = output<FieldChange>();

  protected readonly selected = signal(0);
  protected readonly chosen = computed(() => Math.min(this.selected(), this.value().length - 1));
  protected readonly point = computed(() => this.value()[this.chosen()]);
  protected readonly alpha = computed(() => Math.round(parseHex(this.point().colour).a * 100) / 100);
  protected readonly background = computed(
    () =>
      `linear-gradient(in oklab to right, ${this.value()
        .map(({ at, colour }) => `${colour} ${at * 100}%`)
        .join(', ')}${this.value().length === 1 ? `, ${this.value()[0].colour}` : ''})`,
  );
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

  protected add(event: MouseEvent): void {
    const strip = event.currentTarget as HTMLElement;
    const at = tidy(Math.min(1, Math.max(0, event.offsetX / strip.clientWidth)));
    if (event.target !== strip || this.value().some((point) => Math.abs(point.at - at) < 0.01)) return;
    const before = this.value().findLast((point) => point.at < at) ?? this.value()[0];
    const points = [...this.value(), { at, colour: before.colour }].sort((a, b) => a.at - b.at);
    this.selected.set(points.findIndex((point) => point.at === at));
    this.changed.emit({ value: points });
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
    const [low, high] = this.room();
    this.change({ at: tidy(Math.min(high, Math.max(low, this.point().at + step))) }, 'gradient place');
  }
}
