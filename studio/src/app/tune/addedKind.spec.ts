import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Effect } from '@undatio/core';
import {
  compileContext,
  compileSequence,
  effectKinds,
  newEffect,
  readOut,
  strike,
  type EffectKind,
  type EngineTake,
} from '@undatio/core/internal';
import { wobble } from '@undatio/core/testing/wobble';
import { projectWith } from '../../testing';
import { EffectInspector, type InspectorChange } from './fields/effectInspector';
import { signatureOf } from '../signatures/signature';
import { drawChannel } from './strip/channelPath';
import { TimeAxis } from './strip/timeAxis';

const axis = new TimeAxis(0, 1, 1000, false);

/** The studio knows of kinds only what they say of themselves: one that it has never seen is everywhere at once. */
describe('a kind of effect that the studio has never seen', () => {
  let effect: Effect;

  beforeAll(() => {
    (effectKinds as Record<string, EffectKind>)['wobble'] = wobble as unknown as EffectKind;
    effect = newEffect('wobble' as Effect['kind'], 'lean') as Effect;
  });
  afterAll(() => delete (effectKinds as Record<string, EffectKind>)['wobble']);

  it('has its fields in the inspector, to be changed', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(EffectInspector);
    const changes: InspectorChange[] = [];
    fixture.componentRef.setInput('effect', effect);
    fixture.componentRef.setInput('others', []);
    fixture.componentInstance.changed.subscribe((change) => changes.push(change));
    await fixture.whenStable();
    const shown = fixture.nativeElement as HTMLElement;
    await new Promise((done) => setTimeout(done, 200));
    await fixture.whenStable();
    expect(shown.textContent).toContain('Frequency');
    const lean = shown.querySelector<HTMLInputElement>('input[aria-label="Lean"]');
    if (!lean) throw new Error(`no number Lean in ${shown.textContent}`);
    lean.value = '30';
    lean.dispatchEvent(new Event('input'));
    lean.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    lean.dispatchEvent(new Event('change'));
    expect(changes.map(({ name, value }) => [name, value])).toEqual([['lean', 30]]);
  });

  it('is drawn in its lane and in the ribbon, to the scale that it names', () => {
    const project = projectWith([]);
    const takeOf = (lean: number): EngineTake => {
      const swinging = { ...effect, lean, damping: 0, envelope: [{ at: 0, value: 1 }] } as unknown as Effect;
      return strike(compileSequence({ ...project.sequences[0], effects: [swinging] }, [], compileContext(project)), {});
    };
    const take = takeOf(20);
    const drawing = drawChannel(take.firings, axis, { height: 42 });
    expect(drawing.peak).toBeCloseTo(20, 0);
    expect([drawing.start, drawing.end]).toEqual([0, jasmine.any(Number)]);
    const amounts = signatureOf(take, axis, () => []).amounts.get('body') ?? [];
    const gentle = signatureOf(takeOf(5), axis, () => []).amounts.get('body') ?? [];
    expect(amounts[0]).toBeGreaterThan(0);
    expect(gentle[0]).toBeCloseTo(amounts[0] / 4, 6);
    expect(readOut(take).visibleTime).toBeCloseTo(0.6, 9);
  });
});
