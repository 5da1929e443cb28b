import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { projectWith } from '../../../testing';
import { PayloadFieldControl, type PayloadChange } from './payloadFieldControl';

describe('the control of a payload field', () => {
  const fields = new Map(projectWith([]).events[0].fields.map((field) => [field.name, field]));
  let fixture: ComponentFixture<PayloadFieldControl>;
  let last: PayloadChange | undefined;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const show = async (name: string, value: unknown, ample = false): Promise<void> => {
    fixture.componentRef.setInput('field', fields.get(name));
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('ample', ample);
    await fixture.whenStable();
  };

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(PayloadFieldControl);
    fixture.componentInstance.changed.subscribe((change) => (last = change));
  });

  it('shows the default where nothing, or something of another sort, is given', async () => {
    await show('damage', undefined);
    expect(element().querySelector('input')?.value).toBe('10');
    await show('damage', 'much');
    expect(element().querySelector('input')?.value).toBe('10');
    await show('damage', 23);
    expect(element().querySelector('input')?.value).toBe('23');
  });

  it('is a slider to play with, or a number among others', async () => {
    await show('damage', 23, true);
    const slider = element().querySelector<HTMLInputElement>('input[type="range"]');
    expect([slider?.min, slider?.max, slider?.value]).toEqual(['0', '50', '23']);
    if (slider) {
      slider.value = '31';
      slider.dispatchEvent(new Event('input'));
    }
    expect(last).toEqual({ value: 31 });
    await show('damage', 23);
    expect(element().querySelector('input[type="range"]')).toBeNull();
  });

  it('is a dial for a direction to play with', async () => {
    await show('direction', 90, true);
    expect(element().querySelector('[role="slider"]')?.getAttribute('aria-valuenow')).toBe('90');
  });

  it('chooses one of a kind, in either form', async () => {
    await show('kind', 'ember', true);
    const options = [...element().querySelectorAll<HTMLElement>('[role="radio"]')];
    expect(options.map((one) => one.getAttribute('aria-checked'))).toEqual(['false', 'true']);
    options[0].click();
    expect(last).toEqual({ value: 'plain' });
    await show('kind', 'plain');
    const select = element().querySelector('select');
    if (select) {
      select.value = 'ember';
      select.dispatchEvent(new Event('change'));
    }
    expect(last).toEqual({ value: 'ember' });
  });

  it('switches a flag', async () => {
    await show('strong', true);
    const button = element().querySelector<HTMLElement>('[role="switch"]');
    expect(button?.getAttribute('aria-label')).toBe('Strong: on');
    button?.click();
    expect(last).toEqual({ value: false });
  });
});
