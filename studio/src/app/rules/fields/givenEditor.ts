import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { EventType, PayloadField } from '@undatio/core';
import type { GivenDocument } from '@undatio/core/internal';
import { AddMenu } from '../../shared/addMenu';
import { PayloadFieldControl } from '../../tune/pad/payloadFieldControl';
import type { RuleChange } from '../ruleChange';
import type { RuleChoices } from '../ruleChoices';
import { AmountEditor } from './amountEditor';

type Given = Readonly<Record<string, GivenDocument>>;

/** What another payload has besides the fields of the same names: a number, a constant, or one of this event's fields. */
@Component({
  selector: 'und-given-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, AmountEditor, PayloadFieldControl],
  template: `
    @for (row of rows(); track row.field.name) {
      <div class="given">
        @if (row.field.type === 'number' || row.field.type === 'direction') {
          <span class="field-label">{{ row.field.label }}</span>
          <und-amount-editor
            [label]="row.field.label"
            [min]="-1000000"
            [value]="$any(row.value)"
            [choices]="choices()"
            (changed)="set(row.field.name, $event)"
          />
        } @else {
          @if (row.from === undefined) {
            <und-payload-field [field]="row.field" [value]="row.value" (changed)="set(row.field.name, $event)" />
          } @else {
            <span class="field-label">{{ row.field.label }}</span>
          }
          @if (row.sources.length > 0) {
            <select #from [attr.aria-label]="row.field.label + ', how'" (change)="takeFrom(row.field, from.value)">
              <option value="">fixed</option>
              @for (one of row.sources; track one.name) {
                <option [value]="one.name" [selected]="one.name === row.from">as {{ one.label }} says</option>
              }
            </select>
          }
        }
        <button type="button" class="plain" [attr.aria-label]="'Leave ' + row.field.label + ' as it comes'" (click)="drop(row.field.name)">
          ✕
        </button>
      </div>
    }
    @if (free().length > 0) {
      <und-add-menu words="give a field…" label="Give another field" [choices]="free()" (chosen)="add($event)" />
    }
  `,
  styleUrl: './ruleControls.scss',
  styles: `
    .given {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.35rem;
      width: 100%;
    }
  `,
})
export class GivenEditor {
  readonly value = input.required<Given>();
  /** The event whose payload it is. */
  readonly to = input.required<EventType | undefined>();
  readonly choices = input.required<RuleChoices>();
  readonly changed = output<RuleChange<Given>>();

  protected readonly rows = computed(() =>
    (this.to()?.fields ?? []).flatMap((field) => {
      if (!(field.name in this.value())) return [];
      const value = this.value()[field.name];
      const from = typeof value === 'object' && 'field' in value ? value.field : undefined;
      // Of the event's own fields, those that hold the same sort of thing.
      const sources = (this.choices().event?.fields ?? []).filter(({ type }) => type === field.type);
      return [{ field, value, from, sources }];
    }),
  );
  protected readonly free = computed(() =>
    (this.to()?.fields ?? []).flatMap(({ name, label }) => (name in this.value() ? [] : [{ value: name, label }])),
  );

  protected add(name: string): void {
    const field = this.to()?.fields.find((one) => one.name === name);
    if (field) this.set(name, { value: field.default });
  }

  protected set(name: string, { value, gesture }: RuleChange<GivenDocument>): void {
    this.changed.emit({ value: { ...this.value(), [name]: value }, gesture });
  }

  protected takeFrom({ name, default: fallback }: PayloadField, from: string): void {
    this.set(name, { value: from === '' ? fallback : { field: from } });
  }

  protected drop(name: string): void {
    const { [name]: _, ...others } = this.value();
    this.changed.emit({ value: others });
  }
}
