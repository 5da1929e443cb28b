import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { projectWith } from '../../../testing';
import { fieldOf, type InspectedField } from '../sequenceEdits';
import { ValueEditor } from './valueEditor';

describe('ValueEditor', () => {
  let fixture: ComponentFixture<ValueEditor>;
  let last: unknown;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  /** Chooses a way in the menu that says how the number comes about. */
  const choose = async (way: string): Promise<void> => {
    (element().querySelector('.how') as HTMLButtonElement).click();
    await fixture.whenStable();
    const items = [...document.querySelectorAll<HTMLElement>('.p-menu-item-link')];
    items.find(({ textContent }) => textContent.trim() === way)?.click();
    await fixture.whenStable();
  };
  const inputs = (): string[] => [...element().querySelectorAll('input')].map(({ value }) => value);

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(ValueEditor);
    fixture.componentRef.setInput('field', fieldOf('flash', 'amount') as InspectedField);
    fixture.componentRef.setInput('value', 0.5);
    fixture.componentRef.setInput('event', projectWith([]).events[0]);
    fixture.componentRef.setInput('payload', { damage: 25 });
    fixture.componentInstance.changed.subscribe(({ value }) => {
      last = value;
      fixture.componentRef.setInput('value', value);
    });
    await fixture.whenStable();
  });

  it('turns a number into a range and a driven value, and back', async () => {
    await choose('random between');
    expect(last).toEqual({ range: [0.4, 0.6] });
    expect(inputs()).toEqual(['0.4', '0.6']);
    await choose('follows Damage');
    expect(element().querySelector('.how')?.textContent).toContain('follows Damage');
    expect(last).toEqual({ drive: 'damage', in: [0, 50], out: [0.4, 0.6] });
    await choose('fixed');
    expect(last).toBe(0.5);
  });

  it('marks where the present payload stands on the transfer curve', async () => {
    fixture.componentRef.setInput('value', { drive: 'damage', in: [0, 50], out: [0.2, 1] });
    await fixture.whenStable();
    // Damage 25 is halfway: 0.2 + 0.8 / 2.
    expect(element().querySelector('.now')?.textContent).toContain('0.6');
    expect(element().querySelector('circle')?.getAttribute('cx')).toBe('30');
  });

  it('never turns a range upside down', async () => {
    fixture.componentRef.setInput('value', { range: [0.2, 0.4] });
    await fixture.whenStable();
    const [low] = element().querySelectorAll('input');
    low.value = '0.9';
    low.dispatchEvent(new Event('change'));
    expect(last).toEqual({ range: [0.9, 0.9] });
  });

  it('offers only fields that are numbers', async () => {
    (element().querySelector('.how') as HTMLButtonElement).click();
    await fixture.whenStable();
    const offered = [...document.querySelectorAll('.p-menu-item-link')].map(({ textContent }) => textContent.trim());
    expect(offered).toEqual(['fixed', 'random between', 'follows Damage', 'follows Direction', 'follows Strong']);
  });
});
