import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { sink } from './sink.js';

/** Writes text as it is made, no faster than it is taken: to a file, or to standard output. */
export async function writeOut(text: Iterable<string>, file?: string): Promise<void> {
  if (file) {
    await pipeline(Readable.from(text), createWriteStream(file));
    return;
  }
  for (const part of text) await sink.out(part);
}
