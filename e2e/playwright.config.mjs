import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { chromiumFlags, chromiumHere } from '../scripts/chromium.mjs';

/** Debian's Chromium, WebGL in software; two tests at a time, each worker with a server, a folder and a browser of its own. */
export default defineConfig({
  testDir: 'tests',
  outputDir: '../test-results',
  workers: Math.min(2, availableParallelism()),
  fullyParallel: true,
  // Sound, speed and frame rate are watched in real time; a shared machine that stumbles gets a second look.
  retries: process.env.CI ? 1 : 0,
  // Nothing here is quick or slow by itself: a machine with six times the work to do is to be as green.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    launchOptions: { executablePath: chromiumHere(), args: chromiumFlags },
  },
});
