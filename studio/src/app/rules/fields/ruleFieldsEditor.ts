import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { EventType } from '@undatio/core';
import type { RuleField, RuleKind } from '@undatio/core/internal';
import { ScrubNumber } from '../../shared/scrubNumber';
import type { RuleChange } from '../ruleChange';
import { choicesFor, type Named, type RuleChoices } from '../ruleChoices';
import { AmountEditor } from './amountEditor';
import { GivenEditor } from './givenEditor';
import { MeasureEditor } from './measureEditor';
import { WindowAxis } from './windowAxis';

export type RuleRecord = Readonly<Record<string, unknown>>;

/** The fields of one condition, outcome or expectation, each as what it is. Nothing here knows a kind by name. */
@Component({
  selector: 'und-rule-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountEditor, GivenEditor, MeasureEditor, ScrubNumber, WindowAxis],
  template: `
    @if (axis(); as time) {
      <und-window-axis
        [from]="time.from"
        [to]="time.to"
        [now]="age()"
        [draggable]="time.drags"
        (changed)="set(time.names[$event.end], $event.value, $event.gesture)"
      />
    }
    @for (row of rows(); track row.name) {
      <div class="row" [title]="row.field.about">
        <span class="field-label">{{ row.field.label }}</span>
        @switch (row.field.control) {
          @case ('choice') {
            <select #choice [attr.aria-label]="row.field.label" (change)="set(row.name, choice.value)">
              @for (one of row.choices; track one.value) {
                <option [value]="one.value" [selected]="one.value === row.value">{{ one.label }}</option>
              }
            </select>
          }
          @case ('name') {
            @if (row.field.of === 'counter') {
              <input
                #own
                [attr.aria-label]="row.field.label"
                maxlength="64"
                [value]="row.value ?? ''"
                (change)="set(row.name, own.value.trim())"
              />
            } @else {
              <select #name [attr.aria-label]="row.field.label" (change)="set(row.name, name.value)">
                @if (row.field.default === '' || row.value === undefined) {
                  <option value="" [selected]="!row.value">—</option>
                }
                @for (one of row.choices; track one.value) {
                  <option [value]="one.value" [selected]="one.value === row.value">{{ one.label }}</option>
                }
              </select>
            }
          }
          @case ('names') {
            <span class="chips" role="group" [attr.aria-label]="row.field.label">
              @for (one of row.choices; track one.value) {
                <button type="button" class="plain" [attr.aria-pressed]="has(row, one.value)" (click)="toggle(row, one.value)">
                  {{ one.label }}
                </button>
              } @empty {
                <span class="words">there is none yet</span>
              }
            </span>
          }
          @case ('flag') {
            <button
              type="button"
              class="plain"
              role="switch"
              [attr.aria-checked]="row.value === true"
              (click)="set(row.name, row.value !== true)"
            >
              {{ row.value === true ? 'yes' : 'no' }}
            </button>
          }
          @case ('measure') {
            <und-measure-editor
              [label]="row.field.label"
              [value]="$any(row.value)"
              [choices]="choices()"
              (changed)="set(row.name, $event)"
            />
          }
          @case ('given') {
            <und-given-editor
              [value]="$any(row.value) ?? {}"
              [to]="receiver()"
              [choices]="choices()"
              (changed)="set(row.name, $event.value, $event.gesture)"
            />
          }
          @default {
            @if (row.value === undefined) {
              <button type="button" class="plain" (click)="set(row.name, begin(row.field))">set…</button>
            } @else if (row.field.control === 'amount') {
              <und-amount-editor
                [label]="row.field.label"
                [unit]="row.field.unit"
                [min]="row.field.min"
                [max]="row.field.max"
                [value]="$any(row.value)"
                [choices]="choices()"
                (changed)="set(row.name, $event.value, $event.gesture)"
              />
            } @else {
              <und-scrub-number
                [label]="row.field.label"
                [unit]="row.field.unit"
                [value]="$any(row.value)"
                [min]="row.field.min"
                [max]="row.field.max"
                (changed)="set(row.name, row.field.whole ? round($event.value) : $event.value, $event.gesture)"
              />
            }
            @if (row.value !== undefined && row.mayBeLeftOut) {
              <button type="button" class="plain" [attr.aria-label]="'Leave ' + row.field.label + ' out'" (click)="drop(row.name)">
                ✕
              </button>
            }
          }
        }
      </div>
    }
  `,
  styleUrl: './ruleControls.scss',
  styles: `
    :host {
      display: grid;
      gap: 0.35rem;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.2rem 0.4rem;
    }
    .row > .field-label {
      flex: 0 0 4.6rem;
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 0.25rem;
    }
  `,
})
export class RuleFieldsEditor {
  readonly kind = input.required<Pick<RuleKind, 'fields' | 'span'>>();
  readonly document = input.required<RuleRecord>();
  readonly choices = input.required<RuleChoices>();
  /** How old the status of a window is at the moment that is looked at, or how long ago a cooldown answered. */
  readonly age = input<number>();
  readonly changed = output<RuleChange<RuleRecord>>();

  /** The rule as last emitted, which the owner may not have handed back yet. */
  private readonly current = linkedSignal(() => this.document());

  protected readonly rows = computed(() => {
    const [document, { fields }] = [this.document(), this.kind()];
    const valueOf = (name: string): unknown => document[name] ?? fields[name].default;
    return Object.entries(fields)
      .filter(([, { when }]) => {
        if (!when) return true;
        const value = valueOf(when.field);
        return when.is === 'set' ? value !== undefined : when.is.includes(String(value));
      })
      .map(([name, field]) => ({
        name,
        field,
        value: valueOf(name),
        choices: choicesFor(field, this.choices(), document),
        mayBeLeftOut: field.control === 'maybe-number' || (field.control === 'amount' && field.optional),
      }));
  });

  /** The stretch of time that the fields state, where they do. */
  protected readonly axis = computed(() => {
    const [document, { fields, span }] = [this.document(), this.kind()];
    if (!span) return undefined;
    const at = (name: string): number | undefined => (document[name] ?? fields[name].default) as number | undefined;
    const [from, to] = [span.from === undefined ? 0 : at(span.from), at(span.to)];
    // What begins at 0 and has no end yet is no stretch to draw.
    if (span.from === undefined && to === undefined) return undefined;
    const drags = span.from === undefined ? (['to'] as const) : (['from', 'to'] as const);
    return { from: from ?? 0, to, drags, names: { from: span.from ?? span.to, to: span.to } };
  });

  /** The event whose payload is given. */
  protected readonly receiver = computed((): EventType | undefined => {
    const { project } = this.choices();
    const { event, sequence } = this.document();
    const id = sequence === undefined ? event : project.sequences.find((one) => one.id === sequence)?.event;
    return project.events.find((one) => one.id === id);
  });

  protected has({ value }: { readonly value: unknown }, name: string): boolean {
    return Array.isArray(value) && value.includes(name);
  }

  protected toggle(
    { name, value, choices }: { readonly name: string; readonly value: unknown; readonly choices: readonly Named[] },
    one: string,
  ): void {
    const before = (value ?? []) as string[];
    const next = new Set(before.includes(one) ? before.filter((other) => other !== one) : [...before, one]);
    // In the order in which they are offered, so that the same choice is the same document; what is no longer offered stays.
    const known = choices.map((choice) => choice.value);
    this.set(name, [...known.filter((other) => next.has(other)), ...[...next].filter((other) => !known.includes(other))]);
  }

  protected begin(field: RuleField): number {
    return 'max' in field ? Math.min(field.max, Math.max(field.min, 1)) : 1;
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  protected set(name: string, value: unknown, gesture?: string): void {
    this.emit(this.fitted({ ...this.current(), [name]: value }), gesture);
  }

  /** Drops chosen values that the list no longer offers after another field changed it. If none is left, the first one offered is chosen. */
  private fitted(document: RuleRecord): RuleRecord {
    const [before, choices] = [this.current(), this.choices()];
    const fitting = Object.entries(this.kind().fields).flatMap(([name, field]): [string, unknown][] => {
      const chosen = document[name];
      if (field.control !== 'names' || !Array.isArray(chosen)) return [];
      const offered = choicesFor(field, choices, document).map(({ value }) => value);
      const offeredBefore = choicesFor(field, choices, before).map(({ value }) => value);
      if (offered.length === 0 || offered.join('\n') === offeredBefore.join('\n')) return [];
      const kept = chosen.filter((one) => offered.includes(String(one)));
      return [[name, kept.length > 0 || chosen.length === 0 ? kept : offered.slice(0, 1)]];
    });
    return fitting.length === 0 ? document : { ...document, ...Object.fromEntries(fitting) };
  }

  protected drop(name: string): void {
    const { [name]: _, ...others } = this.current();
    this.emit(others);
  }

  private emit(value: RuleRecord, gesture?: string): void {
    this.current.set(value);
    this.changed.emit({ value, gesture });
  }
}
