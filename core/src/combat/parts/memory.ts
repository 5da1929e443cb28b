import type { Seconds } from '../../units.js';

/**
 * Half of the grid on which instants lie: two that differ by less are one, and two on neighbouring places of the grid are not. So
 * are numbers that are compared.
 */
export const nearly = 0.5e-9;

/** An instant on the grid of nanoseconds, on which instants that should be one are one. */
export function snap(time: Seconds): Seconds {
  return Math.round(time * 1e9) / 1e9;
}

/** A number as people read it: at most three digits after the point, none for nothing. */
export function told(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}

/** What is remembered between events: how often, when last, and what was counted. Keys are those of what remembers. */
export class Memory {
  /** Instants within a stretch, oldest first, on the keeper's clock. */
  readonly times = new Map<number, Seconds[]>();
  readonly tallies = new Map<number, number>();
  readonly lasts = new Map<number, Seconds>();
  readonly counters = new Map<string, number>();

  clear(): void {
    this.times.clear();
    this.tallies.clear();
    this.lasts.clear();
    this.counters.clear();
  }
}
