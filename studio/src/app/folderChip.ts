import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ButtonModule } from 'primeng/button';
import { DialogModule } from 'primeng/dialog';
import { ConflictDialog } from './conflictDialog';
import type { DocumentKey } from './project/documentKey';
import { FolderService } from './project/folderService';

/** The folder that the project is kept in: whether both are the same, and what can be done where they are not. */
@Component({
  selector: 'und-folder-chip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown.escape)': 'open.set(false)' },
  imports: [ButtonModule, ConflictDialog, DatePipe, DialogModule],
  template: `
    @if (folder(); as state) {
      <button type="button" class="plain" [class.wrong]="waiting() > 0 || state.halted" [title]="state.folder" (click)="open.set(true)">
        {{ summary() }}
      </button>
      @defer (when open()) {
        <p-dialog
          closeAriaLabel="Close"
          header="Kept in a folder"
          [visible]="open() && !choosing()"
          [modal]="true"
          [draggable]="false"
          [dismissableMask]="true"
          [style]="{ width: 'min(46rem, 94vw)' }"
          (visibleChange)="open.set($event || !!choosing())"
        >
          <p class="path">{{ state.folder }}</p>
          @if (state.halted) {
            <p role="alert">{{ state.halted }}</p>
          } @else if (waiting() === 0) {
            <p>Every save here is written there, and every change of a file there appears here.</p>
          }
          @if (!state.halted && state.watchedAgain; as since) {
            <p>The folder was missing for a while. It was found again at {{ since | date: 'mediumTime' }} and is watched since then.</p>
          }
          @if (state.conflicts.length > 0) {
            <h3>Changed on both sides</h3>
            <p>Neither is written over the other until you choose.</p>
            <ul>
              @for (conflict of state.conflicts; track conflict.key) {
                <li>
                  <code>{{ conflict.file }}</code>
                  <p-button label="Choose…" variant="outlined" size="small" (onClick)="choosing.set(conflict.key)" />
                </li>
              }
            </ul>
          }
          @if (state.problems.length > 0) {
            <h3>Cannot be used</h3>
            <p>The last good state stays here. Mend the file, or write the state here over it.</p>
            <ul>
              @for (problem of state.problems; track problem.key) {
                <li>
                  <span
                    ><code>{{ problem.file }}{{ problem.line ? ', line ' + problem.line : '' }}</code
                    ><br />{{ problem.message }}</span
                  >
                  <p-button label="Write mine over it" variant="outlined" size="small" (onClick)="service.writeOver(problem.key)" />
                </li>
              }
            </ul>
          }
        </p-dialog>
        @if (choosing(); as key) {
          <und-conflict-dialog
            [key]="key"
            [chooser]="service"
            why="It was changed here and in the folder: “mine” is what is here, “theirs” what is there."
            (closed)="choosing.set(undefined)"
          />
        }
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      font-size: 0.8125rem;
      min-width: 0;
    }
    button.plain {
      color: var(--faint-ink);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      max-width: 18rem;
    }
    button.wrong {
      color: var(--warn);
      background: var(--warn-wash);
    }
    .path {
      font-family: var(--mono);
      overflow-wrap: anywhere;
    }
    h3 {
      font-size: 1rem;
      margin: 1rem 0 0.25rem;
    }
    p {
      margin: 0 0 0.5rem;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: 1rem;
      justify-content: space-between;
      align-items: center;
      padding: 0.4rem 0;
      border-top: 1px solid var(--rule);
      overflow-wrap: anywhere;
    }
    p-button {
      flex: none;
    }
  `,
})
export class FolderChip {
  protected readonly service = inject(FolderService);
  protected readonly folder = toSignal(this.service.folder$);
  protected readonly open = signal(false);
  protected readonly choosing = signal<DocumentKey | undefined>(undefined);

  protected readonly waiting = computed(() => {
    const state = this.folder();
    return state ? state.problems.length + state.conflicts.length : 0;
  });
  protected readonly summary = computed(() => {
    const state = this.folder();
    if (!state) return '';
    if (state.halted !== undefined) return 'Folder: halted';
    if (state.conflicts.length > 0) return `Changed on both sides: ${state.conflicts.length}`;
    if (state.problems.length > 0) return `Files that cannot be used: ${state.problems.length}`;
    return `in ${state.folder.split(/[\\/]/).at(-1) ?? ''}`;
  });

  constructor() {
    this.service.listen();
  }
}
