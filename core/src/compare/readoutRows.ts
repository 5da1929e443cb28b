import type { Readouts } from '../measure/readouts.js';

/** One reading as a person reads it, and by how much it must move until that is worth telling first. */
export interface ReadoutRow {
  readonly key: keyof Readouts;
  readonly name: string;
  readonly about: string;
  /** In `unit`; -Infinity is silence. */
  readonly value: number;
  readonly unit: string;
  readonly digits: number;
  /** The step at which one begins to notice: it orders what moved. */
  readonly step: number;
  /** Shown while it is nothing as well. */
  readonly always: boolean;
  /** How many of its unit one of what is measured is. */
  readonly times: number;
}

type Described = Omit<ReadoutRow, 'key' | 'value' | 'times'> & { readonly times?: number };

const described: Partial<Record<keyof Readouts, Described>> = {
  visibleTime: { name: 'Visible', about: 'From the first thing seen to the last.', unit: 's', digits: 2, step: 0.05, always: true },
  peakShift: { name: 'Shift', about: 'Farthest the view is from rest.', unit: 'px', digits: 1, step: 2, always: true },
  hitStopTotal: {
    name: 'Hit-stop',
    about: 'Time for which the target stands still.',
    unit: 'ms',
    times: 1000,
    digits: 0,
    step: 16,
    always: true,
  },
  slowedBy: { name: 'Slowed by', about: 'What the target loses to slowing.', unit: 'ms', times: 1000, digits: 0, step: 16, always: false },
  peakFlash: { name: 'Flash', about: 'Highest flash amount on the target.', unit: '%', times: 100, digits: 0, step: 5, always: true },
  flashArea: { name: 'Lit area', about: 'Largest share of the view lit at once.', unit: '%', times: 100, digits: 1, step: 2, always: true },
  flashRate: { name: 'Flash rate', about: 'Most flashes in any one second.', unit: '/s', digits: 0, step: 1, always: true },
  peakThrow: { name: 'Throw', about: 'Farthest that a body is from rest.', unit: 'px', digits: 0, step: 8, always: false },
  peakZoom: { name: 'Zoom', about: 'Most that the view zooms.', unit: '%', times: 100, digits: 1, step: 1, always: false },
  peakRoll: { name: 'Roll', about: 'Farthest that the view turns.', unit: '°', digits: 1, step: 0.5, always: false },
  peakParticles: { name: 'Particles', about: 'Most particles at once.', unit: '', digits: 0, step: 5, always: true },
  peakWords: { name: 'Words', about: 'Most numbers, letters and pictures at once.', unit: '', digits: 0, step: 1, always: false },
  peakVoices: { name: 'Voices', about: 'Most sounds at once.', unit: '', digits: 0, step: 1, always: true },
  loudness: {
    name: 'Loudness',
    about: 'All sounds together at their loudest, against full scale; above 0 they clip.',
    unit: 'dB',
    digits: 1,
    step: 1,
    always: true,
  },
  peakRumble: { name: 'Rumble', about: 'Strongest motor.', unit: '%', times: 100, digits: 0, step: 10, always: false },
};

/** What there is to say of a reading, whatever it comes to; undefined of those that are told beside another. */
export function describedReadout(key: keyof Readouts): Omit<ReadoutRow, 'value'> | undefined {
  const told = described[key];
  return told && { times: 1, ...told, key };
}

/** The readings in the order in which they are argued about; those that come to nothing are left out unless they are always told. */
export function readoutRows(read: Readouts): ReadoutRow[] {
  return (Object.keys(described) as (keyof Readouts)[]).flatMap((key) => {
    const row = describedReadout(key);
    return row && (row.always || read[key] !== 0) ? [{ ...row, value: read[key] * row.times }] : [];
  });
}

/** A reading in words, with its unit. */
export function readoutWords({ value, unit, digits }: Pick<ReadoutRow, 'value' | 'unit' | 'digits'>): string {
  if (!Number.isFinite(value)) return 'silent';
  return `${value.toFixed(digits).replace('-', '−')}${unit && ` ${unit}`}`;
}

/** One reading that moved between two takes. */
export interface ReadoutDifference {
  readonly key: keyof Readouts;
  readonly name: string;
  readonly about: string;
  readonly before: string;
  readonly after: string;
  /** How many steps that one notices it moved; orders them, and is not shown. */
  readonly steps: number;
}

/** Every reading that is told otherwise after than before, what moved most first. */
export function readoutDifferences(before: Readouts, after: Readouts): ReadoutDifference[] {
  const rows = new Map([...readoutRows(before), ...readoutRows(after)].map((row) => [row.key, row]));
  return [...rows.values()]
    .flatMap(({ key, name, about, step, digits, unit, times }): ReadoutDifference[] => {
      const words = (read: Readouts): string => readoutWords({ value: read[key] * times, unit, digits });
      if (words(before) === words(after)) return [];
      const moved = Math.abs(after[key] - before[key]) * times;
      // From silence to a sound is farther than any number says.
      return [{ key, name, about, before: words(before), after: words(after), steps: Number.isFinite(moved) ? moved / step : Infinity }];
    })
    .sort((one, other) => (one.steps === other.steps ? 0 : other.steps - one.steps));
}
