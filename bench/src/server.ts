import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Line } from './engine.js';
import { median } from './measure.js';

export interface Served {
  readonly address: string;
  stop(): Promise<void>;
}

/** The real server on a folder of its own. */
export async function serve(root: string, options: readonly string[] = []): Promise<Served> {
  const data = await mkdtemp(join(tmpdir(), 'undatio-bench-'));
  const server = spawn(process.execPath, [join(root, 'server/bin/undatio.mjs'), 'serve', ...options], {
    env: { ...process.env, UNDATIO_DATA: data, PORT: '0' },
  });
  const address = await new Promise<string>((done, fail) => {
    server.stdout.on('data', (chunk: Buffer) => done(/http:\S+/.exec(chunk.toString())?.[0] ?? ''));
    server.once('exit', () => fail(new Error('the server did not start')));
  });
  return {
    address,
    async stop() {
      server.removeAllListeners('exit');
      server.kill('SIGTERM');
      await new Promise((done) => server.once('exit', done));
      await rm(data, { recursive: true, force: true });
    },
  };
}

const json = { 'Content-Type': 'application/json' };

function sequenceOf(id: string, effects: number): object {
  const lanes = Array.from({ length: effects }, (_, i) => ({ kind: 'flash', id: `lane-${i}`, delay: i / 100 }));
  return { id, label: id, event: 'hit', effects: lanes };
}

/** Projects alike but for how many sequences of a hundred effects they hold. */
async function postProject(address: string, id: string, sequences: number): Promise<void> {
  const event = { id: 'hit', label: 'Hit', fields: [] };
  const all = Array.from({ length: sequences }, (_, i) => sequenceOf(`blow-${i}`, 100));
  const body = JSON.stringify({ format: 1, id, label: id, events: [event], actors: [], assets: [], sequences: all });
  const response = await fetch(`${address}/api/projects`, { method: 'POST', headers: json, body });
  if (!response.ok) throw new Error(await response.text());
}

/** Milliseconds of saving one sequence again and again. */
async function saves(address: string, project: string): Promise<number[]> {
  const path = `${address}/api/projects/${project}/sequences/blow-0`;
  let etag = (await fetch(path)).headers.get('etag') ?? '';
  const times: number[] = [];
  for (let i = 0; i < 15; i++) {
    const body = JSON.stringify({ ...sequenceOf('blow-0', 100), note: `save ${i}` });
    const start = performance.now();
    const response = await fetch(path, { method: 'PUT', headers: { ...json, 'If-Match': etag }, body });
    times.push(performance.now() - start);
    if (!response.ok) throw new Error(await response.text());
    etag = response.headers.get('etag') ?? '';
  }
  return times.slice(3);
}

/** What a save costs in a small and in a large project, and whether others are answered while a kit is made. */
export async function serverLines({ address }: Served): Promise<Line[]> {
  await postProject(address, 'small', 10);
  await postProject(address, 'large', 1000);
  const small = median(await saves(address, 'small'));
  const large = median(await saves(address, 'large'));
  let making = true;
  const kit = fetch(`${address}/api/projects/large/kit`).then(async (response) => {
    await response.arrayBuffer();
    making = false;
  });
  const answers: number[] = [];
  while (making) {
    const start = performance.now();
    await (await fetch(`${address}/api/health`)).text();
    answers.push(performance.now() - start);
    await new Promise((done) => setTimeout(done, 5));
  }
  await kit;
  return [
    {
      what: 'saving a sequence of 100 effects, 1000 beside it or 10',
      value: `${large.toFixed(1)} ms, ${small.toFixed(1)} ms: ${(large / small).toFixed(2)} ×`,
      target: 'costs its own document',
    },
    {
      what: 'health while the kit of 100,000 effects is made',
      value: `${median(answers).toFixed(1)} ms median of ${answers.length}, worst ${Math.max(...answers).toFixed(1)} ms`,
      target: '≤ 50 ms',
    },
  ];
}
