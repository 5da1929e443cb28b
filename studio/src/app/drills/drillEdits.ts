import type { Actor, Drill, EventType, Place, Project } from '@undatio/core';
import type { AddChoice } from '../shared/addMenu';
import { freeId, groundOf, namesOfCopy, plainNames, restingPlacesOf, tidy, type FightNames } from '@undatio/core/internal';

/** What is done to drills. Pure: who calls puts it in place. */

export type DrillActor = Drill['actors'][number];
export type Entry = Drill['script'][number];
export type Act = NonNullable<Drill['acts']>[number];

/** Makes a new drill: the project's source and target where they stand, one event, and the project's stage if it has one only. */
export function newDrill({ drills, actors, events, stages = [] }: Project): Drill {
  const label = 'New drill';
  const id = freeId(label, new Set(drills.map((one) => one.id)), 'drill');
  const rests = restingPlacesOf(actors);
  const cast = (['source', 'target'] as const).flatMap((role) => {
    const at = actors.findIndex((actor) => actor.role === role);
    return at < 0 ? [] : [castOf(actors[at], rests[at], role === 'source' ? 1 : -1)];
  });
  const event = events.find(({ harm }) => harm) ?? events.at(0);
  const [source, target] = cast;
  const script = event && source ? [{ at: 0.5, event: event.id, source: source.id, ...(target && { target: target.id }) }] : [];
  const stage = stages.length === 1 && { stage: stages[0].id };
  return { id, label, seed: 1, length: 3, actors: cast, script, expectations: [], ...stage };
}

function castOf({ id }: Actor, place: { readonly x: number; readonly y: number }, facing: 1 | -1): DrillActor {
  return { id, actor: id, place: { x: place.x, y: 0 }, facing };
}

export function copyOfDrill(drill: Drill, { drills }: Pick<Project, 'drills'>): Drill {
  return { ...drill, ...namesOfCopy(drill, drills, 'drill') };
}

/** Adds an actor to the right of the others. In a side view its feet are at the height of the first actor's feet. */
export function withActor(drill: Drill, actor: string, { actors, seen }: Pick<Project, 'actors' | 'seen'>): Drill {
  const id = freeId(actor, new Set(drill.actors.map((one) => one.id)), 'actor');
  const x = Math.max(-160, ...drill.actors.map(({ place }) => place.x)) + 110;
  const feetOf = (which: string | undefined): number => {
    const body = actors.find((one) => one.id === which);
    return body ? groundOf(body) : 0;
  };
  const [first] = drill.actors;
  const y = first && seen !== 'above' ? tidy(first.place.y + feetOf(first.actor) - feetOf(actor)) : 0;
  return { ...drill, actors: [...drill.actors, { id, actor, place: { x, y }, facing: drill.actors.length === 0 ? 1 : -1 }] };
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

/** What those of a drill do, with one changed, in order of time; `place` is where it is then. */
export function withAct(drill: Drill, at: number, act: Act | undefined): { readonly drill: Drill; readonly place: number } {
  const acts = (drill.acts ?? []).flatMap((one, i) => (i === at ? (act ? [act] : []) : [one]));
  const sorted = [...acts].sort((a, b) => a.at - b.at);
  return { drill: { ...drill, acts: sorted }, place: act ? sorted.indexOf(act) : -1 };
}

/** The places that something a body does leads to: dragged on the map and on the stage. */
export interface ActPlaces {
  /** Which of the drill's acts. */
  readonly index: number;
  readonly who: string;
  readonly points: readonly Place[];
  /** From where it is told to, through all of them. */
  readonly line: readonly Place[];
  readonly words: string;
}

export function placesOf({ acts = [], actors }: Drill, names: FightNames = plainNames): ActPlaces[] {
  return acts.flatMap((act, index): ActPlaces[] => {
    const { who } = act;
    if (act.do === 'walk') {
      const line = [...act.points, ...(act.round ? [act.points[0]] : [])];
      return [{ index, who, points: act.points, line, words: `${names.of('combatant', who)} walks to place` }];
    }
    const from = actors.find(({ id }) => id === who)?.place;
    if (act.do !== 'launch' || !act.to) return [];
    return [
      {
        index,
        who,
        points: [act.to],
        line: [...(from ? [from] : []), act.to],
        words: `${names.of('combatant', who)} launches ${names.of('actor', act.actor)} to place`,
      },
    ];
  });
}

/** The edges of a stage as lines across what is in sight; those that lie outside of it are not. */
export function wallsOf(
  { left, right, top, bottom }: NonNullable<Drill['edges']>,
  { x, y, width, height }: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): { readonly x1: number; readonly x2: number; readonly y1: number; readonly y2: number }[] {
  const up = [left, right].flatMap((at) =>
    at === undefined || at < x || at > x + width ? [] : [{ x1: at, x2: at, y1: y, y2: y + height }],
  );
  const flat = [top, bottom].flatMap((at) =>
    at === undefined || at < y || at > y + height ? [] : [{ x1: x, x2: x + width, y1: at, y2: at }],
  );
  return [...up, ...flat];
}

/** With one of the places of an act elsewhere. */
export function withActPlace(drill: Drill, index: number, at: number, change: (place: Place) => Place): Drill {
  const act = drill.acts?.at(index);
  if (act?.do === 'launch') return act.to ? withAct(drill, index, { ...act, to: change(act.to) }).drill : drill;
  if (act?.do !== 'walk') return drill;
  return withAct(drill, index, { ...act, points: act.points.map((one, i) => (i === at ? change(one) : one)) }).drill;
}

/** With somebody beginning elsewhere. */
export function withStart(drill: Drill, id: string, change: (place: Place) => Place): Drill {
  return { ...drill, actors: drill.actors.map((one) => (one.id === id ? { ...one, place: change(one.place) } : one)) };
}

/** Everything that a body can do in a drill, by its name in menus. */
export const actKinds: Readonly<Record<Act['do'], Omit<AddChoice, 'value'>>> = {
  move: { label: 'Start a move', about: 'Starts one of the moves of its actor.', search: 'attack swing guard dash' },
  'let-go': {
    label: 'Release the held move',
    about: 'Ends the hold of a move, so that it goes into its recovery.',
    search: 'let go guard down',
  },
  walk: {
    label: 'Walk a path',
    about: 'Walks to some places, one after the other, and in a loop if wanted.',
    search: 'go move patrol waypoint run',
  },
  approach: { label: 'Approach', about: 'Walks toward another body and stays near it.', search: 'chase follow hunt seek' },
  'keep-away': { label: 'Keep distance', about: 'Walks away from another body while it is near.', search: 'flee retreat kite avoid' },
  orbit: { label: 'Orbit', about: 'Circles another body at a distance.', search: 'circle round strafe' },
  launch: {
    label: 'Launch a projectile',
    about: 'Launches an actor to a place, toward a body, or ahead.',
    search: 'shoot throw bullet arrow fly',
  },
  stop: { label: 'Stop', about: 'Stands still.', search: 'stand halt wait' },
  turn: { label: 'Turn around', about: 'Faces the other way.', search: 'face flip look' },
};
/** The kinds of acts as choices of a menu. */
export const actChoices: readonly AddChoice[] = Object.entries(actKinds).map(([value, kind]) => ({ value, ...kind }));

/** One more thing that somebody does; undefined where nobody can do it. A move is done by the first who has one. */
export function newAct(drill: Drill, actors: readonly Actor[], what: Act['do'], at: number, who = drill.actors.at(0)?.id): Act | undefined {
  const movesOf = (id: string | undefined): readonly { readonly id: string }[] =>
    actors.find((one) => one.id === drill.actors.find((cast) => cast.id === id)?.actor)?.moves ?? [];
  if (what === 'move') {
    const mover = [who, ...drill.actors.map(({ id }) => id)].find((id) => movesOf(id).length > 0);
    return mover === undefined ? undefined : { at, who: mover, do: 'move', move: movesOf(mover)[0].id };
  }
  const one = drill.actors.find(({ id }) => id === who);
  if (!one) return undefined;
  const other = drill.actors.find(({ id }) => id !== one.id)?.id;
  if (what !== 'launch') return actOfSort({ at, who: one.id }, what, one, other, nearEnough(actors.find(({ id }) => id === one.actor)));
  const thing = thrownActor(drill, actors);
  return thing === undefined
    ? undefined
    : { at, who: one.id, do: what, actor: thing, speed: 600, ...(other !== undefined && { after: other }) };
}

/** How it may be said where something flies. */
export const launchAims = [
  { value: 'after', label: 'after somebody' },
  { value: 'to', label: 'to a place' },
  { value: 'angle', label: 'at an angle' },
  { value: 'ahead', label: 'ahead' },
] as const;
export type LaunchAim = (typeof launchAims)[number]['value'];

export function aimOf({ to, after, angle }: Extract<Act, { do: 'launch' }>): LaunchAim {
  return after !== undefined ? 'after' : to ? 'to' : angle !== undefined ? 'angle' : 'ahead';
}

/** The same, let go another way; after nobody it is let go ahead. */
export function withAim(act: Extract<Act, { do: 'launch' }>, aim: LaunchAim, whom: string | undefined): Act {
  const { to: _to, after: _after, angle: _angle, ...others } = act;
  if (aim === 'after') return whom === undefined ? others : { ...others, after: whom };
  if (aim === 'to') return { ...others, to: { x: 0, y: 0 } };
  return aim === 'angle' ? { ...others, angle: 0 } : others;
}

/** What is let go first: an actor that does not stand in the drill, the smallest there is. */
function thrownActor(drill: Drill, actors: readonly Actor[]): string | undefined {
  const standing = new Set(drill.actors.map(({ actor }) => actor));
  const bySize = [...actors].sort((a, b) => a.width * a.height - b.width * b.height);
  return (bySize.find(({ id }) => !standing.has(id)) ?? bySize.at(0))?.id;
}

/** px from middle to middle from which the first move of an actor reaches; 120 for one without moves. */
function nearEnough(actor: Actor | undefined): number {
  const reaches = (actor?.moves ?? []).slice(0, 1).flatMap(({ contacts }) => contacts.map(({ reach }) => reach.length));
  return reaches.length === 0 ? 120 : Math.max(1, Math.round(Math.min(...reaches)));
}

/** The same thing to do, of another sort; undefined where that takes somebody else and there is nobody. */
function actOfSort(
  common: { at: number; who: string },
  what: Exclude<Act['do'], 'move' | 'launch'>,
  one: DrillActor,
  other: string | undefined,
  within: number,
): Act | undefined {
  switch (what) {
    case 'walk':
      return { ...common, do: what, points: [{ x: one.place.x + 120 * one.facing, y: one.place.y }] };
    case 'approach':
      return other === undefined ? undefined : { ...common, do: what, whom: other, within };
    case 'keep-away':
      return other === undefined ? undefined : { ...common, do: what, whom: other, beyond: 240 };
    case 'orbit':
      return other === undefined ? undefined : { ...common, do: what, whom: other, distance: 140 };
    case 'turn':
      return { ...common, do: what, facing: one.facing === 1 ? -1 : 1 };
    default:
      return { ...common, do: what };
  }
}

/** What somebody does, in few words. */
export function actWords(act: Act, names: FightNames = plainNames): string {
  const whom = 'whom' in act ? names.of('combatant', act.whom) : '';
  switch (act.do) {
    case 'move':
      return names.of('move', act.move);
    case 'let-go':
      return 'lets go';
    case 'walk':
      return act.round ? 'goes round' : 'walks';
    case 'approach':
      return `after ${whom}`;
    case 'keep-away':
      return `away from ${whom}`;
    case 'orbit':
      return `round ${whom}`;
    case 'launch':
      return `launches ${names.of('actor', act.actor)}`;
    case 'stop':
      return 'stands';
    case 'turn':
      return act.facing === 1 ? 'turns right' : 'turns left';
  }
}

/** Seconds on a grid of hundredths, within a drill. */
export function onGrid(seconds: number, { length }: Pick<Drill, 'length'>): number {
  return Math.min(length, Math.max(0, Math.round(seconds * 100) / 100));
}
