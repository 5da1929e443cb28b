import { boundedEasing, EasingError, type Easing } from './easingCurve.js';

const stopPattern = /^([-+]?[\d.]+(?:e[-+]?\d+)?)((?:\s+[-+]?[\d.]+%){0,2})$|^((?:[-+]?[\d.]+%\s+){1,2})([-+]?[\d.]+(?:e[-+]?\d+)?)$/i;

/** Reads the inside of `linear(…)`: outputs, none beyond `largest`, with up to two input percentages each (CSS Easing Level 2, 2.2). */
export function parseLinear(inside: string, whole: string, largest: number): Easing {
  const inputs: (number | undefined)[] = [];
  const outputs: number[] = [];
  for (const part of inside.split(',')) {
    const match = stopPattern.exec(part.trim());
    const output = Number(match?.[1] ?? match?.[4]);
    if (!match || !Number.isFinite(output)) {
      throw new EasingError(`expected numbers with optional percentages inside linear(), found "${whole}"`);
    }
    if (Math.abs(output) > largest) throw new EasingError(`the outputs of linear() lie within ±${largest}, found "${whole}"`);
    const percentages = (match[2] ?? match[3] ?? '').trim().split(/\s+/).filter(Boolean);
    for (const percentage of percentages.length ? percentages : [undefined]) {
      inputs.push(percentage === undefined ? undefined : parseFloat(percentage) / 100);
      outputs.push(output);
    }
  }
  if (outputs.length < 2) throw new EasingError(`linear() needs at least two stops, found "${whole}"`);
  return piecewise(placeStops(inputs), outputs);
}

/** Stops nearer to each other than this are one jump. */
const narrowest = 1e-9;

/** Fills in missing inputs as the standard says: ends at 0 and 1, never decreasing, gaps spread evenly. */
function placeStops(inputs: (number | undefined)[]): number[] {
  const last = inputs.length - 1;
  inputs[0] ??= 0;
  inputs[last] ??= 1;
  let largest = -Infinity;
  for (let i = 0; i <= last; i++) {
    const input = inputs[i];
    if (input !== undefined) inputs[i] = largest = Math.max(largest, input);
  }
  const placed = inputs.slice() as number[];
  for (let i = 1; i < last; i++) {
    if (inputs[i] !== undefined) continue;
    let next = i;
    while (inputs[next] === undefined) next++;
    const from = placed[i - 1];
    const step = ((inputs[next] as number) - from) / (next - i + 1);
    for (let j = i; j < next; j++) placed[j] = inputs[j] = from + step * (j - i + 1);
  }
  return placed;
}

function piecewise(inputs: readonly number[], outputs: readonly number[]): Easing {
  const last = inputs.length - 1;
  const curve = (x: number): number => {
    let right = 1;
    while (right < last && inputs[right] <= x) right++;
    const left = right - 1;
    const width = inputs[right] - inputs[left];
    if (width < narrowest) return x < inputs[right] ? outputs[left] : outputs[right];
    return outputs[left] + ((x - inputs[left]) / width) * (outputs[right] - outputs[left]);
  };
  // Straight between its stops, and beyond the outermost.
  const ends = [...outputs, curve(0), curve(1)];
  return boundedEasing((cell) => void (cell[0] = curve(cell[0])), Math.min(...ends), Math.max(...ends));
}
