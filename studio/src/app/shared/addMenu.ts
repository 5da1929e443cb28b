import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { foundAmong } from './foundAmong';

export interface AddChoice {
  readonly value: string;
  readonly label: string;
  /** One sentence about it. */
  readonly about?: string;
  /** Other words that people search for it by. */
  readonly search?: string;
}

/** px between the list and the edges of the window. */
const margin = 8;
let menus = 0;

/** A button that opens a list of what can be added, with a line about each and a search, and adds what is chosen. */
@Component({
  selector: 'und-add-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      #opener
      type="button"
      class="plain adds"
      aria-haspopup="listbox"
      [attr.aria-label]="label() + ', ' + words()"
      [attr.aria-expanded]="open()"
      [disabled]="choices().length === 0"
      (click)="open() ? close() : show()"
    >
      {{ words() }}
    </button>
    @if (open()) {
      <div #panel popover="manual" class="panel" role="group" [attr.aria-label]="label()" (keydown)="key($event)" (focusout)="left($event)">
        <input
          #filter
          role="combobox"
          aria-label="Search"
          aria-autocomplete="list"
          aria-expanded="true"
          placeholder="Search"
          autocomplete="off"
          [attr.aria-controls]="id"
          [attr.aria-activedescendant]="found().length > 0 ? id + '-' + at() : null"
          [value]="typed()"
          (input)="search(filter.value)"
        />
        <ul role="listbox" [id]="id" [attr.aria-label]="label()">
          @for (one of found(); track one.value; let i = $index) {
            <li
              role="option"
              [id]="id + '-' + i"
              [class.here]="i === at()"
              [attr.aria-selected]="i === at()"
              [attr.aria-label]="one.label"
              [attr.aria-description]="one.about ?? null"
              (pointerdown)="$event.preventDefault()"
              tabindex="-1"
              (pointermove)="at.set(i)"
              (keydown.enter)="choose(one)"
              (click)="choose(one)"
            >
              <b>{{ one.label }}</b>
              @if (one.about) {
                <span>{{ one.about }}</span>
              }
            </li>
          }
        </ul>
        @if (found().length === 0) {
          <p class="none" role="status">Nothing matches “{{ typed() }}”.</p>
        }
      </div>
    }
  `,
  styles: `
    .adds {
      border-style: dashed;
      background: transparent;
      color: var(--faint-ink);
      font-size: 0.8125rem;
    }
    .panel {
      position: fixed;
      inset: auto;
      width: min(24rem, calc(100vw - 16px));
      margin: 0;
      padding: 0.35rem;
      border: 1px solid var(--ink);
      border-radius: 4px;
      background: var(--sheet);
      color: var(--ink);
      box-shadow: 0 4px 14px rgb(0 0 0 / 18%);
    }
    input {
      width: 100%;
      padding: 0.2rem 0.4rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--paper);
      color: var(--ink);
      font: inherit;
    }
    ul {
      max-height: min(22rem, 45vh, var(--room, 45vh));
      margin: 0.3rem 0 0;
      padding: 0;
      overflow-y: auto;
      list-style: none;
      scrollbar-width: thin;
    }
    li {
      padding: 0.25rem 0.4rem;
      border-radius: 3px;
      cursor: pointer;
    }
    li.here {
      background: var(--wash);
      box-shadow: inset 3px 0 0 var(--contact);
    }
    b {
      display: block;
    }
    span,
    .none {
      color: var(--faint-ink);
      font-size: 0.8125rem;
    }
    .none {
      margin: 0.4rem;
    }
  `,
})
export class AddMenu {
  readonly words = input.required<string>();
  readonly label = input.required<string>();
  readonly choices = input.required<readonly AddChoice[]>();
  readonly chosen = output<string>();

  private readonly injector = inject(Injector);
  private readonly opener = viewChild.required<ElementRef<HTMLElement>>('opener');
  private readonly panel = viewChild<ElementRef<HTMLElement>>('panel');
  private readonly filter = viewChild<ElementRef<HTMLInputElement>>('filter');
  protected readonly id = `add-menu-${menus++}`;
  protected readonly open = signal(false);
  protected readonly typed = signal('');
  /** Which of the choices that are found the keyboard is on. */
  protected readonly at = signal(0);
  protected readonly found = computed(() => foundAmong(this.choices(), this.typed()));

  protected show(): void {
    this.typed.set('');
    this.at.set(0);
    this.open.set(true);
    afterNextRender(() => this.place(), { injector: this.injector });
  }

  protected close(): void {
    this.open.set(false);
    this.opener().nativeElement.focus();
  }

  protected search(text: string): void {
    this.typed.set(text);
    this.at.set(0);
  }

  protected choose({ value }: AddChoice): void {
    this.close();
    this.chosen.emit(value);
  }

  /** The list closes once the focus is elsewhere. */
  protected left({ relatedTarget }: FocusEvent): void {
    if (!(relatedTarget instanceof Node) || !this.panel()?.nativeElement.contains(relatedTarget)) this.open.set(false);
  }

  protected key(event: KeyboardEvent): void {
    const last = this.found().length - 1;
    const to: Readonly<Record<string, number>> = {
      ArrowDown: Math.min(last, this.at() + 1),
      ArrowUp: Math.max(0, this.at() - 1),
      PageDown: Math.min(last, this.at() + 6),
      PageUp: Math.max(0, this.at() - 6),
    };
    // No key that is meant for the list reaches the page behind it.
    event.stopPropagation();
    if (event.key in to) {
      this.at.set(to[event.key]);
      afterNextRender(() => this.panel()?.nativeElement.querySelector('.here')?.scrollIntoView({ block: 'nearest' }), {
        injector: this.injector,
      });
    } else if (event.key === 'Enter') {
      const one = this.found().at(this.at());
      if (one) this.choose(one);
    } else if (event.key === 'Escape') this.close();
    else return;
    event.preventDefault();
  }

  /** Opens the list below its button; above it, if there is more room. */
  private place(): void {
    const panel = this.panel()?.nativeElement;
    if (!panel) return;
    panel.showPopover();
    const from = this.opener().nativeElement.getBoundingClientRect();
    const { width, height } = panel.getBoundingClientRect();
    const isBelow = from.bottom + height + margin <= innerHeight || from.top < innerHeight - from.bottom;
    panel.style.left = `${Math.max(margin, Math.min(from.left, innerWidth - width - margin))}px`;
    // The list stays at its button while a search makes it shorter.
    const [near, room] = isBelow ? [from.bottom, innerHeight - from.bottom] : [innerHeight - from.top, from.top];
    panel.style[isBelow ? 'top' : 'bottom'] = `${near + 2}px`;
    panel.style.setProperty('--room', `${Math.max(120, room - margin - 50)}px`);
    this.filter()?.nativeElement.focus();
  }
}
