import { fighter, harmRung, planOfFight, response } from '../testing/fights.js';
import { coverageOf } from './coverage.js';

describe('coverage', () => {
  const plan = planOfFight({
    actors: [fighter('m', { most: 50 }, { kinds: ['weevil'] }), fighter('b', { most: 50 }, { kinds: ['beetle'] })],
    statuses: [{ id: 'guarding', label: 'guarding' }],
    responses: [
      response(
        'blow',
        { id: 'parry', when: [{ condition: 'window', status: 'guarding', from: 0.1, to: 0.18 }] },
        {
          id: 'crushed',
          when: [
            { condition: 'who', kinds: ['weevil'] },
            { condition: 'one-of', field: 'strong', values: ['on'] },
          ],
        },
        { id: 'third', when: [{ condition: 'nth', n: 3 }], goesOn: true },
        { id: 'down', when: [{ condition: 'standing', is: 'down' }] },
        { id: 'big', when: [{ condition: 'compare', of: { read: 'payload', field: 'damage' }, is: '≥', value: 40 }] },
        harmRung('hit', [{ condition: 'who', kinds: ['weevil', 'beetle'] }]),
      ),
      response('nectar', { id: 'sip', when: [{ condition: 'who', kinds: ['beetle'] }] }),
    ],
  });
  const of = (event: string, actor: string, ...more: [Record<string, boolean>?, Record<string, number[]>?]) => {
    const [known, who] = [plan.events.get(event), plan.actors.get(actor)];
    if (!known || !who) throw new Error('they are there');
    return coverageOf(plan, known, who, ...more);
  };

  it('tells what answers plainly, and what answers in other states and at other payloads', () => {
    expect(of('blow', 'm')).toEqual({ plainly: ['hit'], else: ['parry', 'crushed', 'third', 'down'] });
    expect(of('blow', 'b').else).toEqual(['parry', 'third', 'down']);
    // What a field can come to is tried at its ends, where they are told.
    expect(of('blow', 'b', {}, { damage: [0, 50] }).else).toContain('big');
  });

  it('tells what nothing answers, and holds a field where it is told to', () => {
    expect(of('nectar', 'm')).toEqual({ plainly: [], else: [] });
    expect(of('nectar', 'b').plainly).toEqual(['sip']);
    expect(of('blow', 'm', { strong: true })).toEqual({ plainly: ['crushed'], else: jasmine.arrayContaining(['parry']) as never });
    expect(of('blow', 'm', { strong: false }).else).not.toContain('crushed');
  });

  it('tries other actors as the source, at several distances', () => {
    const hazard = planOfFight({
      actors: [
        fighter('b', undefined, { kinds: ['beetle'] }),
        fighter('m', undefined, { kinds: ['weevil'] }),
        fighter('thorn', undefined, { kinds: ['hazard'] }),
      ],
      responses: [
        response(
          'blow',
          { id: 'pricks', when: [{ condition: 'who', of: 'source', kinds: ['hazard'] }] },
          { id: 'far', when: [{ condition: 'compare', of: { read: 'distance' }, is: '>', value: 300 }] },
          { id: 'own', when: [{ condition: 'who', kinds: ['beetle'] }] },
          { id: 'near', when: [{ condition: 'who', of: 'source', kinds: ['beetle'] }] },
        ),
      ],
    });
    const [event, target] = [hazard.events.get('blow'), hazard.actors.get('m')];
    if (!event || !target) throw new Error('they are there');
    const sources = ['b', 'thorn'].flatMap((id) => hazard.actors.get(id) ?? []);
    expect(coverageOf(hazard, event, target, {}, {}, sources)).toEqual({ plainly: ['near'], else: ['pricks', 'far'] });
  });
});
