import { fightOut, fightOutInSteps, type Bout, type Fight, type Fought, type Scripted } from './fights.js';

const cuts = Array.from({ length: 400 }, (_, i) => 0.0371 * (i + 1));

/** The fight as it goes; the same whatever its seed, and however it is cut. */
export function fought(fight: Fight, script: readonly Scripted[], bout: Bout = {}): Fought {
  const whole = fightOut(fight, script, bout);
  const inSteps = fightOutInSteps(
    fight,
    whole,
    cuts.filter((cut) => cut < whole.drill.length),
  );
  expect(inSteps.log).withContext('cut into increments').toEqual(whole.log);
  expect(inSteps.history).withContext('cut into increments').toEqual(whole.history);
  for (const seed of [2, 77])
    expect(fightOut(fight, script, { ...bout, seed }).log)
      .withContext(`seed ${seed}`)
      .toEqual(whole.log);
  return whole;
}
