import { Observable } from 'rxjs';

/** Milliseconds that one slice may take of a frame: the rest of it belongs to what moves. */
const sliceMilliseconds = 3;

/**
 * Runs a generator a slice a frame. Emits what it yields besides undefined, then 'done', and completes; stops when nobody
 * listens any more.
 */
export function inSlices<T>(work: Generator<T | undefined, unknown>): Observable<T | 'done'> {
  return new Observable((subscriber) => {
    let waiting = 0;
    const slice = (): void => {
      const until = performance.now() + sliceMilliseconds;
      while (performance.now() < until) {
        const step = work.next();
        if (step.done) {
          subscriber.next('done');
          subscriber.complete();
          return;
        }
        if (step.value !== undefined) subscriber.next(step.value);
      }
      waiting = requestAnimationFrame(slice);
    };
    waiting = requestAnimationFrame(slice);
    return () => cancelAnimationFrame(waiting);
  });
}
