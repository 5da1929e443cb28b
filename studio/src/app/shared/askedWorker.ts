interface Waiting<Answer> {
  readonly done: (answer: Answer) => void;
  readonly failed: (error: Error) => void;
}

/**
 * A worker that answers requests. It starts with the first request. If the worker fails, all pending requests are rejected with its
 * message, and the next request starts a new worker.
 */
export class AskedWorker<Ask extends object, Answer extends object> {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, Waiting<Answer>>();
  private asked = 0;

  /** `start` creates the worker. `failing` begins the error message, for example "the sound could not be measured". */
  constructor(
    private readonly start: () => Worker,
    private readonly failing: string,
  ) {}

  ask(ask: Ask, taken: Transferable[]): Promise<Answer> {
    const number = this.asked++;
    return new Promise((done, failed) => {
      this.waiting.set(number, { done, failed });
      this.worker ??= this.started();
      this.worker.postMessage({ ...ask, number }, taken);
    });
  }

  close(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.waiting.clear();
  }

  private started(): Worker {
    const worker = this.start();
    worker.onmessage = ({ data }: MessageEvent<Answer & { readonly number: number }>) => {
      this.waiting.get(data.number)?.done(data);
      this.waiting.delete(data.number);
    };
    worker.onerror = (event) => {
      // Every pending request reports the error, so the browser need not.
      event.preventDefault();
      const { message } = event;
      const left = [...this.waiting.values()];
      this.close();
      for (const { failed } of left) failed(new Error(`${this.failing}: ${message || 'the worker did not start'}`));
    };
    return worker;
  }
}
