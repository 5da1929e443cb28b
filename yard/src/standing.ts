import type { Kit, KitActor, Player } from '@undatio/core/runtime';
import type { KitStage } from './openArchive.js';

/** A body on a stage of the kit. It has no actor if the kit has none for that role. */
export interface StandingActor {
  readonly id: string;
  readonly actor: KitActor | undefined;
  readonly role: string;
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

const rests: Readonly<Record<string, { readonly x: number; readonly y: number }>> = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 } };
/** Bystanders without a place of their own rest in a row behind the target. */
const row = { x: 262, y: 34, next: 90 };
/** Names of the first source and the first target. */
const names: Readonly<Record<string, string>> = { source: 'striker', target: 'struck' };

/**
 * The bodies of a stage. If the stage lists none: one for each actor of the kit, except those with the role `none`. A source and a
 * target are always among them.
 */
export function standingOn(kit: Kit, stage: KitStage | undefined): StandingActor[] {
  let bystanders = 0;
  const bodies =
    stage?.bodies ?? kit.actors.flatMap(({ id, role }): NonNullable<KitStage['bodies']> => (role === 'none' ? [] : [{ actor: id }]));
  const named = new Set<string>();
  const standing = bodies.flatMap((body, i): StandingActor[] => {
    const actor = kit.actors.find(({ id }) => id === body.actor);
    if (!actor) return [];
    const role = body.role ?? (actor.role === 'none' ? 'bystander' : actor.role);
    const at = role === 'bystander' ? bystanders++ : 0;
    const { x, y } = body.place ?? actor.place ?? rests[role] ?? { x: row.x + at * row.next, y: row.y };
    const name = names[role];
    const id = name === undefined || named.has(name) ? `body-${i}` : name;
    named.add(id);
    return [{ id, actor, role, x, y, scale: body.scale ?? 1 }];
  });
  const missing = Object.entries(names).filter(([, name]) => !named.has(name));
  return [...standing, ...missing.map(([role, id]) => ({ id, actor: undefined, role, ...rests[role], scale: 1 }))];
}

/** Puts the bodies into a player. Returns the parties of a strike among them. */
export function standIn(
  player: Player,
  standing: readonly StandingActor[],
): { readonly source: string; readonly target: string; readonly others: string[] } {
  for (const { id, actor, role, x, y, scale } of standing)
    player.body(id, { x, y, scale, facing: role === 'source' ? 1 : -1, ...(actor && { actor: actor.id }) });
  return { source: 'striker', target: 'struck', others: standing.flatMap(({ id, role }) => (role === 'bystander' ? [id] : [])) };
}
