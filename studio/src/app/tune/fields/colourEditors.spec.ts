import { provideZonelessChangeDetection, type OutputEmitterRef, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { GradientPoint } from '@undatio/core/internal';
import { projectWith } from '../../../testing';
import { fieldOf } from '../sequenceEdits';
import { ColourEditor } from './colourEditor';
import { EaseEditor } from '../../shared/easeEditor';
import { GradientEditor } from './gradientEditor';
import type { FieldChange } from './valueEditor';

/** Renders a component with inputs; `emitted` gathers what it emits, and hands values back as its owner would. */
async function render<C, T extends { changed: OutputEmitterRef<C> }>(
  type: Type<T>,
  inputs: Record<string, unknown>,
  valueOf: (change: C) => unknown,
): Promise<{ fixture: ComponentFixture<T>; element: HTMLElement; emitted: unknown[] }> {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const fixture = TestBed.createComponent(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const emitted: unknown[] = [];
  fixture.componentInstance.changed.subscribe((change) => {
    emitted.push(valueOf(change));
    fixture.componentRef.setInput('value', valueOf(change));
  });
  await fixture.whenStable();
  return { fixture, element: fixture.nativeElement as HTMLElement, emitted };
}

const valueOf = ({ value }: FieldChange): unknown => value;

describe('ColourEditor', () => {
  const inputs = { field: fieldOf('flash', 'colour'), value: '#ffffff', event: projectWith([]).events[0] };

  it('changes a fixed colour', async () => {
    const { element, emitted } = await render(ColourEditor, inputs, valueOf);
    const swatch = element.querySelector('input') as HTMLInputElement;
    swatch.value = '#ff7a1f';
    swatch.dispatchEvent(new Event('input'));
    expect(emitted).toEqual(['#ff7a1f']);
  });

  it('lets the kind of blow choose, and back', async () => {
    const { fixture, element, emitted } = await render(ColourEditor, inputs, valueOf);
    element.querySelector('button')?.click();
    await fixture.whenStable();
    expect(emitted).toEqual([{ by: 'kind', of: {}, otherwise: '#ffffff' }]);
    const [, ember] = element.querySelectorAll('input');
    ember.value = '#aa0000';
    ember.dispatchEvent(new Event('input'));
    expect(emitted[1]).toEqual({ by: 'kind', of: { ember: '#aa0000' }, otherwise: '#ffffff' });
    await fixture.whenStable();
    element.querySelector('button')?.click();
    expect(emitted[2]).toBe('#ffffff');
  });
});

describe('GradientEditor', () => {
  const points: GradientPoint[] = [
    { at: 0, colour: '#ffffff' },
    { at: 1, colour: '#00000000' },
  ];
  const stops = (element: HTMLElement): HTMLButtonElement[] => [...element.querySelectorAll<HTMLButtonElement>('.stop')];

  it('shows the chosen stop’s colour and alpha, and changes them apart', async () => {
    const { fixture, element, emitted } = await render(
      GradientEditor,
      { field: fieldOf('burst', 'colourOverLife'), value: points },
      valueOf,
    );
    stops(element)[1].click();
    await fixture.whenStable();
    const [colour, , alpha] = element.querySelectorAll('input');
    expect([colour.value, alpha.value]).toEqual(['#000000', '0']);
    colour.value = '#123456';
    colour.dispatchEvent(new Event('input'));
    expect(emitted[0]).toEqual([points[0], { at: 1, colour: '#12345600' }]);
    alpha.value = '0.5';
    alpha.dispatchEvent(new Event('change'));
    expect(emitted[1]).toEqual([points[0], { at: 1, colour: '#12345680' }]);
  });

  it('adds a stop where it is asked to, moves it by keyboard between its neighbours, and keeps the last', async () => {
    const { fixture, element, emitted } = await render(
      GradientEditor,
      { field: fieldOf('burst', 'colourOverLife'), value: points },
      valueOf,
    );
    document.body.append(element);
    const strip = element.querySelector('.strip') as HTMLElement;
    const { left, top, width } = strip.getBoundingClientRect();
    strip.dispatchEvent(new MouseEvent('dblclick', { clientX: left + width / 2, clientY: top + 8, bubbles: true }));
    await fixture.whenStable();
    expect((emitted[0] as GradientPoint[]).map(({ at }) => Math.round(at * 10))).toEqual([0, 5, 10]);
    stops(element)[1].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    expect((emitted[1] as GradientPoint[])[1].at).toBeGreaterThan((emitted[0] as GradientPoint[])[1].at);
    for (let i = 0; i < 5; i++) {
      await fixture.whenStable();
      stops(element)[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete' }));
    }
    expect((emitted.at(-1) as GradientPoint[]).length).toBe(1);
    element.remove();
  });
});

describe('EaseEditor', () => {
  const inputs = { label: 'Easing', value: 'linear' };

  it('offers curves as they look, each with its name', async () => {
    const { element, emitted } = await render(EaseEditor, inputs, (ease: string) => ease);
    const curves = [...element.querySelectorAll<HTMLButtonElement>('[role=radio]')];
    expect(new Set(curves.map((curve) => curve.querySelector('path')?.getAttribute('d'))).size).toBe(curves.length);
    expect(curves.filter((curve) => curve.getAttribute('aria-checked') === 'true').map((curve) => curve.title)).toEqual(['linear']);
    curves[2].click();
    expect(emitted).toEqual(['ease-out']);
  });

  it('takes any CSS easing that is typed, and tells one that is none', async () => {
    const { element, emitted } = await render(EaseEditor, inputs, (ease: string) => ease);
    const box = element.querySelector('input') as HTMLInputElement;
    box.value = ' linear(0, 0.3 60%, 1) ';
    box.dispatchEvent(new Event('change'));
    box.value = 'wobble(3)';
    box.dispatchEvent(new Event('change'));
    expect(emitted).toEqual(['linear(0, 0.3 60%, 1)']);
    expect(box.validationMessage).toContain('expected a CSS easing');
    expect(box.value).not.toBe('wobble(3)');
  });
});
