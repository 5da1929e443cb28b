import { fightOut, fighter, harmRung, response, type Fought, type Scripted } from '../testing/fights.js';
import { Histories } from '../combat/readHistory.js';
import { firstDifference } from './firstDifference.js';
import { eventDifferences, runReadingDifferences } from './runDifferences.js';

const fight = (part: object = {}) => ({
  actors: [fighter('m'), fighter('b')],
  statuses: [{ id: 'stun', label: 'Stun', length: 1.5 }],
  responses: [response('blow', harmRung('hit', [], [{ outcome: 'give', status: 'stun' }]))],
  ...part,
});
const blow = (at: number, damage = 5): Scripted => ({ at, payload: { damage } });
const runOf = (script: readonly Scripted[], part?: object): Fought => fightOut(fight(part), script, { length: 4 });
const read = (run: Fought) => ({ run, histories: run.read });

describe('what two runs of a drill come to', () => {
  it('is told where it differs, what differs by the largest share first', () => {
    const before = runOf([blow(1), blow(2)]);
    const after = runOf([blow(1), blow(2, 8)]);
    // 20 points: 10 and 7 are left, 10 and 13 are lost and dealt; stuns of 1.5 s are the same.
    expect(
      runReadingDifferences(read(before), read(after)).map(({ name, before: one, after: other, unit }) => [name, one, other, unit]),
    ).toEqual([
      ['health left, m', 10, 7, 'points'],
      ['harm to m', 10, 13, 'points'],
      ['harm by b', 10, 13, 'points'],
    ]);
    expect(runReadingDifferences(read(before), read(runOf([blow(1), blow(2)])))).toEqual([]);
  });

  it('tells who falls in one of the two alone, and for how long a status holds', () => {
    const rows = runReadingDifferences(read(runOf([blow(1)])), read(runOf([blow(1), blow(3, 15)])));
    const told = Object.fromEntries(rows.map(({ name, before, after }) => [name, [before, after]]));
    expect(told['m falls at']).toEqual([undefined, 3]);
    expect(told['health left, m']).toEqual([15, 0]);
    expect(told['events']?.[0]).toBe(1);
  });

  it('says nothing of the health of somebody who has no history of it', () => {
    const [before, after] = [runOf([blow(1)]), runOf([blow(1, 8)])];
    const bare = (run: Fought) => {
      const history = run.history.filter((step) => step.who !== 'b');
      return { run, histories: new Histories({ ...run, history }) };
    };
    expect(runReadingDifferences(bare(before), bare(after)).map(({ name }) => name)).toEqual(['health left, m', 'harm to m', 'harm by b']);
  });

  it('tells the time that hit-stop takes from everybody', () => {
    const plays = { responses: [response('blow', harmRung('hit', [], [{ outcome: 'play', sequence: 'stop' }]))] };
    const rows = runReadingDifferences(
      read(runOf([blow(1)], { ...plays, stops: { stop: 0.05 } })),
      read(runOf([blow(1)], { ...plays, stops: { stop: 0.3 } })),
    );
    expect(rows.map(({ name, before, after }) => [name, Number(before?.toFixed(6)), Number(after?.toFixed(6))])).toEqual([
      ['time lost, m', 0.05, 0.3],
    ]);
  });
});

describe('the events in which two runs part', () => {
  const changes = (before: Fought, after: Fought) =>
    eventDifferences(before.log, after.log).map(({ at, event, parties, change, rows }) => [
      at,
      event,
      parties,
      change,
      rows.map((row) => `${row.label}: ${row.before} → ${row.after}`),
    ]);

  it('are none between a run and itself', () => {
    expect(changes(runOf([blow(1), blow(2)]), runOf([blow(1), blow(2)]))).toEqual([]);
  });

  it('tell another instant and other harm, and not what health is left of earlier harm', () => {
    expect(changes(runOf([blow(1), blow(2)]), runOf([blow(1.25, 6), blow(2)]))).toEqual([
      [1.25, 'blow', 'b → m', 'changed', ['at: 1 s → 1.25 s', 'came of it: m −5 to 15, m gets stun → m −6 to 14, m gets stun']],
    ]);
  });

  it('hold those against one another that lie nearest in time', () => {
    expect(changes(runOf([blow(1), blow(2)]), runOf([blow(0.2), blow(1), blow(2)])).map(([at, , , change]) => [at, change])).toEqual([
      [0.2, 'added'],
    ]);
    expect(changes(runOf([blow(0.2), blow(1), blow(2)]), runOf([blow(1), blow(2)])).map(([at, , , change]) => [at, change])).toEqual([
      [0.2, 'removed'],
    ]);
    // As many, but not the same: the two at one instant are held together, and what is further than a second is gone and come.
    expect(changes(runOf([blow(0.2), blow(1)]), runOf([blow(1), blow(2)])).map(([at, , , change]) => [at, change])).toEqual([
      [0.2, 'removed'],
      [2, 'added'],
    ]);
  });

  it('tell one that was moved by less than a second as moved, however the sums fall', () => {
    for (const by of [0.1, 0.3, 0.5, 0.7, 1])
      expect(changes(runOf([blow(0.6)]), runOf([blow(0.6 + by)])).map(([, , , change]) => change)).toEqual(['changed']);
    expect(changes(runOf([blow(0.6)]), runOf([blow(1.7)])).map(([, , , change]) => change)).toEqual(['removed', 'added']);
  });

  it('tell the rung that answers instead', () => {
    const weak = { responses: [response('blow', harmRung('hit'))] };
    const strong = { responses: [response('blow', harmRung('crushed'))] };
    expect(changes(runOf([blow(1)], weak), runOf([blow(1)], strong))).toEqual([
      [1, 'blow', 'b → m', 'changed', ['answered: hit → crushed']],
    ]);
  });

  it('of many alike are found as quickly, by their order', () => {
    const many = (count: number) => Array.from({ length: count }, (_, i) => blow(1 + i * 0.001, 0));
    expect(changes(runOf(many(700)), runOf(many(701))).map(([, , , change]) => change)).toEqual(['added']);
  });
});

describe('where two logs first part', () => {
  const entry = (at: number, rung: string, part: object = {}) =>
    ({
      at,
      number: 0,
      event: 'hit',
      source: 'a',
      target: 'b',
      payload: {},
      standing: 'up',
      rungs: [{ rung, answer: 'answered', why: '' }],
      happened: [],
      ...part,
    }) as const;

  it('is told by what was answered, by the instant, or by what it was struck with', () => {
    expect(firstDifference([entry(1, 'x'), entry(2, 'x')], [entry(1, 'x'), entry(2, 'y')])).toBe(
      'first at 2 s: hit on b: x — now hit on b: y',
    );
    expect(firstDifference([entry(1, 'x')], [entry(1, 'x'), entry(3, 'x')])).toBe('first at 3 s: nothing — now hit on b: x');
    expect(firstDifference([entry(1, 'x')], [entry(1.25, 'x')])).toBe('first at 1 s: hit on b: x — now at 1.25 s');
    expect(firstDifference([entry(1, 'x')], [entry(1, 'x', { payload: { damage: 3 } })])).toBe(
      'first at 1 s: hit on b: x, struck with other numbers',
    );
  });

  it('is nowhere while only the reasons of other rungs differ', () => {
    const passed = { rung: 'y', answer: 'passed', why: 'b is up' };
    const answered = { rung: 'x', answer: 'answered', why: '' };
    expect(firstDifference([entry(1, 'x')], [entry(1, 'x', { rungs: [passed, answered] })])).toBeUndefined();
  });
});
