import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import type { Settings } from '@undatio/core';
import { ShelfApi, toldOf, type BringInMode, type Looked } from './shelfApi';

/** What would change by bringing a project in, and the choice how. Nothing is stored before it is made. */
@Component({
  selector: 'und-bring-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Bring a project in">
      @if (failed(); as message) {
        <p class="bad" role="alert">{{ message }} Nothing was stored.</p>
        <p class="end"><button type="button" class="plain" (click)="closed.emit()">Close</button></p>
      } @else if (looked(); as found) {
        <h2>{{ found.label }}</h2>
        <p>
          @if (found.there) {
            A project with its id, <code>{{ found.id }}</code>, is on the shelf.
          } @else {
            It is new here: {{ found.fresh.length }} documents.
          }
        </p>
        @if (found.there || found.missing.length > 0) {
          <ul>
            @for (list of lists(); track list.what) {
              <li>
                <details>
                  <summary>{{ list.of.length }} {{ list.what }}</summary>
                  <p class="names number">{{ list.of.join(', ') }}</p>
                </details>
              </li>
            }
            @if (found.there) {
              <li>{{ found.same }} stay as they are</li>
            }
          </ul>
        }
        @for (line of found.told; track line) {
          <p role="status">{{ line }}</p>
        }
        <p class="end">
          @if (found.there) {
            <button type="button" class="plain strong" [disabled]="storing()" (click)="store('replace')">Replace what is here</button>
            <button type="button" class="plain strong" [disabled]="storing()" (click)="store({ as: found.free })">
              Side by side, as {{ found.free }}
            </button>
          } @else {
            <button type="button" class="plain strong" [disabled]="storing()" (click)="store('new')">Put it on the shelf</button>
          }
          <button type="button" class="plain" (click)="closed.emit()">Leave it</button>
        </p>
      } @else {
        <p role="status">Looking what is in it…</p>
      }
    </section>
  `,
  styles: `
    section {
      padding: 0.8rem 1.1rem;
      border: 1px solid var(--rule-strong);
      border-left: 4px solid var(--sea);
      border-radius: 4px;
      background: var(--sheet);
    }
    h2 {
      margin: 0;
      font-size: 1rem;
    }
    p {
      margin: 0.3rem 0;
    }
    ul {
      margin: 0.3rem 0;
      padding-left: 1.2rem;
    }
    .names {
      font-size: 0.75rem;
      max-height: 8rem;
      overflow: auto;
    }
    .end {
      display: flex;
      gap: 0.6rem;
      margin-top: 0.6rem;
    }
    .strong {
      border-color: var(--ink);
      font-weight: 700;
      padding: 0.25rem 0.8rem;
    }
    .bad {
      color: var(--warn);
    }
  `,
})
export class BringIn {
  /** An archive or a project file. */
  readonly file = input.required<Blob>();
  readonly stored = output<Settings>();
  readonly closed = output();

  private readonly api = inject(ShelfApi);
  protected readonly looked = signal<Looked | undefined>(undefined);
  protected readonly failed = signal('');
  protected readonly storing = signal(false);
  protected readonly lists = computed(() => {
    const found = this.looked();
    if (!found) return [];
    return [
      ...(found.there
        ? [
            { what: 'are new', of: found.fresh },
            { what: 'are replaced', of: found.changed },
            { what: 'go', of: found.gone },
          ]
        : []),
      { what: 'files are neither in it nor here', of: found.missing },
    ].filter(({ of }) => of.length > 0);
  });

  constructor() {
    effect((onCleanup) => {
      this.looked.set(undefined);
      this.failed.set('');
      const looking = this.api.bringIn(this.file(), 'look').subscribe({
        next: (found) => this.looked.set(found),
        error: (error: unknown) => this.failed.set(toldOf(error)),
      });
      onCleanup(() => looking.unsubscribe());
    });
  }

  protected store(mode: Exclude<BringInMode, 'look'>): void {
    this.storing.set(true);
    this.api.bringIn(this.file(), mode).subscribe({
      next: (settings) => this.stored.emit(settings),
      error: (error: unknown) => {
        this.storing.set(false);
        this.failed.set(toldOf(error));
      },
    });
  }
}
