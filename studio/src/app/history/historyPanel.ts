import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Sequence } from '@undatio/core';
import { filter, map, merge } from 'rxjs';
import { KeptService, type Kept } from '../playback/keptService';
import { parseDocument, type DocumentKey, type EditableDocument } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { ago } from '../projects/ago';
import { toldOf } from '../projects/shelfApi';
import { HistoryApi, type KeptState } from './historyApi';
import { HistoryDesk } from './historyDesk';

/** States that are shown at first, and with each further asking. */
const atOnce = 100;

/** What a document was before: every stored state with what changed; looked at beside the present one, restored, named. */
@Component({
  selector: 'und-history-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section role="region" aria-label="History">
      <header>
        <h2>History of {{ name() }}</h2>
        <button type="button" class="plain" (click)="desk.open.set(false)">Close</button>
      </header>
      @if (failed(); as text) {
        <p class="problem" role="alert">{{ text }}</p>
      }
      @if (states(); as all) {
        @if (all.length === 0) {
          <p class="field-label">Nothing was changed yet: every saved state will stand here, with what changed.</p>
        }
        <ol>
          @for (state of shown(); track state.number; let first = $first) {
            <li [class.looked]="looked() === state.number">
              <div class="line">
                <time class="field-label" [title]="state.at" [attr.datetime]="state.at">{{ when(state) }}</time>
                @if (first) {
                  <span class="field-label">as it is</span>
                }
                <span class="does">
                  @if (isSequence() && !first) {
                    <button
                      type="button"
                      class="plain"
                      [attr.aria-pressed]="looked() === state.number"
                      [attr.aria-label]="'Look at ' + saying(state)"
                      (click)="look(state)"
                    >
                      Look
                    </button>
                  }
                  @if (!first) {
                    <button type="button" class="plain" [attr.aria-label]="'Restore ' + saying(state)" (click)="restore(state)">
                      Restore
                    </button>
                  }
                </span>
              </div>
              @for (line of state.words; track $index) {
                <p>{{ line }}</p>
              }
              <input
                #mark
                class="mark"
                maxlength="80"
                placeholder="name it…"
                [attr.aria-label]="'Name of ' + saying(state)"
                [value]="state.mark ?? ''"
                [class.named]="state.mark"
                (change)="setName(state, mark.value)"
              />
            </li>
          }
        </ol>
        @if (all.length > shown().length) {
          <button type="button" class="plain more" (click)="count.set(count() + 100)">
            {{ all.length - shown().length }} earlier ones
          </button>
        }
      } @else if (!failed()) {
        <p role="status">Reading the history…</p>
      }
      @if (looked() !== undefined) {
        <footer>
          <span class="field-label">It stands beside the present one until this closes.</span>
          <button type="button" class="plain" (click)="keepLooked()">Keep it</button>
        </footer>
      }
    </section>
  `,
  styleUrl: './historyPanel.scss',
})
export class HistoryPanel {
  protected readonly desk = inject(HistoryDesk);
  private readonly api = inject(HistoryApi);
  private readonly projects = inject(ProjectService);
  private readonly kept = inject(KeptService);
  private readonly project = toSignal(this.projects.project$);
  /** Counts what was saved: each time, there may be one more state. */
  private readonly saves = toSignal(merge(this.projects.save$.pipe(filter(({ type }) => type === 'saved'))).pipe(map((_state, i) => i)), {
    initialValue: 0,
  });

  protected readonly states = signal<readonly KeptState[] | undefined>(undefined);
  protected readonly failed = signal('');
  protected readonly count = signal(atOnce);
  protected readonly shown = computed(() => this.states()?.slice(0, this.count()) ?? []);
  protected readonly looked = signal<number | undefined>(undefined);
  /** What was kept before a state was looked at, to be there again. */
  private before: { readonly kept: Kept | undefined } | undefined;

  protected readonly isSequence = computed(() => this.desk.key()?.startsWith('sequences/') === true);
  protected readonly name = computed(() => {
    this.project();
    const key = this.desk.key();
    const document = key && this.projects.read(key);
    return document && 'label' in document ? document.label : (key?.slice(key.indexOf('/') + 1) ?? '');
  });

  constructor() {
    effect((onCleanup) => {
      const key = this.desk.key();
      this.saves();
      if (key === undefined) return;
      const reading = this.api.states(key).subscribe({
        next: (states) => {
          this.states.set(states);
          this.failed.set('');
        },
        error: (error: unknown) => this.failed.set(toldOf(error)),
      });
      onCleanup(() => reading.unsubscribe());
    });
    // Another document has another history.
    effect(() => {
      this.desk.key();
      untracked(() => {
        this.states.set(undefined);
        this.count.set(atOnce);
        this.putBack();
      });
    });
    inject(DestroyRef).onDestroy(() => this.putBack());
  }

  protected when({ at }: KeptState): string {
    return ago(Date.parse(at), Date.now());
  }

  protected saying(state: KeptState): string {
    return state.mark ?? `the state of ${this.when(state)}`;
  }

  /** Reads a state, and hands it on where it can still be used. */
  private read({ number }: KeptState, use: (document: EditableDocument, key: DocumentKey) => void): void {
    const key = this.desk.key();
    if (key === undefined) return;
    this.api.state(key, number).subscribe({
      next: (json) => {
        const document = parseDocument(key, json);
        if (document) use(document, key);
        else this.failed.set('That state is of another version of the studio and cannot be read any more.');
      },
      error: (error: unknown) => this.failed.set(toldOf(error)),
    });
  }

  protected look(state: KeptState): void {
    if (this.looked() === state.number) return this.putBack();
    this.read(state, (document) => {
      this.before ??= { kept: this.kept.kept() };
      this.kept.keepState(document as Sequence, this.saying(state));
      this.looked.set(state.number);
    });
  }

  /** The state that is looked at stays kept when the history is closed. */
  protected keepLooked(): void {
    this.before = undefined;
    this.looked.set(undefined);
    this.desk.open.set(false);
  }

  private putBack(): void {
    if (this.before) this.kept.putBack(this.before.kept);
    this.before = undefined;
    this.looked.set(undefined);
  }

  /** Puts a state in the place of the present one, as one step to undo. */
  protected restore(state: KeptState): void {
    this.read(state, (document, key) => {
      const label = `restore ${this.saying(state)}`;
      if (this.projects.read(key)) this.projects.editDocument(key, label, () => document);
      else this.projects.add(label, key, document);
    });
  }

  protected setName(state: KeptState, text: string): void {
    const key = this.desk.key();
    if (key === undefined) return;
    const mark = text.trim() === '' ? null : text.trim();
    this.api.mark(key, state.number, mark).subscribe({
      next: () =>
        this.states.update((states) =>
          states?.map((one) => {
            const { mark: _, ...bare } = one;
            return one.number !== state.number ? one : mark === null ? bare : { ...bare, mark };
          }),
        ),
      error: (error: unknown) => this.failed.set(toldOf(error)),
    });
  }
}
