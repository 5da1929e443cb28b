import { newEffect } from '../../effects/schemas.js';
import { moveFindings } from '../../checks/moveFindings.js';
import type { Project, Sequence } from '../../model/project.js';
import { takeOf } from '../../testing/projects.js';
import { drawnFor, drawnReaches } from './drawnReach.js';
import { reachesAt } from './reachesAt.js';

/** A sweep as a move says it and as a sequence draws it. */
function arcOf(changes: object): Sequence['effects'][number] {
  return {
    ...newEffect('arc', 'sweep'),
    delay: 0.3,
    duration: 0.2,
    ease: 'linear',
    sweep: 130,
    reach: 150,
    direction: { mode: 'along', angle: -5, spread: 0 },
    tail: 0,
    ...changes,
  } as unknown as Sequence['effects'][number];
}

describe('a sweep that is drawn', () => {
  const move = { windUp: 0.3, contacts: [{ after: 0, live: 0.2, reach: { shape: 'arc', length: 150, from: -70, to: 60 } as const }] };

  it('is what a move reaches, to the right and, mirrored, to the left, at every instant', () => {
    for (const facing of [1, -1] as const) {
      const take = takeOf([arcOf({ leftward: 'mirrored' })], { direction: facing === 1 ? 0 : 180 });
      const frame = take.createFrame();
      for (const age of [0.3001, 0.35, 0.41, 0.48]) {
        take.sample(age, frame);
        const [reach] = reachesAt(move, age, facing);
        expect(Math.cos(((frame.arcs.to[0] - (reach.blade ?? NaN)) * Math.PI) / 180)).toBeCloseTo(1, 9);
        expect(frame.arcs.reach[0]).toBe(150);
      }
    }
    // By hand: a quarter through, from 70° above ahead, 37.5° above; seen in a mirror 180 + 37.5.
    const left = takeOf([arcOf({ leftward: 'mirrored' })], { direction: 180 });
    expect((left.sample(0.35, left.createFrame()).arcs.to[0] + 720) % 360).toBeCloseTo(217.5, 9);
    const turned = takeOf([arcOf({})], { direction: 180 });
    expect((turned.sample(0.35, turned.createFrame()).arcs.to[0] + 720) % 360).toBeCloseTo(142.5, 9);
  });

  it('is read off its effect where its numbers are fixed', () => {
    const expected = {
      effect: 'sweep',
      begins: 0.3,
      live: 0.2,
      reach: { shape: 'arc', length: 150, from: -70, to: 60 },
      even: true,
      mirrored: false,
    };
    expect(drawnReaches({ effects: [arcOf({})] })).toEqual([expected as never]);
    expect(drawnReaches({ effects: [arcOf({ ease: 'ease-out' })] })[0].even).toBeFalse();
    for (const other of [
      { from: 'contact' },
      { muted: true },
      { reach: { range: [100, 200] } },
      { direction: { mode: 'any', angle: 0, spread: 0 } },
    ])
      expect(drawnReaches({ effects: [arcOf(other)] })).toEqual([]);
    expect(drawnFor(move, 0, { effects: [arcOf({})] })?.effect).toBe('sweep');
    expect(drawnFor(move, 0, { effects: [arcOf({ delay: 0.51 })] })).toBeUndefined();
  });

  it('is told of where it is not what its move reaches', () => {
    const findings = (changes: object, contact: object = {}): string[] =>
      moveFindings({
        actors: [{ moves: [{ id: 'swing', sequence: 'out', ...move, contacts: [{ ...move.contacts[0], ...contact }] }] }],
        sequences: [{ id: 'out', effects: [arcOf({ leftward: 'mirrored', ...changes })] }],
      } as unknown as Project).map(({ path, message }) => `${path}: ${message}`);
    expect(findings({})).toEqual([]);
    expect(findings({ reach: 150.4, delay: 0.304 })).toEqual([]);
    expect(findings({ reach: 190 })).toEqual([
      'actors[0].moves[0].contacts[0].reach: reaches 150 px from -70 to 60° at 0.3 s for 0.2 s, evenly, mirrored to the left; ' +
        '"sweep" of "out" draws 190 px from -70 to 60° at 0.3 s for 0.2 s',
    ]);
    expect(findings({ leftward: 'turned', ease: 'ease-out' })[0]).toMatch(/0\.2 s, not evenly, turned to the left$/);
    for (const other of [{ delay: 0.35 }, { duration: 0.3 }, { sweep: 120 }, { direction: { mode: 'along', angle: 10, spread: 0 } }])
      expect(findings(other).length).withContext(JSON.stringify(other)).toBe(1);
    // What is drawn at another time is of something else.
    expect(findings({ delay: 0.6 })).toEqual([]);
  });
});
