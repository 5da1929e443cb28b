import type { Uint32 } from '../units.js';
import { draw } from './hash.js';

/**
 * Which of `count` things comes at turn `turn`: every `count` turns hold each thing once, in an order drawn from `key`,
 * and no thing comes twice running. A function of the turn alone (Fisher and Yates' shuffle of the turn's round), so
 * that any turn may be asked for. O(count).
 */
export function shuffled(key: Uint32, turn: number, count: number): number {
  if (count <= 1) return 0;
  const round = Math.floor(turn / count);
  const order = roundOf(key, round, count);
  // Where a round would begin with what the one before ended with, its first two change places. With two things, that is alternation.
  if (round > 0 && order[0] === lastOf(key, round - 1, count)) [order[0], order[1]] = [order[1], order[0]];
  return order[turn - round * count];
}

/** The last of a round. Only with two things can the change of places reach it. */
function lastOf(key: Uint32, round: number, count: number): number {
  if (count > 2) return roundOf(key, round, count)[count - 1];
  return roundOf(key, 0, count)[1];
}

function roundOf(key: Uint32, round: number, count: number): number[] {
  const order = Array.from({ length: count }, (_, i) => i);
  // Two things can only take turns: every round is the first.
  const drawnFrom = count === 2 ? 0 : round;
  for (let i = count - 1; i > 0; i--) {
    const j = Math.floor(draw(key, drawnFrom >>> 0, Math.floor(drawnFrom / 4294967296), i, 0) * (i + 1));
    [order[i], order[j]] = [order[j], order[i]];
  }
  return order;
}
