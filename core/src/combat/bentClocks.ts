import { bendClocks } from '../player/bendClocks.js';
import { GameClock } from '../player/gameClock.js';
import { heldTo, type StopBudget } from '../player/stopBudget.js';
import type { TimeBend } from '../take/firing.js';
import type { SequencePlan } from '../take/plan.js';
import { bendsOf } from '../take/strike.js';
import type { Cue } from './log.js';
import type { Combatant } from './parts/combatant.js';

/** A cue with what it does to time, as the budget leaves it. */
export interface PlayedCue extends Cue {
  readonly bends: readonly TimeBend[];
}

/**
 * Plays cues by what they do to clocks alone: as a player of the same kit does it, without making anything that is seen or
 * heard. `played` is told of each.
 */
export function clockBender(
  planOf: (sequence: string) => SequencePlan,
  world: GameClock,
  budget: StopBudget | undefined,
  played?: (cue: PlayedCue) => void,
): (cue: Cue, source: Combatant | undefined, target: Combatant | undefined) => void {
  return (cue, source, target) => {
    const wanted = bendsOf(planOf(cue.sequence), cue.payload, cue.seed);
    let bends: readonly TimeBend[] = wanted;
    if (wanted.length > 0) {
      const clocks = { source: source?.bodyClock ?? new GameClock(), target: target?.bodyClock ?? new GameClock(), world };
      bends = heldTo(wanted, clocks, cue.at, 1, budget);
      bendClocks(bends, clocks, cue.at, cue.at, cue.at - (budget?.within ?? 0));
    }
    played?.({ ...cue, bends });
  };
}
