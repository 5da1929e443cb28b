const steps = [0.1, 0.2, 0.5, 1, 2, 5, 10, 30, 60, 120, 300, 600];

/** Round instants of a stretch of so many seconds, at most so many of them besides 0. */
export function timeMarks(length: number, most: number): number[] {
  const step = steps.find((one) => length / one <= most) ?? 600 * Math.ceil(length / 600 / most);
  return Array.from({ length: Math.floor(length / step + 1e-9) + 1 }, (_, i) => Number((i * step).toFixed(2)));
}
