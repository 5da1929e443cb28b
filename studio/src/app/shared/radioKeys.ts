import { afterEveryRender, Directive, ElementRef, inject } from '@angular/core';

const steps: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * The keys of a radio group (ARIA Authoring Practices, radio group): Tab reaches the chosen one, arrow keys choose the next
 * or the one before, round and round.
 */
@Directive({ selector: '[undRadioKeys]', host: { role: 'radiogroup', '(keydown)': 'key($event)' } })
export class RadioKeys {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender({
      write: () => {
        const radios = this.radios();
        const chosen = radios.find((radio) => radio.getAttribute('aria-checked') === 'true') ?? radios[0];
        for (const radio of radios) radio.tabIndex = radio === chosen ? 0 : -1;
      },
    });
  }

  protected key(event: KeyboardEvent): void {
    const step = steps[event.key];
    const radios = this.radios();
    const here = radios.indexOf(event.target as HTMLButtonElement);
    if (step === undefined || here < 0) return;
    event.preventDefault();
    event.stopPropagation();
    const next = radios[(here + step + radios.length) % radios.length];
    next.focus();
    next.click();
  }

  private radios(): HTMLButtonElement[] {
    return [...this.element.querySelectorAll<HTMLButtonElement>('[role=radio]:not(:disabled)')];
  }
}
