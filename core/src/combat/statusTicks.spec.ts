import { untoldCues } from './untoldCues.js';
import { fighter, fightOut, response, type Fight, type Fought } from '../testing/fights.js';

/** Ticks that only raise an event, by no rate; `marked`: what answers each. */
function ticking(length: number, marked: readonly object[] = []): Fight {
  return {
    actors: [fighter('m'), fighter('b')],
    statuses: [{ id: 'ringing', label: 'ringing', length, ticks: { every: 1, event: 'mark' } }],
    responses: [
      response('blow', { id: 'rings', then: [{ outcome: 'give', status: 'ringing' }] }),
      response('mark', { id: 'answers', then: marked as never }),
    ],
  };
}

const marks = ({ log }: Fought): number[] => log.filter(({ event }) => event === 'mark').map(({ at }) => at);

describe('ticks without a rate', () => {
  it('come each time, the one that falls on the end with it, and none where none falls', () => {
    expect(marks(fightOut(ticking(3), [{ at: 0.5 }]))).toEqual([1.5, 2.5, 3.5]);
    expect(marks(fightOut(ticking(2.5), [{ at: 0.5 }]))).toEqual([1.5, 2.5]);
    expect(marks(fightOut(ticking(0.5), [{ at: 0.5 }]))).toEqual([]);
  });

  it('stay once a second where what they raise renews them, at the end as well', () => {
    const renewed = fightOut(ticking(3, [{ outcome: 'give', status: 'ringing' }]), [{ at: 0.5 }], { length: 9 });
    expect(marks(renewed)).toEqual([1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5]);
    // Renewed by the tick on its very end, it goes on.
    const last = fightOut(ticking(1, [{ outcome: 'give', status: 'ringing' }]), [{ at: 0.5 }], { length: 5 });
    expect(marks(last)).toEqual([1.5, 2.5, 3.5, 4.5]);
    expect(last.read.stacks('m', 'ringing', 4)).toBe(1);
  });

  it('end with what takes them', () => {
    const taken = fightOut(ticking(9, [{ outcome: 'take', status: 'ringing' }]), [{ at: 0.5 }]);
    expect(marks(taken)).toEqual([1.5]);
    expect(taken.read.namesOf('status', 'm')).toEqual(['ringing']);
    expect(taken.read.namesOf('status', 'b')).toEqual([]);
    expect(taken.read.namesOf('counter', 'm')).toEqual([]);
    expect([0.4, 1, 2].map((at) => taken.read.stacks('m', 'ringing', at))).toEqual([0, 1, 0]);
  });
});

describe('cues that no entry of a log mentions', () => {
  const cue = (at: number, sequence: string, target = 'm') => ({ at, sequence, target });
  const entry = (at: number, ...plays: readonly (readonly [string, number])[]) => ({
    at,
    happened: plays.map(([sequence, after]) => ({ what: 'plays', sequence, on: 'm', after }) as const),
  });

  it('are those of statuses and moves; each cue of an outcome is mentioned once, also if it is delayed', () => {
    const log = [entry(0.5, ['hit', 0], ['smoke', 1]), entry(0.5), entry(2, ['hit', 0])];
    const cues = [
      cue(0.2, 'swing'),
      cue(0.5, 'hit'),
      cue(0.5, 'flames'),
      cue(1.5, 'smoke'),
      cue(1.6, 'smoke'),
      cue(2, 'hit', 'b'),
      cue(2, 'hit'),
    ];
    expect(untoldCues(log, cues)).toEqual([cue(0.2, 'swing'), cue(0.5, 'flames'), cue(1.6, 'smoke'), cue(2, 'hit', 'b')]);
    // An entry mentions no cue that was played before it.
    expect(untoldCues([entry(1, ['hit', 0])], [cue(0.5, 'hit'), cue(1, 'hit')])).toEqual([cue(0.5, 'hit')]);
  });
});
