import type { Project } from '@undatio/core';
import { fightProject } from '../../testing';
import { healthAfter, Striker, wearsDown } from './striker';
import type { StrikeSettings } from './stageTake';

const meter = { kind: 'meter', id: 'bar', fullness: 'health', shows: 'always', duration: 2, clock: 'wall' };
const settings: StrikeSettings = {
  sequence: 'blow',
  payload: { damage: 10 },
  seed: 1,
  pinned: true,
  solo: [],
  listener: 0,
  rapid: { on: false, every: 0.2, strikes: 3, targets: 1, turn: 0 },
  health: 0.8,
  comfort: {},
};

function projectOf(): Project {
  const project = fightProject();
  const [sequence] = project.sequences;
  const actors = project.actors.map((actor) => (actor.role === 'target' ? { ...actor, resists: { ember: 0.5 } } : actor));
  return { ...project, actors, sequences: [{ ...sequence, effects: [{ ...meter, muted: false } as never] }] };
}

describe('a bar in Tune', () => {
  const project = projectOf();
  const [event] = project.events;
  const target = project.actors.find(({ role }) => role === 'target');

  it('goes by the event’s damage, what the target resists, and its full health', () => {
    // Mosshell has 40 points.
    expect(healthAfter(target, event, { damage: 10 }, 1)).toBe(0.75);
    expect(healthAfter(target, event, { damage: 10, kind: 'ember' }, 1)).toBe(0.875);
    expect(healthAfter(target, event, {}, 0.5)).toBe(0.25);
    expect(healthAfter(target, event, { damage: 50 }, 1)).toBe(0);
    expect(wearsDown(event)).toBeTrue();
    expect(wearsDown(project.events.find(({ id }) => id === 'guard-up'))).toBeFalse();
  });

  it('shows the target’s health before and after the strike', () => {
    const { take, problem } = new Striker().strike(projectOf(), settings, parsed(projectOf()));
    if (!take) throw new Error(problem);
    const at = (t: number): number => take.sample(t, take.createFrame()).meters.value[0];
    expect(at(0)).toBeCloseTo(0.8, 6);
    expect(at(1)).toBeCloseTo(0.55, 6);
  });
});

/** The sequence with the bar, its fields filled in as documents have them. */
function parsed({ sequences, events, ...project }: Project): Project['sequences'][number] {
  const made = fightProject({
    ...(JSON.parse(JSON.stringify(project)) as object),
    events,
    sequences: [{ ...sequences[0], effects: [{ ...meter, muted: false }] }],
  });
  return made.sequences[0];
}
