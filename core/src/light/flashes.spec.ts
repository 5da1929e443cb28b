import fc from 'fast-check';
import { compileContext } from '../checks/compileContext.js';
import { projectWith } from '../testing/projects.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { FlashWatch, type FlashCountAt } from './flashWatch.js';
import { isOver, readFlashes } from './flashReading.js';
import { LightCanvas } from './lightCanvas.js';
import { LightPainter } from './lightPainter.js';
import { evenly } from '../testing/evenly.js';

const steady = [
  { at: 0, value: 1 },
  { at: 1, value: 1 },
];
const view = { width: 960, height: 540, columns: 96 };

/** What is counted of the whole view that flashes on ground of one colour: so often, every so many seconds. */
function counted(
  flash: { colour?: string; amount?: number; times?: number; every?: number },
  ground = '#000000',
): Record<string, FlashCountAt> {
  const { colour = '#ffffff', amount = 1, times = 4, every = 0.25 } = flash;
  const project = projectWith([
    { kind: 'lens', id: 'lens', split: 0, flash: amount, colour, envelope: steady, duration: 0.125, repeat: { count: times, every } },
  ]);
  const setUp = { background: { of: 'colour' as const, colour: ground }, ground: false };
  const painter = new LightPainter({ project, setUp, background: 'own', pictures: new Map() }, view);
  const take = strike(compileSequence(project.sequences[0], ['sequences', 0], compileContext(project)));
  const frame = take.createFrame();
  const found = readFlashes({ start: take.start, duration: take.duration, sample: (t) => take.sample(t, frame) }, painter);
  return Object.fromEntries(found.map((one) => [one.sort, one]));
}

/** The same of so many cells of a view that turn white and black again, four times within a second. */
function countedCells(cells: readonly number[], columns = 96, rows = 54): FlashCountAt {
  const watch = new FlashWatch(columns, rows);
  const canvas = new LightCanvas(columns, rows);
  for (let k = 0; k <= 60; k++) {
    canvas.fill(0, 0, 0);
    if (k % 15 >= 7) for (const i of cells) canvas.blend(i, { r: 1, g: 1, b: 1, a: 1 }, 1);
    watch.add(k / 60, canvas);
  }
  return watch.worst()[0];
}

/** Cells of a rectangle. */
const block = (left: number, top: number, width: number, height: number): number[] =>
  Array.from({ length: width * height }, (_, k) => (top + Math.floor(k / width)) * 96 + left + (k % width));

describe('flashes, by the thresholds of WCAG 2.2', () => {
  it('are over with the fourth in a second, and not with the third', () => {
    expect(counted({ times: 4 })['general'].flashes).toBe(4);
    expect(isOver(counted({ times: 4 })['general'])).toBeTrue();
    expect(isOver(counted({ times: 3 })['general'])).toBeFalse();
    // The last of four ends 1.025 s after the first began.
    expect(counted({ times: 4, every: 0.3 })['general'].flashes).toBe(3);
  });

  it('are changes of a tenth of full luminance, which is 0.3492 of a channel on black', () => {
    expect(counted({ amount: 0.345 })['general'].flashes).toBe(0);
    expect(counted({ amount: 0.353 })['general'].flashes).toBe(4);
  });

  it('have a darker image below 0.8', () => {
    // Luminances of 0.791 and 0.815.
    expect(counted({}, '#e6e6e6')['general'].flashes).toBe(4);
    expect(counted({}, '#e9e9e9')['general'].flashes).toBe(0);
  });

  it('are red where a saturated red comes or goes, by more than 0.2 of the CIE 1976 diagram', () => {
    const red = (colour: string, ground?: string) => counted({ colour }, ground)['red'].flashes;
    expect(red('#800000')).toBe(4);
    expect(counted({ colour: '#800000' })['general'].flashes).toBe(0);
    // R ÷ (R + G + B) of 0.92 and 0.82, 0.209 and 0.158 from black.
    expect(red('#801818')).toBe(4);
    expect(red('#802a2a')).toBe(0);
    // 0.73 is not saturated.
    expect(red('#803838')).toBe(0);
    // From red to a gentler red and back: from is enough.
    expect(red('#808080', '#ff0000')).toBe(4);
  });

  it('count where they take more than a quarter of a field of 10 degrees, a third of the view wide and a quarter of its width high', () => {
    // 32 by 24 cells: a quarter are 192.
    const quarter = block(40, 20, 16, 12);
    expect(countedCells(quarter)).toEqual(jasmine.objectContaining({ flashes: 0, area: 0.25 }));
    expect(countedCells([...quarter, 19 * 96 + 40]).flashes).toBe(4);
    // As much of the view, but never in one field.
    expect(countedCells([...block(0, 0, 14, 13), ...block(60, 40, 14, 13)]).flashes).toBe(0);
    // In a corner as in the middle.
    expect(countedCells(block(80, 42, 16, 12)).flashes).toBe(0);
    expect(countedCells(block(80, 41, 16, 13)).flashes).toBe(4);
  });

  it('are not there where light only comes, drifts or moves about', () => {
    const watch = new FlashWatch(96, 54);
    const canvas = new LightCanvas(96, 54);
    for (let k = 0; k <= 120; k++) {
      // A bright spot goes across, on ground that slowly brightens.
      canvas.fill(k / 240, k / 240, k / 240);
      for (const i of block(Math.floor(k / 2), 20, 10, 10)) canvas.blend(i, { r: 1, g: 1, b: 1, a: 1 }, 1);
      watch.add(k / 60, canvas);
    }
    expect(watch.worst().map(({ flashes }) => flashes)).toEqual([0, 0]);
  });

  it('count the same whatever the ups and downs below a tenth between them', () => {
    const amounts = fc.array(evenly(0, 0.09), { minLength: 61, maxLength: 61 });
    fc.assert(
      fc.property(amounts, (ripple) => {
        const watch = new FlashWatch(4, 3);
        const canvas = new LightCanvas(4, 3);
        for (let k = 0; k <= 60; k++) {
          const luminance = (k % 20 < 10 ? 0.1 : 0.5) + ripple[k];
          const c = 1.055 * luminance ** (1 / 2.4) - 0.055;
          canvas.fill(c, c, c);
          watch.add(k / 60, canvas);
        }
        // Dark, then bright from 10, 30 and 50 on, dark from 20, 40 and 60 on.
        return watch.worst()[0].flashes === 3;
      }),
    );
  });
});
