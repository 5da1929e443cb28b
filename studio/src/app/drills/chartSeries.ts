import { plainNames, type DrillTake, type FightNames } from '@undatio/core/internal';

export interface Series {
  readonly name: string;
  /** Which of the drill's actors it is of. */
  readonly actor: number;
  readonly panel: 'health' | 'status' | 'distance' | 'clock';
  /** Instants and values; a step has two at its instant. */
  readonly points: readonly (readonly [number, number])[];
}

/** Points that even stretches are read at. */
const grid = 240;

/** The histories of a drill as lines on one clock: health in points, stacks of statuses, how fast clocks run. */
export function seriesOf(take: DrillTake, names: FightNames = plainNames): Series[] {
  const nameOf = (id: string): string => names.of('combatant', id);
  const { histories, run } = take;
  const { length, actors } = run.drill;
  const even = Array.from({ length: grid + 1 }, (_, i) => (length * i) / grid);
  const clocks = [...actors.map(({ id }) => ({ id, clock: run.clocks.of.get(id) })), { id: 'world', clock: run.clocks.world }];
  return [
    ...actors.map(({ id }, actor): Series => {
      const steps = histories.of('health', id);
      // A value that jumps has one point just before it.
      const times = [...new Set([...even, ...steps.flatMap(({ at }) => [Math.max(0, at - 1e-6), at])])]
        .filter((at) => at <= length)
        .sort((a, b) => a - b);
      return { name: nameOf(id), actor, panel: 'health', points: times.map((at) => [at, histories.health(id, at)]) };
    }),
    ...actors.flatMap(({ id }, actor) =>
      histories.namesOf('status', id).map((status): Series => {
        const steps = histories.of('status', id, status).map(({ at, value }): readonly [number, number] => [at, Number(value)]);
        return {
          name: `${nameOf(id)}: ${names.of('status', status)}`,
          actor,
          panel: 'status',
          points: [[0, 0], ...stepped(steps), [length, steps.at(-1)?.[1] ?? 0]],
        };
      }),
    ),
    ...distances(take, even, nameOf),
    ...clocks.flatMap(({ id, clock }, actor): Series[] => {
      const steps = clock?.changes(length) ?? [];
      if (steps.length === 0) return [];
      return [
        { name: `clock of ${nameOf(id)}`, actor, panel: 'clock', points: [[0, 1], ...stepped(steps, 1), [length, steps.at(-1)?.[1] ?? 1]] },
      ];
    }),
  ];
}

/** How far from the first everybody is, middle to middle, of a drill in which somebody goes. */
function distances({ histories, run }: DrillTake, even: readonly number[], nameOf: (id: string) => string): Series[] {
  const { actors } = run.drill;
  const first = actors.at(0)?.id;
  if (first === undefined || !actors.some(({ id }) => histories.of('leg', id).some(({ vx, vy }) => vx !== 0 || vy !== 0))) return [];
  return actors.slice(1).map(({ id }, i): Series => {
    const times = [...new Set([...even, ...[first, id].flatMap((one) => histories.of('leg', one).map(({ at }) => at))])].sort(
      (a, b) => a - b,
    );
    const apart = (at: number): number => {
      const [a, b] = [histories.place(first, at), histories.place(id, at)];
      return Math.hypot(b.x - a.x, b.y - a.y);
    };
    return { name: `${nameOf(id)} from ${nameOf(first)}`, actor: i + 1, panel: 'distance', points: times.map((at) => [at, apart(at)]) };
  });
}

/** Steps with the value before each of them as well. */
function stepped(steps: readonly (readonly [number, number])[], first = 0): (readonly [number, number])[] {
  return steps.flatMap(([at, value], i): (readonly [number, number])[] => [
    [at, steps.at(i - 1) && i > 0 ? steps[i - 1][1] : first],
    [at, value],
  ]);
}
