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
      if (effect.anchor.to === 'signal') refuseUnknownSignal(effect.anchor, effects[next], [...path, 'effects', at, 'anchor', 'name']);
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

function refuseUnknownSignal({ name }: { readonly name: string }, { id, plan }: PlacedEffect, place: DocumentPath): void {
  const known = [...(plan.signals?.keys() ?? [])];
  if (!known.includes(name))
    throw new DocumentError(place, `expected a signal of the effect "${id}" (${known.join(', ') || 'it has none'}), found "${name}"`);
}

/** How often each effect plays in one strike, besides its repeats: once for each signal that it is anchored to, at most. */
export function occurrencesOf(effects: readonly PlacedEffect[]): ReadonlyMap<string, number> {
  const byId = new Map(effects.map((effect) => [effect.id, effect]));
  const known = new Map<string, number>();
  const occurrences = (effect: PlacedEffect): number => {
    const before = known.get(effect.id);
    if (before !== undefined) return before;
    const { anchor } = effect;
    const on = anchor.to === 'signal' ? byId.get(anchor.effect) : undefined;
    const count = on && anchor.to === 'signal' ? occurrences(on) * on.repeat.count * (on.plan.signals?.get(anchor.name) ?? 0) : 1;
    known.set(effect.id, count);
    return count;
  };
  for (const effect of effects) occurrences(effect);
  return known;
}
