import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';

/** SHA-256 in hexadecimal digits (FIPS 180-4): what bytes are found by. */
export function digestOf(bytes: Uint8Array | string): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** A file's bytes; undefined where there is none. Throws the file system's error for everything else. */
export async function bytesAt(file: string): Promise<Buffer | undefined> {
  try {
    return await readFile(file);
  } catch (error) {
    if (['ENOENT', 'EISDIR', 'ENOTDIR'].includes((error as NodeJS.ErrnoException).code ?? '')) return undefined;
    throw error;
  }
}
