import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { EnvelopePoint } from '@undatio/core/internal';
import { takeOf } from '../../../testing';
import { EnvelopeEditor } from './envelopeEditor';
import { LifeAxis } from '../strip/lifeAxis';
import { TimeAxis } from '../strip/timeAxis';

describe('EnvelopeEditor', () => {
  let fixture: ComponentFixture<EnvelopeEditor>;
  let points: EnvelopePoint[];
  const circles = (): SVGCircleElement[] => [...(fixture.nativeElement as HTMLElement).querySelectorAll('circle')];
  const key = (index: number, name: string): boolean => circles()[index].dispatchEvent(new KeyboardEvent('keydown', { key: name }));

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(EnvelopeEditor);
    points = [
      { at: 0, value: 1, ease: 'ease-out' },
      { at: 0.5, value: 0.5 },
      { at: 1, value: 0 },
    ];
    const set = (): void => fixture.componentRef.setInput('value', points);
    const inputs = {
      label: 'Envelope',
      life: new LifeAxis(
        new TimeAxis(0, 1, 1000, false),
        takeOf([{ kind: 'flash', id: 'flash', delay: 0.2, duration: 0.4 }]).firings[0],
        0.4,
      ),
    };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    set();
    fixture.componentInstance.changed.subscribe(({ value }) => {
      points = value as EnvelopePoint[];
      set();
    });
    await fixture.whenStable();
  });

  it('stands its points on the strip’s own time axis', () => {
    expect(circles().map((circle) => Math.round(Number(circle.getAttribute('cx'))))).toEqual([200, 400, 600]);
    const [high, middle, low] = circles().map((circle) => Number(circle.getAttribute('cy')));
    expect(middle).toBe((high + low) / 2);
  });

  it('moves a point by keyboard, never past its neighbours', async () => {
    key(1, 'ArrowRight');
    key(1, 'ArrowUp');
    await fixture.whenStable();
    expect(points[1]).toEqual({ at: 0.52, value: 0.55 });
    for (let i = 0; i < 80; i++) {
      key(1, 'ArrowLeft');
      await fixture.whenStable();
    }
    expect(points[1].at).toBe(0.001);
  });

  it('takes the place of a point in seconds as well, never past its neighbours', async () => {
    circles()[1].dispatchEvent(new FocusEvent('focus'));
    await fixture.whenStable();
    const box = (fixture.nativeElement as HTMLElement).querySelector<HTMLInputElement>('input[aria-label="Point time"]');
    if (!box) throw new Error('there is no box for seconds');
    // Half of 0.4 s.
    expect(Number(box.value)).toBe(0.2);
    for (const [typed, at] of [
      ['0.1', 0.25],
      ['100ms', 0.25],
      ['0.3', 0.75],
      ['9', 0.999],
    ] as const) {
      box.value = typed;
      box.dispatchEvent(new Event('change'));
      await fixture.whenStable();
      expect(points[1].at).withContext(typed).toBeCloseTo(at, 3);
    }
  });

  it('adds and removes points, and keeps the last', async () => {
    key(0, 'Insert');
    await fixture.whenStable();
    expect(points.map(({ at }) => at)).toEqual([0, 0.25, 0.5, 1]);
    for (let i = 0; i < 6; i++) {
      key(0, 'Delete');
      await fixture.whenStable();
    }
    expect(points.length).toBe(1);
  });
});
