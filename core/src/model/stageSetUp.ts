import type { KitActor } from '../contract.js';
import type { Actor, Drill, StageSetUp } from './project.js';

/** The actor so much wider and higher, with everything that is placed on it in its place. `round` tidies each number. */
export function scaledActor<A extends Actor | KitActor>(actor: A, sx: number, sy: number, round: (px: number) => number = (px) => px): A {
  if (sx === 1 && sy === 1) return actor;
  const scaled = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x: round(x * sx), y: round(y * sy) });
  return {
    ...actor,
    width: round(actor.width * sx),
    height: round(actor.height * sy),
    spots: Object.fromEntries(Object.entries(actor.spots ?? {}).map(([name, place]) => [name, scaled(place)])),
    parts: actor.parts.map((part) => ({ ...part, pivot: scaled(part.pivot) })),
    poses: Object.fromEntries(
      Object.entries(actor.poses).map(([pose, moved]) => [
        pose,
        Object.fromEntries(Object.entries(moved).map(([part, { turn, x, y }]) => [part, { turn, ...scaled({ x, y }) }])),
      ]),
    ),
  };
}

/**
 * The actors as they stand on a stage: in its order, as what and where it says, as large as it says. One that stands there more
 * than once has further names, `weevil-2` and on; bodies whose actor is gone are left out. Without bodies, every actor as it is, except
 * those with the role `none`.
 */
export function actorsOn(actors: readonly Actor[], setUp: Pick<StageSetUp, 'bodies'> | undefined): readonly Actor[] {
  if (!setUp?.bodies) return actors.some(isOff) ? actors.filter((actor) => !isOff(actor)) : actors;
  const taken = new Set<string>();
  return setUp.bodies.flatMap((body) => {
    const actor = actors.find(({ id }) => id === body.actor);
    if (!actor) return [];
    let id = actor.id;
    for (let i = 2; taken.has(id); i++) id = `${actor.id}-${i}`;
    taken.add(id);
    const { scale = 1, role = isOff(actor) ? 'bystander' : actor.role, place = actor.place } = body;
    return [{ ...(scale === 1 ? actor : scaledActor(actor, scale, scale)), id, role, ...(place && { place }) }];
  });
}

/** True if an actor stands only on stages that list it. */
function isOff({ role }: Pick<Actor, 'role'>): boolean {
  return role === 'none';
}

/** A drill with the edges of the stage that it takes place on, where it says none of its own. */
export function drillOnStage(drill: Drill, stages: readonly StageSetUp[] | undefined): Drill {
  const { stage } = drill;
  const walls = stage === undefined ? undefined : stages?.find(({ id }) => id === stage)?.edges;
  return walls ? { ...drill, edges: { ...walls, ...drill.edges } } : drill;
}
