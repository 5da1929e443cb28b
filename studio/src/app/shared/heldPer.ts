import { computed, linkedSignal, untracked, type WritableSignal } from '@angular/core';

/**
 * What is held of one thing: it begins anew when that is another one, and stays through every edit of it.
 * A linked signal alone would begin anew with each edit: it asks whether anything it read was renewed, not whether it differs.
 */
export function heldPer<Owner, Held>(owner: () => Owner, begin: (owner: Owner, before?: Held) => Held): WritableSignal<Held> {
  return linkedSignal<Owner, Held>({ source: computed(owner), computation: (of, before) => untracked(() => begin(of, before?.value)) });
}
