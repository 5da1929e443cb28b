import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { WindowAxis } from './windowAxis';

describe('a window on its axis', () => {
  let fixture: ComponentFixture<WindowAxis>;
  const changes: { end: string; value: number; gesture: string }[] = [];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const edges = (): SVGRectElement[] => [...element().querySelectorAll<SVGRectElement>('.edge')];
  /** Drags an end by so many pixels of the axis. */
  const drag = (edge: SVGRectElement, ...steps: number[]): void => {
    edge.setPointerCapture = () => undefined;
    const at = (name: string, clientX: number) => new PointerEvent(name, { pointerId: 1, button: 0, clientX, bubbles: true });
    edge.dispatchEvent(at('pointerdown', 0));
    for (const step of steps) edge.dispatchEvent(at('pointermove', step));
    edge.dispatchEvent(at('pointerup', steps[steps.length - 1]));
  };
  const show = async (inputs: Record<string, unknown>): Promise<void> => {
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
  };

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(WindowAxis);
    changes.length = 0;
    fixture.componentInstance.changed.subscribe((change) => changes.push(change));
  });

  it('reaches a round stretch past its end, and marks where the moment stands', async () => {
    await show({ from: 0, to: 0.18, now: 0.1 });
    expect([...element().querySelectorAll('text')].map(({ textContent }) => textContent)).toEqual(['0', '0.125', '0.25', '0.375', '0.5']);
    // A fifth of half a second, on 228 px from 6.
    expect(Number(element().querySelector('.now')?.getAttribute('x1'))).toBeCloseTo(6 + 228 * 0.2, 6);
    expect(Number(element().querySelector('.open')?.getAttribute('width'))).toBeCloseTo(228 * 0.36, 6);
  });

  it('is dragged by its ends in hundredths, as one gesture, and never turned about', async () => {
    await show({ from: 0.1, to: 0.3 });
    const [from, to] = edges();
    // The axis shows half a second: 45.6 px are a tenth.
    drag(to, 45.6, 91.2);
    expect(changes.map(({ end, value }) => [end, value])).toEqual([
      ['to', 0.4],
      ['to', 0.5],
      ['to', 0.5],
    ]);
    expect(new Set(changes.map(({ gesture }) => gesture)).size).toBe(1);
    changes.length = 0;
    drag(from, 91.2, 136.8);
    // A tenth and two tenths on is where it ends: it goes no further.
    expect(changes.map(({ value }) => value)).toEqual([]);
    drag(from, -456);
    expect(changes.map(({ value }) => value)).toEqual([0, 0]);
  });

  it('of a length alone has but one end', async () => {
    await show({ from: 0, to: 2, draggable: ['to'] });
    expect(edges().length).toBe(1);
    await show({ to: undefined });
    expect(element().querySelector('svg')?.getAttribute('aria-label')).toBe('open from 0 to its end seconds');
  });
});
