// Debian's Chromium drives the browser tests: its headless shell, which has no windows to draw, where that is installed.
import { existsSync } from 'node:fs';

// The shell itself, not Debian’s script around it: whoever ends the script leaves the shell behind.
const places = ['/usr/lib/chromium/chromium-headless-shell', '/usr/bin/chromium'];

/** Where a browser for tests is, if anywhere: CHROME_BIN, when it is set. */
export function chromiumHere() {
  return process.env.CHROME_BIN || places.find((place) => existsSync(place));
}
