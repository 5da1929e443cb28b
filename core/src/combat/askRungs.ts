import type { RungAnswer } from './log.js';
import type { Asking } from './parts/asking.js';
import type { Standing } from './parts/combatant.js';
import type { CompiledRung } from './plan.js';

/**
 * The rungs of a ladder that answer an event, from the top, all by the state before it: the first that holds, and those below it
 * as long as it goes on. `standing` is how its target is, as far as rungs must ask for that. What each said goes into
 * `answers`, where they are wanted; without them nothing below is looked at.
 */
export function askRungs(rungs: readonly CompiledRung[], asking: Asking, standing: Standing, answers?: RungAnswer[]): CompiledRung[] {
  const answering: CompiledRung[] = [];
  let over = '';
  for (const rung of rungs) {
    if (over !== '') {
      answers?.push({ rung: rung.id, answer: 'not asked', why: `${over} answered` });
      continue;
    }
    const why = passes(rung, asking, standing, answers !== undefined);
    answers?.push({ rung: rung.id, answer: why === undefined ? 'answered' : 'passed', why: why ?? '' });
    if (why !== undefined) continue;
    answering.push(rung);
    if (rung.goesOn) continue;
    if (!answers) break;
    over = rung.id;
  }
  return answering;
}

/** Why a rung lets an event pass, in words where they are wanted; undefined where it answers. */
function passes({ conditions, asksStanding }: CompiledRung, asking: Asking, standing: Standing, inWords: boolean): string | undefined {
  if (standing !== 'up' && !asksStanding) return `target is ${standing}`;
  const failing = conditions.find((condition) => !condition.holds(asking));
  return failing && (inWords ? failing.tell(asking) : '');
}
