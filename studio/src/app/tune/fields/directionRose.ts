import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { directionWords, type directionModes } from '@undatio/core/internal';
import { Choice } from '../../shared/choice';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { FieldChange } from './valueEditor';

export interface DirectionValue {
  readonly mode: (typeof directionModes)[number];
  readonly angle: number;
  readonly spread: number;
}

const radius = 40;

/**
 * A direction and its spread as a wedge on a rose. The coral needle at the rim is the blow as it is struck now, so that
 * a direction that hangs on the blow is seen to turn with it.
 */
@Component({
  selector: 'und-direction-rose',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, PointerDrag, ScrubNumber],
  template: `
    <svg viewBox="-52 -52 104 104" role="group" [attr.aria-label]="label() + ', drawn'">
      <circle r="40" class="rim" />
      @for (mark of marks; track mark) {
        <line x1="36" x2="40" y1="0" y2="0" class="mark" [attr.transform]="'rotate(' + mark + ')'" />
      }
      <path class="wedge" [attr.d]="wedge()" />
      @if (blow(); as angle) {
        <path class="blow" d="M40 0 L51 -6 L51 6 Z" [attr.transform]="'rotate(' + (angle.degrees + 180) + ')'" />
      }
      @if (value().mode !== 'any') {
        <g
          class="arrow"
          role="slider"
          tabindex="0"
          [attr.aria-label]="label() + ' angle'"
          aria-valuemin="-360"
          aria-valuemax="360"
          [attr.aria-valuenow]="value().angle"
          [attr.aria-valuetext]="value().angle + ' degrees, ' + word()"
          [attr.transform]="'rotate(' + middle() + ')'"
          (undDrag)="turn($event)"
          (keydown)="key($event)"
        >
          <path class="reach" d="M4 0 H40" />
          <path d="M4 0 H30 M30 0 L22 -6 M30 0 L22 6" />
        </g>
        @for (side of sides; track side) {
          <circle
            class="edge"
            r="5"
            [attr.role]="side === 1 ? 'slider' : null"
            [attr.tabindex]="side === 1 ? 0 : null"
            [attr.aria-label]="side === 1 ? label() + ' spread' : null"
            [attr.aria-valuemin]="side === 1 ? 0 : null"
            [attr.aria-valuemax]="side === 1 ? 360 : null"
            [attr.aria-valuenow]="side === 1 ? value().spread : null"
            [attr.transform]="'rotate(' + (middle() + (side * value().spread) / 2) + ') translate(40 0)'"
            (undDrag)="widen($event)"
            (keydown)="widenKey($event)"
          />
        }
      }
    </svg>
    <span class="words">
      <und-choice [inputId]="inputId()" [options]="modes" [value]="value().mode" (changed)="reframe($any($event))" />
      <span class="pair">
        <und-scrub-number
          [label]="label() + ' angle'"
          unit="°"
          [value]="value().angle"
          [min]="-360"
          [max]="360"
          (changed)="change({ angle: $event.value }, $event.gesture)"
        />
        <und-scrub-number
          [label]="label() + ' spread'"
          unit="° wide"
          [value]="value().spread"
          [min]="0"
          [max]="360"
          (changed)="change({ spread: $event.value }, $event.gesture)"
        />
      </span>
    </span>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.5rem;
    }
    svg {
      width: 68px;
      height: 68px;
      flex: none;
      touch-action: none;
      user-select: none;
    }
    .rim {
      fill: var(--sheet);
      stroke: var(--rule-strong);
    }
    .mark {
      stroke: var(--faint-ink);
    }
    .wedge {
      fill: var(--family-space);
      fill-opacity: 0.22;
      stroke: var(--family-space);
      stroke-width: 1;
    }
    .arrow {
      cursor: grab;
    }
    .arrow path {
      fill: none;
      stroke: var(--family-space);
      stroke-width: 4;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .arrow .reach {
      stroke: transparent;
      stroke-width: 16;
    }
    .edge {
      fill: var(--sheet);
      stroke: var(--family-space);
      stroke-width: 2;
      cursor: ew-resize;
    }
    .blow {
      fill: var(--contact);
    }
    .words {
      display: inline-flex;
      flex-direction: column;
      gap: 0.2rem;
    }
    .pair {
      display: inline-flex;
      gap: 0.3rem;
      --scrub-width: 3rem;
    }
  `,
})
export class DirectionRose {
  readonly label = input.required<string>();
  readonly inputId = input.required<string>();
  readonly value = input.required<DirectionValue>();
  /** Where the blow flies now, in degrees; undefined where the event has no direction. */
  readonly blowAngle = input<number>();
  readonly changed = output<FieldChange>();

  protected readonly marks = [0, 45, 90, 135, 180, 225, 270, 315];
  protected readonly sides = [-1, 1];
  protected readonly modes = Object.entries(directionWords).map(([value, label]) => ({ value, label }));
  protected readonly word = computed(() => directionWords[this.value().mode]);
  protected readonly blow = computed(() => {
    const degrees = this.blowAngle();
    return degrees === undefined ? undefined : { degrees };
  });

  /** What the angle counts from: the blow, the way from the source to the target (to the right), or the screen. */
  private readonly base = computed(() => this.baseOf(this.value().mode));

  private baseOf(mode: DirectionValue['mode']): number {
    const blow = this.blowAngle() ?? 0;
    return mode === 'along' ? blow : mode === 'against' ? blow + 180 : mode === 'toward' ? 180 : 0;
  }

  protected readonly middle = computed(() => this.base() + this.value().angle);
  protected readonly wedge = computed(() => {
    const { mode, spread } = this.value();
    const whole = mode === 'any' ? 360 : spread;
    if (whole >= 359.5) return `M${radius} 0 A${radius} ${radius} 0 1 1 ${-radius} 0 A${radius} ${radius} 0 1 1 ${radius} 0 Z`;
    const [from, to] = [this.middle() - whole / 2, this.middle() + whole / 2].map((degrees) => (degrees * Math.PI) / 180);
    const at = (angle: number): string => `${(Math.cos(angle) * radius).toFixed(2)} ${(Math.sin(angle) * radius).toFixed(2)}`;
    return `M0 0 L${at(from)} A${radius} ${radius} 0 ${whole > 180 ? 1 : 0} 1 ${at(to)} Z`;
  });

  /** Changes what the angle is measured from, and the angle with it, so that the arrow points the same way as before. */
  protected reframe(mode: DirectionValue['mode']): void {
    const isAny = mode === 'any' || this.value().mode === 'any';
    this.change({ mode, ...(!isAny && { angle: normal(this.middle() - this.baseOf(mode)) }) });
  }

  protected change(part: Partial<DirectionValue>, gesture?: string): void {
    this.changed.emit({ value: { ...this.value(), ...part }, ...(gesture && { gesture }) });
  }

  protected turn({ phase, event, gesture }: Drag): void {
    if (phase === 'move') this.change({ angle: normal(round(angleOf(event) - this.base(), event)) }, gesture);
  }

  protected widen({ phase, event, gesture }: Drag): void {
    if (phase !== 'move') return;
    this.change({ spread: Math.min(360, round(2 * Math.abs(normal(angleOf(event) - this.middle())), event)) }, gesture);
  }

  protected key(event: KeyboardEvent): void {
    const step = stepOf(event);
    if (step !== 0) this.change({ angle: normal(this.value().angle + step) }, 'rose keys');
  }

  protected widenKey(event: KeyboardEvent): void {
    const step = stepOf(event);
    if (step !== 0) this.change({ spread: Math.min(360, Math.max(0, this.value().spread + 2 * step)) }, 'rose spread keys');
  }
}

/** Degrees from the rose's middle to the pointer. */
function angleOf(event: PointerEvent): number {
  const held = event.currentTarget as SVGElement;
  const { left, top, width, height } = (held.ownerSVGElement ?? held).getBoundingClientRect();
  return (Math.atan2(event.clientY - top - height / 2, event.clientX - left - width / 2) * 180) / Math.PI;
}

function round(angle: number, { altKey }: PointerEvent): number {
  const grid = altKey ? 1 : 5;
  return Math.round(angle / grid) * grid;
}

/** Degrees that a key turns by; 0 for other keys. */
function stepOf(event: KeyboardEvent): number {
  const sign = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key] ?? 0;
  if (sign === 0) return 0;
  event.preventDefault();
  event.stopPropagation();
  return sign * (event.shiftKey ? 1 : 5);
}

/** The same angle within -180 < angle ≤ 180. */
function normal(angle: number): number {
  const turned = ((angle % 360) + 360) % 360;
  return turned > 180 ? turned - 360 : turned;
}
