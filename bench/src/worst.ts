import { readProject } from '@undatio/core';
import { compileContext, compileSequence, strike } from '@undatio/core/internal';
import { anySequence } from '@undatio/core/testing/documents';
import { projectJson } from '@undatio/core/testing/projects';
import fc from 'fast-check';
import type { Line } from './engine.js';

const wanted = 10_000;
/** Documents between two collections; what one strike holds is small beside what the heap may grow to meanwhile. */
const collectEvery = 25;

/** The dearest of many random documents that the checks let pass. The seeds are 0, 1, 2 …, so that any can be made again. */
export function worstLine(): Line {
  let slowest = { milliseconds: 0, seed: 0 };
  let largest = { bytes: 0, seed: 0 };
  let refused = 0;
  for (let seed = 0; seed - refused < wanted; seed++) {
    const [effects] = fc.sample(anySequence('whole', 8), { numRuns: 1, seed });
    const { project } = readProject(projectJson(effects));
    if (!project) {
      refused++;
      continue;
    }
    const plan = compileSequence(project.sequences[0], [], compileContext(project));
    if (seed % collectEvery === 0) (globalThis as { gc?: () => void }).gc?.();
    const before = held();
    const start = performance.now();
    strike(plan, { damage: 40 }, { seed });
    const milliseconds = performance.now() - start;
    const bytes = held() - before;
    if (milliseconds > slowest.milliseconds) slowest = { milliseconds, seed };
    if (bytes > largest.bytes) largest = { bytes, seed };
  }
  return {
    what: `worst strike of ${wanted} random valid documents`,
    value: `${slowest.milliseconds.toFixed(0)} ms (seed ${slowest.seed}), ${(largest.bytes / 1e6).toFixed(1)} MB (seed ${largest.seed}); ${refused} more were refused`,
    target: '≤ 250 ms, ≤ 100 MB',
  };
}

function held(): number {
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return heapUsed + arrayBuffers;
}
