import { phaseAt } from '../moves/moveKeeper.js';
import { movePhases } from '../moves/move.js';
import { partyOf } from '../parts/asking.js';
import { nearly, told } from '../parts/memory.js';
import { choiceRule, maybeNumberRule, nameRule, numberRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

const seconds = { unit: 's', min: 0, max: ruleLimits.seconds } as const;

export const moving = defineCondition({
  condition: 'moving',
  title: 'Move in progress',
  about: 'A party is in a move, or in a part of it. The window counts on the party’s own clock and leaves out its last instant.',
  search: 'attacking wind-up recovery animation cancel swing',
  fields: {
    of: partyRule('Whose move.'),
    move: nameRule('move', 'Move', 'Which move; any, when empty.', ''),
    during: choiceRule('During', 'Which part of it.', ['any', ...movePhases], 'any'),
    from: numberRule({ label: 'From', about: 'Seconds since it began.', ...seconds, default: 0 }),
    to: maybeNumberRule({ label: 'To', about: 'Seconds since it began at which it is over; left out, as long as it lasts.', ...seconds }),
  },
  span: { from: 'from', to: 'to' },
  compile(reader) {
    const of = reader.choice('of');
    const move = reader.ownName('move');
    const during = reader.choice('during');
    const from = reader.number('from');
    const to = reader.maybeNumber('to') ?? Infinity;
    if (to <= from) reader.refuse(`expected an end after the window opens at ${from}`, 'to');
    return {
      holds(asking) {
        const who = partyOf(asking, of);
        const acting = who?.acting;
        if (!acting || (move !== '' && acting.move.id !== move)) return false;
        const shown = who.shown(asking.at);
        const age = shown - acting.began;
        return (during === 'any' || phaseAt(acting, shown) === during) && age >= from - nearly && age < to - nearly;
      },
      tell(asking) {
        const who = partyOf(asking, of);
        if (!who) return `there is no ${of}`;
        const { acting } = who;
        if (!acting) return `${of} is in no move`;
        const shown = who.shown(asking.at);
        return `${of} is in the ${phaseAt(acting, shown)} of ${acting.move.label}, ${told(shown - acting.began)} s old`;
      },
    };
  },
  words: ({ of, move, during, from, to }) =>
    [
      `${of} is in ${during === 'any' ? '' : `the ${during} of `}${move === '' ? 'a move' : move}`,
      ...(to === undefined && from === 0 ? [] : [`${told(from)}${to === undefined ? ' s on' : `–${told(to)} s`}`]),
    ].join(', '),
});
