/** Where commands say what they find. Specs put their own in its place, so that a command can be run without a process. */
export interface Sink {
  /** Results; resolves when more may be said. */
  out(text: string): Promise<void>;
  /** Messages, a line each. */
  tell(message: string): void;
}

// A reader that ends early also ends what is written without anybody waiting for it; without a listener that is a crash.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
});

const standard: Sink = {
  out: (text) =>
    new Promise((done, fail) => {
      process.stdout.write(text, (error) => {
        // Whoever reads may stop before the end, as `head` does.
        if (error && (error as NodeJS.ErrnoException).code !== 'EPIPE') fail(error);
        else done();
      });
    }),
  tell: (message) => console.error(message),
};

export let sink: Sink = standard;

/** Runs `work` with another sink. */
export async function withSink<T>(other: Sink, work: () => Promise<T>): Promise<T> {
  sink = other;
  try {
    return await work();
  } finally {
    sink = standard;
  }
}
