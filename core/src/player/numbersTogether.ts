import type { Gathering } from '../take/firing.js';
import type { Seconds } from '../units.js';
import type { LiveFiring } from './liveTake.js';

interface Said {
  readonly firing: LiveFiring;
  readonly gathering: Gathering;
  readonly at: Seconds;
}

/** Numbers of the same effect on the same body, across strikes: where one follows another soon enough, it grows instead. */
export class NumbersTogether {
  private readonly last = new Map<string, Said>();
  private readonly begun: Said[] = [];

  /** A number that begins; told with the others of its advance, in the order in which they begin. */
  readonly begin = (firing: LiveFiring, gathering: Gathering): void => {
    this.begun.push({ firing, gathering, at: firing.wallAt(0) });
  };

  tell(): void {
    const { begun, last } = this;
    if (begun.length === 0) return;
    begun.sort((a, b) => a.at - b.at || a.firing.take.serial - b.firing.take.serial);
    for (const said of begun) {
      const { firing, gathering, at } = said;
      const { body, take, timed } = firing;
      const key = `${take.sequence} ${timed.effect} ${body.id}`;
      const before = last.get(key);
      // Repeats of one strike are told together by itself, as it says.
      if (before && before.firing.take !== take && body.id !== '' && at - before.at <= gathering.within) {
        before.firing.taken = at;
        gathering.takeIn(before.gathering.sums);
      }
      last.set(key, said);
    }
    begun.length = 0;
  }

  /** Forgets those that nothing can follow soon enough any more. */
  forget(now: Seconds): void {
    for (const [key, { at, gathering }] of this.last) if (now - at > gathering.within) this.last.delete(key);
  }
}
