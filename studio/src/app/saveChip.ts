import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ProjectService } from './project/projectService';

/** How the last edits stand with the server, in a word. What is wrong stands below, whole. */
@Component({
  selector: 'und-save-chip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span role="status" aria-live="polite">
      @switch (state().type) {
        @case ('saved') {
          Saved
        }
        @case ('saving') {
          Saving…
        }
        @default {
          <strong>Not saved</strong>
        }
      }
    </span>
  `,
  styles: `
    :host {
      flex: none;
      min-width: 3.6rem;
      font-size: 0.8125rem;
      color: var(--faint-ink);
      white-space: nowrap;
    }
    strong {
      color: var(--warn);
    }
  `,
})
export class SaveChip {
  protected readonly state = toSignal(inject(ProjectService).save$, { requireSync: true });
}
