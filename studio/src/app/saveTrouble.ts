import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ConflictDialog } from './conflictDialog';
import { ProjectService } from './project/projectService';

/** Why the last edits are not stored, in a row of its own so that none of it is cut, and what can be done about it. */
@Component({
  selector: 'und-save-trouble',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ConflictDialog],
  template: `
    <div role="status" aria-live="polite">
      @if (words()) {
        <p>
          <span>{{ words() }}</span>
          @if (state().type === 'failed') {
            <button type="button" class="plain" (click)="projects.saveAgain()">Try now</button>
          }
          @if (conflict()) {
            <button type="button" class="plain" (click)="choosing.set(true)">Choose…</button>
          }
        </p>
      }
    </div>
    @if (conflict(); as key) {
      @defer (when choosing()) {
        @if (choosing()) {
          <und-conflict-dialog [key]="key" [chooser]="projects" (closed)="choosing.set(false)" />
        }
      }
    }
  `,
  styles: `
    p {
      display: flex;
      align-items: center;
      gap: 0.75rem;
      margin: 0;
      padding: 0.2rem 0.75rem;
      font-size: 0.8125rem;
      color: var(--warn);
      background: var(--warn-wash);
      border-bottom: 1px solid var(--rule-strong);
    }
    span {
      min-width: 0;
      overflow-wrap: anywhere;
    }
    button {
      flex: none;
    }
  `,
})
export class SaveTrouble {
  protected readonly projects = inject(ProjectService);
  protected readonly state = toSignal(this.projects.save$, { requireSync: true });
  /** Whether both states are shown to choose from. */
  protected readonly choosing = signal(false);

  protected readonly conflict = computed(() => {
    const state = this.state();
    return state.type === 'conflict' ? state.key : undefined;
  });
  protected readonly words = computed(() => {
    const state = this.state();
    if (state.type === 'failed') return `Not saved: ${state.message} Kept here, trying again.`;
    if (state.type === 'refused') return `Not saved: ${state.message}`;
    if (state.type !== 'conflict') return undefined;
    const name = state.key.split('/')[1];
    return `${name} was changed elsewhere while you worked on it. Both are kept until you choose.`;
  });
}
