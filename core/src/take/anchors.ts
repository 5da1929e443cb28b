import { DocumentError, type DocumentPath } from '../model/documentError.js';
import type { PlacedEffect } from './plan.js';

/** Orders effects so that each comes after the one its anchor names. Refuses circles and unknown names. */
export function anchorsFirst(effects: readonly PlacedEffect[], path: DocumentPath): PlacedEffect[] {
  const indexById = new Map(effects.map((effect, i) => [effect.id, i]));
  const ordered: PlacedEffect[] = [];
  const state = new Array<'open' | 'done' | undefined>(effects.length);
  const visit = (i: number): void => {
    // Walked as a chain, not by recursion: a thousand effects in a row must not overflow the stack.
    const chain: number[] = [];
    for (let at: number | undefined = i; at !== undefined && state[at] !== 'done';) {
      const effect: PlacedEffect = effects[at];
      const place = [...path, 'effects', at, 'anchor', 'effect'];
      if (state[at] === 'open') {
        const circle = [...chain.slice(chain.indexOf(at)), at].map((index) => effects[index].id).join(' → ');
        throw new DocumentError(place, `expected an anchor that does not lead back to its own effect, found the circle ${circle}`);
      }
      state[at] = 'open';
      chain.push(at);
      if (effect.anchor.to === 'contact') break;
      const next = indexById.get(effect.anchor.effect);
      if (next === undefined) throw new DocumentError(place, `expected an effect of this sequence, found "${effect.anchor.effect}"`);
      at = next;
    }
    for (const index of chain.reverse()) {
      state[index] = 'done';
      ordered.push(effects[index]);
    }
  };
  effects.forEach((_, i) => visit(i));
  return ordered;
}
