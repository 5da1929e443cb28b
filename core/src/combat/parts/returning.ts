import type { Uint32 } from '../../units.js';
import { chanceIn, type Asking } from './asking.js';
import type { Combatant } from './combatant.js';
import { told } from './memory.js';
import { choiceRule, numberRule } from './ruleFields.js';
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
} as const;

/** The place: even over a disc about it, by the seed. */
export function returnIn(where: (typeof places)[number], spread: number, key: Uint32): (who: Combatant, asking: Asking) => Place {
  return (who, asking) => {
    const { x, y } = where === 'start' ? who.home : { x: who.xAt(asking.at), y: who.yAt(asking.at) };
    if (spread === 0) return { x, y };
    const away = spread * Math.sqrt(chanceIn(asking, key, 1));
    const angle = 2 * Math.PI * chanceIn(asking, key, 2);
    return { x: x + away * Math.cos(angle), y: y + away * Math.sin(angle) };
  };
}

export function returnWords({ where = 'start', spread = 0 }: { where?: (typeof places)[number]; spread?: number }): string {
  const around = spread === 0 ? '' : `, within ${told(spread)} px of ${where === 'start' ? 'where it began' : 'there'}`;
  return where === 'there' && spread === 0 ? ' where it went' : around;
}
