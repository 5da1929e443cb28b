import { setImmediate } from 'node:timers/promises';

/** Milliseconds that one request may keep others waiting. */
const slice = 8;

/** Lets others be answered in the midst of long work. */
export class Breather {
  private since = performance.now();

  /** Waits until others have been served, if the work has gone on for a while. */
  async pause(): Promise<void> {
    if (performance.now() - this.since < slice) return;
    await setImmediate();
    this.since = performance.now();
  }
}
