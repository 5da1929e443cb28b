import { Observable } from 'rxjs';

/** Milliseconds that one slice may take of a frame, at most and at least: the rest of it belongs to what moves. */
const longest = 3;
const shortest = 0.5;
/** Milliseconds of a frame within which a slice leaves off, where what moves has left it that long. */
const share = 8;

/**
 * Runs a generator a slice a frame. Emits what it yields besides undefined, then 'done', and completes; stops when nobody
 * listens any more.
 */
export function inSlices<T>(work: Generator<T | undefined, unknown>): Observable<T | 'done'> {
  return new Observable((subscriber) => {
    let waiting = 0;
    const slice = (frame: number): void => {
      const begun = performance.now();
      const until = begun + Math.min(longest, Math.max(shortest, frame + share - begun));
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
