import { liveLength, type CompiledMove } from '../combat/moves/move.js';
import type { MoveStep } from '../combat/log.js';
import { keyInto, type Keyed } from '../combat/moves/moveKeys.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';

/** A move that a body is in, or was: from one wall time up to another. */
interface Stretch {
  readonly move: CompiledMove;
  readonly from: Seconds;
  /** What the body's clock showed then. */
  readonly shown: Seconds;
  /** Wall time at which its recovery began; Infinity as long as it has not. */
  recovers: Seconds;
  /** What the body's clock showed then. */
  recovered: Seconds;
  /** Age at which it stands still until then. */
  readonly holds: Seconds;
  /** Infinity as long as it goes on. */
  until: Seconds;
}

/** What moves say of how a body is: their keys, on its own clock, a move that is held standing still before its recovery. */
export class BodyMoves {
  private readonly stretches: Stretch[] = [];
  private readonly age = new Float64Array(1);

  constructor(
    private readonly clock: GameClock,
    private readonly keeping: 'forgotten' | 'kept',
    /** How much later it is sampled than its moves were told. */
    private readonly later: Seconds = 0,
  ) {}

  /** A move goes on: as it begins, goes into its recovery, or is over. */
  goOn(how: MoveStep['how'], move: CompiledMove | undefined, wall: Seconds): void {
    if (how === 'begins' && move) this.begin(move, wall);
    else if (how === 'recovers') this.recover(wall);
    else if (how !== 'refused') this.end(wall);
  }

  private begin(move: CompiledMove, wall: Seconds): void {
    if (this.keeping === 'forgotten') this.stretches.length = 0;
    this.stretches.push({
      move,
      from: wall,
      shown: this.clock.shown(wall),
      recovers: Infinity,
      recovered: 0,
      holds: move.windUp + liveLength(move),
      until: Infinity,
    });
  }

  private recover(wall: Seconds): void {
    const last = this.stretches.at(-1);
    if (!last || last.recovers <= wall) return;
    last.recovers = wall;
    last.recovered = this.clock.shown(wall);
  }

  private end(wall: Seconds): void {
    const last = this.stretches.at(-1);
    if (last) last.until = Math.min(last.until, wall);
  }

  /** Writes what shows at the wall time in a cell. Allocates nothing. */
  sample(wall: Float64Array, out: Keyed): void {
    const { stretches, age } = this;
    age[0] = wall[0] - this.later;
    let i = stretches.length - 1;
    while (i >= 0 && stretches[i].from > age[0]) i--;
    if (i < 0 || stretches[i].until <= age[0]) return;
    const { move, shown, holds, recovers, recovered } = stretches[i];
    const isBefore = age[0] < recovers;
    this.clock.toShown(age);
    if (isBefore) age[0] = Math.min(holds, age[0] - shown);
    else age[0] += holds - recovered;
    keyInto(move.keys, age, out);
  }
}
