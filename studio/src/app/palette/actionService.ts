import { Injectable } from '@angular/core';

/** What screens can do by name while they are shown: for keys and for what is found by its name. */
@Injectable({ providedIn: 'root' })
export class ActionService {
  private readonly known = new Map<string, () => void>();

  /** Registers what a screen can do; returns what takes it away again. */
  offer(actions: Readonly<Record<string, () => void>>): () => void {
    for (const [id, run] of Object.entries(actions)) this.known.set(id, run);
    return () => {
      for (const [id, run] of Object.entries(actions)) if (this.known.get(id) === run) this.known.delete(id);
    };
  }

  has(id: string): boolean {
    return this.known.has(id);
  }

  run(id: string): void {
    this.known.get(id)?.();
  }
}
