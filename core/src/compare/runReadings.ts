import { plainNames, type FightNames } from '../combat/parts/fightNames.js';
import type { DrillRun } from '../combat/drill.js';
import type { Histories } from '../combat/readHistory.js';
import type { Seconds } from '../units.js';

/** What a run comes to in one respect, for somebody or for all. */
export interface RunReading {
  readonly key: string;
  readonly name: string;
  readonly unit: 'points' | 's' | '' | 'px';
  /** Undefined for what does not come to pass. */
  readonly value: number | undefined;
  /** What it comes to in a run that has no such reading, where that is known. */
  readonly absent?: number;
  /** What a difference is a share of, in the same unit. */
  readonly scale: number;
}

/** A run with what its histories come to. */
export interface ReadRun {
  readonly run: DrillRun;
  readonly histories: Histories;
}

/**
 * What a run comes to: how much everybody has lost, dealt and has left, when they fell, how long statuses held them and clocks stood
 * for them, where they ended; and how many events and sequences there were.
 */
export function runReadings({ run, histories }: ReadRun, names: FightNames = plainNames): RunReading[] {
  const { length } = run.drill;
  const whole: RunReading[] = [
    { key: 'events', name: 'events', unit: '', value: run.log.length, scale: Math.max(1, run.log.length) },
    { key: 'cues', name: 'sequences played', unit: '', value: run.cues.length, scale: Math.max(1, run.cues.length) },
    ...stood('world', 'world', run.clocks.world.shown(length), length),
  ];
  const harms = run.log.flatMap(({ source, happened }) => happened.flatMap((one) => (one.what === 'harm' ? [{ source, ...one }] : [])));
  const sumOf = (of: readonly (typeof harms)[number][]): number => of.reduce((sum, { points }) => sum + points, 0);
  const all = [
    ...whole,
    ...run.drill.actors.flatMap(({ id, actor }): RunReading[] => {
      const name = names.of('combatant', id);
      const scale = actor.health.most;
      const points = { unit: 'points', scale } as const;
      const fell = histories.of('standing', id).find(({ value }) => value !== 'up')?.at;
      const from = histories.place(id, 0);
      const to = histories.place(id, length);
      return [
        { key: `${id} left`, name: `health left, ${name}`, value: histories.health(id, length), ...points },
        { key: `${id} lost`, name: `harm to ${name}`, value: sumOf(harms.filter(({ who }) => who === id)), ...points },
        { key: `${id} dealt`, name: `harm by ${name}`, value: sumOf(harms.filter(({ source }) => source === id)), ...points },
        { key: `${id} fell`, name: `${name} falls at`, unit: 's', value: fell, scale: length },
        ...histories.namesOf('status', id).map((status): RunReading => {
          const held = heldFor(histories.of('status', id, status), length);
          return {
            key: `${id} ${status}`,
            name: `${names.of('status', status)} on ${name}`,
            unit: 's',
            value: held,
            absent: 0,
            scale: length,
          };
        }),
        ...stood(id, name, run.clocks.of.get(id)?.shown(length) ?? length, length),
        { key: `${id} went`, name: `${name} from where it began`, unit: 'px', value: Math.hypot(to.x - from.x, to.y - from.y), scale: 960 },
      ];
    }),
  ];
  // Whoever only stands by at a moment has no history of health.
  return all.filter(({ value }) => !Number.isNaN(value));
}

/** For how long a clock stood, or as long as its slowness comes to. */
function stood(who: string, name: string, shown: Seconds, length: Seconds): RunReading[] {
  return [{ key: `${who} stood`, name: `time lost, ${name}`, unit: 's', value: length - shown, scale: length }];
}

/** Seconds of a run in which a stepped value is more than nothing. */
function heldFor(steps: readonly { readonly at: Seconds; readonly value: number }[], length: Seconds): Seconds {
  return steps.reduce(
    (sum, { at, value }, i) => (value > 0 ? sum + Math.min(length, steps.at(i + 1)?.at ?? length) - Math.min(length, at) : sum),
    0,
  );
}
