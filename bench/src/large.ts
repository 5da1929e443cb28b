import { execFileSync } from 'node:child_process';
import { mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type { Page } from 'playwright-core';
import type { Project } from '@undatio/core';
import { encodeWav16, measureSound, projectFiles } from '@undatio/core/internal';
import type { Line } from './engine.js';
import { scriptPerFrame } from './latency.js';
import { median } from './measure.js';
import { serve } from './server.js';

/** What it costs to be large: many sequences, many assets, many sounds brought in at once. */

const effectsEach = 20;

/** A project of so many sequences of twenty effects and so many assets, made of the demo's own. */
export function largeProject(demo: Project, sequences: number, assets: number): Project {
  const asset = (i: number): Project['assets'][number] => {
    const one = demo.assets[i % demo.assets.length];
    return i < demo.assets.length ? one : { ...one, id: `${one.id}-x${i}`, label: `${one.label} ${i}` };
  };
  return {
    ...demo,
    id: 'large',
    label: 'Large',
    // Rules and moves play sequences by names that are not here.
    statuses: [],
    responses: [],
    drills: [],
    actors: demo.actors.map((actor) => ({ ...actor, moves: [] })),
    assets: Array.from({ length: assets }, (_, i) => asset(i)),
    sequences: Array.from({ length: sequences }, (_, i) => {
      const one = demo.sequences[i % demo.sequences.length];
      const effects = Array.from({ length: effectsEach }, (__, k) => ({
        ...one.effects[k % one.effects.length],
        id: `lane-${k}`,
        anchor: { to: 'contact' as const },
      }));
      return { ...one, id: `blow-${i}`, label: `${one.label} ${i}`, effects };
    }),
  };
}

async function demoOf(root: string): Promise<Project> {
  return JSON.parse(await readFile(join(root, 'demo/elytra-league.undatio.json'), 'utf8')) as Project;
}

/** ms until a project can be struck. */
async function opening(page: Page, address: string, path: string): Promise<number> {
  const start = performance.now();
  await page.goto(`${address}/projects/${path}`);
  await page.locator('und-stage canvas').waitFor();
  await page.locator('und-lane').first().waitFor();
  return performance.now() - start;
}

/** Opening, and scrolling the ribbon, of 500 sequences and 1,000 assets; one file of it changed outside. */
export async function largeLines(page: Page, root: string): Promise<Line[]> {
  const demo = await demoOf(root);
  const server = await serve(root);
  try {
    const posted = await fetch(`${server.address}/api/projects`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(largeProject(demo, 500, 1000)),
    });
    if (!posted.ok) throw new Error(await posted.text());
    await opening(page, server.address, 'large/tune/blow-0');
    const times = { demo: [] as number[], large: [] as number[] };
    for (let i = 0; i < 5; i++) {
      times.demo.push(await opening(page, server.address, 'elytra-league/tune/lance-light'));
      times.large.push(await opening(page, server.address, 'large/tune/blow-0'));
    }
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(6000);
    const tiles = await page.locator('.tiles').boundingBox();
    if (!tiles) throw new Error('no ribbon');
    await page.mouse.move(tiles.x + 300, tiles.y + 30);
    const frames = await scriptPerFrame(page, async () => {
      for (let i = 0; i < 60; i++) {
        await page.mouse.wheel(90, 0);
        await page.evaluate(() => new Promise(requestAnimationFrame));
      }
    });
    const [small, large] = [median(times.demo), median(times.large)];
    return [
      {
        what: 'opening 500 sequences of 20 effects and 1000 assets',
        value: `${large.toFixed(0)} ms, the demo ${small.toFixed(0)} ms: ${(large / small).toFixed(2)} ×`,
        target: '≤ 2 ×',
      },
      {
        what: 'script while scrolling a ribbon of 500',
        value: `${median(frames).toFixed(1)} ms a frame (median of ${frames.length}, worst ${Math.max(...frames).toFixed(1)})`,
        target: '≤ 8 ms',
      },
    ];
  } finally {
    await server.stop();
  }
}

/** From a file's change outside to the screen, with 500 sequences in the folder. */
export async function outsideLine(page: Page, root: string): Promise<Line> {
  const folder = await mkdtemp(join(tmpdir(), 'undatio-bench-kept-'));
  const demo = await demoOf(root);
  // Without its assets' bytes, which are not what is measured.
  const project: Project = { ...largeProject(demo, 500, 0), actors: [], assets: [] };
  const bare = {
    ...project,
    sequences: project.sequences.map((sequence) => ({ ...sequence, effects: sequence.effects.filter(needsNoFile) })),
  };
  for (const [path, text] of projectFiles(bare)) {
    await mkdir(dirname(join(folder, path)), { recursive: true });
    await writeFile(join(folder, path), text);
  }
  const server = await serve(root, ['--folder', folder]);
  try {
    await page.goto(`${server.address}/projects/large/tune/blow-0`);
    await page.locator('und-lane').first().waitFor();
    await page.waitForTimeout(3000);
    const file = join(folder, 'sequences/blow-0.json');
    const waits: number[] = [];
    for (let i = 0; i < 5; i++) {
      const text = (await readFile(file, 'utf8')).replace(/"label": "[^"]*"/, `"label": "Changed ${i}"`);
      await writeFile(`${file}.swap`, text);
      const start = performance.now();
      await rename(`${file}.swap`, file);
      await page.waitForFunction((label) => document.querySelector<HTMLInputElement>('.heading .title')?.value === label, `Changed ${i}`, {
        polling: 20,
      });
      waits.push(performance.now() - start);
      await page.waitForTimeout(500);
    }
    return {
      what: 'a file changed outside, of 500, to the screen',
      value: `${median(waits).toFixed(0)} ms (median of ${waits.length}, worst ${Math.max(...waits).toFixed(0)})`,
      target: '≤ 1000 ms',
    };
  } finally {
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  }
}

function needsNoFile(effect: Project['sequences'][number]['effects'][number]): boolean {
  const record = effect as unknown as Record<string, unknown>;
  return record['clips'] === undefined && record['picture'] === undefined && (record['strip'] ?? '') === '';
}

/** Saving and loading as a folder: what each sequence costs among 100 and among 500. */
export async function folderLine(root: string): Promise<Line> {
  const demo = await demoOf(root);
  const folder = await mkdtemp(join(tmpdir(), 'undatio-bench-save-'));
  const run = (...args: string[]): number => {
    const start = performance.now();
    execFileSync(process.execPath, [join(root, 'server/bin/undatio.mjs'), ...args], {
      env: { ...process.env, UNDATIO_DATA: join(folder, 'data') },
      stdio: 'ignore',
    });
    return performance.now() - start;
  };
  try {
    const each: number[] = [];
    // What a command costs that does nothing is no part of it.
    const idle = median([0, 1, 2].map(() => run('--help')));
    for (const count of [250, 1000]) {
      const project: Project = { ...largeProject(demo, count, 0), actors: [], assets: [] };
      const bare = { ...project, sequences: project.sequences.map((one) => ({ ...one, effects: one.effects.filter(needsNoFile) })) };
      const file = join(folder, `of-${count}.undatio.json`);
      await writeFile(file, JSON.stringify(bare));
      const times = [0, 1, 2].map((i) => {
        const out = join(folder, `out-${count}-${i}`);
        return run('save', file, '--out', out) + run('load', out, '--as', `p-${count}-${i}`) - 2 * idle;
      });
      each.push(median(times) / count);
    }
    return {
      what: 'saving and loading, a sequence among 1000 and among 250',
      value: `${each[1].toFixed(2)} ms, ${each[0].toFixed(2)} ms: ${(each[1] / each[0]).toFixed(2)} ×`,
      target: 'linear: 1 ×',
    };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** 200 sounds brought in: how much faster than they last, and the longest frame of the page meanwhile. */
export async function soundsLine(page: Page, root: string): Promise<Line> {
  const folder = await mkdtemp(join(tmpdir(), 'undatio-bench-sounds-'));
  const server = await serve(root);
  const [count, seconds, rate] = [200, 2, 48000];
  const before = (await demoOf(root)).assets.filter(({ type }) => type === 'sound').length;
  try {
    const files: string[] = [];
    for (let i = 0; i < count; i++) {
      const samples = Float32Array.from({ length: seconds * rate }, (_, at) => 0.5 * Math.sin((2 * Math.PI * (200 + i) * at) / rate));
      const file = join(folder, `tone-${i}.wav`);
      await writeFile(file, encodeWav16([samples], rate));
      files.push(file);
    }
    await page.goto(`${server.address}/projects/elytra-league/assets`);
    await page.locator('[data-asset]').first().waitFor();
    await page.waitForTimeout(1500);
    // What the page itself is busy with: where two cores decode, keep and draw in software, frames wait for them as well.
    await page.evaluate(() => {
      const seen = window as unknown as { tasks: number[]; frames: number[] };
      seen.tasks = [];
      seen.frames = [];
      new PerformanceObserver((list) => seen.tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
        type: 'longtask',
      });
      let last = performance.now();
      const look = (now: number): void => {
        seen.frames.push(now - last);
        last = now;
        requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    });
    const start = performance.now();
    await page.locator('.head input[type=file]').setInputFiles(files);
    await page.getByRole('button', { name: `Sounds ${before + count}` }).waitFor({ timeout: 120_000 });
    const took = performance.now() - start;
    const { tasks, frames } = await page.evaluate(() => {
      const seen = window as unknown as { tasks: number[]; frames: number[] };
      return { tasks: seen.tasks, frames: seen.frames };
    });
    const longest = (all: readonly number[]): string => (all.length === 0 ? 'none over 50' : Math.max(...all).toFixed(0));
    // What measuring alone costs, without reading, decoding and keeping the files.
    const samples = Float32Array.from({ length: seconds * rate }, (_, at) => Math.sin(at));
    const begun = performance.now();
    for (let i = 0; i < 20; i++) measureSound([samples], rate);
    const measuring = (performance.now() - begun) / 20 / 1000;
    return {
      what: `${count} sounds of ${seconds} s brought in`,
      value: `${((count * seconds * 1000) / took).toFixed(0)} × real time, measuring alone ${(seconds / measuring).toFixed(0)} ×; longest task ${longest(tasks)} ms, frame ${median(frames).toFixed(0)} ms in the median, ${longest(frames)} the longest`,
      target: '≥ 100 ×, ≤ 50 ms',
    };
  } finally {
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  }
}
