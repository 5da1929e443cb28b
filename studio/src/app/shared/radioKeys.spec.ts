import { ChangeDetectionStrategy, Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { RadioKeys } from './radioKeys';

@Component({
  selector: 'und-three',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RadioKeys],
  template: `
    <span undRadioKeys aria-label="Kind">
      @for (name of names; track name) {
        <button type="button" role="radio" [attr.aria-checked]="name === chosen()" [disabled]="name === 'c'" (click)="chosen.set(name)">
          {{ name }}
        </button>
      }
    </span>
  `,
})
class Three {
  readonly names = ['a', 'b', 'c', 'd'];
  readonly chosen = signal<string | undefined>(undefined);
}

describe('RadioKeys', () => {
  it('lets Tab reach the chosen one, and arrows choose round and round, past what is disabled', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(Three);
    document.body.append(fixture.nativeElement as Node);
    await fixture.whenStable();
    const radios = [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLButtonElement>('[role=radio]')];
    const reached = (): string =>
      radios
        .filter(({ tabIndex, disabled }) => tabIndex === 0 && !disabled)
        .map(({ textContent }) => textContent.trim())
        .join();
    const press = async (key: string): Promise<void> => {
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await fixture.whenStable();
    };
    // Nothing is chosen yet: the first is reached.
    expect(reached()).toBe('a');
    radios[0].focus();
    const chosen: (string | undefined)[] = [];
    for (const key of ['ArrowRight', 'ArrowDown', 'ArrowRight', 'ArrowLeft', 'ArrowUp', 'Enter']) {
      await press(key);
      chosen.push(fixture.componentInstance.chosen());
    }
    expect(chosen).toEqual(['b', 'd', 'a', 'd', 'b', 'b']);
    expect(reached()).toBe('b');
    expect(document.activeElement).toBe(radios[1]);
    (fixture.nativeElement as HTMLElement).remove();
  });
});
