import { choiceField, valueField, type Fields } from '../../model/fields.js';

/** What a kind's effects have where a document says nothing else. */
export interface CommonDefaults {
  readonly clock: 'game' | 'wall';
  readonly duration: number;
  readonly durationAbout: string;
  readonly on: 'source' | 'target';
}

/** The fields that every effect has, besides its id, label, anchor, repeats and whether it is muted. */
export function commonFields({ clock, duration, durationAbout, on }: CommonDefaults) {
  return {
    delay: valueField({
      label: 'Delay',
      about: 'Seconds after its anchor; negative is wind-up.',
      group: 'time',
      unit: 's',
      min: -10,
      max: 120,
      default: 0,
      drawn: 'take',
    }),
    duration: valueField({
      label: 'Duration',
      about: durationAbout,
      group: 'time',
      unit: 's',
      min: 0,
      max: 120,
      default: duration,
      drawn: 'take',
    }),
    chance: valueField({ label: 'Chance', about: 'How likely each firing is.', group: 'time', unit: '', min: 0, max: 1, default: 1 }),
    strength: valueField({
      label: 'Strength',
      about: 'Scales what the effect does.',
      group: 'amount',
      unit: '×',
      min: 0,
      max: 4,
      default: 1,
    }),
    clock: choiceField('Clock', 'The game clock halts under hit-stop, the wall clock does not.', ['game', 'wall'], clock, {
      group: 'time',
    }),
    on: choiceField('On', 'The party it acts on, and whose game clock it reads.', ['source', 'target'], on, { group: 'place' }),
  } satisfies Fields;
}

export type CommonFields = ReturnType<typeof commonFields>;

/** Every kind's common fields, to read by; the bounds are the same for all. */
export const anyCommonFields: CommonFields = commonFields({ clock: 'game', duration: 0, durationAbout: '', on: 'target' });
