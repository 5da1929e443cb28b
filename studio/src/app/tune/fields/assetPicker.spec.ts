import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Asset } from '@undatio/core';
import { AudioService } from '../../playback/audioService';
import { ProjectApi } from '../../project/projectApi';
import { ProjectService } from '../../project/projectService';
import { AssetPicker } from './assetPicker';
import { matchesAsset } from './assetSearch';

const sound = (id: string, label: string, tags: string[]): Asset => ({
  type: 'sound',
  id,
  label,
  tags,
  file: `${id}.wav`,
  sha256: '',
  duration: 0.5,
  peaks: [1, 0.5],
});
const assets: Asset[] = [
  sound('crack-a', 'Lance crack A', ['lance', 'hit']),
  sound('crack-b', 'Lance crack B', ['lance', 'hit']),
  sound('drip', 'Sap drip', ['sap']),
  { type: 'picture', id: 'splat', label: 'Splat', file: 'splat.svg', sha256: '', tags: ['sap'], cells: 1 },
];

describe('matchesAsset', () => {
  it('finds by the beginnings of words in names and tags', () => {
    const found = (typed: string) => assets.filter((asset) => matchesAsset(asset, typed)).map(({ id }) => id);
    expect(found('')).toEqual(['crack-a', 'crack-b', 'drip', 'splat']);
    expect(found('cra')).toEqual(['crack-a', 'crack-b']);
    expect(found('sap')).toEqual(['drip', 'splat']);
    expect(found('lance b')).toEqual(['crack-b']);
    expect(found('ack')).toEqual([]);
  });
});

describe('AssetPicker', () => {
  let fixture: ComponentFixture<AssetPicker>;
  let heard: string[];
  let emitted: string[][];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const button = (name: RegExp): HTMLButtonElement =>
    [...element().querySelectorAll('button')].find((one) =>
      name.test(one.getAttribute('aria-label') ?? one.textContent),
    ) as HTMLButtonElement;
  const rows = (): HTMLButtonElement[] => [...element().querySelectorAll<HTMLButtonElement>('.row')];

  const show = async (inputs: Record<string, unknown>): Promise<void> => {
    fixture = TestBed.createComponent(AssetPicker);
    for (const [name, value] of Object.entries({ label: 'Pool', type: 'sound', several: true, assets, ...inputs }))
      fixture.componentRef.setInput(name, value);
    emitted = [];
    fixture.componentInstance.changed.subscribe((ids) => emitted.push(ids));
    document.body.append(element());
    await fixture.whenStable();
  };

  beforeEach(() => {
    heard = [];
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: AudioService, useValue: { preview: (id: string) => heard.push(id) } },
        { provide: ProjectApi, useValue: { assetUrl: () => 'data:image/svg+xml,<svg xmlns="http://www.w3.org/2000/svg"/>' } },
        { provide: ProjectService, useValue: { project: { id: 'league' } } },
      ],
    });
  });
  afterEach(() => fixture.destroy());

  it('adds several to a pool at once, found by a tag', async () => {
    await show({ chosen: ['drip'] });
    button(/Add sounds/).click();
    await fixture.whenStable();
    const search = element().querySelector('.tools input') as HTMLInputElement;
    search.value = 'hit';
    search.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(rows().map((row) => row.querySelector('.name')?.textContent)).toEqual(['Lance crack A', 'Lance crack B']);
    for (const row of rows()) row.click();
    await fixture.whenStable();
    button(/^Add 2/).click();
    expect(emitted).toEqual([['drip', 'crack-a', 'crack-b']]);
  });

  it('makes the pool of what is ticked alone', async () => {
    await show({ chosen: ['drip'] });
    button(/Add sounds/).click();
    await fixture.whenStable();
    expect(button(/^Only these/).disabled).toBeTrue();
    rows()[0].click();
    await fixture.whenStable();
    button(/^Only these/).click();
    expect(emitted).toEqual([['crack-a']]);
  });

  it('is heard by P and walked with the arrows', async () => {
    await show({ chosen: ['drip'] });
    button(/Add sounds/).click();
    await fixture.whenStable();
    rows()[0].focus();
    rows()[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'p' }));
    rows()[0].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    expect(document.activeElement).toBe(rows()[1]);
    expect(heard).toEqual(['crack-a']);
  });

  it('is heard when the pointer rests on it, and not when it only passes', async () => {
    await show({ chosen: ['drip', 'crack-b'] });
    jasmine.clock().install();
    const [drip, crack] = element().querySelectorAll('.entry');
    drip.dispatchEvent(new PointerEvent('pointerenter'));
    jasmine.clock().tick(100);
    drip.dispatchEvent(new PointerEvent('pointerleave'));
    crack.dispatchEvent(new PointerEvent('pointerenter'));
    jasmine.clock().tick(300);
    jasmine.clock().uninstall();
    expect(heard).toEqual(['crack-b']);
  });

  it('keeps one in a pool, and names what is missing at its place', async () => {
    await show({ chosen: ['crack-a', 'gone'] });
    expect(element().textContent).toContain('gone is not in this project');
    button(/Take out gone/).click();
    expect(emitted).toEqual([['crack-a']]);
    fixture.componentRef.setInput('chosen', ['crack-a']);
    await fixture.whenStable();
    expect(button(/Take out/)).toBeUndefined();
  });

  it('takes one picture at once, or none', async () => {
    await show({ type: 'picture', several: false, optional: true, chosen: [''] });
    button(/Choose/).click();
    await fixture.whenStable();
    rows()[0].click();
    fixture.componentRef.setInput('chosen', ['splat']);
    await fixture.whenStable();
    button(/Take out/).click();
    expect(emitted).toEqual([['splat'], ['']]);
  });
});
