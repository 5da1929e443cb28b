import type { Actor, Drill } from '@undatio/core';
import { freeId, standingOf } from '@undatio/core/internal';

/** Who takes part in a moment, where the stage has them: source and target, then the stage's bystanders. */
export function castAt(staged: readonly Actor[], parties: { readonly source: string; readonly target: string }): Drill['actors'] {
  const { places } = standingOf(staged);
  const taken = new Set(['source', 'target']);
  const party = (id: 'source' | 'target', facing: 1 | -1): Drill['actors'] =>
    parties[id] === '' ? [] : [{ id, actor: parties[id], place: { x: places[id].x, y: places[id].y }, facing }];
  const others = staged
    .filter(({ role }) => role === 'bystander')
    .map((actor, i) => {
      const id = freeId(actor.id, taken, 'other');
      taken.add(id);
      return { id, actor: actor.id, place: { x: places.others[i].x, y: places.others[i].y }, facing: -1 as const };
    });
  return [...party('source', 1), ...party('target', -1), ...others];
}
