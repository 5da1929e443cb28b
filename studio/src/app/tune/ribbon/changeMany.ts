import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import type { Sequence } from '@undatio/core';
import { manyChanges, numbersOfKind, withManyChanges, type ManyEdit } from '@undatio/core/internal';
import type { DocumentState } from '../../project/documentKey';
import { ProjectService } from '../../project/projectService';
import { Choice, type Option } from '../../shared/choice';
import { ScrubNumber } from '../../shared/scrubNumber';
import { Dialog } from '../../shared/dialog';

const ways: readonly Option[] = [
  { value: 'times', label: 'times' },
  { value: 'plus', label: 'plus' },
  { value: 'set', label: 'becomes' },
];

/** One number of all effects of a kind, in many sequences at once: what would change is listed before anything does. */
@Component({
  selector: 'und-change-many',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonModule, Choice, Dialog, ScrubNumber],
  template: `
    <und-dialog header="Change many at once" (closed)="closed.emit()">
      <p class="what">
        In {{ sequences().length === 1 ? 'one sequence' : sequences().length + ' sequences' }}, of every
        <und-choice inputId="many-kind" [options]="kinds()" [value]="kind()" (changed)="kind.set($event)" />
        <label class="visually-hidden" for="many-kind">Kind of effect</label>
        the
        <und-choice inputId="many-field" [options]="fields()" [value]="field()" (changed)="field.set($event)" />
        <label class="visually-hidden" for="many-field">Its number</label>
        <und-choice inputId="many-way" [options]="ways" [value]="by()" (changed)="setWay($event)" />
        <label class="visually-hidden" for="many-way">What becomes of it</label>
        <und-scrub-number label="By how much" [value]="amount()" [min]="-100000" [max]="100000" (changed)="amount.set($event.value)" />
      </p>
      <div class="list" tabindex="0" role="region" aria-label="What changes">
        <table>
          <thead>
            <tr>
              <th scope="col">Sequence</th>
              <th scope="col">Effect</th>
              <th scope="col">Now</th>
              <th scope="col">Then</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.key) {
              <tr>
                <td>{{ row.sequence }}</td>
                <td>{{ row.effect }}</td>
                <td class="number">{{ row.before }}</td>
                <td class="number">{{ row.after }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="4">Nothing changes by that.</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      <ng-container ngProjectAs="[footer]">
        <p-button label="Leave it" variant="outlined" (onClick)="closed.emit()" />
        <p-button [label]="'Change ' + rows().length" [disabled]="rows().length === 0" (onClick)="change()" />
      </ng-container>
    </und-dialog>
  `,
  styles: `
    .what {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.4rem;
      margin: 0 0 0.75rem;
    }
    .list {
      max-height: 20rem;
      overflow: auto;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      font-size: 0.875rem;
    }
    th,
    td {
      padding: 0.2rem 0.6rem 0.2rem 0;
      text-align: left;
    }
    tbody tr {
      border-top: 1px solid var(--rule);
    }
  `,
})
export class ChangeMany {
  /** Those that the ribbon shows. */
  readonly sequences = input.required<readonly Sequence[]>();
  readonly closed = output();

  private readonly projects = inject(ProjectService);
  protected readonly ways = ways;
  protected readonly kinds = computed((): Option[] =>
    [...new Set(this.sequences().flatMap(({ effects }) => effects.map(({ kind }) => kind)))]
      .sort()
      .map((kind) => ({ value: kind, label: kind })),
  );
  protected readonly kind = linkedSignal(() => {
    const kinds = this.kinds().map(({ value }) => value);
    return kinds.find((kind) => kind === 'shake') ?? kinds[0] ?? '';
  });
  protected readonly fields = computed((): Option[] => numbersOfKind(this.kind()).map(([value, { label }]) => ({ value, label })));
  protected readonly field = linkedSignal(() => this.fields()[0]?.value ?? '');
  protected readonly by = signal<ManyEdit['by']>('times');
  protected readonly amount = signal(0.8);
  private readonly edit = computed((): ManyEdit => ({ kind: this.kind(), field: this.field(), by: this.by(), amount: this.amount() }));
  protected readonly rows = computed(() =>
    this.sequences().flatMap((sequence) =>
      manyChanges(sequence, this.edit()).map(({ effect, before, after }) => ({
        key: `${sequence.id} ${effect}`,
        sequence: sequence.label,
        effect,
        before: inWords(before),
        after: inWords(after),
      })),
    ),
  );

  protected setWay(way: string): void {
    this.by.set(way as ManyEdit['by']);
  }

  /** All of it as one step to undo, and stored as one. */
  protected change(): void {
    const edit = this.edit();
    const states = this.sequences().flatMap((sequence): DocumentState[] => {
      const after = withManyChanges(sequence, edit);
      return after === sequence ? [] : [[`sequences/${sequence.id}`, after]];
    });
    const [way] = ways.filter(({ value }) => value === edit.by);
    this.projects.change(`${edit.kind}, ${edit.field} ${way.label} ${edit.amount}, in ${states.length} sequences`, states);
    this.closed.emit();
  }
}

/** A number as it is chosen, in words. */
function inWords(value: ReturnType<typeof manyChanges>[number]['before']): string {
  if (typeof value === 'number') return String(value);
  if ('range' in value) return `${value.range[0]} to ${value.range[1]}`;
  return `${value.out[0]} to ${value.out[1]} by ${value.drive}`;
}
