import type { Kit, KitActor, Player } from '@undatio/core/runtime';
import type { KitStage } from './openArchive.js';

/** Somebody on a stage of the kit. */
export interface StandingActor {
  readonly id: string;
  readonly actor: KitActor;
  readonly role: string;
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

const rests: Readonly<Record<string, { readonly x: number; readonly y: number }>> = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 } };
/** Where bystanders rest that have no place of their own: in a row behind the target. */
const row = { x: 262, y: 34, next: 90 };

/** Who stands on a stage: as what, where and how large it says; every actor of the kit where it says nothing. */
export function standingOn(kit: Kit, stage: KitStage | undefined): StandingActor[] {
  let [bystanders, count] = [0, 0];
  const bodies = stage?.bodies ?? kit.actors.map(({ id }): NonNullable<KitStage['bodies']>[number] => ({ actor: id }));
  return bodies.flatMap((body): StandingActor[] => {
    const actor = kit.actors.find(({ id }) => id === body.actor);
    if (!actor) return [];
    const role = body.role ?? actor.role;
    const at = role === 'bystander' ? bystanders++ : 0;
    const { x, y } = body.place ?? actor.place ?? rests[role] ?? { x: row.x + at * row.next, y: row.y };
    return [{ id: `body-${count++}`, actor, role, x, y, scale: body.scale ?? 1 }];
  });
}

/** Puts them all into a player; the names of the first source and the first target among them. */
export function standIn(player: Player, standing: readonly StandingActor[]): { source?: string; target?: string; others: string[] } {
  for (const { id, actor, role, x, y, scale } of standing)
    player.body(id, { actor: actor.id, x, y, scale, facing: role === 'source' ? 1 : -1 });
  const [source, target] = ['source', 'target'].map((wanted) => standing.find(({ role }) => role === wanted)?.id);
  const others = standing.flatMap(({ id, role }) => (role === 'bystander' ? [id] : []));
  return { ...(source !== undefined && { source }), ...(target !== undefined && { target }), others };
}
