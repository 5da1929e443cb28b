import { fighter, fightOut, harmRung, planOfFight, response, type Fight } from '../testing/fights.js';
import { judge } from './expectations/registry.js';
import { probe } from './probe.js';
import { defaultsOf, instantLimit } from './run.js';
import { statusCourse } from './statusCourse.js';

const plain: Fight = { actors: [fighter('m', { most: 1000 }), fighter('b')], responses: [response('blow', harmRung())] };

describe('a run', () => {
  it('asks a thousand events of one instant in their order', () => {
    const { log } = fightOut(
      plain,
      Array.from({ length: 1000 }, (_, i) => ({ at: 1, payload: { damage: i % 7 } })),
    );
    expect(log.map(({ payload }) => payload['damage'])).toEqual(Array.from({ length: 1000 }, (_, i) => i % 7));
    expect(new Set(log.map(({ at }) => at))).toEqual(new Set([1]));
  });

  it('ends what nothing else ends, and says so', () => {
    const fight: Fight = {
      ...plain,
      responses: [response('blow', { id: 'again', then: [{ outcome: 'raise', event: 'blow' }] })],
    };
    const { log } = fightOut(fight, [{ at: 1 }, { at: 2 }], { length: 3 });
    expect(log.length).toBe(2 * (instantLimit + 1));
    expect(log.filter(({ refused }) => refused !== undefined).map(({ at }) => at)).toEqual([1, 2]);
  });

  it('takes an event on oneself, on nobody, and by somebody who is gone', () => {
    const fight: Fight = {
      ...plain,
      responses: [response('blow', harmRung()), response('nectar', { id: 'leaves', then: [{ outcome: 'away' }] })],
    };
    const { log, read } = fightOut(fight, [
      { at: 1, source: 'm', target: 'm' },
      { at: 2, source: undefined, target: undefined } as never,
      { at: 3, event: 'nectar', target: 'b' },
      { at: 4 },
    ]);
    expect(log.map(({ source, target }) => `${source}>${target}`)).toEqual(['m>m', '>', 'b>b', 'b>m']);
    expect(read.health('m', 4)).toBe(980);
  });

  it('keeps health within bounds whatever the harm, and never below the last point of one that cannot fall', () => {
    const huge = [
      { at: 1, payload: { damage: 1000 } },
      { at: 2, payload: { damage: -1000 } },
    ];
    const { read } = fightOut({ ...plain, actors: [fighter('m', { most: 50, falls: 'fall' }), fighter('b')] }, huge);
    expect([0, 1, 2].map((at) => read.health('m', at))).toEqual([50, 0, 0]);
    const practice = fightOut({ ...plain, actors: [fighter('m', { most: 50, cannotFall: true }), fighter('b')] }, huge);
    expect([1, 2].map((at) => practice.read.health('m', at))).toEqual([1, 1]);
    expect(practice.read.standing('m', 3)).toBe('up');
  });

  it('draws chance by its seed and the event’s number alone', () => {
    const lucky = (more: number): Fight => ({
      ...plain,
      responses: [
        response('blow', { id: 'lucky', when: [{ condition: 'chance', share: 0.5 }], then: [] }, harmRung()),
        response('nectar', { id: 'rolls', when: Array.from({ length: more }, () => ({ condition: 'chance', share: 0.5 })), then: [] }),
      ],
    });
    const script = Array.from({ length: 400 }, (_, i) => ({ at: i * 0.05, event: i % 2 === 0 ? 'nectar' : 'blow' }));
    const answered = (more: number, seed: number): string[] =>
      fightOut(lucky(more), script, { seed }).answered.filter((one) => one.includes('lucky'));
    expect(answered(1, 5)).toEqual(answered(4, 5));
    expect(answered(1, 5)).not.toEqual(answered(1, 6));
    expect(answered(1, 5).length / 200).toBeCloseTo(0.5, 1);
  });
});

describe('a moment that is tried', () => {
  const plan = planOfFight({
    ...plain,
    statuses: [{ id: 'guarding', label: 'guarding' }],
    responses: [
      response(
        'blow',
        { id: 'parry', when: [{ condition: 'window', status: 'guarding', from: 0, to: 0.18 }] },
        { id: 'third', when: [{ condition: 'nth', n: 3 }] },
        { id: 'calm', when: [{ condition: 'cooldown', seconds: 2 }] },
        harmRung(),
      ),
    ],
  });
  const event = plan.events.get('blow');
  const actor = plan.actors.get('m');
  if (!event || !actor) throw new Error('they are there');
  const asked = (age: number | undefined, turn: number, since: number | undefined): string =>
    probe(plan, event, {
      payload: defaultsOf(event),
      target: { actor, ...(age !== undefined && { statuses: { guarding: { stacks: 1, age } } }) },
      source: { actor },
      turn,
      since,
    })
      .map(({ rung, answer, why }) => (answer === 'answered' ? `[${rung}]` : why))
      .join('; ');

  it('says which rung answers, why those above let it pass, and that those below were not asked', () => {
    expect(asked(0.1, 1, undefined)).toBe('[parry]; parry answered; parry answered; parry answered');
    expect(asked(0.3, 3, undefined)).toBe('guarding is 0.3 s old, not 0 to 0.18 s; [third]; third answered; third answered');
    expect(asked(undefined, 1, 0.5)).toBe(
      'target is not guarding; it is number 1 for the target, not every 3; it answered 0.5 s ago, not 2 s; [hit]',
    );
    expect(asked(undefined, 1, 2)).toContain('[calm]');
  });
});

describe('what is expected of a drill', () => {
  it('holds, or says what came instead and when', () => {
    const fight: Fight = { ...plain, actors: [fighter('m', { most: 20, falls: 'fall' }), fighter('b')] };
    const run = fightOut(fight, [{ at: 0.5 }, { at: 1.5 }]);
    const verdicts = judge(run, [
      { expect: 'answered', at: 0.5, by: 'hit', event: '', target: '', within: 0.001 },
      { expect: 'answered', at: 0.5, by: 'parry', event: '', target: '', within: 0.001 },
      { expect: 'health', at: 0.5, who: 'm', is: 10, within: 0 },
      { expect: 'health', at: 1, who: 'm', is: 12, within: 1 },
      { expect: 'nobody-falls', who: '', until: 1.5 },
      { expect: 'nobody-falls', who: '', until: undefined },
      { expect: 'standing', at: 1.5, who: 'm', is: 'down' },
      { expect: 'harm-told', within: 0.05 },
    ]);
    expect(verdicts.map(({ holds }) => holds)).toEqual([true, false, true, false, true, false, true, false]);
    expect(verdicts[1].found).toBe('answered by blow: hit');
    expect(verdicts[5]).toEqual({ holds: false, found: 'm falls at 1.5 s', at: 1.5 });
    expect(verdicts[7].found).toContain('m is harmed at 0.5 s and nothing plays on it');
  });
});

describe('a status’s course', () => {
  it('is what it does when it is given, and given again half-way', () => {
    const plan = planOfFight({
      ...plain,
      statuses: [{ id: 'burning', label: 'burning', length: 4, ticks: { every: 0.5, event: 'burn', rate: 2 } }],
    });
    const course = statusCourse(plan, 'burning');
    // Lit at 0 and at 2 it burns until 6: two points a second.
    expect(course?.ticks.length).toBe(12);
    expect(course?.harm).toBeCloseTo(12, 9);
    expect(course?.stacks.at(-1)).toEqual({ at: 6, count: 0 });
    expect(statusCourse(plan, 'unknown')).toBeUndefined();
  });
});
