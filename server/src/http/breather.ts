import { setImmediate } from 'node:timers/promises';

/** Milliseconds that one request may keep others waiting. */
const slice = 8;

/** Lets the server answer other requests during long work. */
export class Breather {
  private since = performance.now();

  /** Yields to other requests if the work has run for a while. */
  async pause(): Promise<void> {
    if (performance.now() - this.since < slice) return;
    await setImmediate();
    this.since = performance.now();
  }
}
