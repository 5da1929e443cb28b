#!/usr/bin/env node
import { existsSync } from 'node:fs';

const main = new URL('../bundle/main.js', import.meta.url);
if (!existsSync(main)) {
  console.error('undatio: not built yet; run "npm run build" (or "npm start") in the project’s root');
  process.exit(2);
}
const { main: run } = await import(main);
process.exitCode = await run(process.argv.slice(2));
