import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { projectWith } from '../../../testing';
import { fieldOf, type InspectedField } from '../sequenceEdits';
import { ValueEditor } from './valueEditor';

describe('ValueEditor', () => {
  let fixture: ComponentFixture<ValueEditor>;
  let last: unknown;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const mode = (name: string): HTMLButtonElement => element().querySelector(`[aria-label="${name}"]`) as HTMLButtonElement;
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
    mode('random in a range').click();
    await fixture.whenStable();
    expect(last).toEqual({ range: [0.4, 0.6] });
    expect(inputs()).toEqual(['0.4', '0.6']);
    mode('driven by the payload').click();
    await fixture.whenStable();
    expect(last).toEqual({ drive: 'damage', in: [0, 50], out: [0.4, 0.6] });
    mode('fixed').click();
    await fixture.whenStable();
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

  it('offers only fields that are numbers', () => {
    fixture.componentRef.setInput('value', { drive: 'damage', in: [0, 50], out: [0, 1] });
    TestBed.tick();
    expect([...element().querySelectorAll('option')].map(({ value }) => value)).toEqual(
      jasmine.arrayContaining(['damage', 'direction', 'strong']),
    );
    expect(element().textContent).not.toContain('Kind');
  });
});
