import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { differencesOf, mixOf } from './project/differences';
import type { DocumentKey, EditableDocument } from './project/documentKey';
import { Dialog } from './shared/dialog';

/** Who has both states of a document, and does what the person chooses. */
export interface Chooser {
  bothStates(key: DocumentKey): { mine: EditableDocument | undefined; theirs: EditableDocument | undefined };
  keepMine(key: DocumentKey): void;
  takeTheirs(key: DocumentKey): void;
  keepMix(key: DocumentKey, mix: EditableDocument): void;
}

/** After a stale write: both states of the document, lane by lane, and whose of each is to stay. */
@Component({
  selector: 'und-conflict-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonModule, Dialog],
  template: `
    <und-dialog [header]="'Changed elsewhere: ' + name()" width="52rem" (closed)="closed.emit()">
      <p>{{ why() }} Choose of each part whose is to stay; nothing is stored until you do.</p>
      <table>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Field</th>
            <th scope="col">Mine</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        @for (difference of differences(); track difference.part; let i = $index) {
          <tbody>
            @for (field of difference.fields; track field.name; let first = $first) {
              <tr>
                @if (first) {
                  <th scope="rowgroup" [attr.rowspan]="difference.fields.length">{{ difference.label }}</th>
                }
                <td>{{ field.name }}</td>
                @for (side of sides; track side) {
                  <td class="number" [class.chosen]="isTaken(difference.part) === (side === 'theirs')">
                    @if (first) {
                      <label>
                        <input
                          type="radio"
                          [name]="'part-' + i"
                          [checked]="isTaken(difference.part) === (side === 'theirs')"
                          [attr.aria-label]="difference.label + ': ' + side"
                          (change)="take(difference.part, side === 'theirs')"
                        />
                        {{ field[side] }}
                      </label>
                    } @else {
                      <span class="beside">{{ field[side] }}</span>
                    }
                  </td>
                }
              </tr>
            }
          </tbody>
        } @empty {
          <tbody>
            <tr>
              <td colspan="4">{{ told() }}</td>
            </tr>
          </tbody>
        }
      </table>
      <ng-container ngProjectAs="[footer]">
        <p-button label="Keep mine" variant="outlined" (onClick)="keepMine()" />
        <p-button label="Take theirs" variant="outlined" (onClick)="takeTheirs()" />
        <p-button label="Save as chosen" (onClick)="saveMix()" />
      </ng-container>
    </und-dialog>
  `,
  styles: `
    p {
      margin: 0 0 0.75rem;
    }
    table {
      width: 100%;
      border-collapse: collapse;
      font-size: 0.875rem;
    }
    th,
    td {
      text-align: left;
      vertical-align: top;
      padding: 0.25rem 0.6rem 0.25rem 0;
      overflow-wrap: anywhere;
    }
    tbody {
      border-top: 1px solid var(--rule);
    }
    label {
      display: flex;
      gap: 0.4rem;
      align-items: baseline;
      cursor: pointer;
    }
    .beside {
      padding-left: 1.65rem;
    }
    td.number:not(.chosen) {
      color: var(--faint-ink);
    }
  `,
})
export class ConflictDialog {
  readonly key = input.required<DocumentKey>();
  readonly chooser = input.required<Chooser>();
  /** What happened, in a sentence. */
  readonly why = input('While you worked on it, somebody else saved it.');
  readonly closed = output();

  protected readonly sides = ['mine', 'theirs'] as const;
  protected readonly name = computed(() => this.key().split('/')[1]);
  private readonly both = computed(() => this.chooser().bothStates(this.key()));
  protected readonly differences = computed(() => {
    const { mine, theirs } = this.both();
    return mine && theirs ? differencesOf(mine, theirs) : [];
  });
  /** What there is to say where one of the two states is none. */
  protected readonly told = computed(() => {
    const { mine, theirs } = this.both();
    if (mine && theirs) return 'Both are the same in everything that is shown.';
    return mine ? 'There it was removed; here it still is.' : 'Here it was removed; there it was changed.';
  });
  private readonly taken = signal<ReadonlySet<string>>(new Set());

  protected isTaken(part: string): boolean {
    return this.taken().has(part);
  }

  protected take(part: string, theirs: boolean): void {
    const taken = new Set(this.taken());
    if (theirs) taken.add(part);
    else taken.delete(part);
    this.taken.set(taken);
  }

  protected keepMine(): void {
    this.chooser().keepMine(this.key());
    this.closed.emit();
  }

  protected takeTheirs(): void {
    this.chooser().takeTheirs(this.key());
    this.closed.emit();
  }

  protected saveMix(): void {
    const { mine, theirs } = this.both();
    // Nothing of theirs: no change to be undone.
    if (!mine || !theirs || this.taken().size === 0) return this.keepMine();
    this.chooser().keepMix(this.key(), mixOf(mine, theirs, this.taken()));
    this.closed.emit();
  }
}
