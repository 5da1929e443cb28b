import { chromaticityInto, linearByTable, luminanceOf } from '../maths/luminance.js';
import type { Fraction, Seconds } from '../units.js';
import type { LightCanvas } from './lightCanvas.js';

/**
 * The thresholds of WCAG 2.2 (success criterion 2.3.1, “general flash and red flash thresholds”): changes of a tenth of full
 * luminance whose darker image is below 0.8; changes of 0.2 in the CIE 1976 UCS diagram to or from a saturated red, one with
 * R ÷ (R + G + B) of 0.8 or more; more than three flashes in a second; over more than a quarter of a field of 10 degrees, 341 by
 * 256 of a screen of 1024 by 768.
 */
export const flashLimits = {
  change: 0.1,
  darker: 0.8,
  redShare: 0.8,
  redChange: 0.2,
  flashes: 3,
  within: 1,
  area: 0.25,
  field: { width: 341 / 1024, height: 256 / 1024 },
} as const;

/**
 * Seconds within which changes of several places are one change: four flashes in a second leave less than that between a rise and
 * its fall.
 */
const together: Seconds = 0.25;

export type FlashSort = 'general' | 'red';

/** Most flashes over more than a quarter of any field of 10 degrees. */
export interface FlashCountAt {
  readonly sort: FlashSort;
  /** Most flashes within any one second, in whichever field has most, and when that second begins. */
  readonly flashes: number;
  readonly from: Seconds;
  readonly to: Seconds;
  /** Largest share of that field that rose or fell together. */
  readonly area: Fraction;
}

/** How cells change to and fro by one measure: which way each turned last, and in which step. */
class Swings {
  /** 1 since it has risen, -1 since it has fallen, 0 before it has done either. */
  readonly state: Int8Array;
  readonly since: Int32Array;
  /** Whether any has in this step. */
  turned = false;

  constructor(cells: number) {
    this.state = new Int8Array(cells);
    this.since = new Int32Array(cells).fill(-1);
  }

  turn(i: number, state: 1 | -1, step: number): void {
    this.state[i] = state;
    this.since[i] = step;
    this.turned = true;
  }
}

/** The linear light of all cells when each was at one end of its way since it turned last, and how red that was. */
class RedEnds {
  readonly redness: Float32Array;
  private readonly light: Float32Array;
  private readonly there = new Float64Array(2);
  private readonly here = new Float64Array(2);

  constructor(cells: number) {
    this.redness = new Float32Array(cells);
    this.light = new Float32Array(3 * cells);
  }

  set(i: number, redness: number, r: Fraction, g: Fraction, b: Fraction): void {
    this.redness[i] = redness;
    this.light[3 * i] = r;
    this.light[3 * i + 1] = g;
    this.light[3 * i + 2] = b;
  }

  isFar(i: number, r: Fraction, g: Fraction, b: Fraction): boolean {
    const { light, here, there } = this;
    chromaticityInto(light[3 * i], light[3 * i + 1], light[3 * i + 2], there);
    chromaticityInto(r, g, b, here);
    return Math.hypot(here[0] - there[0], here[1] - there[1]) > flashLimits.redChange;
  }
}

/** Where one field of 10 degrees lies, in cells, and how it has turned. */
interface FieldTurns {
  readonly left: number;
  readonly top: number;
  /** The step in which it turned last, and which way. */
  last: number;
  way: 0 | 1 | -1;
  readonly times: Seconds[];
  area: Fraction;
}

/**
 * Counts flashes over a picture that changes. A cell rises when its luminance has come up by a tenth since it was lowest, and falls
 * when it has gone down by a tenth since it was highest; a field rises when more than a quarter of it has risen together since it
 * turned last, and falls likewise. Two turns in opposite ways are one flash; either may come first. Fed with instants in order.
 */
export class FlashWatch {
  private readonly low: Float32Array;
  private readonly high: Float32Array;
  private readonly general: Swings;
  private readonly red: Swings;
  private readonly least: RedEnds;
  private readonly most: RedEnds;
  private readonly fieldCells: { readonly width: number; readonly height: number };
  private readonly fields: Readonly<Record<FlashSort, FieldTurns[]>>;
  private readonly times: Seconds[] = [];

  constructor(
    private readonly columns: number,
    rows: number,
    /** More than this share of a field has to turn. */
    private readonly share: Fraction = flashLimits.area,
  ) {
    const cells = columns * rows;
    this.low = new Float32Array(cells);
    this.high = new Float32Array(cells);
    this.general = new Swings(cells);
    this.red = new Swings(cells);
    this.least = new RedEnds(cells);
    this.most = new RedEnds(cells);
    const width = Math.max(1, Math.min(columns, Math.round(columns * flashLimits.field.width)));
    const height = Math.max(1, Math.min(rows, Math.round(columns * flashLimits.field.height)));
    this.fieldCells = { width, height };
    const everywhere = (): FieldTurns[] =>
      placesOf(rows, height).flatMap((top) =>
        placesOf(columns, width).map((left): FieldTurns => ({ left, top, last: -1, way: 0, times: [], area: 0 })),
      );
    this.fields = { general: everywhere(), red: everywhere() };
  }

  /** The canvas as it is at an instant. */
  add(t: Seconds, canvas: LightCanvas): void {
    this.times.push(t);
    this.look(canvas);
    for (const sort of ['general', 'red'] as const) {
      const swings = this[sort];
      // Where no cell has turned, none of its fields has.
      if (swings.turned) for (const field of this.fields[sort]) this.lookAt(field, swings, t);
      swings.turned = false;
    }
  }

  private look({ r, g, b }: LightCanvas): void {
    const { low, high, least, most } = this;
    const isFirst = this.times.length === 1;
    for (let i = 0; i < low.length; i++) {
      const red = linearByTable(r[i]);
      const green = linearByTable(g[i]);
      const blue = linearByTable(b[i]);
      const luminance = luminanceOf(red, green, blue);
      if (isFirst || this.hasSwung(i, luminance)) low[i] = high[i] = luminance;
      else if (luminance < low[i]) low[i] = luminance;
      else if (luminance > high[i]) high[i] = luminance;
      const sum = red + green + blue;
      const redness = sum > 0 ? red / sum : 0;
      const turned = isFirst || this.hasReddened(i, redness, red, green, blue);
      if (turned || redness < least.redness[i]) least.set(i, redness, red, green, blue);
      if (turned || redness > most.redness[i]) most.set(i, redness, red, green, blue);
    }
  }

  private hasSwung(i: number, luminance: Fraction): boolean {
    const { general, low, high } = this;
    const step = this.times.length - 1;
    if (general.state[i] <= 0 && luminance - low[i] >= flashLimits.change && low[i] < flashLimits.darker) {
      general.turn(i, 1, step);
      return true;
    }
    if (general.state[i] >= 0 && high[i] - luminance >= flashLimits.change && luminance < flashLimits.darker) {
      general.turn(i, -1, step);
      return true;
    }
    return false;
  }

  private hasReddened(i: number, redness: Fraction, r: Fraction, g: Fraction, b: Fraction): boolean {
    const { red, least, most } = this;
    const limit = flashLimits.redShare;
    const isRed = redness >= limit;
    const step = this.times.length - 1;
    if (isRed && red.state[i] <= 0 && least.redness[i] < limit && least.isFar(i, r, g, b)) {
      red.turn(i, 1, step);
      return true;
    }
    if (!isRed && red.state[i] >= 0 && most.redness[i] >= limit && most.isFar(i, r, g, b)) {
      red.turn(i, -1, step);
      return true;
    }
    return false;
  }

  private lookAt(field: FieldTurns, { state, since }: Swings, t: Seconds): void {
    const { columns, times } = this;
    const { width, height } = this.fieldCells;
    const step = times.length - 1;
    const cells = width * height;
    let [up, down, raised, lowered] = [0, 0, 0, 0];
    for (let y = field.top; y < field.top + height; y++)
      for (let i = y * columns + field.left; i < y * columns + field.left + width; i++) {
        if (state[i] === 0 || t - times[since[i]] > together) continue;
        const isNew = since[i] > field.last ? 1 : 0;
        if (state[i] === 1) {
          raised++;
          up += isNew;
        } else {
          lowered++;
          down += isNew;
        }
      }
    field.area = Math.max(field.area, raised / cells, lowered / cells);
    const turn = (count: number, way: 1 | -1): void => {
      if (field.way === way || count / cells <= this.share) return;
      field.way = way;
      field.last = step;
      field.times.push(t);
    };
    // Both in one step, where one part brightens as another darkens.
    turn(up, 1);
    turn(down, -1);
  }

  /** Of either sort, in whichever field has most of it. */
  worst(): readonly FlashCountAt[] {
    return (['general', 'red'] as const).map((sort) => {
      const counts = this.fields[sort].map(({ times, area }) => ({ sort, ...mostWithin(times), area }));
      return counts.reduce((most, one) =>
        one.flashes > most.flashes || (one.flashes === most.flashes && one.area > most.area) ? one : most,
      );
    });
  }
}

/** Where fields begin along one side: a quarter of their size apart, the last at the end. */
function placesOf(whole: number, part: number): number[] {
  const every = Math.max(1, Math.floor(part / 4));
  const last = whole - part;
  return [...Array.from({ length: Math.ceil(last / every) }, (_, i) => i * every), last];
}

/** Most flashes, pairs of opposite turns, that lie within any one second, and the first and the last instant of them. */
function mostWithin(times: readonly Seconds[]): { readonly flashes: number; readonly from: Seconds; readonly to: Seconds } {
  let most = { flashes: 0, from: times[0] ?? 0, to: times[0] ?? 0 };
  for (let i = 0; i < times.length; i++) {
    let last = i;
    while (last + 1 < times.length && times[last + 1] - times[i] <= flashLimits.within + 1e-9) last++;
    const flashes = Math.floor((last - i + 1) / 2);
    if (flashes > most.flashes) most = { flashes, from: times[i], to: times[i + 2 * flashes - 1] };
  }
  return most;
}
