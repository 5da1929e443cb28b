import type { Actor } from '@undatio/core';
import type { OnStage } from './stageSetUps';

/** Whether the same bodies stand there, be it in another list. */
function sameBodies(a: readonly Actor[], b: readonly Actor[]): boolean {
  return a === b || (a.length === b.length && a.every((one, i) => one === b[i]));
}

/** Whether two stages are drawn with the same bodies, pictures and surroundings. */
export function looksAlike(a: OnStage | undefined, b: OnStage | undefined): boolean {
  if (!a || !b) return a === b;
  const [one, other] = [a.project, b.project];
  const same =
    sameBodies(one.actors, other.actors) && one.assets === other.assets && one.conventions === other.conventions && one.seen === other.seen;
  return same && a.setUp === b.setUp;
}
