import { randomUUID } from 'node:crypto';
import { access, mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { digestOf } from '../files.js';
import { storeErrorOf } from './storeError.js';

export const digestPattern = /^[0-9a-f]{64}$/;

/** Asset bytes, kept by the SHA-256 of their contents: no name from outside ever becomes a path. */
export class AssetStore {
  private constructor(private readonly folder: string) {}

  static async open(dataFolder: string): Promise<AssetStore> {
    const folder = join(dataFolder, 'assets');
    await mkdir(folder, { recursive: true });
    return new AssetStore(folder);
  }

  /** Removes what a process that was killed, or a full disk, left half written. For the one process that writes. */
  async removeLeftovers(): Promise<void> {
    for (const name of await readdir(this.folder)) if (name.endsWith('.part')) await rm(join(this.folder, name), { force: true });
  }

  /** Whether the bytes with this digest are here. */
  async has(sha256: string): Promise<boolean> {
    if (!digestPattern.test(sha256)) return false;
    return access(join(this.folder, sha256)).then(
      () => true,
      () => false,
    );
  }

  /** The bytes whose digest is `sha256`, or undefined when they are not here. */
  async read(sha256: string): Promise<Uint8Array | undefined> {
    if (!digestPattern.test(sha256)) return undefined;
    try {
      return await readFile(join(this.folder, sha256));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
      throw error;
    }
  }

  /** Keeps `bytes`, unless they are here, and returns their digest. Throws StoreError where the disk takes no more. Written beside and renamed, so that a cut never leaves half a file. */
  async write(bytes: Uint8Array): Promise<string> {
    const sha256 = digestOf(bytes);
    if (await this.has(sha256)) return sha256;
    // The same bytes may come twice at once: each is written beside by itself, and whichever is renamed last changes nothing.
    const part = join(this.folder, `${sha256}.${randomUUID()}.part`);
    try {
      await writeFile(part, bytes);
      await rename(part, join(this.folder, sha256));
    } catch (error) {
      await rm(part, { force: true }).catch(() => undefined);
      throw storeErrorOf(error, join(this.folder, sha256)) ?? error;
    }
    return sha256;
  }
}
