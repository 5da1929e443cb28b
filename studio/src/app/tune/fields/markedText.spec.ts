import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { captionMarks } from '@undatio/core/internal';
import { projectWith } from '../../../testing';
import { MarkedText } from './markedText';

describe('a text with marks', () => {
  let fixture: ComponentFixture<MarkedText>;
  let said: string[];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const box = (): HTMLTextAreaElement => element().querySelector('textarea') as HTMLTextAreaElement;
  const press = (label: string): void => element().querySelector<HTMLElement>(`[aria-label="Insert ${label}"]`)?.click();

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(MarkedText);
    said = [];
    fixture.componentInstance.changed.subscribe((text) => said.push(text));
    for (const [name, value] of Object.entries({ inputId: 'x', value: 'ab', marks: captionMarks, event: projectWith([]).events[0] }))
      fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
  });

  it('puts a pause in at the caret, and selects it to be changed', () => {
    box().setSelectionRange(1, 1);
    press('pause');
    expect(said).toEqual(['a{wait 0.3}b']);
  });

  it('puts a moving span around what is selected', () => {
    box().setSelectionRange(0, 1);
    press('sway');
    expect(said).toEqual(['{sway: a}b']);
    expect([box().selectionStart, box().selectionEnd]).toEqual([7, 8]);
  });

  it('offers the fields of the event', () => {
    box().setSelectionRange(2, 2);
    press('{damage}');
    expect(said).toEqual(['ab{damage}']);
  });
});
