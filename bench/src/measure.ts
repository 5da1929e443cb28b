/** Median time of one call in ms, over `rounds` rounds of `calls` calls, after a warm-up round. */
export function time(work: (i: number) => void, calls: number, rounds = 15): number {
  const round = (): number => {
    const start = performance.now();
    for (let i = 0; i < calls; i++) work(i);
    return (performance.now() - start) / calls;
  };
  round();
  return median(Array.from({ length: rounds }, round));
}

/**
 * Median times of several pieces of work, taken turn by turn in one run, so that a machine that slows down slows all
 * of them alike.
 */
export function timeTogether(works: readonly ((i: number) => void)[], calls: number, rounds = 15): number[] {
  const times = works.map(() => [] as number[]);
  for (let round = 0; round <= rounds; round++) {
    works.forEach((work, w) => {
      const start = performance.now();
      for (let i = 0; i < calls; i++) work(i);
      if (round > 0) times[w].push((performance.now() - start) / calls);
    });
  }
  return times.map(median);
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}
