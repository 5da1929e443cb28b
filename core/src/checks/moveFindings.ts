import { drawnFor, type DrawnReach } from '../combat/moves/drawnReach.js';
import { told } from '../combat/parts/memory.js';
import { formatPath } from '../model/documentError.js';
import type { Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';

/** px, degrees and seconds that nobody sees. */
const unseen = { px: 0.5, degrees: 0.5, seconds: 0.005 };

/** Moves that reach otherwise than their own sequence draws it: who is seen to be missed is met, or the other way about. */
export function moveFindings({ actors, sequences }: Pick<Project, 'actors' | 'sequences'>): Problem[] {
  const byId = new Map(sequences.map((sequence) => [sequence.id, sequence]));
  return actors.flatMap(({ moves = [] }, i) =>
    moves.flatMap((move, k) =>
      move.contacts.flatMap(({ after, live, reach }, j): Problem[] => {
        const sequence = byId.get(move.sequence ?? '');
        if (reach.shape !== 'arc' || !sequence) return [];
        const drawn = drawnFor(move, j, sequence);
        const own = { begins: move.windUp + after, live, reach };
        if (!drawn || isAsDrawn(own, drawn)) return [];
        return [
          {
            severity: 'warning',
            path: formatPath(['actors', i, 'moves', k, 'contacts', j, 'reach']),
            message: `reaches ${words(own)}, evenly, mirrored to the left; "${drawn.effect}" of "${sequence.id}" draws ${drawnWords(drawn)}`,
            finding: 'drawn otherwise',
          },
        ];
      }),
    ),
  );
}

type Sweep = Pick<DrawnReach, 'begins' | 'live' | 'reach'>;

export function isAsDrawn(own: Sweep, drawn: DrawnReach): boolean {
  const near = (a: number, b: number, by: number): boolean => Math.abs(a - b) <= by;
  return (
    drawn.even &&
    drawn.mirrored &&
    near(own.reach.length, drawn.reach.length, unseen.px) &&
    near(own.reach.from, drawn.reach.from, unseen.degrees) &&
    near(own.reach.to, drawn.reach.to, unseen.degrees) &&
    near(own.begins, drawn.begins, unseen.seconds) &&
    near(own.live, drawn.live, unseen.seconds)
  );
}

/** What a sweep draws, in words. */
export function drawnWords(drawn: DrawnReach): string {
  return `${words(drawn)}${drawn.even ? '' : ', not evenly'}${drawn.mirrored ? '' : ', turned to the left'}`;
}

function words({ begins, live, reach: { length, from, to } }: Sweep): string {
  return `${told(length)} px from ${told(from)} to ${told(to)}° at ${told(begins)} s for ${told(live)} s`;
}
