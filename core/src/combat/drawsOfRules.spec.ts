import { fighter, fightOut, response, type Fight } from '../testing/fights.js';

/** Worked out by hand-written hashes outside this code, and printed in docs/rules.md. */
const worked = [
  { chance: 0.7361752749420702, points: 5.782937340438366, seed: 3858027622 },
  { chance: 0.0121749232057482, points: 5.367845292203128, seed: 3468220074 },
  { chance: 0.9495504098013043, points: 7.429763679392636, seed: 806912100 },
];

describe('the draws of the rules', () => {
  const fightWith = (share: number): Fight => ({
    actors: [fighter('m', { most: 100 }), fighter('b')],
    stops: { shine: 0 },
    responses: [
      response('blow', {
        id: 'hit',
        when: [{ condition: 'chance', share }],
        then: [
          { outcome: 'harm', points: { range: [4, 8] } },
          { outcome: 'play', sequence: 'shine' },
        ],
      }),
    ],
  });
  const run = (share: number) =>
    fightOut(
      fightWith(share),
      [1, 2, 3].map((at) => ({ at })),
      { seed: 7, length: 5 },
    );

  it('are those of the worked table', () => {
    const { log, cues } = run(1);
    const points = log.map(({ happened }) => happened.flatMap((one) => (one.what === 'harm' ? [one.points] : []))[0]);
    points.forEach((drawn, i) => expect(drawn).toBeCloseTo(worked[i].points, 12));
    expect(cues.map(({ seed }) => seed)).toEqual(worked.map(({ seed }) => seed));
  });

  it('hold a chance just above what is drawn, and not at it', () => {
    worked.forEach(({ chance }, i) => {
      const held = (share: number): boolean => run(share).log[i].happened.length > 0;
      expect([held(chance), held(chance + 1e-9)]).toEqual([false, true]);
    });
  });
});
