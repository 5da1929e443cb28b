import { readFile } from 'node:fs/promises';
import { Session } from 'node:inspector/promises';
import { kitDocument, openKit, readProjectText, type EffectName } from '@undatio/core';
import { effectKinds, newEffect } from '@undatio/core/internal';
import { takeOf } from '@undatio/core/testing/projects';
import type { Line } from './engine.js';
import { median } from './measure.js';

/** What a game waits for: opening the demo's kit, and the first strike of each sequence after `warm`. */
export async function kitLines(root: string): Promise<Line[]> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const json: unknown = JSON.parse(JSON.stringify(kitDocument(project)));
  const opening = Array.from({ length: 15 }, () => timed(() => openKit(json)));
  const kit = openKit(json);
  const cold = kit.sequences.map((sequence) => timed(() => kit.strike(sequence)));
  const warmed = openKit(json);
  while (warmed.warm() > 0);
  const warm = warmed.sequences.map((sequence) => timed(() => warmed.strike(sequence)));
  return [
    {
      what: "openKit on the demo's kit",
      value: `${median(opening).toFixed(1)} ms median, ${opening[0].toFixed(1)} ms at first`,
      target: '≤ 16 ms warm',
    },
    {
      what: 'worst first strike of a demo sequence',
      value: `${Math.max(...warm).toFixed(1)} ms after warm(), ${Math.max(...cold).toFixed(1)} ms without`,
      target: 'not felt: ≤ 16 ms',
    },
  ];
}

function timed(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** Bytes that sampling each kind of effect allocates, by the heap's own sampling, which sees what was collected since. */
export async function allocationLine(): Promise<Line> {
  const session = new Session();
  session.connect();
  await session.post('HeapProfiler.enable');
  const found: [string, number][] = [];
  for (const kind of Object.keys(effectKinds) as EffectName[]) {
    const effect = newEffect(kind, kind, { clip: 'crack', picture: 'mosshell' });
    if (effect) found.push([kind, await allocation(session, [effect])]);
  }
  session.disconnect();
  const some = found.filter(([, bytes]) => bytes >= 1);
  return {
    what: `bytes allocated a sample, each of ${found.length} kinds alone`,
    value: some.length === 0 ? '0 B' : some.map(([kind, bytes]) => `${kind} ${bytes.toFixed(0)} B`).join(', '),
    target: '0 B',
  };
}

/** As objects of the heap already: taken from a list of plain numbers, each would be boxed anew for the call. */
const times = ['first', 0.013, 0.031, 0.07, 0.12, 0.25, 0.4].slice(1) as number[];
const samples = 20_000;

async function allocation(session: Session, effects: readonly object[]): Promise<number> {
  const take = takeOf(effects);
  const frame = take.createFrame();
  const sample = (count: number): void => {
    for (let i = 0; i < count; i++) take.sample(times[i % times.length], frame);
  };
  // Until the compiler has settled: before that, numbers are boxed between calls. How long it takes differs by the machine.
  let least = Infinity;
  for (let round = 0; round < 4 && least >= 1; round++) {
    sample(3 * samples);
    await new Promise((done) => setTimeout(done, 200));
    sample(samples);
    await session.post('HeapProfiler.startSampling', {
      samplingInterval: 64,
      includeObjectsCollectedByMajorGC: true,
      includeObjectsCollectedByMinorGC: true,
    });
    sample(samples);
    const { profile } = await session.post('HeapProfiler.stopSampling');
    least = Math.min(least, sizeOf(profile.head) / samples);
  }
  return least;
}

/** What a strike of the demo allocates, against what its particles alone take: 13 numbers of eight bytes each. */
export async function strikeAllocationLine(root: string): Promise<Line> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
  while (kit.warm() > 0);
  const session = new Session();
  session.connect();
  const told: string[] = [];
  for (const sequence of ['lance-light', 'lance-heavy', 'pod-burst'].filter((id) => kit.sequences.includes(id))) {
    const count = 200;
    for (let i = 0; i < count; i++) kit.strike(sequence, {}, { seed: i });
    await session.post('HeapProfiler.startSampling', {
      samplingInterval: 512,
      includeObjectsCollectedByMajorGC: true,
      includeObjectsCollectedByMinorGC: true,
    });
    for (let i = 0; i < count; i++) kit.strike(sequence, {}, { seed: i });
    const { profile } = await session.post('HeapProfiler.stopSampling');
    told.push(`${sequence} ${(sizeOf(profile.head) / count / 1000).toFixed(1)} kB`);
  }
  session.disconnect();
  return { what: 'heap a strike of the demo allocates', value: told.join(', '), target: 'what its own particles need' };
}

interface ProfileNode {
  readonly selfSize: number;
  readonly children: readonly ProfileNode[];
}

function sizeOf({ selfSize, children }: ProfileNode): number {
  return selfSize + children.reduce((sum, child) => sum + sizeOf(child), 0);
}
