import { fighter, fightOut, harmRung, response, type Fight } from '../../testing/fights.js';
import { expectationWords, judge, type Expectation } from './registry.js';

/** A fight by hand: M of 20 is struck for 5 at 1 s, burns from 2 s on, falls of 40 at 4 s; B walks from −100 on at 50 px a second. */
const fight: Fight = {
  actors: [fighter('m', { most: 20 }), fighter('b', { most: 60 }, { speed: 50 })],
  statuses: [{ id: 'burning', label: 'burning', length: 3, stacking: 'stack', most: 3 }],
  responses: [
    response('blow', harmRung('hard', [], [{ outcome: 'play', sequence: 'still' }])),
    response('mark', { id: 'lit', then: [{ outcome: 'give', status: 'burning' }] }),
    response('burn', harmRung('unseen')),
  ],
  stops: { still: 0 },
};
const script = [
  { at: 1, payload: { damage: 5 } },
  { at: 2, event: 'mark' },
  { at: 2.5, event: 'mark' },
  { at: 3, event: 'nectar' },
  { at: 4, payload: { damage: 40 } },
];
const run = fightOut(fight, script, { length: 6, acts: [{ at: 0, who: 'b', do: 'walk', points: [{ x: 0, y: 0 }] }] });

const found = (one: object, of = run): string => {
  const [{ holds, found: told, at }] = judge(of, [one as Expectation]);
  return `${holds ? 'holds' : 'fails'}${at === undefined ? '' : ` at ${at}`}: ${told}`;
};
const words = (one: object): string => expectationWords(one as Expectation);

describe('an expectation of a drill', () => {
  it('is health at an instant, give or take', () => {
    const health = { expect: 'health', at: 1.5, who: 'm', is: 15, within: 0 };
    expect(found(health)).toBe('holds at 1.5: it is 15');
    expect(found({ ...health, at: 0.9 })).toBe('fails at 0.9: it is 20');
    expect(found({ ...health, is: 14 })).toBe('fails at 1.5: it is 15');
    expect(found({ ...health, is: 14, within: 1 })).toBe('holds at 1.5: it is 15');
    expect(found({ ...health, who: 'x' })).toBe('fails at 1.5: there is no x');
    expect(words(health)).toBe('at 1.5 s the health of m is 15');
    expect(words({ ...health, within: 2 })).toBe('at 1.5 s the health of m is 15 ± 2');
  });

  it('is how somebody stands, and where', () => {
    expect(found({ expect: 'standing', at: 5, who: 'm', is: 'down' })).toBe('holds at 5: m is down');
    expect(found({ expect: 'standing', at: 3, who: 'm', is: 'down' })).toBe('fails at 3: m is up');
    expect(words({ expect: 'standing', at: 5, who: 'm', is: 'down' })).toBe('at 5 s m is down');
    const place = { expect: 'place', at: 1, who: 'b', x: -50, y: 0, within: 1 };
    expect(found(place)).toBe('holds at 1: b is at -50, 0, 0 px off');
    expect(found({ ...place, x: -47, y: 4, within: 4.9 })).toBe('fails at 1: b is at -50, 0, 5 px off');
    expect(found({ ...place, x: -47, y: 4, within: 5 })).toBe('holds at 1: b is at -50, 0, 5 px off');
    expect(found({ ...place, who: 'x' })).toBe('fails at 1: there is no x');
    expect(words(place)).toBe('at 1 s b is at -50, 0 ± 1 px');
    expect(words({ ...place, within: 0 })).toBe('at 1 s b is at -50, 0');
  });

  it('is a status, by its stacks', () => {
    const status = { expect: 'status', at: 2.6, who: 'm', status: 'burning', stacks: 2 };
    expect(found(status)).toBe('holds at 2.6: m has burning × 2');
    expect(found({ ...status, stacks: 1 })).toBe('fails at 2.6: m has burning × 2');
    expect(found({ ...status, at: 1, stacks: 0 })).toBe('holds at 1: m has no burning');
    expect([0, 1, 2].map((stacks) => words({ ...status, stacks }))).toEqual([
      'at 2.6 s m has no burning',
      'at 2.6 s m has burning',
      'at 2.6 s m has burning × 2',
    ]);
  });

  it('is who answers an event, or that nobody does', () => {
    const answered = { expect: 'answered', at: 1, by: 'hard', event: '', target: '', within: 0.001 };
    expect(found(answered)).toBe('holds at 1: blow at 1 s');
    expect(found({ ...answered, at: 1.002 })).toBe('fails at 1.002: no such event then');
    expect(found({ ...answered, at: 1.4, within: 0.4 })).toBe('holds at 1: blow at 1 s');
    expect(found({ ...answered, by: 'soft' })).toBe('fails at 1: answered by blow: hard');
    expect(found({ ...answered, event: 'mark' })).toBe('fails at 1: no such event then');
    expect(found({ ...answered, target: 'b' })).toBe('fails at 1: no such event then');
    expect(found({ ...answered, at: 3, by: '' })).toBe('holds at 3: nectar at 3 s');
    expect(found({ ...answered, at: 3 })).toBe('fails at 3: answered by nectar: no rung');
    expect(found({ ...answered, by: '' })).toBe('fails at 1: answered by blow: hard');
    expect(words(answered)).toBe('at 1 s the event is answered by hard');
    expect(words({ ...answered, event: 'blow', target: 'm', by: '' })).toBe('at 1 s blow on m is answered by no rung');
  });

  it('is how often something plays, on whom, until when', () => {
    const plays = { expect: 'plays', sequence: 'still', on: '', least: 2 };
    expect(found(plays)).toBe('holds at 4: it plays 2 times');
    expect(found({ ...plays, least: 3 })).toBe('fails at 4: it plays 2 times');
    expect(found({ ...plays, least: 0, most: 1 })).toBe('fails at 4: it plays 2 times');
    expect(found({ ...plays, least: 1, until: 4 })).toBe('holds at 1: it plays 1 times');
    expect(found({ ...plays, on: 'b', least: 0, most: 0 })).toBe('holds: it plays 0 times');
    expect(words(plays)).toBe('still plays at least 2 times');
    expect(words({ ...plays, most: 2, on: 'm', until: 5 })).toBe('still plays 2 times on m before 5 s');
    expect(words({ ...plays, most: 4 })).toBe('still plays 2 to 4 times');
  });

  it('is that nobody falls, or somebody, until when', () => {
    const falls = { expect: 'nobody-falls', who: '' };
    expect(found(falls)).toBe('fails at 4: m falls at 4 s');
    expect(found({ ...falls, until: 4 })).toBe('holds: nobody falls');
    expect(found({ ...falls, who: 'b' })).toBe('holds: nobody falls');
    expect(found({ ...falls, who: 'm' })).toBe('fails at 4: m falls at 4 s');
    expect([falls, { ...falls, who: 'b', until: 2 }].map(words)).toEqual(['nobody falls', 'b does not fall before 2 s']);
  });

  it('is that every harm is seen or heard', () => {
    const told = { expect: 'harm-told', within: 0.05 };
    expect(found(told)).toBe('holds: every harm is seen or heard');
    const silent = fightOut(fight, [{ at: 1.5, event: 'burn', payload: { damage: 5 } }], { length: 2 });
    expect(found(told, silent)).toBe('fails at 1.5: m is harmed at 1.5 s and nothing plays on it');
    // A blow a little later plays on it.
    const soon = fightOut(
      fight,
      [
        { at: 1.5, event: 'burn', payload: { damage: 5 } },
        { at: 1.54, payload: { damage: 1 } },
      ],
      { length: 2 },
    );
    expect(found(told, soon)).toBe('holds: every harm is seen or heard');
    expect(found({ ...told, within: 0.03 }, soon)).toContain('fails at 1.5');
    expect(words(told)).toBe('every harm is seen or heard within 50 ms');
  });

  it('reads each cue once, also with 100,000 of them', () => {
    const cues = Array.from({ length: 100_000 }, (_, i) => ({ target: 'm', at: i / 100 }));
    const log = cues.map(({ at }) => ({ at: at + 0.004, happened: [{ what: 'harm', who: 'm', points: 1 }] }));
    const told = (within: number): string => found({ expect: 'harm-told', within }, { log, cues } as never);
    expect(told(0.005)).toBe('holds: every harm is seen or heard');
    // Each damage is 4 ms after a cue and 6 ms before the next.
    expect(told(0.003)).toContain('fails at 0.004');
    let looks = 0;
    const counted = cues.map(({ target, at }) => ({
      target,
      get at() {
        looks++;
        return at;
      },
    }));
    found({ expect: 'harm-told', within: 0.005 }, { log, cues: counted } as never);
    expect(looks).toBe(100_000);
  });
});
