import { readFile } from 'node:fs/promises';
import { gzipSync } from 'node:zlib';
import type { Page } from 'playwright-core';
import type { Line } from './engine.js';

const kB = (bytes: number): string => `${(bytes / 1000).toFixed(1)} kB`;
const gzipped = (bytes: Uint8Array): number => gzipSync(bytes, { level: 9 }).length;

/** The shipped runtime. */
export async function runtimeLine(root: string): Promise<Line> {
  const bytes = await readFile(`${root}core/dist/kit/undatio-runtime.js`);
  return { what: 'shipped runtime, gzipped', value: kB(gzipped(bytes)), target: '≤ 40 kB with every kind' };
}

/** All scripts that the browser fetched until Tune was whole, the stage's own among them. */
export async function firstLoadLine(page: Page, address: string): Promise<Line> {
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => new URL(name).pathname.endsWith('.js')),
  );
  let total = 0;
  for (const script of scripts) total += gzipped(new Uint8Array(await (await fetch(script)).arrayBuffer()));
  const page0 = await (await fetch(`${address}/`)).text();
  const first = [...page0.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name);
  return {
    what: 'studio’s first load, Tune with its stage, gzipped',
    value: `${kB(total)} in ${scripts.length} scripts (${first.length} named by the page itself)`,
    target: '≤ 450 kB',
  };
}
