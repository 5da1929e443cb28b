import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtemp, rename, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { main } from './commands/main.js';
import { withSink, type Sink } from './commands/sink.js';

/** Real folders and real processes for specs. */

const root = fileURLToPath(new URL('../../', import.meta.url));
const bin = join(root, 'server/bin/undatio.mjs');

/** A folder of its own for each test, gone afterwards. */
export async function withFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'undatio-'));
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Puts other contents in a file's place, as editors do: nobody ever reads half of them. */
export async function replaceFile(file: string, contents: string | Uint8Array): Promise<void> {
  const beside = `${file}.swap`;
  await writeFile(beside, contents);
  await rename(beside, file);
}

export interface Ran {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

/** Runs one command line to its end, in this process. */
export async function undatio(args: readonly string[], environment: Readonly<Record<string, string>> = {}): Promise<Ran> {
  let out = '';
  let err = '';
  const listening: Sink = {
    out: (text) => {
      out += text;
      return Promise.resolve();
    },
    tell: (message) => (err += `${message}\n`),
  };
  const before = Object.keys(environment).map((name) => [name, process.env[name]] as const);
  Object.assign(process.env, environment);
  try {
    const code = await withSink(listening, () => main(args));
    return { code, out, err };
  } finally {
    for (const [name, value] of before) {
      if (value === undefined) Reflect.deleteProperty(process.env, name);
      else process.env[name] = value;
    }
  }
}

/** Runs one command line as a person does, in a process of its own. */
export function undatioProcess(args: readonly string[], environment: NodeJS.ProcessEnv = {}): Promise<Ran> {
  return new Promise((done) => {
    const child = spawn(process.execPath, [bin, ...args], { env: { ...process.env, ...environment } });
    let out = '';
    let err = '';
    child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
    child.on('close', (code) => done({ code: code ?? -1, out, err }));
  });
}

/** Starts `undatio serve` on a free port and resolves with its address once it answers. */
export function serveProcess(data: string, options: readonly string[] = []): Promise<{ child: ChildProcess; address: string }> {
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [bin, 'serve', ...options], {
      env: { ...process.env, UNDATIO_DATA: data, PORT: '0', HOST: '127.0.0.1' },
    });
    let err = '';
    child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
    child.stdout.on('data', (chunk: Buffer) => {
      const address = /http:\S+/.exec(chunk.toString())?.[0];
      if (address) done({ child, address });
    });
    child.on('close', (code) => fail(new Error(`serve ended with ${code}: ${err}`)));
  });
}

/** Waits until a process is gone. */
export function gone(child: ChildProcess): Promise<void> {
  return new Promise((done) => (child.exitCode !== null || child.signalCode !== null ? done() : child.once('close', () => done())));
}
