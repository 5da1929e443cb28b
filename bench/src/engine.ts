import { bareParticles, bareSample, particleCount, steppedSample, takeOf } from './particles.js';
import { time, timeTogether } from './measure.js';

export interface Line {
  readonly what: string;
  readonly value: string;
  readonly target: string;
}

const burst = {
  kind: 'burst',
  id: 'burst',
  count: particleCount,
  life: { range: [2, 3] },
  drag: 3,
  gravity: 400,
  direction: { mode: 'any', angle: 0, spread: 360 },
};
const randomTimes = Array.from({ length: 64 }, (_, i) => ((Math.imul(i + 7, 2654435761) >>> 0) / 2 ** 32) * 2);

/** Sampling against a bare loop, its allocation, and what time itself costs. */
export function engineLines(): Line[] {
  const take = takeOf([burst]);
  const frame = take.createFrame();
  const bare = bareParticles();
  const [ours, loop] = timeTogether(
    [(i) => take.sample(randomTimes[i & 63], frame), (i) => bareSample(bare, 3, 400, randomTimes[i & 63])],
    20,
  );
  return [
    {
      what: `sampling ${particleCount} particles at a random t`,
      value: `${(ours / loop).toFixed(2)}× the bare loop (${ours.toFixed(2)} ms against ${loop.toFixed(2)} ms)`,
      target: '≤ 2×',
    },
    { what: 'engine time for 20000 particles in a frame', value: `${crowdTime().toFixed(2)} ms`, target: '< 2 ms' },
    ...lateLines(),
  ];
}

/** Median ms to sample 20,000 live particles. */
function crowdTime(): number {
  const take = takeOf([{ ...burst, count: 20_000 }]);
  const frame = take.createFrame();
  return time((i) => take.sample(randomTimes[i & 63], frame), 50);
}

function lateLines(): Line[] {
  const count = 5000;
  const take = takeOf([
    { ...burst, count, life: 120 },
    { kind: 'shake', id: 'shake', duration: 120 },
    { kind: 'flash', id: 'flash', duration: 120, repeat: { count: 20, every: 1 } },
    { kind: 'hit-stop', id: 'stop', duration: 0.05, repeat: { count: 20, every: 0.5 } },
  ]);
  const frame = take.createFrame();
  const [early, late] = timeTogether([() => take.sample(0.1, frame), () => take.sample(60, frame)], 200);
  const bare = bareParticles();
  const steppedEarly = time(() => steppedSample(bare, count, 3, 400, 0.1), 20, 5);
  const steppedLate = time(() => steppedSample(bare, count, 3, 400, 60), 1, 3);
  return [
    {
      what: 'sampling at t = 60 s against t = 0.1 s',
      value: `${(late / early).toFixed(2)}× (${late.toFixed(3)} ms against ${early.toFixed(3)} ms)`,
      target: '≤ 1.2×',
    },
    {
      what: 'the same particles stepped frame by frame',
      value: `${(steppedLate / steppedEarly).toFixed(0)}× (${steppedLate.toFixed(1)} ms against ${steppedEarly.toFixed(3)} ms)`,
      target: 'shown beside',
    },
  ];
}
