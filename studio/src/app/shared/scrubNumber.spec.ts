import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { ScrubNumber } from './scrubNumber';

describe('ScrubNumber', () => {
  let fixture: ComponentFixture<ScrubNumber>;
  let emitted: number[];
  let gestures: Set<string>;
  const box = (): HTMLInputElement => (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(ScrubNumber);
    for (const [name, value] of Object.entries({ value: 0.5, label: 'Amount', min: 0, max: 1 })) fixture.componentRef.setInput(name, value);
    emitted = [];
    gestures = new Set();
    fixture.componentInstance.changed.subscribe(({ value, gesture }) => {
      emitted.push(value);
      gestures.add(gesture);
      fixture.componentRef.setInput('value', value);
    });
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  const type = (text: string): void => {
    box().value = text;
    box().dispatchEvent(new Event('change'));
  };
  const pointer = (name: string, x: number): boolean =>
    box().dispatchEvent(new PointerEvent(name, { clientX: x, pointerId: 1, bubbles: true, cancelable: true }));

  it('takes what is typed, within bounds, and puts back what is no number', async () => {
    type('0,25');
    type('7');
    type('lots');
    type('');
    await fixture.whenStable();
    expect(emitted).toEqual([0.25, 1]);
    expect(box().value).toBe('1');
  });

  it('steps with the arrow keys', () => {
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', shiftKey: true }));
    expect(emitted).toEqual([0.51, 0.41]);
  });

  it('follows a sideways drag as one gesture', () => {
    spyOn(box(), 'setPointerCapture');
    spyOn(box(), 'hasPointerCapture').and.returnValue(true);
    spyOn(box(), 'releasePointerCapture');
    pointer('pointerdown', 100);
    pointer('pointermove', 101);
    pointer('pointermove', 120);
    pointer('pointermove', 140);
    pointer('pointerup', 140);
    expect(emitted).toEqual([0.6, 0.7]);
    expect(gestures.size).toBe(1);
  });

  it('has a name, and says its bounds', () => {
    expect(box().getAttribute('aria-label')).toBe('Amount');
    expect(box().title).toContain('0 to 1');
  });
});
