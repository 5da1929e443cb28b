import { TimeWarp } from '../maths/timeWarp.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';
import { compileSequence, type CompileContext } from '../take/compile.js';
import { clockParties } from '../take/firing.js';
import { resolve } from '../take/strike.js';

/** Sequences that by themselves halt somebody for longer than the project allows: played in a game they are cut short. */
export function beyondStopBudget({ sequences, stopBudget }: Project, context: CompileContext): Problem[] {
  if (!stopBudget) return [];
  return sequences.flatMap((sequence, i): Problem[] => {
    if (!sequence.effects.some(({ kind, muted }) => kind === 'hit-stop' && !muted)) return [];
    const { bends } = resolve(compileSequence(sequence, ['sequences', i], context), {}, {});
    const longest = clockParties.map((party) => {
      const stops = bends
        .filter(({ parties }) => parties.includes(party))
        .flatMap(({ windows }) => windows.filter(({ rate }) => rate === 0));
      const clock = new TimeWarp(stops);
      // The worst stretch begins where a stop does.
      const within = stops.map(({ start }) => stopBudget.within - (clock.tau(start + stopBudget.within) - clock.tau(start)));
      return { party, lost: Math.max(0, ...within) };
    });
    const { party, lost } = longest.reduce((most, one) => (one.lost > most.lost ? one : most));
    if (lost <= stopBudget.seconds + 1e-9) return [];
    const told = `halts the ${party} for ${lost.toFixed(3)} s in ${stopBudget.within} s, the project allows ${stopBudget.seconds} s; in a game it is cut short`;
    return [{ ...errorAt(`sequences[${i}]`, told), severity: 'warning' }];
  });
}
