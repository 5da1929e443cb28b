import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { DamagedDocument, StoreError } from '../store/storeError.js';
import type { TaskName, Tasks } from './tasks.js';
import type { Order, Outcome } from './worker.js';

/** A task that took longer than anybody waits. */
export class WorkTooLong extends Error {}

const longest = 120_000;

/** Threads that do what takes long, so that the one that answers is always free. They are started when first needed. */
export class Workers {
  private readonly pool = new Piscina<Order, Outcome>({
    filename: fileURLToPath(new URL('./worker.js', import.meta.url)),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });

  constructor(
    private readonly data: string,
    private readonly milliseconds = longest,
  ) {}

  /** Runs a task by its name. Throws WorkTooLong when it takes longer than it may; its thread is then ended. */
  async run<N extends TaskName>(name: N, input: Parameters<Tasks[N]>[1]): Promise<Awaited<ReturnType<Tasks[N]>>> {
    const limit = AbortSignal.timeout(this.milliseconds);
    let outcome: Outcome;
    try {
      outcome = await this.pool.run({ data: this.data, name, input }, { signal: limit });
    } catch (error) {
      if (limit.aborted)
        throw new WorkTooLong(`This took longer than ${this.milliseconds / 1000} s and was broken off. Nothing was changed.`);
      throw error;
    }
    if ('value' in outcome) return outcome.value as Awaited<ReturnType<Tasks[N]>>;
    if (outcome.failed === 'store') throw new StoreError(outcome.reason, outcome.message);
    throw DamagedDocument.told(outcome.message);
  }

  close(): Promise<void> {
    return this.pool.destroy();
  }
}
