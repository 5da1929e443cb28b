import { inSlices } from './inSlices';

describe('work in slices', () => {
  /** Frames that come when they are asked to, on a clock that each step of the work moves on. */
  function clockwork(): { frame(at: number): void; step(milliseconds: number): void } {
    let now = 0;
    let asked: FrameRequestCallback | undefined;
    spyOn(performance, 'now').and.callFake(() => now);
    spyOn(window, 'requestAnimationFrame').and.callFake((callback) => {
      asked = callback;
      return 1;
    });
    spyOn(window, 'cancelAnimationFrame').and.callFake(() => (asked = undefined));
    return {
      frame(at) {
        const callback = asked;
        asked = undefined;
        callback?.(at);
      },
      step: (milliseconds) => (now += milliseconds),
    };
  }

  it('takes three milliseconds of an idle frame, what is left of a busy one, and a little of one that is used up', () => {
    const clock = clockwork();
    let steps = 0;
    function* work(): Generator<undefined, void> {
      for (;;) {
        steps++;
        clock.step(0.25);
        yield undefined;
      }
    }
    const heard = inSlices(work()).subscribe();
    const stepsOf = (used: number): number => {
      const before = steps;
      const begun = performance.now();
      clock.step(used);
      clock.frame(begun);
      return steps - before;
    };
    expect(stepsOf(0)).toBe(12);
    expect(stepsOf(6)).toBe(8);
    expect(stepsOf(30)).toBe(2);
    expect(stepsOf(0)).toBe(12);
    heard.unsubscribe();
    expect(stepsOf(0)).toBe(0);
  });

  it('tells what it finds in order, and that it is done', () => {
    const clock = clockwork();
    function* work(): Generator<string | undefined, void> {
      yield 'one';
      yield undefined;
      yield 'two';
    }
    const told: string[] = [];
    inSlices(work()).subscribe({ next: (value) => told.push(value), complete: () => told.push('complete') });
    expect(told).toEqual([]);
    clock.frame(0);
    expect(told).toEqual(['one', 'two', 'done', 'complete']);
  });
});
