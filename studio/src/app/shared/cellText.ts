import { cellLimit } from '@undatio/core/internal';

/** Numbers from a text such as `0-3, 7`: each, in order; a range may run backwards. What is no number is left out. */
export function cellsFromText(text: string, count: number): number[] {
  return text
    .split(/[\s,;]+/)
    .flatMap((word): number[] => {
      const [, from, to] = /^(\d+)(?:-(\d+))?$/.exec(word) ?? [];
      if (from === undefined) return [];
      const first = Number(from);
      const last = to === undefined ? first : Math.min(Number(to), count - 1);
      const step = last < first ? -1 : 1;
      return Array.from({ length: Math.min(cellLimit, Math.abs(last - first) + 1) }, (_, i) => first + i * step);
    })
    .filter((cell) => cell < count)
    .slice(0, cellLimit);
}

/** The same the other way: runs of three and more are written as ranges. */
export function textOfCells(cells: readonly number[]): string {
  const words: string[] = [];
  for (let i = 0; i < cells.length;) {
    let end = i;
    const step = cells[i + 1] - cells[i];
    if (Math.abs(step) === 1) while (cells[end + 1] - cells[end] === step) end++;
    if (end - i >= 2) words.push(`${cells[i]}-${cells[end]}`);
    else end = i;
    if (end === i) words.push(String(cells[i]));
    i = end + 1;
  }
  return words.join(', ');
}
