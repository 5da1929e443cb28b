import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { DirectionRose, type DirectionValue } from './directionRose';

describe('DirectionRose', () => {
  let fixture: ComponentFixture<DirectionRose>;
  let value: DirectionValue;
  const find = (selector: string): SVGElement => (fixture.nativeElement as HTMLElement).querySelector(selector) as SVGElement;
  const set = async (part: Partial<DirectionValue>, blow: number | undefined = 0): Promise<void> => {
    value = { ...value, ...part };
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('blowAngle', blow);
    await fixture.whenStable();
  };
  /** Drags from the middle of the rose to a place around it, in px. */
  const drag = async (selector: string, dx: number, dy: number): Promise<void> => {
    const held = find(selector);
    const { left, top, width, height } = find('svg').getBoundingClientRect();
    held.setPointerCapture = () => undefined;
    held.hasPointerCapture = () => true;
    held.dispatchEvent(new PointerEvent('pointerdown', { pointerId: 1 }));
    held.dispatchEvent(new PointerEvent('pointermove', { pointerId: 1, clientX: left + width / 2 + dx, clientY: top + height / 2 + dy }));
    await fixture.whenStable();
  };
  const turnOf = (selector: string): number => Number(/rotate\(([-\d.]+)\)/.exec(find(selector).getAttribute('transform') ?? '')?.[1]);

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(DirectionRose);
    fixture.componentRef.setInput('label', 'Direction');
    fixture.componentRef.setInput('inputId', 'it');
    value = { mode: 'along', angle: 0, spread: 60 };
    fixture.componentInstance.changed.subscribe(({ value: next }) => {
      value = next as DirectionValue;
      fixture.componentRef.setInput('value', next);
    });
    document.body.append(fixture.nativeElement as HTMLElement);
    await set({});
  });
  afterEach(() => fixture.destroy());

  it('turns with the blow it hangs on, and not when it is fixed', async () => {
    await set({ angle: 20 }, 90);
    expect(turnOf('.arrow')).toBe(110);
    await set({ mode: 'against' }, 90);
    expect(turnOf('.arrow')).toBe(290);
    await set({ mode: 'fixed' }, 90);
    expect(turnOf('.arrow')).toBe(20);
  });

  it('goes on pointing the same way when its angle is counted from something else', async () => {
    await set({ mode: 'fixed', angle: -90 }, 30);
    const choose = async (mode: string): Promise<void> => {
      const select = (fixture.nativeElement as HTMLElement).querySelector('select') as HTMLSelectElement;
      select.value = mode;
      select.dispatchEvent(new Event('change'));
      await fixture.whenStable();
    };
    await choose('along');
    expect(value).toEqual({ mode: 'along', angle: -120, spread: 60 });
    expect(turnOf('.arrow')).toBe(-90);
    await choose('against');
    expect(value).toEqual({ mode: 'against', angle: 60, spread: 60 });
    // Any direction has no middle: the angle is kept for later.
    await choose('any');
    expect(value.angle).toBe(60);
  });

  it('takes an angle from where its arrow is dragged to, counted from the blow', async () => {
    await set({}, 90);
    await drag('.arrow', -30, 0);
    expect(value).toEqual({ mode: 'along', angle: 90, spread: 60 });
  });

  it('opens its wedge to both sides alike', async () => {
    await drag('.edge', 0, 30);
    expect(value.spread).toBe(180);
    await drag('.edge', -30, 0);
    expect(value.spread).toBe(360);
  });

  it('turns and opens by keyboard', () => {
    find('.arrow').dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    expect(value.angle).toBe(5);
    find('.edge[role="slider"]').dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', shiftKey: true }));
    expect(value.spread).toBe(58);
  });
});
