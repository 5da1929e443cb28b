import { DamagedDocument, StoreError } from '../store/storeError.js';
import { tasks, type TaskName } from './tasks.js';

/** What a worker is asked: one task by its name. */
export interface Order {
  readonly data: string;
  readonly name: TaskName;
  readonly input: unknown;
}

/** What it answers. Classes of errors do not cross from thread to thread, so that they are named. */
export type Outcome =
  | { readonly value: unknown }
  | { readonly failed: 'store'; readonly reason: StoreError['reason']; readonly message: string }
  | { readonly failed: 'damaged'; readonly message: string };

export default async function work({ data, name, input }: Order): Promise<Outcome> {
  try {
    return { value: await tasks[name](data, input as never) };
  } catch (error) {
    if (error instanceof StoreError) return { failed: 'store', reason: error.reason, message: error.message };
    if (error instanceof DamagedDocument) return { failed: 'damaged', message: error.message };
    throw error;
  }
}
