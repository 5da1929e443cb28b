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
} from '@angular/core';
import { MenuModule, type Menu } from 'primeng/menu';

export interface AddChoice {
  readonly value: string;
  readonly label: string;
  /** One sentence about it. */
  readonly about?: string;
}

/** A button that offers what can be added, and adds what is chosen: nothing happens while one looks through the list. */
@Component({
  selector: 'und-add-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MenuModule],
  template: `
    <button
      type="button"
      class="plain adds"
      aria-haspopup="menu"
      [attr.aria-label]="label() + ', ' + words()"
      [attr.aria-expanded]="open()"
      [disabled]="choices().length === 0"
      (click)="offer($event)"
    >
      {{ words() }}
    </button>
    @if (open()) {
      <p-menu #menu [popup]="true" [model]="items()" appendTo="body" (onHide)="open.set(false)" />
    }
  `,
  styles: `
    .adds {
      border-style: dashed;
      background: transparent;
      color: var(--faint-ink);
      font-size: 0.8125rem;
    }
  `,
})
export class AddMenu {
  readonly words = input.required<string>();
  readonly label = input.required<string>();
  readonly choices = input.required<readonly AddChoice[]>();
  readonly chosen = output<string>();

  private readonly injector = inject(Injector);
  private readonly menu = viewChild<Menu>('menu');
  protected readonly open = signal(false);
  protected readonly items = computed(() =>
    this.choices().map(({ value, label, about }) => ({ label, title: about, command: () => this.chosen.emit(value) })),
  );

  protected offer(event: Event): void {
    const from = event.currentTarget;
    this.open.set(true);
    afterNextRender(() => this.menu()?.show({ ...event, currentTarget: from, target: from } as Event), { injector: this.injector });
  }
}
