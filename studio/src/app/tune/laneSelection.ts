import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Effect } from '@undatio/core';
import { StrikeService } from '../playback/strikeService';
import { between } from './severalLanes';

const none: ReadonlySet<string> = new Set();

/** Which lanes of the sequence that is struck are chosen, to be moved, copied or removed together. */
@Injectable({ providedIn: 'root' })
export class LaneSelection {
  private readonly stage = toSignal(inject(StrikeService).stage$);
  private readonly kept = signal<{ readonly sequence: string; readonly ids: ReadonlySet<string>; readonly last: string } | undefined>(
    undefined,
  );

  /** Ids of the chosen effects; those that are gone are chosen no more, and in another sequence none are. */
  readonly ids = computed((): ReadonlySet<string> => {
    const kept = this.kept();
    const sequence = this.stage()?.sequence;
    if (!kept || kept.sequence !== sequence?.id) return none;
    return new Set(sequence.effects.flatMap(({ id }) => (kept.ids.has(id) ? [id] : [])));
  });

  /** What is done to a lane is done to: all that are chosen where it is one of them, and to it alone otherwise. */
  with(id: string): ReadonlySet<string> {
    return this.ids().has(id) ? this.ids() : new Set([id]);
  }

  toggle(id: string): void {
    const ids = new Set(this.ids());
    if (!ids.delete(id)) ids.add(id);
    this.keep(ids, id);
  }

  /** Chooses all from the lane that was chosen last to this one. */
  extend(id: string): void {
    const from = this.kept()?.last ?? id;
    this.keep(new Set([...this.ids(), ...between(this.effects(), from, id)]), from);
  }

  choose(ids: readonly string[]): void {
    this.keep(new Set(ids), ids.at(-1) ?? '');
  }

  all(): void {
    this.choose(this.effects().map(({ id }) => id));
  }

  clear(): void {
    this.kept.set(undefined);
  }

  private effects(): readonly Effect[] {
    return this.stage()?.sequence.effects ?? [];
  }

  private keep(ids: ReadonlySet<string>, last: string): void {
    const sequence = this.stage()?.sequence.id;
    if (sequence !== undefined) this.kept.set({ sequence, ids, last });
  }
}
