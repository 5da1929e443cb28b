import type { Fraction, Seconds } from '../units.js';
import { CellTurns, type Swings } from './cellTurns.js';
import { flashLimits, type FlashSort } from './flashLimits.js';
import type { LightCanvas } from './lightCanvas.js';

/**
 * Seconds within which changes of several places are one change: four flashes in a second leave less than that between a rise and
 * its fall.
 */
const together: Seconds = 0.25;

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
 * Counts flashes over a picture that changes. A field rises when more than a quarter of it has risen together since it
 * turned last, and falls likewise. Two turns in opposite ways are one flash; either may come first. Fed with instants in order.
 */
export class FlashWatch {
  private readonly cells: CellTurns;
  private readonly fieldCells: { readonly width: number; readonly height: number };
  private readonly fields: Readonly<Record<FlashSort, FieldTurns[]>>;
  private readonly times: Seconds[] = [];

  constructor(
    private readonly columns: number,
    rows: number,
    /** More than this share of a field has to turn. */
    private readonly share: Fraction = flashLimits.area,
  ) {
    this.cells = new CellTurns(columns * rows);
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
    this.cells.look(canvas, this.times.length - 1);
    for (const sort of ['general', 'red'] as const) {
      const swings = this.cells[sort];
      // Where no cell has turned, none of its fields has.
      if (swings.turned) for (const field of this.fields[sort]) this.lookAt(field, swings, t);
      swings.turned = false;
    }
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
