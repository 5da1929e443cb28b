import { choicesField, flagField, type Fields } from '../model/fields.js';
import { clockParties } from '../take/firing.js';
import { defineKind } from './effect.js';

const fields = {
  parties: choicesField('Halts', 'Whose game clocks stand still; world is everything that belongs to no party.', clockParties),
  holdLater: flagField('Hold later', 'Effects placed after its start wait until it has ended.', 'time'),
} satisfies Fields;

export const hitStop = defineKind({
  kind: 'hit-stop',
  family: 'time',
  lengthField: 'duration',
  channel: { label: 'clock halted', unit: '', signed: false, full: 1 },
  about: 'Halts the game clocks of the parties it names: their rate is 0 for its duration × strength.',
  search: 'freeze pause hitstop stop impact',
  common: { clock: 'wall', duration: 0.06, durationAbout: 'Seconds for which the clocks stand still.', on: 'target' },
  fields,
  leads: ['duration', 'parties', 'holdLater', 'strength', 'delay'],
  compile(reader) {
    const halted = reader.choices('parties');
    const holdLater = reader.flag('holdLater');
    return {
      work: { timeWindows: 1 },
      fire(_draws, strength, duration) {
        const length = duration * strength;
        return {
          extent: length,
          channel: () => 1,
          warp: (start) => ({ windows: [{ start, end: start + length, rate: 0 }], parties: halted, holdLater }),
        };
      },
    };
  },
});
