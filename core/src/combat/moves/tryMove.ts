import type { CombatActor } from '../parts/combatActor.js';
import type { Seconds } from '../../units.js';
import { runDrill, type CompiledDrill, type DrillActor } from '../drill.js';
import type { LogEntry, MoveStep } from '../log.js';
import type { CombatPlan } from '../plan.js';
import { Histories } from '../readHistory.js';
import { BodyMoves } from '../../player/bodyMoves.js';
import { GameClock } from '../../player/gameClock.js';
import type { StopBudget } from '../../player/stopBudget.js';
import { gap } from './meeting.js';
import { facingReach } from './meetingWall.js';
import { moveLength, type CompiledMove } from './move.js';

/** What came of a move that was tried on somebody: instants in seconds of the world from its beginning. */
export interface MoveTrial {
  /** What its contacts raised on whom they met, with how. */
  readonly met: readonly LogEntry[];
  readonly steps: readonly MoveStep[];
  /** px by which each contact passed the other, of those that met nobody. */
  readonly short: readonly (number | undefined)[];
  readonly histories: Histories;
  /** How its keys have the mover's body. */
  readonly body: BodyMoves;
  /** When it is over, and nothing more comes of it. */
  readonly length: Seconds;
}

/** Seconds that a move is held for, of one that is. */
const heldFor: Seconds = 0.4;
const [mover, other] = ['mover', 'practice'];
/** Samples of a contact, to tell by how much it passed. */
const looks = 60;

/**
 * Tries an actor's move, from its first instant, on somebody who stands at a place about its actor's middle. `other` is who that
 * is; what the rules make of it happens, so that a hit-stop of theirs holds the rest of the move.
 */
export function tryMove(
  plan: CombatPlan,
  actor: CombatActor,
  move: CompiledMove,
  practice: { readonly actor: CombatActor; readonly x: number; readonly y: number; readonly facing: 1 | -1 },
  facing: 1 | -1,
  budget?: StopBudget,
): MoveTrial {
  const held = move.holds ? heldFor : 0;
  const length = moveLength(move) + held + 1;
  const actors: DrillActor[] = [
    { id: mover, actor, x: 0, y: 0, facing, health: undefined },
    { ...practice, id: other, health: undefined },
  ];
  const drill: CompiledDrill = {
    id: 'trial',
    seed: 1,
    length,
    actors,
    script: [],
    acts: [
      { at: 0, who: mover, act: { do: 'move', move, toward: undefined }, entry: 0 },
      ...(move.holds ? [{ at: move.windUp + held, who: mover, act: { do: 'let-go' } as const, entry: 1 }] : []),
    ],
  };
  const run = runDrill(plan, drill, 1, budget);
  const histories = new Histories(run);
  const met = run.log.filter(({ touch, source }) => touch?.move === move.id && source === mover);
  const steps = histories.of('move', mover);
  const clock = run.clocks.of.get(mover);
  const short = move.contacts.map(({ reach, after, live }, contact) => {
    if (met.some(({ touch }) => touch?.contact === contact) || !clock) return undefined;
    const own = facingReach(reach, facing);
    const gaps = Array.from({ length: looks + 1 }, (_, i) => {
      const age = (live * i) / looks;
      const at = clock.wallAt(move.windUp + after + age);
      const [a, b] = [histories.place(mover, at), histories.place(other, at)];
      const body = { x: b.x - a.x, y: b.y - a.y, radius: practice.actor.radius, vx: 0, vy: 0 };
      // At one instant an arc reaches all that lies between its angles.
      const share = live === 0 ? i / looks : age;
      return gap(own, body, share, live === 0 ? 1 : live);
    });
    return Math.max(0, Math.min(...gaps));
  });
  const end = steps.find(({ how }) => how === 'ends' || how === 'broken')?.at ?? length;
  const body = new BodyMoves(clock ?? new GameClock(), 'kept');
  for (const { how, at } of steps) body.goOn(how, move, at);
  return { met, steps, short, histories, body, length: end };
}
