import fc from 'fast-check';
import { GameClock } from '../player/gameClock.js';
import { Agenda, type Rank } from './agenda.js';

interface Put {
  readonly lane: number;
  readonly due: number;
  readonly rank: Rank;
}

/** Takes everything, with the wall time of each. */
function drain(agenda: Agenda<number>): [number, number][] {
  const taken: [number, number][] = [];
  for (let now = agenda.next(0); now < Infinity; now = agenda.next(now)) taken.push([now, agenda.take()]);
  return taken;
}

describe('an agenda', () => {
  const put: fc.Arbitrary<Put> = fc.record({
    lane: fc.nat(2),
    due: fc.integer({ min: 0, max: 30 }).map((tenths) => tenths / 10),
    rank: fc.constantFrom<Rank>(0, 1, 2, 3),
  });

  it('gives out by time, rank, and the order of putting down, as a plain sort would', () => {
    fc.assert(
      fc.property(fc.array(put, { maxLength: 60 }), (puts) => {
        const agenda = new Agenda<number>();
        const lanes = [agenda.lane(undefined), agenda.lane(new GameClock()), agenda.lane(new GameClock())];
        puts.forEach(({ lane, due, rank }, i) => agenda.add(lanes[lane], due, rank, i));
        const sorted = puts
          .map((one, i) => ({ ...one, i }))
          .sort((a, b) => a.due - b.due || a.rank - b.rank || a.i - b.i)
          .map(({ due, i }): [number, number] => [due, i]);
        expect(drain(agenda)).toEqual(sorted);
      }),
    );
  });

  it('gives out an item at the start of a hit-stop that begins within rounding of its due time', () => {
    const rates = fc.array(fc.record({ length: fc.integer({ min: 1, max: 90 }), rate: fc.integer({ min: 1, max: 10 }) }), { maxLength: 6 });
    fc.assert(
      fc.property(rates, fc.integer({ min: 1, max: 400_000_000 }), (slows, nanoseconds) => {
        const clock = new GameClock();
        let start = 0;
        for (const { length, rate } of slows) {
          clock.add([{ start, end: start + length / 300, rate: rate / 10 }], 0, -Infinity);
          start += length / 300;
        }
        const at = nanoseconds / 1e9;
        // Due times are rounded to nanoseconds, so the clock can be just short of one.
        const due = Math.ceil(clock.shown(at) * 1e9 - 0.4) / 1e9;
        const agenda = new Agenda<number>();
        agenda.add(agenda.lane(clock), due, 0, 1);
        clock.add([{ start: at, end: at + 0.12, rate: 0 }], at, -Infinity);
        const short = due - clock.shown(at);
        const [[taken]] = drain(agenda);
        // At exactly half a nanosecond both results are right.
        if (Math.abs(short - 0.5e-9) < 1e-12) return;
        if (short > 0.5e-9) expect(taken).toBeGreaterThan(at + 0.119);
        else expect(Math.abs(taken - at)).toBeLessThan(1e-5);
      }),
    );
  });

  it('gives out of many lanes, bent and freed on the way, as a look at each would', () => {
    const steps = fc.array(
      fc.record({
        what: fc.constantFrom('add', 'add', 'add', 'bend', 'take', 'take', 'free'),
        lane: fc.nat(11),
        at: fc.integer({ min: 0, max: 20 }),
        rank: fc.constantFrom<Rank>(0, 1, 2, 3),
      }),
      { maxLength: 120 },
    );
    fc.assert(
      fc.property(steps, (all) => {
        const agenda = new Agenda<number>();
        let kept: { lane: number; due: number; rank: Rank; order: number }[] = [];
        const lanes = Array.from({ length: 12 }, () => {
          const clock = new GameClock();
          return { clock, at: agenda.lane(clock) };
        });
        let now = 0;
        all.forEach(({ what, lane: which, at, rank }, order) => {
          const lane = lanes[which];
          if (what === 'add') {
            // As an agenda takes it in: without the dust of sums.
            const due = Math.round((lane.clock.shown(now) + at / 10) * 1e9) / 1e9;
            agenda.add(lane.at, due, rank, order);
            kept.push({ lane: which, due, rank, order });
          } else if (what === 'bend') lane.clock.add([{ start: now + at / 20, end: now + at / 10 + 0.3, rate: 0 }], now, -Infinity);
          else if (what === 'free') {
            agenda.free(lane.at);
            kept = kept.filter((one) => one.lane !== which);
            const clock = new GameClock();
            lanes[which] = { clock, at: agenda.lane(clock) };
          } else {
            // Of each lane what is due first on its own clock; of these by wall time, rank and order.
            const firsts = lanes.flatMap(({ clock }, i) => {
              const own = kept.filter((one) => one.lane === i).sort((a, b) => a.due - b.due || a.rank - b.rank || a.order - b.order);
              return own.length > 0 ? [{ ...own[0], wall: Math.max(now, Number(clock.wallAt(own[0].due).toFixed(9))) }] : [];
            });
            const first = firsts.sort((a, b) => a.wall - b.wall || a.rank - b.rank || a.order - b.order).at(0);
            const wall = agenda.next(now);
            expect(wall).toBeCloseTo(first?.wall ?? Infinity, 8);
            if (!first) return;
            now = wall;
            expect(agenda.take()).toBe(first.order);
            kept = kept.filter((one) => one.order !== first.order);
          }
        });
      }),
      { numRuns: 400 },
    );
  });

  it('moves what lies on a clock that is held, and nothing else', () => {
    const agenda = new Agenda<number>();
    const clock = new GameClock();
    const [wall, held] = [agenda.lane(undefined), agenda.lane(clock)];
    agenda.add(held, 2, 0, 1);
    agenda.add(wall, 2.1, 0, 2);
    expect(agenda.next(0)).toBe(2);
    // Held from 1 for half a second: what was due at 2 is due at 2.5.
    clock.add([{ start: 1, end: 1.5, rate: 0 }], 1, 0);
    expect(drain(agenda)).toEqual([
      [2.1, 2],
      [2.5, 1],
    ]);
  });

  it('gives what is late at once, not in the past', () => {
    const agenda = new Agenda<number>();
    const lane = agenda.lane(undefined);
    agenda.add(lane, 1, 0, 7);
    expect(agenda.next(3)).toBe(3);
    expect(agenda.take()).toBe(7);
    expect(agenda.next(3)).toBe(Infinity);
    expect(() => agenda.take()).toThrowError(/nothing next/);
  });

  it('forgets what is no longer wanted and keeps the order of the rest', () => {
    fc.assert(
      fc.property(fc.array(put, { maxLength: 40 }), (puts) => {
        const [all, some] = [new Agenda<number>(), new Agenda<number>()];
        for (const agenda of [all, some]) [undefined, undefined, undefined].forEach((clock) => agenda.lane(clock));
        puts.forEach(({ lane, due, rank }, i) => {
          all.add(lane, due, rank, i);
          some.add(lane, due, rank, i);
        });
        some.keep(({ item }) => item % 3 !== 0);
        expect(drain(some)).toEqual(drain(all).filter(([, item]) => item % 3 !== 0));
      }),
    );
  });
});
