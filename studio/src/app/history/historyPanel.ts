import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, linkedSignal, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { partDifferences, withPartOf, type PartDifference } from '@undatio/core/internal';
import { filter, map, merge, Subscription } from 'rxjs';
import { DrillService } from '../drills/drillService';
import { KeptService, type Looked } from '../playback/keptService';
import { parseDocument, split, withDocument, type DocumentKey, type EditableDocument } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { ago } from '../projects/ago';
import { toldOf } from '../projects/shelfApi';
import { Choice } from '../shared/choice';
import { HistoryApi, type KeptState } from './historyApi';
import { HistoryDesk } from './historyDesk';

/** States that are shown at first, and with each further asking. */
const atOnce = 100;

/** A state that is looked at. */
interface LookedState {
  readonly number: number;
  readonly key: DocumentKey;
  readonly document: EditableDocument;
  readonly label: string;
  /** How it is shown; undefined where it can only be read. */
  readonly shown: Looked | undefined;
}

/** What a document was before: every stored state with what changed; looked at beside the present one, whole or part by part taken over, named. */
@Component({
  selector: 'und-history-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice],
  template: `
    <section role="region" aria-label="History" [class.left]="desk.side() === 'left'">
      <header>
        <h2>History of {{ name() }}</h2>
        <button type="button" class="plain" (click)="desk.close()">Close</button>
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
            <li [class.looked]="looked()?.number === state.number">
              <div class="line">
                <time class="field-label" [title]="state.at" [attr.datetime]="state.at">{{ when(state) }}</time>
                @if (first) {
                  <span class="field-label">as it is</span>
                }
                <span class="does">
                  @if (!first) {
                    <button
                      type="button"
                      class="plain"
                      [attr.aria-pressed]="looked()?.number === state.number"
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
      @if (looked(); as looked) {
        <footer>
          @if (looked.shown; as shown) {
            <p class="line">
              <span class="field-label">It stands beside the present one until this closes.</span>
              @if (shown.stays) {
                <button type="button" class="plain does" (click)="keepLooked()">Keep it</button>
              }
            </p>
          }
          @if (drills().length > 0) {
            <p class="line">
              <label class="field-label" for="history-drill">in the drill</label>
              <und-choice inputId="history-drill" [options]="drills()" [value]="drill()" (changed)="drill.set($event)" />
              <button type="button" class="plain does" (click)="seeInDrill(looked)">See it</button>
            </p>
          }
          <ul aria-label="What of it to take">
            @for (part of parts(); track part.field + part.entry) {
              <li class="line">
                <span
                  ><b>{{ part.name }}</b> {{ part.told }}</span
                >
                <button
                  type="button"
                  class="plain does"
                  [attr.aria-label]="'Take ' + part.name + ' from ' + looked.label"
                  (click)="take(looked, part)"
                >
                  Take
                </button>
              </li>
            } @empty {
              <li class="field-label">It is as the present one is.</li>
            }
          </ul>
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
  private readonly inDrills = inject(DrillService);
  private readonly address = inject(ScreenAddress);
  private readonly project = toSignal(this.projects.project$);
  /** Counts what was saved: each time, there may be one more state. */
  private readonly saves = toSignal(merge(this.projects.save$.pipe(filter(({ type }) => type === 'saved'))).pipe(map((_state, i) => i)), {
    initialValue: 0,
  });

  private looking = Subscription.EMPTY;
  protected readonly states = signal<readonly KeptState[] | undefined>(undefined);
  protected readonly failed = signal('');
  protected readonly count = signal(atOnce);
  protected readonly shown = computed(() => this.states()?.slice(0, this.count()) ?? []);
  protected readonly looked = signal<LookedState | undefined>(undefined);
  /** What of the state that is looked at is not as it is now. */
  protected readonly parts = computed(() => {
    this.project();
    const looked = this.looked();
    const present = looked && this.projects.read(looked.key);
    // It is told from the present state: what would come of taking it.
    return looked && present
      ? partDifferences(present, looked.document).map((part) => ({
          ...part,
          told: part.change === 'changed' ? part.words.join('; ') : part.change === 'added' ? 'is not there now' : 'was not there',
        }))
      : [];
  });
  /** Drills in which an old state of what decides can be seen, those that have to do with it first. */
  protected readonly drills = computed(() => {
    const [project, looked] = [this.project(), this.looked()];
    const [collection = '', id] = looked ? split(looked.key) : [];
    if (!project || !['responses', 'events', 'statuses', 'actors'].includes(collection)) return [];
    const name = collection === 'responses' ? (project.responses.find((one) => one.id === id)?.event ?? id) : id;
    const names = project.drills.map((drill) => ({
      value: drill.id,
      label: drill.label,
      has: JSON.stringify(drill).includes(`"${name}"`),
    }));
    return names.sort((a, b) => Number(b.has) - Number(a.has));
  });
  protected readonly drill = linkedSignal(() => this.drills().at(0)?.value ?? '');
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
  private read({ number }: KeptState, use: (document: EditableDocument, key: DocumentKey) => void): Subscription {
    const key = this.desk.key();
    if (key === undefined) return Subscription.EMPTY;
    return this.api.state(key, number).subscribe({
      next: (json) => {
        const document = parseDocument(key, json);
        if (document) use(document, key);
        else this.failed.set('That state is of another version of the studio and cannot be read any more.');
      },
      error: (error: unknown) => this.failed.set(toldOf(error)),
    });
  }

  protected look(state: KeptState): void {
    const again = this.looked()?.number === state.number;
    this.putBack();
    if (again) return;
    this.looking = this.read(state, (document, key) => {
      const label = this.saying(state);
      const shown = this.desk.look()?.({ key, document, label });
      if (typeof shown === 'string') this.failed.set(shown);
      else this.looked.set({ number: state.number, key, document, label, shown });
    });
  }

  /** The state that is looked at stays kept when the history is closed. */
  protected keepLooked(): void {
    this.looked.set(undefined);
    this.desk.close();
  }

  private putBack(): void {
    // A state that is still loading would replace the one that the user opened last.
    this.looking.unsubscribe();
    this.looked()?.shown?.away();
    this.looked.set(undefined);
  }

  /** Keeps how a drill goes with the old state, and shows it beside how it goes now. */
  protected seeInDrill({ key, document, label }: LookedState): void {
    const { project } = this.projects;
    const [id, name] = [this.drill(), this.name()];
    if (!project) return;
    const loan = this.inDrills.under(withDocument(project, key, document), id);
    if (typeof loan === 'string') return this.failed.set(loan);
    this.kept.keepRun(loan, `${name}, ${label}`, withDocument(project, key, document));
    this.address.turnTo('drills', [id]);
  }

  /** Takes one part over from the state that is looked at, as one step to undo. */
  protected take({ key, document, label }: LookedState, part: PartDifference): void {
    this.projects.editDocument(key, `take ${part.name} from ${label}`, (now) => withPartOf(now, document as typeof now, part));
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
