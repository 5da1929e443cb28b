import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

/** Counts what is written: two that are to be the same file are each written beside by themselves. */
let parts = 0;

/** Writes bytes to a file of their own beside another, on the disk, and returns its path. Leaves nothing where it fails. */
export async function writeBeside(file: string, bytes: Uint8Array): Promise<string> {
  await mkdir(dirname(file), { recursive: true });
  const beside = `${file}.${process.pid}-${parts++}.part`;
  try {
    const handle = await open(beside, 'w');
    try {
      await handle.writeFile(bytes);
      await handle.sync();
    } finally {
      await handle.close();
    }
    return beside;
  } catch (error) {
    // Half a file is in nobody's way, least of all on a full disk.
    await rm(beside, { force: true }).catch(() => undefined);
    throw error;
  }
}

/** To a file beside it, on the disk, then in its place: nobody ever reads half of it. */
export async function writeWhole(file: string, bytes: Uint8Array): Promise<void> {
  const beside = await writeBeside(file, bytes);
  try {
    await rename(beside, file);
  } catch (error) {
    await rm(beside, { force: true }).catch(() => undefined);
    throw error;
  }
}
