import { fighter, harmRung, planOfFight, response } from '../testing/fights.js';
import { runMoment } from './momentRun.js';
import { Histories } from './readHistory.js';
import { defaultsOf } from './run.js';
import type { Moment } from './probe.js';

describe('a moment that is struck', () => {
  const plan = planOfFight({
    actors: [fighter('m', { most: 40, falls: 'fall' }), fighter('b', { most: 40 })],
    statuses: [
      { id: 'guarding', label: 'guarding' },
      { id: 'burning', label: 'burning', length: 4, ticks: { every: 0.5, event: 'burn', rate: 2 } },
    ],
    stops: { parried: 0.1 },
    responses: [
      response(
        'blow',
        {
          id: 'parry',
          when: [{ condition: 'window', status: 'guarding', from: 0, to: 0.18 }],
          then: [{ outcome: 'play', sequence: 'parried' }],
        },
        { id: 'third', when: [{ condition: 'nth', n: 3 }], then: [{ outcome: 'harm', points: 30 }] },
        harmRung('hit', [], [{ outcome: 'raise', event: 'nectar', after: 0.5 }]),
      ),
      response('nectar', { id: 'sip', then: [{ outcome: 'mend', points: 3 }] }),
      response('burn', harmRung('burns')),
    ],
  });
  const event = plan.events.get('blow');
  const [m, b] = [plan.actors.get('m'), plan.actors.get('b')];
  if (!event || !m || !b) throw new Error('they are there');
  const struck = (part: Partial<Moment>) => {
    const stage = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 }, others: [] };
    const moment = { payload: defaultsOf(event), source: { actor: b }, target: { actor: m }, ...part };
    const run = runMoment(plan, event, moment, stage, 6, undefined);
    return {
      ...run,
      read: new Histories(run),
      said: run.log.map(({ at, event: name, rungs }) => `${at} ${name} ${rungs.find(({ answer }) => answer === 'answered')?.rung}`),
    };
  };

  it('goes on from there: what is raised later, and what health is left', () => {
    const { said, read } = struck({ target: { actor: m, health: 20 } });
    expect(said).toEqual(['0 blow hit', '0.5 nectar sip']);
    expect([0, 0.5].map((at) => read.health('target', at))).toEqual([10, 13]);
  });

  it('is answered as the moment says, by its turn and its ages', () => {
    expect(struck({ turn: 3 }).said).toEqual(['0 blow third']);
    const parried = struck({ target: { actor: m, statuses: { guarding: { stacks: 1, age: 0.1 } } } });
    expect(parried.said).toEqual(['0 blow parry']);
    expect(parried.cues.map(({ sequence, at, target }) => [sequence, at, target])).toEqual([['parried', 0, 'target']]);
    expect(parried.clocks.of.get('target')?.shown(0.1)).toBeCloseTo(0, 9);
    expect(struck({ target: { actor: m, statuses: { guarding: { stacks: 1, age: 0.2 } } } }).said[0]).toBe('0 blow hit');
  });

  it('lets what has lasted so long last on, without what it did before', () => {
    const { said, read, log } = struck({ target: { actor: m, health: 30, statuses: { burning: { stacks: 1, age: 2.2 } } } });
    // Of four seconds 1.8 are left: ticks at 2.5, 3 and 3.5 of its age, and its end.
    expect(said.filter((one) => one.includes('burn'))).toEqual(['0.3 burn burns', '0.8 burn burns', '1.3 burn burns', '1.8 burn burns']);
    expect(log[0].happened[0]).toEqual(jasmine.objectContaining({ what: 'harm', points: 10, health: 20 }));
    // 20, four ticks of a point each, and the nectar of half a second after.
    expect(read.health('target', 3)).toBeCloseTo(20 - 4 + 3, 6);
    expect(read.stacks('target', 'burning', 1)).toBe(1);
    expect(read.stacks('target', 'burning', 2)).toBe(0);
  });
});
