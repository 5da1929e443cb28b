import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { conditionKinds, outcomeKinds, type RuleKind } from '@undatio/core/internal';
import { fightProject } from '../../../testing';
import type { RuleChange } from '../ruleChange';
import { RuleFieldsEditor, type RuleRecord } from './ruleFieldsEditor';

describe('the fields of a rule', () => {
  const project = fightProject();
  let fixture: ComponentFixture<RuleFieldsEditor>;
  let last: RuleChange<RuleRecord> | undefined;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const labelled = <E extends HTMLElement>(label: string): E => {
    const found = element().querySelector<E>(`[aria-label="${label}"]`);
    if (!found) throw new Error(`nothing is called “${label}”: ${element().innerHTML}`);
    return found;
  };
  const rows = (): string[] => [...element().querySelectorAll('.row > .field-label')].map(({ textContent }) => textContent.trim());
  const choose = async (label: string, value: string): Promise<void> => {
    const select = labelled<HTMLSelectElement>(label);
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  const type = async (label: string, value: string): Promise<void> => {
    const box = labelled<HTMLInputElement>(label);
    box.value = value;
    box.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  const press = async (button: HTMLElement | undefined): Promise<void> => {
    button?.click();
    await fixture.whenStable();
  };
  const show = async (kind: RuleKind, document: RuleRecord): Promise<void> => {
    fixture.componentRef.setInput('kind', kind);
    fixture.componentRef.setInput('document', document);
    fixture.componentRef.setInput('choices', { project, event: project.events[0] });
    await fixture.whenStable();
  };

  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    fixture = TestBed.createComponent(RuleFieldsEditor);
    last = undefined;
    fixture.componentInstance.changed.subscribe((change) => {
      last = change;
      fixture.componentRef.setInput('document', change.value);
    });
  });

  it('are asked for only where they count: around somebody, a radius', async () => {
    await show(outcomeKinds['raise'], { outcome: 'raise', event: 'fall', on: 'target' });
    expect(rows()).toEqual(['Event', 'On', 'From', 'After', 'Payload']);
    await choose('On', 'around');
    expect(last?.value['on']).toBe('around');
    expect(rows()).toEqual(['Event', 'On', 'From', 'After', 'Around', 'Radius', 'At most', 'Speed', 'Except', 'Kinds', 'Sides', 'Payload']);
  });

  it('of a respawn are shown only if the body respawns', async () => {
    await show(outcomeKinds['away'], { outcome: 'away', of: 'target' });
    expect(rows()).toEqual(['Whom', 'Back after', 'After']);
    await show(outcomeKinds['away'], { outcome: 'away', of: 'target', back: 3 });
    expect(rows()).toEqual(['Whom', 'Back after', 'Where', 'Around it', 'Health', 'After']);
  });

  it('may be left out, set, and left out again', async () => {
    await show(conditionKinds['window'], { condition: 'window', of: 'target', status: 'guarding', from: 0 });
    expect(element().querySelector('[aria-label="To"]')).toBeNull();
    await press([...element().querySelectorAll('button')].find(({ textContent }) => textContent.includes('set…')));
    expect(last?.value['to']).toBe(1);
    await press(labelled('Leave To out'));
    expect('to' in (last?.value ?? {})).toBeFalse();
  });

  it('that are whole are made whole, and those of one drag share its gesture', async () => {
    await show(conditionKinds['nth'], { condition: 'nth', per: 'target', count: 'every', n: 3 });
    await type('Number', '4.4');
    expect(last?.value['n']).toBe(4);
    const box = labelled<HTMLInputElement>('Number');
    box.setPointerCapture = () => undefined;
    const at = (name: string, clientX: number) => new PointerEvent(name, { pointerId: 1, button: 0, clientX, bubbles: true });
    box.dispatchEvent(at('pointerdown', 0));
    const gestures = [40, 80].map((x) => {
      box.dispatchEvent(at('pointermove', x));
      return last?.gesture;
    });
    box.dispatchEvent(at('pointerup', 80));
    expect(gestures[0]).toBeDefined();
    expect(gestures[1]).toBe(gestures[0]);
  });

  it('that are several names keep the order in which they are offered', async () => {
    await show(conditionKinds['one-of'], { condition: 'one-of', field: 'kind', values: ['ember'] });
    const options = [...element().querySelectorAll<HTMLElement>('[role="group"] button')];
    expect(options.map(({ textContent }) => textContent.trim())).toEqual(['plain', 'ember']);
    await press(options[0]);
    expect(last?.value['values']).toEqual(['plain', 'ember']);
    await press(options[1]);
    expect(last?.value['values']).toEqual(['plain']);
  });

  it('that are values of another field keep to what that field may be: nothing that it has not stays chosen', async () => {
    await show(conditionKinds['one-of'], { condition: 'one-of', field: 'kind', values: ['ember'] });
    await choose('Field', 'strong');
    expect(last?.value).toEqual({ condition: 'one-of', field: 'strong', values: ['on'] });
    await show(conditionKinds['one-of'], { condition: 'one-of', field: 'strong', values: ['off'] });
    await choose('Field', 'kind');
    expect(last?.value).toEqual({ condition: 'one-of', field: 'kind', values: ['plain'] });
  });

  it('draw the stretch of time that their kind declares, and none where there is no end', async () => {
    await show(conditionKinds['window'], { condition: 'window', of: 'target', status: 'guarding', from: 0.05, to: 0.2 });
    expect(element().querySelector('und-window-axis svg')?.getAttribute('aria-label')).toBe('open from 0.05 to 0.2 seconds');
    await show(conditionKinds['cooldown'], { condition: 'cooldown', per: 'target', seconds: 2 });
    expect(element().querySelector('und-window-axis svg')?.getAttribute('aria-label')).toBe('open from 0 to 2 seconds');
    await show(conditionKinds['nth'], { condition: 'nth', per: 'target', count: 'every', n: 3 });
    expect(element().querySelector('und-window-axis')).toBeNull();
  });

  it('that are numbers of an outcome are fixed, random, read, or read through a curve, near the one there was', async () => {
    await show(outcomeKinds['harm'], { outcome: 'harm', of: 'target', points: 8 });
    await choose('Points, how', 'random');
    expect(last?.value['points']).toEqual({ range: [4, 8] });
    await type('Points, low end', '10');
    expect(last?.value['points']).toEqual({ range: [10, 10] });
    await choose('Points, how', 'read');
    expect(last?.value['points']).toEqual({ of: { read: 'harm' } });
    await type('Points, times', '0.5');
    expect(last?.value['points']).toEqual({ of: { read: 'harm' }, times: 0.5 });
    await type('Points, times', '1');
    expect(last?.value['points']).toEqual({ of: { read: 'harm' } });
    await choose('Points, what is read', 'health');
    expect(last?.value['points']).toEqual({ of: { read: 'health', of: 'target' } });
    await choose('Points, how', 'curve');
    expect(last?.value['points']).toEqual({ of: { read: 'health', of: 'target' }, in: [0, 100], out: [0, 10] });
    await type('Points, output to', '3');
    await press(labelled('steps(3)'));
    expect(last?.value['points']).toEqual({ of: { read: 'health', of: 'target' }, in: [0, 100], out: [0, 3], ease: 'steps(3)' });
    await choose('Points, how', 'fixed');
    expect(typeof last?.value['points']).toBe('number');
  });

  it('give another payload its fields: a number, a constant, or what this event’s field says', async () => {
    await show(outcomeKinds['raise'], { outcome: 'raise', event: 'lance-hit', on: 'target', payload: { damage: 3, kind: 'ember' } });
    await type('Damage', '7');
    expect(last?.value['payload']).toEqual({ damage: 7, kind: 'ember' });
    await choose('Kind', 'plain');
    expect(last?.value['payload']).toEqual({ damage: 7, kind: 'plain' });
    await choose('Kind, how', 'kind');
    expect(last?.value['payload']).toEqual({ damage: 7, kind: { field: 'kind' } });
    await choose('Kind, how', '');
    expect(last?.value['payload']).toEqual({ damage: 7, kind: 'plain' });
    await press(labelled('Leave Damage as it comes'));
    expect(last?.value['payload']).toEqual({ kind: 'plain' });
  });
});
