import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, output, signal } from '@angular/core';
import { KeyMap, keyActions, keyPlaces, type KeyPlace } from '../shared/keyMap';
import { Dialog } from '../shared/dialog';

/** All keys and what they do, each to be given another. */
@Component({
  selector: 'und-key-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog],
  template: `
    <und-dialog header="Keys" width="58rem" (closed)="closed.emit()">
      <div class="places">
        @for (place of places; track place.id) {
          <section [attr.aria-label]="place.label">
            <h3>{{ place.label }}</h3>
            @for (one of place.actions; track one.id) {
              <button
                type="button"
                class="row"
                [class.changing]="changing() === one.id"
                title="Give it another key"
                (click)="change(one.id)"
              >
                <span>{{ one.words }}</span>
                <kbd [class.own]="keys.isOwn(one.id)">{{ changing() === one.id ? 'press a key…' : keys.keyOf(one.id) }}</kbd>
              </button>
            }
          </section>
        }
      </div>
      @if (told(); as text) {
        <p class="told" role="alert">{{ text }}</p>
      }
      <ng-container ngProjectAs="[footer]">
        <span class="field-label">Click one and press its new key. Your keys are kept in this browser.</span>
        <button type="button" class="plain" [disabled]="!any()" (click)="keys.reset()">All as they come</button>
      </ng-container>
    </und-dialog>
  `,
  styles: `
    .places {
      columns: 3 15rem;
      column-gap: 1.5rem;
    }
    section {
      break-inside: avoid;
      margin-bottom: 0.6rem;
    }
    h3 {
      margin: 0 0 0.2rem;
      font-size: 0.8125rem;
      color: var(--faint-ink);
    }
    .row {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      width: 100%;
      padding: 0.12rem 0.2rem;
      border: 0;
      background: none;
      cursor: pointer;
      text-align: left;
    }
    .row:hover {
      background: var(--wash);
    }
    kbd {
      padding: 0 0.35rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      font: 0.75rem var(--mono);
    }
    .own {
      border-color: var(--contact);
      color: var(--contact);
    }
    .changing kbd {
      background: var(--ink);
      color: var(--paper);
    }
    .told {
      margin: 0.3rem 0 0;
      padding: 0.3rem 0.6rem;
      background: var(--warn-wash);
      color: var(--warn);
    }
  `,
})
export class KeySheet {
  readonly closed = output();
  protected readonly keys = inject(KeyMap);
  protected readonly places = (Object.keys(keyPlaces) as KeyPlace[]).map((id) => ({
    id,
    label: keyPlaces[id],
    actions: keyActions.filter(({ place }) => place === id),
  }));
  protected readonly changing = signal<string | undefined>(undefined);
  protected readonly told = signal('');
  protected readonly any = computed(() => keyActions.some(({ id }) => this.keys.isOwn(id)));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /** Wherever the focus is by then: the next key is the new one. */
  private readonly listen = (event: KeyboardEvent): void => {
    const id = this.changing();
    if (id !== undefined) this.press(event, id);
  };

  protected change(id: string): void {
    this.changing.set(id);
    window.addEventListener('keydown', this.listen, true);
  }

  private stop(): void {
    this.changing.set(undefined);
    window.removeEventListener('keydown', this.listen, true);
  }

  private press(event: KeyboardEvent, id: string): void {
    event.preventDefault();
    event.stopImmediatePropagation();
    if (event.key === 'Escape') return this.stop();
    if (['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) return;
    const wrong = this.keys.set(id, event);
    this.told.set(wrong === undefined ? '' : `${wrong}: give that another key first.`);
    if (wrong === undefined) this.stop();
  }
}
