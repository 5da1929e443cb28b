import type { Actor, Asset, Place, Project } from '@undatio/core';
import {
  facingOf,
  stageFacing,
  cellPlaces,
  freeId,
  namesOfCopy,
  restingActor,
  scaledActor,
  shownCell,
  spots as spotNames,
  tidy,
} from '@undatio/core/internal';

/** What is done to actors. Pure: who calls puts them in place. */

export type PoseName = keyof Actor['poses'];
export type PartPose = NonNullable<Actor['poses'][PoseName]>[string];
export type Picture = Extract<Asset, { type: 'picture' }>;

export const poseNames: readonly PoseName[] = ['hurt', 'lunge', 'guard', 'fall'];
/** Roles of a body on a stage. */
export const roles = ['source', 'target', 'bystander'] as const;
/** Roles of an actor; `none`: it stands only on stages that list it. */
export const actorRoles = [...roles, 'none'] as const;
/** What an actor does on the stage, in words. */
export const roleWords: Readonly<Record<Actor['role'], string>> = {
  source: 'strikes',
  target: 'is struck',
  bystander: 'stands by',
  none: 'stays away',
};
/** The name of the whole body among a pose's parts. */
export const whole = 'whole';
const atRest: PartPose = { turn: 0, x: 0, y: 0 };

/** Whether it is drawn mirrored on the stage. */
export function isMirrored(actor: Pick<Actor, 'role' | 'looks'>): boolean {
  return facingOf(actor) !== stageFacing(actor);
}

/** Its pictures look to one side; undefined: wherever it faces. */
export function withLooks({ looks: _, ...actor }: Actor, looks: Actor['looks'] | undefined): Actor {
  return looks === undefined ? actor : { ...actor, looks };
}

export function withCell({ cell: _, ...actor }: Actor, cell: number): Actor {
  return cell === 0 ? actor : { ...actor, cell };
}

/** The names of an actor's spots: those that every body has, then its own. */
export function spotsOf({ spots }: Pick<Actor, 'spots'>): string[] {
  return [...new Set([...spotNames, ...Object.keys(spots)])];
}

/** Whether a spot is one that every body has, put or not. */
export function isEverybodys(spot: string): boolean {
  return (spotNames as readonly string[]).includes(spot);
}

/** With one more spot of its own, in its middle, under a free name made of what was typed. */
export function withNewSpot(actor: Actor, typed: string): Actor {
  const name = freeId(typed, new Set(spotsOf(actor)), 'spot');
  return { ...actor, spots: { ...actor.spots, [name]: freePlace(actor) } };
}

/** The middle, or the place nearest to it by sixths of the body where no spot is yet; the middle again where all are taken. */
function freePlace({ width, height, spots }: Actor): Place {
  const sixths = [0, 1, -1, 2, -2];
  const places = sixths.flatMap((down) =>
    sixths.map((across) => ({ x: Math.round((across * width) / 6), y: Math.round((down * height) / 6) })),
  );
  const taken = Object.values(spots);
  return places.find(({ x, y }) => !taken.some((one) => Math.abs(one.x - x) < 1 && Math.abs(one.y - y) < 1)) ?? places[0];
}

/** Where a spot is, relative to the body's middle: as it was put, or on the edge of the body's size. */
export function spotPlace(actor: Actor, spot: string): Place {
  const { width, height } = actor;
  const facing = facingOf(actor);
  const edges: Readonly<Record<string, Place>> = {
    middle: { x: 0, y: 0 },
    top: { x: 0, y: -height / 2 },
    feet: { x: 0, y: height / 2 },
    front: { x: (facing * width) / 2, y: 0 },
    back: { x: (-facing * width) / 2, y: 0 },
  };
  return actor.spots[spot] ?? edges[spot] ?? edges['middle'];
}

/** A new actor in a picture, as large as it comes but for no more than two fifths of the view's height. */
export function newActor({ actors, conventions }: Project, picture: Picture): Actor {
  const id = freeId(picture.label, new Set(actors.map((actor) => actor.id)), 'actor');
  const [{ width: across, height }] = cellPlaces(picture, picture.width ?? 100, picture.height ?? 100);
  const scale = Math.min(1, (conventions.viewHeight * 0.4) / height);
  const [width, high] = [across, height].map((px) => Math.max(1, tidy(Math.round(px * scale))));
  return {
    id,
    label: picture.label,
    role: freeRole(actors),
    picture: picture.id,
    width,
    height: high,
    radius: hitRadius(width, high),
    spots: {},
    parts: [],
    poses: {},
  };
}

/** The first role that no actor has; `none` if all are taken, so that new actors do not crowd the stage. */
function freeRole(actors: readonly Pick<Actor, 'role'>[], among: readonly Actor['role'][] = roles): Actor['role'] {
  return among.find((role) => !actors.some((actor) => actor.role === role)) ?? 'none';
}

/** Default hit radius in px of a body of this size: two fifths of its smaller side, so that most of the visible body can be hit. */
function hitRadius(width: number, height: number): number {
  return Math.round(Math.min(width, height) * 0.4);
}

/** As it looks with so much of its health: the lowest look that applies, or its own. */
export function asWorn(actor: Actor, share: number): Actor {
  const rising = [...(actor.healthLooks ?? [])].sort((a, b) => a.at - b.at);
  const look = rising.find(({ at }) => share <= at + 1e-9);
  if (!look) return actor;
  const shown = shownCell(actor, restingActor(), { picture: '', cell: 0 }, look.id);
  // A picture of the whole body stands in for its parts.
  return { ...actor, picture: shown.picture, cell: shown.cell, parts: shown.look === undefined ? actor.parts : [] };
}

export function copyOf(actor: Actor, { actors }: Project): Actor {
  return { ...actor, ...namesOfCopy(actor, actors, 'actor'), role: freeRole(actors, ['bystander']) };
}

/** At another size, with everything that is placed on it in its place. */
export function resized(actor: Actor, width: number, height: number): Actor {
  const [wide, high] = [within(width, 1, 2000), within(height, 1, 2000)];
  return { ...scaledActor(actor, wide / actor.width, high / actor.height, (px) => tidy(round(px))), width: wide, height: high };
}

/** With a spot put somewhere, or, without a place, back on its edge; one of its own goes. */
export function withSpot(actor: Actor, spot: string, place: Place | undefined): Actor {
  const { [spot]: _, ...others } = actor.spots;
  return { ...actor, spots: place ? { ...others, [spot]: near(place) } : others };
}

export function withPlace(actor: Actor, place: Place): Actor {
  return { ...actor, place: near(place) };
}

/** With one more part, in front of the others, under a free id. */
export function withNewPart(actor: Actor, picture: Picture): Actor {
  const id = freeId(picture.label, new Set([whole, ...actor.parts.map((part) => part.id)]), 'part');
  return { ...actor, parts: [...actor.parts, { id, picture: picture.id, pivot: { x: 0, y: 0 } }] };
}

export function withPivot(actor: Actor, part: string, pivot: Place): Actor {
  return { ...actor, parts: actor.parts.map((one) => (one.id === part ? { ...one, pivot: near(pivot) } : one)) };
}

/** Without a part, in its poses too. */
export function withoutPart(actor: Actor, part: string): Actor {
  const poses = Object.entries(actor.poses).map(([pose, moved]) => {
    const { [part]: _, ...others } = moved;
    return [pose, others];
  });
  return { ...actor, parts: actor.parts.filter(({ id }) => id !== part), poses: Object.fromEntries(poses) as Actor['poses'] };
}

/** One step farther to the front (1) or the back (-1). */
export function partMoved(actor: Actor, part: string, step: 1 | -1): Actor {
  const at = actor.parts.findIndex(({ id }) => id === part);
  const to = at + step;
  if (at < 0 || to < 0 || to >= actor.parts.length) return actor;
  const parts = [...actor.parts];
  [parts[at], parts[to]] = [parts[to], parts[at]];
  return { ...actor, parts };
}

/** How a pose moves a part, or the whole body. */
export function posed(actor: Actor, pose: PoseName, part: string): PartPose {
  return actor.poses[pose]?.[part] ?? atRest;
}

/** With a part moved in a pose; a part that the pose leaves at rest is not named in it. */
export function withPosed(actor: Actor, pose: PoseName, part: string, change: Partial<PartPose>): Actor {
  const before = posed(actor, pose, part);
  const turn = within(change.turn ?? before.turn, -360, 360);
  const x = within(change.x ?? before.x, -1000, 1000);
  const y = within(change.y ?? before.y, -1000, 1000);
  const { [part]: _, ...others } = actor.poses[pose] ?? {};
  const moved = turn !== 0 || x !== 0 || y !== 0 ? { ...others, [part]: { turn, x, y } } : others;
  return { ...actor, poses: { ...actor.poses, [pose]: moved } };
}

/** SVG transform of the whole body in a pose, about the middle of its foot; `amount` is how far it is in it. */
export function wholeTransform(actor: Actor, pose: PoseName | undefined, amount: number): string {
  if (!pose) return '';
  const facing = facingOf(actor);
  const { turn, x, y } = posed(actor, pose, whole);
  const foot = actor.height / 2;
  return `translate(${x * facing * amount} ${foot + y * amount}) rotate(${turn * facing * amount}) translate(0 ${-foot})`;
}

/** SVG transform of one part in a pose. */
export function partTransform(actor: Actor, part: Actor['parts'][number], pose: PoseName | undefined, amount: number): string {
  if (!pose) return '';
  const facing = facingOf(actor);
  const { turn, x, y } = posed(actor, pose, part.id);
  const { pivot } = part;
  return `translate(${pivot.x + x * facing * amount} ${pivot.y + y * amount}) rotate(${turn * facing * amount}) translate(${-pivot.x} ${-pivot.y})`;
}

/** A place within bounds, to half a px. */
export function near({ x, y }: Place): Place {
  return { x: within(x, -4000, 4000), y: within(y, -4000, 4000) };
}

function within(value: number, min: number, max: number): number {
  return tidy(Math.min(max, Math.max(min, round(value))));
}

/** Half a px is as fine as anything is placed by hand. */
function round(value: number): number {
  return Math.round(value * 2) / 2;
}
