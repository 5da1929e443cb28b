// `npm start [-- OPTIONS]`: from a fresh clone to a running server; options are those of `undatio serve`.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, root } from './setUp.mjs';

const installed = install();
build();
await installed;
// Paths that are given are meant from where the command was called.
const server = spawn(process.execPath, [join(root, 'server/bin/undatio.mjs'), 'serve', ...process.argv.slice(2)], {
  cwd: process.env.INIT_CWD ?? process.cwd(),
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => (process.exitCode = code ?? 1));
