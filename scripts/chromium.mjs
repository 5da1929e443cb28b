// Debian's Chromium, as tests, bench and pictures for the documents start it.
import { existsSync } from 'node:fs';

/** The headless shell, which has no windows to draw: itself, not Debian’s script around it, which leaves it behind when it is ended. */
const shell = '/usr/lib/chromium/chromium-headless-shell';
const browser = '/usr/bin/chromium';

/** Where a browser is, if anywhere: CHROME_BIN, when it is set; else the shell before the whole browser, or after it. */
export function chromiumHere({ whole = false } = {}) {
  return process.env.CHROME_BIN || (whole ? [browser, shell] : [shell, browser]).find((place) => existsSync(place));
}

export const chromiumFlags = [
  '--no-sandbox',
  // As a browser does that has no graphics card: it costs less than a card that is played by the processor.
  '--disable-gpu-compositing',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
