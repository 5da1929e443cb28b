import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { DocumentKey } from './project/documentKey';
import { ConflictDialog } from './conflictDialog';
import { ProjectService } from './project/projectService';

/** How the last edits stand with the server, and what can be done about it. */
@Component({
  selector: 'und-save-chip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConflictDialog],
  template: `
    <span role="status" aria-live="polite" [attr.data-state]="state().type">
      @switch (state().type) {
        @case ('saved') {
          Saved
        }
        @case ('saving') {
          Saving…
        }
        @case ('failed') {
          Not saved: {{ message() }} Kept here, trying again.
        }
        @case ('refused') {
          Not saved: {{ message() }}
        }
        @case ('conflict') {
          Changed elsewhere while you worked on it. Both are kept until you choose.
        }
      }
    </span>
    @if (state().type === 'failed') {
      <button type="button" class="plain" (click)="projects.saveAgain()">Try now</button>
    }
    @if (conflict(); as key) {
      <button type="button" class="plain" (click)="choosing.set(true)">Choose…</button>
      @defer (when choosing()) {
        @if (choosing()) {
          <und-conflict-dialog [key]="key" [chooser]="projects" (closed)="choosing.set(false)" />
        }
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.4rem;
      font-size: 0.8125rem;
      min-width: 0;
    }
    span {
      color: var(--faint-ink);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      max-width: 30rem;
    }
    span[data-state='failed'],
    span[data-state='refused'],
    span[data-state='conflict'] {
      color: var(--warn);
      background: var(--warn-wash);
      padding: 0.15rem 0.5rem;
      border-radius: 3px;
    }
    button {
      flex: none;
    }
  `,
})
export class SaveChip {
  protected readonly projects = inject(ProjectService);
  protected readonly state = toSignal(this.projects.save$, { requireSync: true });

  /** Whether both states are shown to choose from. */
  protected readonly choosing = signal(false);

  protected message(): string {
    const state = this.state();
    return 'message' in state ? state.message : '';
  }

  protected conflict(): DocumentKey | undefined {
    const state = this.state();
    return state.type === 'conflict' ? state.key : undefined;
  }
}
