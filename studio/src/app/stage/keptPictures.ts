import type { Texture } from 'pixi.js';
import { loadPicture } from './loadPicture';

/** A picture that is loaded or loading, and the number of its users. */
export interface KeptPicture {
  readonly address: string;
  readonly texture: Promise<Texture>;
  users: number;
}

/** Loads each picture once for all painters that use it, and frees it after the last one. */
export class KeptPictures {
  private readonly kept = new Map<string, KeptPicture>();

  /** Returns the picture at an address. The caller must call `drop` once. The texture rejects, naming the address, if the picture is missing. */
  use(address: string): KeptPicture {
    const kept = this.kept.get(address) ?? this.load(address);
    kept.users++;
    return kept;
  }

  private load(address: string): KeptPicture {
    const kept = { address, texture: loadPicture(address), users: 0 };
    this.kept.set(address, kept);
    // A missing picture is loaded again at the next use: it may exist by then.
    kept.texture.catch(() => this.forget(kept));
    return kept;
  }

  /** Ends one use of a picture; the last one frees it. */
  drop(kept: KeptPicture): void {
    if (--kept.users > 0) return;
    this.forget(kept);
    kept.texture.then(
      (texture) => texture.destroy(true),
      () => undefined,
    );
  }

  private forget(kept: KeptPicture): void {
    if (this.kept.get(kept.address) === kept) this.kept.delete(kept.address);
  }
}
