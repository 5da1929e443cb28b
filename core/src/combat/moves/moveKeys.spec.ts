import { readProject } from '../../checks/readProject.js';
import { DrillTake } from '../../player/drillTake.js';
import { openKit } from '../../runtime.js';
import { kitDocument } from '../../ship/kit.js';
import { shownCell } from '../../take/shownCell.js';
import { compileContext } from '../../checks/compileContext.js';
import { combatPlanOf } from '../../checks/checkRules.js';
import { runAndJudge } from '../../checks/judgeDrills.js';
import { fighter, response } from '../../testing/fights.js';
import { projectJson } from '../../testing/projects.js';
import { restingActor } from '../../take/frame.js';
import { compileKeys, keyInto, type Keyed } from './moveKeys.js';

/** A body on the way of a move: posed by keys, on the body's own clock. Expected amounts are those of the easings' own formulas. */

const keys = [
  { at: 0.1, pose: 'guard' },
  { at: 0.3, pose: 'lunge', amount: 0.8, ease: 'step-end' },
  { at: 0.5, pose: 'lunge', amount: 0.2 },
  { at: 0.6, clip: 'spin' },
  { at: 0.8 },
];

function keyedAt(list: ReturnType<typeof compileKeys>, age: number): Keyed {
  const body = restingActor();
  keyInto(list, Float64Array.of(age), body);
  return body;
}

describe('keys of a move', () => {
  const read = (raw: object[]): ReturnType<typeof compileKeys> => compileKeys(raw, ['keys'], 2, ['spin']);

  it('lead from rest into the first, from each to the next by its easing, and hold the last', () => {
    const at = (age: number): [number, number, string] => {
      const { pose, clip } = keyedAt(read(keys), age);
      return [Number(pose.guard.toFixed(9)), Number(pose.lunge.toFixed(9)), clip];
    };
    expect(at(0)).toEqual([0, 0, '']);
    expect(at(0.05)).toEqual([0.5, 0, '']);
    expect(at(0.1)).toEqual([1, 0, '']);
    expect(at(0.15)).toEqual([0.75, 0.2, '']);
    // step-end stays until the next.
    expect(at(0.49)).toEqual([0, 0.8, '']);
    expect(at(0.5)).toEqual([0, 0.2, '']);
    expect(at(0.55)).toEqual([0, 0.1, '']);
    expect(at(0.7)).toEqual([0, 0, 'spin']);
    expect(keyedAt(read(keys), 0.7).clipAge).toBeCloseTo(0.1, 12);
    expect(at(5)).toEqual([0, 0, '']);
    expect(keyedAt([], 1).pose).toEqual({ hurt: 0, lunge: 0, guard: 0, fall: 0 });
  });

  it('are refused with their place', () => {
    expect(() => read([{ at: 3 }])).toThrowError(/keys\[0\]\.at: expected a number from 0 to 2/);
    expect(() => read([{ at: 0, pose: 'sits' }])).toThrowError(/keys\[0\]\.pose: expected one of hurt, lunge, guard, fall, found "sits"/);
    expect(() => read([{ at: 0 }, { at: 0, clip: 'gone' }])).toThrowError(
      /keys\[1\]\.clip: expected a clip of the actor \(spin\), found "gone"/,
    );
    expect(() => read([{ at: 0, ease: 'fast' }])).toThrowError(/keys\[0\]\.ease/);
    expect(() => read([{ at: 0, amount: 2 }])).toThrowError(/keys\[0\]\.amount/);
  });

  describe('in a fight', () => {
    const swing = {
      id: 'swing',
      windUp: 0.4,
      contacts: [],
      recovery: 0.2,
      holds: true,
      keys: [{ at: 0.4, pose: 'lunge' }, { at: 0.5, clip: 'spin' }, { at: 0.6 }],
    };
    const clips = [{ id: 'spin', picture: 'mosshell', cells: [0, 0, 0], rate: 10, loop: true }];
    const { actors: _, ...json } = projectJson([{ kind: 'hit-stop', id: 'stop', duration: 0.2, parties: ['target'] }]);
    const { project, problems } = readProject({
      ...json,
      actors: [
        { role: 'source', picture: 'mosshell', width: 100, height: 90, ...fighter('b', { most: 9 }, { moves: [swing], clips }) },
        { role: 'target', picture: 'mosshell', width: 100, height: 90, ...fighter('m', { most: 9 }) },
      ],
      responses: [
        response('lance-hit', {
          id: 'hit',
          then: [
            { outcome: 'play', sequence: 'blow' },
            { outcome: 'break-off', of: 'source' },
          ],
        }),
      ],
      drills: [
        {
          id: 'held',
          label: 'Held',
          length: 3,
          actors: [
            { id: 'b', actor: 'b', place: { x: 0, y: 0 } },
            { id: 'm', actor: 'm', place: { x: 200, y: 0 }, facing: -1 },
          ],
          script: [{ at: 0.2, event: 'lance-hit', source: 'm', target: 'b' }],
          acts: [
            { at: 0, who: 'b', do: 'move', move: 'swing' },
            { at: 1, who: 'b', do: 'let-go' },
          ],
        },
      ],
    });
    if (!project) throw new Error(JSON.stringify(problems));
    const plan = combatPlanOf(project, compileContext(project));
    const { run } = runAndJudge(plan, project.drills[0]);
    const take = new DrillTake({ run, bodies: project.actors as never, planOf: plan.planOf });

    it('are held by a stop, stand still while the move is held, and go on once it is let go', () => {
      const frame = take.createFrame();
      const lunge = (t: number): number => Number(take.sample(t, frame).source.pose.lunge.toFixed(6));
      // Half-way at 0.2, held there until 0.4, in full from 0.6 on.
      expect([0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.9].map(lunge)).toEqual([0.25, 0.5, 0.5, 0.5, 0.75, 1, 1]);
      // Let go at 1: half out of it at 1.05, then the clip, and nothing once the move is over.
      expect(lunge(1.05)).toBeCloseTo(0.5, 6);
      take.sample(1.15, frame);
      expect([frame.source.pose.lunge, frame.source.clip]).toEqual([0, 'spin']);
      expect(frame.source.clipAge).toBeCloseTo(0.05, 6);
      expect(shownCell(project.actors[0], frame.source, { picture: '', cell: 0 }).clip).toBe('spin');
      take.sample(1.21, frame);
      expect(frame.source.clip).toBe('');
      // Backwards as well.
      expect(lunge(0.1)).toBe(0.25);
    });

    it('are the same in a game, and gone with a move that is broken off', () => {
      const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
      const { actors, script, acts = [] } = project.drills[0];
      const arena = kit.arena({ actors });
      for (const { at, event, ...parties } of script) arena.raise(event, parties as never, at);
      for (const { at, who, ...act } of acts) arena.act(who, act as never, at);
      const frame = take.createFrame();
      for (const t of [0.13, 0.31, 0.55, 0.8, 1.07, 1.12, 1.3]) {
        arena.advance(t);
        const own = arena.frame.bodies.find(({ id }) => id === 'b');
        const { source } = take.sample(t, frame);
        expect(own?.pose.lunge).withContext(String(t)).toBeCloseTo(source.pose.lunge, 6);
        expect(own?.clip).toBe(source.clip);
      }
      const other = kit.arena({ actors });
      other.move('b', 'swing');
      other.advance(0.3);
      expect(other.frame.bodies[0].pose.lunge).toBeCloseTo(0.75, 6);
      other.raise('lance-hit', { source: 'b', target: 'm' });
      other.advance(0.31);
      expect(other.frame.bodies[0].pose.lunge).toBe(0);
    });
  });
});
