import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { fieldsOfKind, effectKinds, type CurvesField, type EnvelopePoint } from '@undatio/core/internal';
import { CurvesEditor } from './curvesEditor';

type Curves = Partial<Record<string, EnvelopePoint[]>>;

describe('CurvesEditor', () => {
  let fixture: ComponentFixture<CurvesEditor>;
  let curves: Curves;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const press = async (name: string): Promise<void> => {
    const button = [...element().querySelectorAll('button')].find(({ textContent }) => textContent.trim() === name);
    if (!button) throw new Error(`no button ${name}`);
    button.click();
    await fixture.whenStable();
  };

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(CurvesEditor);
    curves = {};
    fixture.componentRef.setInput('field', fieldsOfKind(effectKinds.caption)['staying'] as CurvesField);
    fixture.componentRef.setInput('value', curves);
    fixture.componentInstance.changed.subscribe(({ value }) => {
      curves = value as Curves;
      fixture.componentRef.setInput('value', curves);
    });
    await fixture.whenStable();
  });

  it('starts from a set, and tells which it is', async () => {
    await press('bob');
    expect(Object.keys(curves)).toEqual(['y']);
    const pressed = [...element().querySelectorAll('[aria-pressed=true]')].map(({ textContent }) => textContent.trim());
    expect(pressed).toEqual(['bob']);
    await press('none');
    expect(curves).toEqual({});
  });

  it('adds a curve that changes nothing yet, shapes it, and leaves it out again', async () => {
    await press('alpha');
    await press('Change alpha');
    expect(curves['alpha']?.map(({ value }) => value)).toEqual([1, 1]);
    element()
      .querySelector('circle')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    await fixture.whenStable();
    expect(curves['alpha']?.[0].value).toBe(0.95);
    await press('Leave alpha as it is');
    expect(curves).toEqual({});
  });

  it('names the curves that are not changed', () => {
    const tabs = [...element().querySelectorAll('[role=radio]:not(.ease)')].map((tab) => tab.getAttribute('aria-label'));
    expect(tabs).toEqual(['x', 'y', 'turn', 'size', 'alpha'].map((name) => `${name}, not changed`));
  });
});
