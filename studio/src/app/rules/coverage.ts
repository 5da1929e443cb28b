import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EventType, Project } from '@undatio/core';
import { coverageOf, flagged, namesOf, type CombatActor, type CombatPlan, type Covered } from '@undatio/core/internal';
import { ScreenAddress } from '../project/screenAddress';
import { RulesService } from './rulesService';

interface Row {
  readonly event: EventType;
  /** Which option of a field it is for; empty for the event as it comes. */
  readonly option: string;
  readonly cells: readonly Covered[];
}

/** Events against actors: which rung answers, what nothing answers, what two answer. */
@Component({
  selector: 'und-coverage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="head">
      <h2>Coverage</h2>
      <span class="hint"
        >Which rung matches each event on each actor (full health, no status, source: the project’s source actor); below: how many other
        rungs could</span
      >
      <label>
        apart by
        <select #by aria-label="Apart by a field" (change)="field.set(by.value)">
          <option value="">nothing</option>
          @for (one of fields(); track one) {
            <option [value]="one" [selected]="one === field()">{{ one }}</option>
          }
        </select>
      </label>
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col">Event</th>
          @for (actor of project().actors; track actor.id) {
            <th scope="col">
              {{ actor.label }}<span class="hint">{{ (actor.kinds ?? []).join(', ') || 'no kind' }}</span>
            </th>
          }
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.event.id + row.option) {
          <tr>
            <th scope="row">
              <a [routerLink]="address.of('rules', row.event.id)">{{ row.event.label }}</a>
              @if (row.option !== '') {
                <span class="hint">{{ row.option }}</span>
              }
            </th>
            @for (cell of row.cells; track $index) {
              <td
                [class.none]="cell.plainly.length + cell.else.length === 0"
                [class.twice]="cell.plainly.length > 1"
                [title]="told(row.event, cell)"
              >
                {{ namesOf(row.event, cell.plainly, ' + ') || (cell.else.length > 0 ? '–' : 'nothing') }}
                @if (cell.else.length > 0) {
                  <span class="hint">{{ cell.else.length }} more</span>
                }
              </td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
      padding: 0.6rem 1.1rem 2rem;
      overflow: auto;
    }
    .head {
      display: flex;
      align-items: baseline;
      gap: 0.8rem;
    }
    h2 {
      margin: 0;
      font-size: 1rem;
    }
    label {
      margin-left: auto;
      white-space: nowrap;
    }
    select {
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
    .hint {
      display: block;
      color: var(--faint-ink);
      font-size: 0.75rem;
      font-weight: 400;
    }
    table {
      margin-top: 0.6rem;
      border-collapse: collapse;
      font-size: 0.8125rem;
    }
    th,
    td {
      padding: 0.2rem 0.6rem;
      border: 1px solid var(--rule);
      text-align: left;
      vertical-align: top;
    }
    thead th {
      position: sticky;
      top: -0.6rem;
      background: var(--paper);
    }
    th a {
      color: var(--ink);
    }
    .none {
      background: repeating-linear-gradient(-45deg, transparent 0 5px, var(--warn-wash) 5px 10px);
      color: var(--warn);
      font-weight: 700;
    }
    .twice {
      box-shadow: inset 0 -3px 0 var(--sea);
    }
  `,
})
export class Coverage {
  readonly project = input.required<Project>();

  private readonly rules = inject(RulesService);
  protected readonly address = inject(ScreenAddress);
  protected readonly field = signal('');
  /** Fields of few values that any event has. */
  protected readonly fields = computed(() => [
    ...new Set(
      this.project().events.flatMap(({ fields }) => fields.flatMap(({ name, type }) => (type === 'kind' || type === 'flag' ? [name] : []))),
    ),
  ]);
  protected readonly rows = computed((): readonly Row[] => {
    const [plan, field] = [this.rules.plan(), this.field()];
    return plan ? this.project().events.flatMap((event) => rowsOf(plan, this.project(), event, field)) : [];
  });

  protected namesOf({ id }: EventType, rungs: readonly string[], between: string): string {
    const names = namesOf(this.project());
    return rungs.map((rung) => names.of('rung', rung, id)).join(between);
  }

  protected told(event: EventType, { plainly, else: others }: Covered): string {
    if (plainly.length + others.length === 0) return 'No rung answers it, whatever was tried.';
    const [first, more] = [this.namesOf(event, plainly, ' + '), this.namesOf(event, others, ', ')];
    return `${first || 'nothing'} at first; by health, statuses, payload, source and distance also ${more || 'nothing else'}`;
  }
}

/** The actors that may strike another: the project's source first, the actor itself last. */
function sourcesFor(plan: CombatPlan, actors: Project['actors'], { id }: { readonly id: string }): CombatActor[] {
  const own = actors.filter((one) => one.id === id);
  const others = actors.filter((one) => one.id !== id).sort((a, b) => Number(b.role === 'source') - Number(a.role === 'source'));
  return [...others, ...own].flatMap((one) => plan.actors.get(one.id) ?? []);
}

/** Rows by what they were made from: a changed ladder costs its own row alone. */
const known = new WeakMap<EventType, { readonly key: readonly unknown[]; readonly rows: readonly Row[] }>();

function rowsOf(plan: CombatPlan, { actors, statuses, responses }: Project, event: EventType, field: string): readonly Row[] {
  const response = responses.find((one) => one.event === event.id);
  const key = [response, actors, statuses, field];
  const before = known.get(event);
  if (before && key.every((part, i) => part === before.key[i])) return before.rows;
  const rules = plan.events.get(event.id);
  const apart = event.fields.find(({ name }) => name === field);
  const options = apart?.type === 'kind' ? apart.options : apart?.type === 'flag' ? [false, true] : [undefined];
  const ends = Object.fromEntries(event.fields.flatMap((one) => (one.type === 'number' ? [[one.name, [one.min, one.max]]] : [])));
  const rows = rules
    ? options.map((option) => ({
        event,
        option: option === undefined ? '' : flagged(option),
        cells: actors.map(({ id }) => {
          const actor = plan.actors.get(id);
          return actor
            ? coverageOf(plan, rules, actor, option === undefined ? {} : { [field]: option }, ends, sourcesFor(plan, actors, { id }))
            : { plainly: [], else: [] };
        }),
      }))
    : [];
  known.set(event, { key, rows });
  return rows;
}
