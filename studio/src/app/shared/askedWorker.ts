interface Waiting<Answer> {
  readonly done: (answer: Answer) => void;
  readonly failed: (error: Error) => void;
}

/**
 * A worker that is asked and answers, many times over; it is started when it is first needed. Where it fails, everybody who waits
 * is told why, and who asks next gets another one.
 */
export class AskedWorker<Ask extends object, Answer extends object> {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, Waiting<Answer>>();
  private asked = 0;

  /** `start` makes the worker; `failing` is what came to nothing where it fails, in a sentence without its end. */
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
      // It is told to those who wait, and nowhere else.
      event.preventDefault();
      const { message } = event;
      const left = [...this.waiting.values()];
      this.close();
      for (const { failed } of left) failed(new Error(`${this.failing}: ${message || 'the worker did not start'}`));
    };
    return worker;
  }
}
