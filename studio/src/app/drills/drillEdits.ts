import type { Actor, Drill, EventType, Project } from '@undatio/core';
import { freeId, restingPlacesOf } from '@undatio/core/internal';
import { facingOf, stageFacing } from '../actors/actorEdits';

/** What is done to drills. Pure: who calls puts it in place. */

export type DrillActor = Drill['actors'][number];
export type Entry = Drill['script'][number];

/** A new drill: the project's source and target where they stand, and one blow. */
export function newDrill({ drills, actors, events }: Project): Drill {
  const id = freeId('drill', new Set(drills.map((one) => one.id)), 'drill');
  const rests = restingPlacesOf(actors);
  const cast = (['source', 'target'] as const).flatMap((role) => {
    const at = actors.findIndex((actor) => actor.role === role);
    return at < 0 ? [] : [castOf(actors[at], rests[at], role === 'source' ? 1 : -1)];
  });
  const event = events.find(({ harm }) => harm) ?? events.at(0);
  const [source, target] = cast;
  const script = event && source ? [{ at: 0.5, event: event.id, source: source.id, ...(target && { target: target.id }) }] : [];
  return { id, label: 'New drill', seed: 1, length: 3, actors: cast, script, expectations: [] };
}

function castOf({ id }: Actor, place: { readonly x: number; readonly y: number }, facing: 1 | -1): DrillActor {
  return { id, actor: id, place: { x: place.x, y: 0 }, facing };
}

export function copyOfDrill(drill: Drill, { drills }: Pick<Project, 'drills'>): Drill {
  const id = freeId(`${drill.id} copy`, new Set(drills.map((one) => one.id)), 'drill');
  return { ...drill, id, label: `${drill.label}, copy`.slice(0, 80) };
}

/** With one more actor, to the right of everybody. */
export function withActor(drill: Drill, actor: string): Drill {
  const id = freeId(actor, new Set(drill.actors.map((one) => one.id)), 'actor');
  const x = Math.max(-160, ...drill.actors.map(({ place }) => place.x)) + 110;
  return { ...drill, actors: [...drill.actors, { id, actor, place: { x, y: 0 }, facing: drill.actors.length === 0 ? 1 : -1 }] };
}

/** Without an actor, and without what it did and what was done to it. */
export function withoutActor(drill: Drill, id: string): Drill {
  const script = drill.script.filter(({ source, target }) => source !== id && target !== id);
  const expectations = drill.expectations.filter(
    (one) => ('who' in one ? one.who : 'target' in one ? one.target : 'on' in one ? one.on : '') !== id,
  );
  return { ...drill, actors: drill.actors.filter((one) => one.id !== id), script, expectations };
}

/** The script with an entry changed, in order of time; `place` is where it is then. */
export function withEntry(drill: Drill, at: number, entry: Entry | undefined): { readonly drill: Drill; readonly place: number } {
  const script = drill.script.flatMap((one, i) => (i === at ? (entry ? [entry] : []) : [one]));
  const sorted = [...script].sort((a, b) => a.at - b.at);
  return { drill: { ...drill, script: sorted }, place: entry ? sorted.indexOf(entry) : -1 };
}

/** One more event, done by and to the first two. */
export function newEntry(drill: Drill, { id }: EventType, at: number): Entry {
  const [source, target] = drill.actors;
  return { at, event: id, ...(source && { source: source.id }), ...(target && { target: target.id }) };
}

/** The bodies of a drill as they stand on a stage: the first as its source, the second as its target. */
export function bodiesOf(drill: Pick<Drill, 'actors'>, actors: readonly Actor[]): Actor[] {
  return drill.actors.flatMap(({ id, actor, place, facing }, i): Actor[] => {
    const known = actors.find((one) => one.id === actor);
    if (!known) return [];
    const role = i === 0 ? 'source' : i === 1 ? 'target' : 'bystander';
    // Mirrored where it faces another way than the stage would have it.
    const looks = facing * facingOf(known) * stageFacing({ role }) === 1 ? 'right' : 'left';
    return [{ ...known, id, role, place, looks }];
  });
}

/** Seconds on a grid of hundredths, within a drill. */
export function onGrid(seconds: number, { length }: Pick<Drill, 'length'>): number {
  return Math.min(length, Math.max(0, Math.round(seconds * 100) / 100));
}
