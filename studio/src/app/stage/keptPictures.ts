import type { Texture } from 'pixi.js';
import { loadPicture } from './loadPicture';

/** A picture that is loaded or on its way, and how many painters draw with it. */
export interface KeptPicture {
  readonly address: string;
  readonly texture: Promise<Texture>;
  users: number;
}

/** Pictures by their addresses, each loaded once for all who draw with it and freed with the last of them. */
export class KeptPictures {
  private readonly kept = new Map<string, KeptPicture>();

  /** The picture at an address, to be dropped once by whoever asked. Its texture rejects with the address when it is missing. */
  use(address: string): KeptPicture {
    const kept = this.kept.get(address) ?? this.load(address);
    kept.users++;
    return kept;
  }

  private load(address: string): KeptPicture {
    const kept = { address, texture: loadPicture(address), users: 0 };
    this.kept.set(address, kept);
    // One that is missing may be there when it is asked for again.
    kept.texture.catch(() => this.forget(kept));
    return kept;
  }

  /** Frees a picture that was asked for once nobody draws with it any more. */
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
