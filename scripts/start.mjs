// `npm start`: from a fresh clone to a running server.
import { spawn } from 'node:child_process';
import { build, install, root } from './setUp.mjs';

install();
build();
const server = spawn(process.execPath, ['server/bin/undatio.mjs', 'serve'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => (process.exitCode = code ?? 1));
