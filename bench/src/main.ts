import { cpus, totalmem } from 'node:os';
import { fileURLToPath } from 'node:url';
import { chromium } from 'playwright-core';
import { chromiumFlags, chromiumHere } from '../../scripts/chromium.mjs';
import { engineLines, type Line } from './engine.js';
import { allocationLine, kitLines, strikeAllocationLine } from './kit.js';
import { compareLines } from './compare.js';
import { crowdLines, idleLine, latencyLines, openCrowd, stageRateLine } from './latency.js';
import { folderLine, largeLines, outsideLine, soundsLine } from './large.js';
import { playerLines } from './player.js';
import { bodiesLines } from './bodies.js';
import { rulesLines } from './rules.js';
import { serve, serverLines } from './server.js';
import { firstLoadLine, runtimeLine } from './sizes.js';
import { strikeLines } from './strikes.js';
import { worstLine } from './worst.js';

/** Prints measured ratios and sizes. Nothing here passes or fails: the targets stand beside the numbers. */

const root = fileURLToPath(new URL('../../', import.meta.url));

function print(lines: readonly Line[]): void {
  for (const { what, value, target } of lines) console.log(`${what.padEnd(54)} ${value}  [${target}]`);
}

async function inBrowser(): Promise<void> {
  const server = await serve(root);
  const { address } = server;
  print(await serverLines(server));
  const executablePath = chromiumHere({ whole: true });
  const browser = await chromium.launch({ ...(executablePath && { executablePath }), args: [...chromiumFlags] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(() => {
      for (const name of ['drawElements', 'drawArrays', 'drawElementsInstanced', 'drawArraysInstanced'] as const) {
        const draw = WebGL2RenderingContext.prototype[name] as (...all: unknown[]) => void;
        WebGL2RenderingContext.prototype[name] = function (this: WebGL2RenderingContext, ...all: unknown[]) {
          performance.mark('stage draw');
          draw.apply(this, all);
        } as never;
      }
    });
    await page.goto(`${address}/tune/lance-light`);
    await page.locator('und-stage canvas').waitFor();
    await page.waitForLoadState('networkidle');
    print([await firstLoadLine(page, address)]);
    print([await idleLine(page)]);
    print(await latencyLines(page));
    print(await compareLines(page, address));
    await openCrowd(page, address, 300);
    print(await crowdLines(page));
    print([await stageRateLine(page, address)]);
    print(await largeLines(page, root));
    print([await outsideLine(page, root)]);
    print([await soundsLine(page, root)]);
  } finally {
    await browser.close();
    await server.stop();
  }
}

console.log(
  `${cpus()[0].model.trim()}, ${cpus().length} cores, ${(totalmem() / 2 ** 30).toFixed(0)} GiB; Node ${process.version}; ${process.platform}\n`,
);
print(engineLines());
print([await allocationLine()]);
print([await strikeAllocationLine(root)]);
print(await kitLines(root));
print(await playerLines(root));
print(await strikeLines(root));
print(await rulesLines(root));
print(bodiesLines());
print([worstLine()]);
print([await runtimeLine(root)]);
print([await folderLine(root)]);
await inBrowser();
