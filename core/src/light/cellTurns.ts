import { chromaticityInto, linearByTable, luminanceOf } from '../maths/luminance.js';
import type { Fraction } from '../units.js';
import { flashLimits } from './flashLimits.js';
import type { LightCanvas } from './lightCanvas.js';

/** How cells change to and fro by one measure: which way each turned last, and in which step. */
export class Swings {
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

/**
 * How the cells of a picture turn: a cell rises when its luminance has come up by a tenth since it was lowest, and falls when it has
 * gone down by a tenth since it was highest; and likewise it turns to a saturated red and from it.
 */
export class CellTurns {
  readonly general: Swings;
  readonly red: Swings;
  private readonly low: Float32Array;
  private readonly high: Float32Array;
  private readonly least: RedEnds;
  private readonly most: RedEnds;

  constructor(cells: number) {
    this.general = new Swings(cells);
    this.red = new Swings(cells);
    this.low = new Float32Array(cells);
    this.high = new Float32Array(cells);
    this.least = new RedEnds(cells);
    this.most = new RedEnds(cells);
  }

  /** Looks at the canvas as it is in a step, counted from 0. */
  look({ r, g, b }: LightCanvas, step: number): void {
    const { low, high, least, most } = this;
    const isFirst = step === 0;
    for (let i = 0; i < low.length; i++) {
      const red = linearByTable(r[i]);
      const green = linearByTable(g[i]);
      const blue = linearByTable(b[i]);
      const luminance = luminanceOf(red, green, blue);
      if (isFirst || this.hasSwung(i, luminance, step)) low[i] = high[i] = luminance;
      else if (luminance < low[i]) low[i] = luminance;
      else if (luminance > high[i]) high[i] = luminance;
      const sum = red + green + blue;
      const redness = sum > 0 ? red / sum : 0;
      const turned = isFirst || this.hasReddened(i, redness, red, green, blue, step);
      if (turned || redness < least.redness[i]) least.set(i, redness, red, green, blue);
      if (turned || redness > most.redness[i]) most.set(i, redness, red, green, blue);
    }
  }

  private hasSwung(i: number, luminance: Fraction, step: number): boolean {
    const { general, low, high } = this;
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

  private hasReddened(i: number, redness: Fraction, r: Fraction, g: Fraction, b: Fraction, step: number): boolean {
    const { red, least, most } = this;
    const limit = flashLimits.redShare;
    const isRed = redness >= limit;
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
}
