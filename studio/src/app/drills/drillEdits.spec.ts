import type { Actor, Drill, Project } from '@undatio/core';
import { bodiesOf, newProject, withoutCast } from '@undatio/core/internal';
import { actWords, copyOfDrill, newAct, newDrill, onGrid, withAct, withActor, withEntry } from './drillEdits';

const whole: Project = newProject(
  { id: 'game', label: 'Game', viewWidth: 960, viewHeight: 540, axis: 'down', pixelsPerUnit: 1, seen: 'side' },
  { sha256: '0'.repeat(64), duration: 0.2, peaks: [] },
).project;

describe('a drill', () => {
  const drill = newDrill(whole);

  it('begins with the project’s source and target where they stand, and one blow', () => {
    expect(drill.actors.map(({ id, facing }) => [id, facing])).toEqual([
      ['striker', 1],
      ['dummy', -1],
    ]);
    expect(drill.actors[0].place.x).toBeLessThan(drill.actors[1].place.x);
    expect(drill.script).toEqual([{ at: 0.5, event: 'hit', source: 'striker', target: 'dummy' }]);
    expect(copyOfDrill(drill, { drills: [drill] }).id).not.toBe(drill.id);
  });

  it('lets somebody do something: a move of whoever has one, a walk, something with another', () => {
    const moves = [{ id: 'swing', windUp: 0, contacts: [], recovery: 0 }];
    const actors = whole.actors.map((one, i) => (i === 1 ? { ...one, moves } : one));
    expect(newAct(drill, whole.actors, 'move', 1)).toBeUndefined();
    expect(newAct(drill, actors, 'move', 1)).toEqual({ at: 1, who: 'dummy', do: 'move', move: 'swing' });
    expect(newAct(drill, actors, 'approach', 1, 'dummy')).toEqual({ at: 1, who: 'dummy', do: 'approach', whom: 'striker', within: 120 });
    expect(newAct({ ...drill, actors: drill.actors.slice(0, 1) }, actors, 'approach', 1)).toBeUndefined();
    // One that has a move comes as near as that reaches.
    const contact = {
      after: 0,
      live: 0,
      reach: { shape: 'thrust' as const, length: 80, width: 20, angle: 0 },
      event: 'hit',
      spares: 'nobody' as const,
    };
    const armed = actors.map((one, i) => (i === 1 ? { ...one, moves: [{ ...moves[0], contacts: [contact] }] } : one));
    expect(newAct(drill, armed as typeof actors, 'approach', 1, 'dummy')).toEqual(jasmine.objectContaining({ within: 80 }));
    const walk = newAct(drill, actors, 'walk', 0.5);
    const { x, y } = drill.actors[0].place;
    expect(walk).toEqual({ at: 0.5, who: 'striker', do: 'walk', points: [{ x: x + 120, y }] });
    expect(walk && actWords(walk)).toBe('walks');
  });

  it('keeps what those of it do in order of time, and nothing of one who is left out', () => {
    const acts = [0.2, 1, 2].map((at) => ({ at, who: 'striker', do: 'stop' as const }));
    const { drill: moved, place } = withAct({ ...drill, acts }, 0, { ...acts[0], at: 1.5 });
    expect(moved.acts?.map(({ at }) => at)).toEqual([1, 1.5, 2]);
    expect(place).toBe(1);
    const both = { ...drill, acts: [...acts, { at: 3, who: 'dummy', do: 'approach' as const, whom: 'striker', within: 9 }] };
    expect(withoutCast(both, new Set(['striker'])).acts).toEqual([]);
    expect(withoutCast(both, new Set(['dummy'])).acts?.length).toBe(3);
  });

  it('keeps its script in order of time, and tells where a moved event is then', () => {
    const three: Drill = { ...drill, script: [0.5, 1, 2].map((at) => ({ at, event: 'hit' })) };
    const { drill: moved, place } = withEntry(three, 0, { at: 1.5, event: 'hit' });
    expect(moved.script.map(({ at }) => at)).toEqual([1, 1.5, 2]);
    expect(place).toBe(1);
    expect(withEntry(three, 1, undefined).drill.script.length).toBe(2);
    expect(onGrid(1.23456, drill)).toBe(1.23);
    expect(onGrid(-1, drill)).toBe(0);
    expect(onGrid(99, drill)).toBe(drill.length);
  });

  it('takes actors in under free names, and leaves them out with what was theirs', () => {
    const more = withActor(withActor(drill, 'dummy', whole), 'dummy', whole);
    expect(more.actors.map(({ id }) => id)).toEqual(['striker', 'dummy', 'dummy-2', 'dummy-3']);
    const expecting: Drill = { ...more, expectations: [{ expect: 'standing', at: 1, who: 'dummy', is: 'up' }] };
    const without = withoutCast(expecting, new Set(['dummy']));
    expect(without.script).toEqual([]);
    expect(without.expectations).toEqual([]);
  });

  it('puts who joins on the ground of who is there, where it is seen from the side', () => {
    const low = { ...whole.actors[1], id: 'low', height: 20, spots: {} };
    const [striker] = whole.actors;
    const project = { actors: [...whole.actors, low], seen: 'side' as const };
    const feet = drill.actors[0].place.y + (striker.spots.feet?.y ?? striker.height / 2);
    expect(withActor(drill, 'low', project).actors[2].place.y).toBe(feet - 10);
    expect(withActor(drill, 'low', { ...project, seen: 'above' }).actors[2].place.y).toBe(0);
    expect(withActor({ ...drill, actors: [] }, 'low', project).actors[0].place.y).toBe(0);
  });

  it('stands on the stage as it says, mirrored where it faces another way', () => {
    const [first, second] = bodiesOf(
      drill.actors.map((one) => ({ ...one, facing: 1 })),
      whole.actors,
    );
    expect([first.role, second.role]).toEqual(['source', 'target']);
    const mirrored = (a: Actor): number => (a.looks === 'right' ? 1 : -1) * (a.role === 'source' ? 1 : -1);
    // The dummy's picture looks left, as it stands; facing right it is mirrored.
    expect([mirrored(first), mirrored(second)]).toEqual([1, -1]);
  });
});
