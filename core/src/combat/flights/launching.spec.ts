import { compileContext } from '../../checks/compileContext.js';
import { combatPlanOf } from '../../checks/checkRules.js';
import { runAndJudge } from '../../checks/judgeDrills.js';
import { newEffect } from '../../effects/schemas.js';
import type { Sequence } from '../../model/project.js';
import { readProject } from '../../checks/readProject.js';
import { DocumentError } from '../../model/documentError.js';
import { DrillTake } from '../../player/drillTake.js';
import { openKit } from '../../runtime.js';
import { kitDocument } from '../../ship/kit.js';
import { projectJson } from '../../testing/projects.js';
import { fighter, fightOut, harmRung, response, type Bout, type Fight } from '../../testing/fights.js';
import { fought } from '../../testing/fought.js';

type Json = Record<string, unknown>;

/** What is let go by hand: by a drill, as a game does it. Expected instants are distance ÷ speed. */

const actors = [
  fighter('m', { most: 90, falls: 'fall' }, { radius: 20 }),
  fighter('b'),
  fighter('pod', undefined, { radius: 5 }),
  fighter('seeker', undefined, { radius: 5, turnRate: 90 }),
];
const fight: Fight = { actors, responses: [response('blow', harmRung()), response('burst', { id: 'bursts', then: [] })] };
const at = (x: number, y = 0): Bout => ({
  length: 12,
  actors: [
    { id: 'b', actor: 'b', x: 0, y: 0 },
    { id: 'm', actor: 'm', x, y, facing: -1 },
  ],
});
const lets = (launch: Json): Json => ({ at: 0.5, who: 'b', do: 'launch', actor: 'pod', ...launch });
const tells = (bout: Bout, launch: Json): [number, string, string][] =>
  fought(fight, [], { ...bout, acts: [lets(launch)] }).log.map(({ at: when, event, target }) => [Number(when.toFixed(6)), event, target]);

describe('what a drill lets go', () => {
  it('flies to a place, passes all on the way, and tells where it lands', () => {
    expect(tells(at(150), { to: { x: 300, y: 0 }, speed: 600, meets: 'blow', lands: 'burst' })).toEqual([[1, 'burst', '']]);
  });

  it('flies to the coordinates of an outcome, past a body on the way', () => {
    const thrower = { outcome: 'launch', actor: 'pod', from: 'source', to: 'point', x: 300, y: 400, speed: 1000, lands: 'burst' };
    const run = fought(
      { ...fight, responses: [response('blow', { id: 'throws', then: [thrower] }), response('burst', { id: 'bursts', then: [] })] },
      [{ at: 1, event: 'blow', source: 'b', target: 'm' }],
      at(150),
    );
    expect(run.log.filter(({ event }) => event === 'burst').map(({ at: when, target }) => [when, target])).toEqual([[1.5, '']]);
    const { x, y } = run.read.place('pod-1', 1.25);
    expect([x, y]).toEqual([150, 200]);
  });

  it('flies ahead until it meets somebody: the way that it is told, or that its launcher faces', () => {
    const middle = 0.5 + (200 - 20 - 5) / 500;
    expect(tells(at(200), { speed: 500, meets: 'blow' })).toEqual([[middle, 'blow', 'm']]);
    expect(tells(at(0, 200), { angle: 90, speed: 500, meets: 'blow' })).toEqual([[middle, 'blow', 'm']]);
    expect(tells(at(200), { angle: 90, speed: 500, meets: 'blow' })).toEqual([]);
    expect(tells(at(200), { speed: 500, range: 174, meets: 'blow', lands: 'burst' })).toEqual([[0.848, 'burst', '']]);
  });

  it('is a party of its events and of the events that they raise, and sequences play where it touched', () => {
    const pods = { condition: 'who', of: 'projectile', actors: ['pod'] };
    const bursts = { outcome: 'raise', event: 'burst', on: 'projectile', from: 'target' };
    const answers: Fight = {
      ...fight,
      stops: { still: 0 },
      responses: [
        response('blow', { id: 'by-pod', when: [pods], then: [{ outcome: 'play', sequence: 'still' }, bursts] }, harmRung()),
        response('burst', {
          id: 'bursts',
          when: [pods],
          then: [
            { outcome: 'play', sequence: 'still', on: 'projectile', from: 'target' },
            { outcome: 'away', of: 'projectile', after: 0.1 },
          ],
        }),
      ],
    };
    const acts = [lets({ speed: 500, meets: 'blow', stays: true })];
    const { log, cues, read } = fought(answers, [], { ...at(200), acts });
    const told = log.map(({ event, target, projectile, rungs, after }) => [event, target, projectile, rungs[0]?.answer, after]);
    const pod = log[0].projectile ?? '';
    expect(pod).toContain('pod');
    expect(told as unknown).toEqual([
      ['blow', 'm', pod, 'answered', undefined],
      ['burst', pod, pod, 'answered', undefined],
      ['burst', pod, pod, undefined, 0.1],
    ]);
    expect(read.standing(pod, log[1].at + 0.05)).toBe('up');
    expect(read.standing(pod, log[1].at + 0.15)).toBe('gone');
    // The target's middle is at 200 px and its radius is 20 px.
    const [onTarget, onPod] = cues;
    expect(onTarget.target).toBe('m');
    expect(onTarget.place?.x).toBeCloseTo(180, 6);
    expect(onPod.target).toBe(pod);
    // An event without a projectile has no such party.
    const plain = fought(answers, [{ at: 1 }], at(200)).log[0];
    expect([plain.projectile, plain.rungs[0].answer]).toEqual([undefined, 'passed']);
  });

  it('has the payload that it is given, and defaults besides', () => {
    const { harms } = fought(fight, [], { ...at(200), acts: [lets({ after: 'm', speed: 500, meets: 'blow', payload: { damage: 7 } })] });
    expect(harms.map(([, points]) => points)).toEqual([7]);
  });

  it('that cannot turn at once comes round to whom it is after', () => {
    // m stands behind. It sets off to the right, and turns by half a circle and a little less, as turnOnto says for a point.
    const { log, history } = fought(fight, [], { ...at(-200), acts: [lets({ actor: 'seeker', after: 'm', speed: 100, meets: 'blow' })] });
    const radius = 100 / (Math.PI / 2);
    const away = Math.hypot(200, radius);
    // Angles about the middle of its circle, straight below: from the top, clockwise, to where the tangent leaves for m.
    const turned = 2 * Math.PI - Math.atan2(200, radius) - Math.acos(radius / away);
    const straight = Math.sqrt(away * away - radius * radius) - 25;
    expect(log.map(({ event, target }) => [event, target])).toEqual([['blow', 'm']]);
    expect(log[0].at).toBeCloseTo(0.5 + (turned * radius + straight) / 100, 4);
    expect(history.filter(({ of, who }) => of === 'leg' && who.startsWith('seeker')).length).toBeLessThan(8);
  });

  it('goes by the world’s clock: held by a stop of the world, by none of its own or of its launcher’s', () => {
    const stop = (parties: readonly string[]): Sequence['effects'] =>
      [{ ...newEffect('hit-stop', 'stop'), duration: 0.25, parties }] as unknown as Sequence['effects'];
    const plays = { world: stop(['world']), own: stop(['source', 'target']) };
    const rung = (id: string): Json => ({ id, then: [{ outcome: 'play', sequence: id, from: 'source', on: 'target' }] });
    const landed = (event: string, target: string): number => {
      const responses = [response('mark', rung('world')), response('nectar', rung('own')), response('burst', { id: 'bursts', then: [] })];
      const { log } = fought({ actors, plays, responses }, [{ at: 0.7, event, source: 'b', target }], {
        ...at(150),
        acts: [lets({ to: { x: 300, y: 0 }, speed: 600, lands: 'burst' })],
      });
      return log.find((entry) => entry.event === 'burst')?.at ?? NaN;
    };
    expect(landed('mark', 'm')).toBeCloseTo(1.25, 9);
    expect(landed('nectar', 'm')).toBeCloseTo(1, 9);
    // Struck itself, in flight.
    const ring = { id: 'ring', contacts: [{ event: 'blow', reach: { shape: 'disc', length: 400 } }] };
    const striking = [fighter('m', { most: 90 }, { moves: [ring] }), ...actors.slice(1)];
    const responses = [response('blow', rung('own')), response('burst', { id: 'bursts', then: [] })];
    const hit = fought({ actors: striking, plays, responses }, [], {
      ...at(150),
      acts: [lets({ to: { x: 300, y: 0 }, speed: 600, lands: 'burst' }), { at: 0.7, who: 'm', do: 'move', move: 'ring' }],
    });
    expect(hit.log.filter(({ target }) => target === 'pod-1').length).toBe(1);
    expect(hit.log.find((entry) => entry.event === 'burst')?.at).toBeCloseTo(1, 9);
    expect(hit.read.place('pod-1', 0.8).x).toBeCloseTo(180, 6);
  });

  it('is drawn by a sequence that follows it until it ends, in a drill and in a game', () => {
    const { actors: _, ...json } = projectJson([
      { kind: 'trail', id: 'wake', on: 'source', duration: 5, length: 0.2 },
      {
        kind: 'stream',
        id: 'dust',
        from: 'source',
        rate: 100,
        speed: 0,
        duration: 3,
        life: 0.3,
        gravity: 0,
        direction: { mode: 'fixed', angle: 0, spread: 0 },
      },
    ]);
    const { project, problems } = readProject({
      ...json,
      actors: [
        { role: 'source', picture: 'mosshell', width: 100, height: 90, ...fighter('b', { most: 9 }) },
        { role: 'target', picture: 'mosshell', width: 100, height: 90, ...fighter('m', { most: 9 }) },
        { role: 'bystander', picture: 'mosshell', width: 20, height: 20, ...fighter('pod', { most: 9 }, { radius: 5 }) },
      ],
      drills: [
        {
          id: 'thrown',
          label: 'Thrown',
          length: 4,
          actors: [{ id: 'b', actor: 'b', place: { x: 0, y: 0 } }],
          script: [],
          acts: [lets({ to: { x: 400, y: 0 }, speed: 400, sequence: 'blow', stays: true })],
        },
      ],
    });
    if (!project) throw new Error(JSON.stringify(problems));
    const plan = combatPlanOf(project, compileContext(project));
    const { run } = runAndJudge(plan, project.drills[0]);
    expect(run.cues.map(({ at: when, source, sequence }) => [when, source, sequence])).toEqual([[0.5, 'pod-1', 'blow']]);
    const take = new DrillTake({ run, bodies: [...project.actors.slice(0, 1), project.actors[2]] as never, planOf: plan.planOf });
    const arena = openKit(JSON.parse(JSON.stringify(kitDocument(project)))).arena({
      actors: [{ id: 'b', actor: 'b', place: { x: 0, y: 0 } }],
    });
    arena.launch('pod', { from: 'b', to: { x: 400, y: 0 }, speed: 400, sequence: 'blow', stays: true }, 0.5);
    const frame = take.createFrame();
    for (let step = 1; step < 160; step++) {
      const t = step * 0.02 + 0.0037;
      arena.advance(t);
      const { particles, ribbons } = arena.frame;
      take.sample(t, frame);
      expect(frame.particles.count).withContext(String(t)).toBe(particles.count);
      if (ribbons.count > 0 && t > 0.8 && t < 1.4) expect(ribbons.x[0]).toBeCloseTo((t - 0.5) * 400, 2);
      for (let i = 0; i < particles.count; i++) expect(frame.particles.x[i]).toBeCloseTo(particles.x[i], 2);
      // It lands at 1.5; what it has let go lives for 0.3 s, and nothing more is let go.
      if (t > 1.82) expect(particles.count).toBe(0);
      if (t > 0.9 && t < 1.5) expect(particles.count).toBeGreaterThanOrEqual(28);
      if (t > 1.52 && t < 1.78) expect(particles.count).toBeLessThan(30 - (t - 1.5) * 100 + 3);
    }
    // Looked at again, it is as it was.
    expect(take.sample(1.2, frame).particles.count).toBeGreaterThanOrEqual(28);
  });

  it('ends where that one was once it is gone, and is not let go by one who is down', () => {
    const falls = fought(fight, [{ at: 0.2, event: 'blow', source: 'm', target: 'b', payload: { damage: 999 } }], {
      ...at(200),
      acts: [lets({ to: { x: 300, y: 0 }, lands: 'burst' })],
    });
    expect(falls.log.map(({ event }) => event)).toEqual(['blow', 'fall']);
  });

  it('is refused with its place where it cannot be used', () => {
    const refused = (launch: Json): string => {
      try {
        fightOut(fight, [], { ...at(200), acts: [lets(launch)] });
      } catch (error) {
        if (error instanceof DocumentError) return `${error.path}: ${error.expected}`;
        throw error;
      }
      return '';
    };
    expect(refused({ actor: 'cloud' })).toMatch(/acts\[0\]\.actor: expected an actor of the project \(m, b, pod, seeker\), found "cloud"/);
    expect(refused({ to: { x: 1, y: 1 }, after: 'm' })).toMatch(/acts\[0\]: expected one of to, after, angle, found to, after/);
    expect(refused({ after: 'nobody' })).toMatch(/acts\[0\]\.after: expected one of b, m, found "nobody"/);
    expect(refused({ meets: 'rain' })).toMatch(/acts\[0\]\.meets: expected an event of the project, found "rain"/);
    expect(refused({ speed: 0 })).toMatch(/acts\[0\]\.speed: expected a number from 1/);
    expect(refused({ speed: Infinity })).toMatch(/acts\[0\]\.speed: expected a number/);
    expect(refused({ spares: 'friends' })).toMatch(/acts\[0\]\.spares: expected one of launcher, own side, nobody, found "friends"/);
    expect(refused({ meets: 'blow', payload: { much: 3 } })).toMatch(/acts\[0\]\.payload\.much: expected a field of its events/);
  });
});
