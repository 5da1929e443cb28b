import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { DirectionDial } from './directionDial';

describe('DirectionDial', () => {
  let fixture: ComponentFixture<DirectionDial>;
  let value: number;
  const dial = (): SVGSVGElement => (fixture.nativeElement as HTMLElement).querySelector('svg') as SVGSVGElement;
  const key = (name: string, shiftKey = false): boolean => dial().dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey }));

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(DirectionDial);
    fixture.componentRef.setInput('label', 'Direction');
    fixture.componentRef.setInput('value', 0);
    value = 0;
    fixture.componentInstance.changed.subscribe((next) => {
      value = next;
      fixture.componentRef.setInput('value', next);
    });
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  it('turns by keyboard and comes round', async () => {
    key('ArrowRight');
    await fixture.whenStable();
    expect(value).toBe(5);
    for (let i = 0; i < 5; i++) {
      key('PageUp');
      await fixture.whenStable();
    }
    expect(value).toBe(-130);
    key('ArrowLeft', true);
    expect(value).toBe(-131);
  });

  it('points where the pointer is, +y downward', () => {
    spyOn(dial(), 'setPointerCapture');
    const { left, top, width, height } = dial().getBoundingClientRect();
    const press = (dx: number, dy: number): boolean =>
      dial().dispatchEvent(
        new PointerEvent('pointerdown', { clientX: left + width / 2 + dx, clientY: top + height / 2 + dy, pointerId: 1 }),
      );
    press(20, 0);
    expect(value).toBe(0);
    press(0, 20);
    expect(value).toBe(90);
    press(-20, 0);
    expect(value).toBe(180);
    press(14, -14);
    expect(value).toBe(-45);
  });

  it('says its direction in words', async () => {
    key('PageUp');
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('down right');
    expect(dial().getAttribute('aria-valuetext')).toBe('45 degrees');
  });
});
