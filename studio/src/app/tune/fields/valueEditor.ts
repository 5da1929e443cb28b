import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { type EventType, type Payload } from '@undatio/core';
import { parseEasing, toMode, valueMode, type NumberValue, type ValueMode } from '@undatio/core/internal';
import { MenuModule, type Menu } from 'primeng/menu';
import { PopoverModule, type Popover } from 'primeng/popover';
import { CurveEnds } from '../../shared/curveEnds';
import type { Ends } from '../../shared/numberPairs';
import { NumberRange } from '../../shared/numberRange';
import { ScrubNumber } from '../../shared/scrubNumber';
import { RangeGauge } from './rangeGauge';
import type { InspectedField } from '../sequenceEdits';
import { sameValue } from '../../shared/sameValue';

export interface FieldChange {
  readonly value: unknown;
  readonly gesture?: string;
}

type Driven = Extract<NumberValue, { drive: string }>;

/** A number that is fixed, drawn from a range, or driven by a payload field through a transfer curve. */
@Component({
  selector: 'und-value-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CurveEnds, NumberRange, ScrubNumber, RangeGauge, MenuModule, PopoverModule],
  templateUrl: './valueEditor.html',
  styleUrl: './valueEditor.scss',
})
export class ValueEditor {
  readonly field = input.required<Extract<InspectedField, { control: 'value' }>>();
  readonly value = input.required<NumberValue>();
  readonly event = input<EventType>();
  readonly payload = input<Payload>({});
  readonly changed = output<FieldChange>();

  private readonly injector = inject(Injector);
  private readonly menu = viewChild<Menu>('ways');
  private readonly popover = viewChild<Popover>('curve');
  /** Whether the ways of choosing the number are offered, and whether its curve is shaped. Neither is made before it is asked for. */
  protected readonly choosing = signal(false);
  protected readonly shaping = signal(false);

  protected readonly mode = computed(() => valueMode(this.value()));
  protected readonly min = computed(() => this.field().min);
  protected readonly max = computed(() => this.field().max);
  protected readonly differs = computed(() => !sameValue(this.value(), this.field().default));
  protected readonly fixed = computed(() => this.value() as number);
  protected readonly range = computed(() => (this.value() as { range: [number, number] }).range);
  protected readonly driven = computed(() => this.value() as Driven);
  /** Fields of the event that can drive a number. */
  protected readonly drivers = computed(() =>
    (this.event()?.fields ?? []).flatMap((field) => {
      if (field.type === 'number') return [{ name: field.name, label: field.label, min: field.min, max: field.max }];
      if (field.type === 'direction') return [{ name: field.name, label: field.label, min: -180, max: 180 }];
      return field.type === 'flag' ? [{ name: field.name, label: field.label, min: 0, max: 1 }] : [];
    }),
  );

  protected readonly driverLabel = computed(
    () => this.drivers().find(({ name }) => name === this.driven().drive)?.label ?? this.driven().drive,
  );
  /** How the number comes about, as it is said. */
  protected readonly how = computed(() => {
    const mode = this.mode();
    return mode === 'fixed' ? 'fixed' : mode === 'range' ? 'random between' : `follows ${this.driverLabel()}`;
  });
  protected readonly waysOffered = computed(() => [
    { label: 'fixed', command: () => this.choose('fixed') },
    { label: 'random between', command: () => this.choose('range') },
    ...this.drivers().map(({ name, label }) => ({ label: `follows ${label}`, command: () => this.follow(name) })),
  ]);

  /** The transfer curve on a 60 × 24 field, and where the present payload stands on it. */
  protected readonly transfer = computed(() => {
    const { drive, in: from, out, ease } = this.driven();
    const curve = parseEasing(ease ?? 'linear');
    const rising = out[1] >= out[0];
    const y = (u: number): number => 22 - (rising ? curve(u) : 1 - curve(u)) * 20;
    const path = Array.from({ length: 21 }, (_, i) => `${i * 3} ${y(i / 20).toFixed(1)}`).join('L');
    const current = Number(this.payload()[drive] ?? this.event()?.fields.find(({ name }) => name === drive)?.default ?? 0);
    const u = Math.min(1, Math.max(0, (current - from[0]) / (from[1] - from[0])));
    return { path: `M${path}`, x: u * 60, y: y(u), now: Number((out[0] + (out[1] - out[0]) * curve(u)).toFixed(3)) };
  });

  protected offer(event: Event): void {
    const from = event.currentTarget;
    this.choosing.set(true);
    afterNextRender(() => this.menu()?.show({ ...event, currentTarget: from, target: from } as Event), { injector: this.injector });
  }

  protected shape(event: Event): void {
    const from = event.currentTarget;
    this.shaping.set(true);
    afterNextRender(() => this.popover()?.show(event, from), { injector: this.injector });
  }

  private follow(name: string): void {
    if (this.mode() === 'driven') this.setDriver(name);
    else {
      const driver = this.drivers().find((candidate) => candidate.name === name);
      this.changed.emit({ value: toMode(this.value(), 'driven', { min: this.min(), max: this.max() }, driver) });
    }
  }

  protected choose(mode: ValueMode): void {
    if (mode !== this.mode())
      this.changed.emit({ value: toMode(this.value(), mode, { min: this.min(), max: this.max() }, this.drivers()[0]) });
  }

  protected setCurve({ ends, ease, gesture }: { readonly ends: Ends; readonly ease: string; readonly gesture?: string }): void {
    const { in: inputs, out } = ends;
    const isSaid = ease !== 'linear' || this.driven().ease !== undefined;
    const value = { ...this.driven(), in: [...inputs], out: [...out], ...(isSaid && { ease }) };
    this.changed.emit({ value, ...(gesture !== undefined && { gesture }) });
  }

  private setDriver(name: string): void {
    const driver = this.drivers().find((candidate) => candidate.name === name);
    if (driver) this.changed.emit({ value: { ...this.driven(), drive: name, in: [driver.min, driver.max] } });
  }
}
