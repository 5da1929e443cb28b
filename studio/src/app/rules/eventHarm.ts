import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { EventType } from '@undatio/core';
import { ProjectService } from '../project/projectService';

/** What an event takes of health: which of its numbers, and of which kind. */
@Component({
  selector: 'und-event-harm',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      Harms by
      <select #value aria-label="The field that is harm" (change)="setValue(value.value)">
        <option value="">nothing</option>
        @for (field of numbers(); track field.name) {
          <option [value]="field.name" [selected]="field.name === event().harm?.value">{{ field.label }}</option>
        }
      </select>
    </label>
    @if (event().harm; as harm) {
      <label>
        of the kind
        <select #kind aria-label="The kind of harm" (change)="setKind(kind.value)">
          <option value="">none</option>
          @for (field of kinds(); track field.name) {
            <option [value]="'field:' + field.name" [selected]="field.name === harm.kindField">as {{ field.label }} says</option>
          }
          <option value="own" [selected]="harm.kind !== undefined">always…</option>
        </select>
      </label>
      @if (harm.kind !== undefined) {
        <input
          #own
          aria-label="Which kind"
          maxlength="40"
          [value]="harm.kind"
          (change)="put({ value: harm.value, kind: own.value.trim() || 'plain' })"
        />
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0.6rem;
      margin: 0.4rem 0 0.8rem;
      font-size: 0.8125rem;
    }
    select,
    input {
      padding: 0.1rem 0.25rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
  `,
})
export class EventHarm {
  readonly event = input.required<EventType>();

  private readonly projects = inject(ProjectService);
  protected readonly numbers = computed(() => this.event().fields.filter(({ type }) => type === 'number'));
  protected readonly kinds = computed(() => this.event().fields.filter(({ type }) => type === 'kind'));

  protected setValue(value: string): void {
    this.put(value === '' ? undefined : { ...this.event().harm, value });
  }

  protected setKind(kind: string): void {
    const { value } = this.event().harm ?? { value: '' };
    if (kind === '') this.put({ value });
    else this.put(kind === 'own' ? { value, kind: 'plain' } : { value, kindField: kind.slice('field:'.length) });
  }

  protected put(harm: EventType['harm']): void {
    const { id, label } = this.event();
    this.projects.editDocument(`events/${id}`, `harm of ${label}`, (before) => {
      const { harm: _, ...others } = before as EventType;
      return harm ? { ...others, harm } : others;
    });
  }
}
