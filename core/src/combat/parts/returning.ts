import type { Uint32 } from '../../units.js';
import { chanceIn, type Asking } from './asking.js';
import type { Combatant } from './combatant.js';
import { told } from './memory.js';
import { choiceRule, maybeNumberRule, numberRule, ruleLimits } from './ruleFields.js';
import type { Place } from './told.js';

const places = ['start', 'there'] as const;

/** Where somebody who was down or gone is back: fields that outcomes share. */
export const returnRules = {
  where: choiceRule('Where', 'start: where it began; there: where it went.', places, 'start'),
  spread: numberRule({
    label: 'Around it',
    about: 'How far from there at most, drawn at random.',
    unit: 'px',
    min: 0,
    max: 4000,
    default: 0,
  }),
  health: maybeNumberRule({
    label: 'Health',
    about: 'Points of health that it respawns with; those that it began with, when left out.',
    unit: 'points',
    min: 0.001,
    max: ruleLimits.points,
  }),
} as const;

/** Where a body respawns, and with how many points of health: those that it began with, if that is left out. */
export interface Respawn extends Place {
  readonly health?: number | undefined;
}

/** The place: even over a disc about it, by the seed. */
export function returnIn(
  where: (typeof places)[number],
  spread: number,
  health: number | undefined,
  key: Uint32,
): (who: Combatant, asking: Asking) => Respawn {
  return (who, asking) => {
    const { x, y } = where === 'start' ? who.home : { x: who.xAt(asking.at), y: who.yAt(asking.at) };
    if (spread === 0) return { x, y, health };
    const away = spread * Math.sqrt(chanceIn(asking, key, 1));
    const angle = 2 * Math.PI * chanceIn(asking, key, 2);
    return { x: x + away * Math.cos(angle), y: y + away * Math.sin(angle), health };
  };
}

export function returnWords({
  where = 'start',
  spread = 0,
  health,
}: {
  where?: (typeof places)[number];
  spread?: number;
  health?: number | undefined;
}): string {
  const points = health === undefined ? '' : ` with ${told(health)} points`;
  const around = spread === 0 ? '' : `, within ${told(spread)} px of ${where === 'start' ? 'where it began' : 'there'}`;
  return (where === 'there' && spread === 0 ? ' where it went' : around) + points;
}
