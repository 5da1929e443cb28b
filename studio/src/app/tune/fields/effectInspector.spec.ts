import { provideHttpClient } from '@angular/common/http';
import { provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { effectKinds, newEffect } from '@undatio/core/internal';
import type { Effect } from '@undatio/core';
import { EffectInspector } from './effectInspector';

const kinds = Object.keys(effectKinds) as Effect['kind'][];

describe('EffectInspector', () => {
  let fixture: ComponentFixture<EffectInspector>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const fieldsIn = (selector: string): (string | undefined)[] =>
    [...element().querySelectorAll<HTMLElement>(selector)].map(({ dataset }) => dataset['field']);
  const frame = (): Promise<number> => new Promise((done) => requestAnimationFrame(done));

  beforeEach(() => {
    localStorage.setItem('undatio.lane.fold', 'open');
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    fixture = TestBed.createComponent(EffectInspector);
  });
  afterEach(() => localStorage.removeItem('undatio.lane.fold'));

  for (const kind of kinds) {
    it(`of ${kind} keeps every field in its place while a folded one is edited`, async () => {
      const effect = newEffect(kind, 'it', { clip: 'crack', picture: 'spark' });
      if (!effect) throw new Error(`no ${kind} was made`);
      fixture.componentRef.setInput('effect', effect);
      fixture.componentRef.setInput('others', []);
      fixture.autoDetectChanges();
      // One cell a frame, and at most a dozen before the fold.
      for (let frames = 0; frames < 60 && !element().querySelector('details'); frames++) await frame();
      await fixture.whenStable();
      const before = [fieldsIn(':scope > section [data-field]'), fieldsIn('details [data-field]')];
      expect(before[0].length).toBeGreaterThan(0);
      for (const change of [{ chance: 0.5 }, { delay: 0.25 }, { bodyLeaves: 'goes' }]) {
        fixture.componentRef.setInput('effect', { ...effect, ...change });
        await fixture.whenStable();
        expect([fieldsIn(':scope > section [data-field]'), fieldsIn('details [data-field]')])
          .withContext(JSON.stringify(change))
          .toEqual(before);
      }
    });
  }
});
