import type { Actor } from '../model/project.js';
import { scaledActor } from '../model/stageSetUp.js';
import type { DrillRun } from '../combat/drill.js';

/** Somebody on a drill's stage: of its cast, or who comes about in the course of it. */
export interface StandingBody {
  readonly id: string;
  readonly actor: string;
  readonly place: { readonly x: number; readonly y: number };
  readonly facing: 1 | -1;
  /** Of its actor's size. */
  readonly scale?: number;
}

/** Which way an actor faces on a stage that strikes from the left. */
export function stageFacing({ role }: Pick<Actor, 'role'>): 1 | -1 {
  return role === 'source' ? 1 : -1;
}

/** Which way its pictures look: where it is not said, as it faces on the stage. */
export function facingOf(actor: Pick<Actor, 'role' | 'looks'>): 1 | -1 {
  return actor.looks === undefined ? stageFacing(actor) : actor.looks === 'right' ? 1 : -1;
}

/** As which way round whoever comes about is laid out: the same in every run, so that a stage laid out for one run shows another. */
export const joinedFacing: 1 | -1 = 1;

/** Those who come about in the course of a run. Frames tell which way they face. */
export function joinedIn({ history }: Pick<DrillRun, 'history'>): StandingBody[] {
  return history.flatMap((step): StandingBody[] =>
    step.of === 'join' ? [{ ...step, id: step.who, place: { x: step.x, y: step.y }, facing: joinedFacing }] : [],
  );
}

/** The bodies of a drill as they stand on a stage: the first as its source, the second as its target. */
export function bodiesOf(bodies: readonly StandingBody[], actors: readonly Actor[]): Actor[] {
  return bodies.flatMap(({ id, actor, place, facing, scale = 1 }, i): Actor[] => {
    const known = actors.find((one) => one.id === actor);
    if (!known) return [];
    const role = i === 0 ? 'source' : i === 1 ? 'target' : 'bystander';
    // Mirrored where it faces another way than the stage would have it.
    const looks = facing * facingOf(known) * stageFacing({ role }) === 1 ? 'right' : 'left';
    return [{ ...(scale === 1 ? known : scaledActor(known, scale, scale)), id, role, place, looks }];
  });
}

/** All bodies of a run: its cast, then those who come about, each as large as it is there. */
export function bodiesOfRun(run: DrillRun, drillActors: readonly Omit<StandingBody, 'scale'>[], actors: readonly Actor[]): Actor[] {
  const cast = drillActors.map((one, i): StandingBody => ({ ...one, scale: run.drill.actors[i].actor.scale }));
  return bodiesOf([...cast, ...joinedIn(run)], actors);
}
