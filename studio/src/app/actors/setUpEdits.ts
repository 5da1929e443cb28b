import type { Actor, Place, Project, StageSetUp, StoredSettings } from '@undatio/core';
import { actorsOn, freeId, namesOfCopy, restingPlacesOf, tidy } from '@undatio/core/internal';
import { near, roles } from './actorEdits';

/** What is done to the stages of a project. Pure: who calls puts it in place. */

export type StageBody = NonNullable<StageSetUp['bodies']>[number];

/** Somebody who stands on a stage: as the stage has it, and where it is. */
export interface Standing {
  /** Its place among the stage's bodies; undefined where every actor stands as it is. */
  readonly at: number | undefined;
  readonly actor: Actor;
  readonly place: Place;
}

/** Who stands on a stage, in its order; those that have no place of their own where the engine puts them. */
export function standingOn(actors: readonly Actor[], setUp: StageSetUp | undefined): Standing[] {
  const bodies = setUp?.bodies?.flatMap((body, at) => actorsOn(actors, { bodies: [body] }).map((actor) => ({ at, actor })));
  const all: readonly Omit<Standing, 'place'>[] = bodies ?? actorsOn(actors, undefined).map((actor) => ({ at: undefined, actor }));
  const places = restingPlacesOf(all.map(({ actor: { role, place } }) => ({ role, ...(place && { place }) })));
  return all.map((one, i) => ({ ...one, place: places[i] }));
}

const plain: Pick<StageSetUp, 'ground' | 'zoom'> = { ground: true, zoom: 1 };

/** The stages with the usual one among them: every actor as it is. */
function withUsual(stages: readonly StageSetUp[] = []): StageSetUp[] {
  return stages.length > 0 ? [...stages] : [{ id: 'usual', label: 'Usual', ...plain }];
}

/** One more stage, on which everybody stands as now; and its id. */
export function withNewStage(
  settings: StoredSettings,
  { actors }: Pick<Project, 'actors'>,
): { readonly settings: StoredSettings; readonly id: string } {
  const stages = withUsual(settings.stages);
  const id = freeId('stage', new Set(stages.map((stage) => stage.id)), 'stage');
  const bodies = actorsOn(actors, undefined).map((actor): StageBody => ({ actor: actor.id }));
  return { id, settings: { ...settings, stages: [...stages, { id, label: `Stage ${stages.length + 1}`, bodies, ...plain }] } };
}

export function withStageCopied(settings: StoredSettings, of: StageSetUp): { readonly settings: StoredSettings; readonly id: string } {
  const stages = withUsual(settings.stages);
  const names = namesOfCopy(of, stages, 'stage');
  return { id: names.id, settings: { ...settings, stages: [...stages, { ...of, ...names }] } };
}

/** Without a stage; without the last of them, none is kept. */
export function withoutStage({ stages = [], ...settings }: StoredSettings, id: string): StoredSettings {
  const left = stages.filter((stage) => stage.id !== id);
  return left.length > 0 ? { ...settings, stages: left } : settings;
}

/** With one stage changed; where there is none yet, the usual one is made of it. */
export function withStage(settings: StoredSettings, id: string | undefined, change: (stage: StageSetUp) => StageSetUp): StoredSettings {
  const stages = withUsual(settings.stages);
  const wanted = id ?? stages[0].id;
  return { ...settings, stages: stages.map((stage) => (stage.id === wanted ? change(stage) : stage)) };
}

/** With a body of it changed; what is set to undefined is as its actor has it. */
export function withStageBody(stage: StageSetUp, at: number, change: { [N in keyof StageBody]?: StageBody[N] | undefined }): StageSetUp {
  const tidied = (body: StageBody): StageBody =>
    Object.fromEntries(Object.entries({ ...body, ...change }).filter(([, value]) => value !== undefined)) as StageBody;
  return { ...stage, bodies: (stage.bodies ?? []).map((body, i) => (i === at ? tidied(body) : body)) };
}

export function withBodyPut(stage: StageSetUp, at: number, place: Place): StageSetUp {
  return withStageBody(stage, at, { place: near(place) });
}

/** With a body of another size that stands on the same ground. */
export function withBodyScaled(stage: StageSetUp, actors: readonly Actor[], at: number, scale: number): StageSetUp {
  const before = standingOn(actors, stage).find((one) => one.at === at);
  const after = withStageBody(stage, at, { scale: scale === 1 ? undefined : scale });
  const now = standingOn(actors, after).find((one) => one.at === at);
  if (!before || !now) return after;
  const { x, y } = before.place;
  return withBodyPut(after, at, { x, y: y + (before.actor.height - now.actor.height) / 2 });
}

/** With one more body on it, beside those that stand there; it stands by, unless nobody is struck yet. */
export function withNewBody(stage: StageSetUp, actors: readonly Actor[], actor: Actor): StageSetUp {
  const on = standingOn(actors, { ...stage, bodies: stage.bodies ?? [] });
  const right = Math.max(0, ...on.map((one) => one.place.x + one.actor.width / 2));
  const role = roles.find((one) => one !== 'source' && !on.some((other) => other.actor.role === one)) ?? 'bystander';
  const foot = Math.max(0, ...on.map((one) => one.place.y + one.actor.height / 2));
  const place = near({ x: right + actor.width / 2 + 20, y: on.length > 0 ? foot - actor.height / 2 : 0 });
  return { ...stage, bodies: [...(stage.bodies ?? []), { actor: actor.id, role, place }] };
}

export function withoutBody(stage: StageSetUp, at: number): StageSetUp {
  return { ...stage, bodies: (stage.bodies ?? []).filter((_, i) => i !== at) };
}

export type Background = NonNullable<StageSetUp['background']>;

/** With something else behind it all; undefined: the studio's own grounds. */
export function withBackground({ background: _, ...stage }: StageSetUp, background: Background | undefined): StageSetUp {
  return background ? { ...stage, background } : stage;
}

/** The picture behind it, moved or made wider. */
export function withBackdrop(
  stage: StageSetUp,
  change: Partial<Pick<Extract<Background, { of: 'picture' }>, 'x' | 'y' | 'width' | 'picture'>>,
): StageSetUp {
  const { background } = stage;
  if (background?.of !== 'picture') return stage;
  const { x, y } = near({ x: change.x ?? background.x, y: change.y ?? background.y });
  const width = tidy(Math.min(20000, Math.max(1, Math.round(change.width ?? background.width))));
  return { ...stage, background: { ...background, ...change, x, y, width } };
}
