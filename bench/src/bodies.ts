import { compileDrill, gap, meets, runDrill, type CombatPlan, type Reach } from '@undatio/core/internal';
import { planOfFight, fighter, harmRung, response } from '@undatio/core/testing/fights';
import type { Line } from './engine.js';

/** What bodies that act cost: a crowd with flights and places, by how many stand about; and whether every meeting is found. */

const length = 4;
const blowsEach = 5;

/** So many bodies, a third as many flights, half as many places, five blows a second: as wide as they are many. */
function crowd(bodies: number, flights: number, places: number): { plan: CombatPlan; drill: Parameters<typeof compileDrill>[0] } {
  const sweep = {
    id: 'sweep',
    windUp: 0.1,
    contacts: [{ event: 'blow', live: 0.2, reach: { shape: 'arc', length: 90, from: -60, to: 60 } }],
  };
  const plan = planOfFight({
    actors: [
      fighter('m', { most: 1e6 }, { radius: 18, speed: 90, moves: [sweep] }),
      fighter('pod', { most: 10 }, { radius: 8 }),
      fighter('place', { most: 10 }, { untouched: true, zones: [{ id: 'z', shape: { shape: 'disc', length: 40 }, enters: 'mark' }] }),
    ],
    responses: [
      response('blow', harmRung()),
      response('mark', { id: 'in', then: [] }),
      response('burst', { id: 'flies', then: [{ outcome: 'launch', actor: 'pod', speed: 300, meets: 'nectar' }] }),
      response('nectar', { id: 'hit', then: [] }),
    ],
  });
  const wide = bodies * 40;
  const at = (i: number, by: number): { x: number; y: number } => ({
    x: ((i * 7919) % wide) - wide / 2,
    y: ((i * 104_729) % 200) - 100 + by,
  });
  const actors = [
    ...Array.from({ length: bodies }, (_, i) => ({ id: `b${i}`, actor: 'm', place: at(i, 0) })),
    ...Array.from({ length: places }, (_, i) => ({ id: `p${i}`, actor: 'place', place: at(i * 3 + 1, 10) })),
  ];
  const acts = [
    ...Array.from({ length: bodies }, (_, i) => ({
      at: 0,
      who: `b${i}`,
      do: 'walk',
      points: [at(i + 5, 20), at(i + 11, -20)],
      round: true,
    })),
    ...Array.from({ length: blowsEach * length }, (_, i) => ({
      at: 0.1 + i / blowsEach,
      who: `b${(i * 13) % bodies}`,
      do: 'move',
      move: 'sweep',
    })),
  ];
  const script = Array.from({ length: Math.round((flights * length) / 2) }, (_, i) => ({
    at: 0.05 + (i * 2) / flights,
    event: 'burst',
    source: `b${(i * 17) % bodies}`,
    target: `b${(i * 17 + 1) % bodies}`,
  }));
  return { plan, drill: { id: 'crowd', length, actors, acts, script } };
}

/** ms of a second of it, and of each event. */
function cost(bodies: number, flights: number, places: number): { ms: number; each: number } {
  const { plan, drill } = crowd(bodies, flights, places);
  const made = { ...drill, actors: (drill['actors'] as object[]).slice(0, 128) };
  // A drill has at most 128 of its own; more join by hand.
  const compiled = bodies + places <= 128 ? compileDrill(drill, [], plan) : manyOf(plan, drill, made);
  // As it costs once it is compiled: a fight lasts longer than this drill.
  for (let i = 0; i < (bodies > 100 ? 1 : 12); i++) runDrill(plan, compiled, 1);
  let ms = Infinity;
  let events = 1;
  for (let i = 0; i < (bodies > 100 ? 3 : 8); i++) {
    const start = performance.now();
    const run = runDrill(plan, compiled, 1);
    ms = Math.min(ms, performance.now() - start);
    events = run.log.length + run.history.length;
  }
  return { ms: ms / length, each: ms / events };
}

function manyOf(
  plan: CombatPlan,
  drill: Parameters<typeof compileDrill>[0],
  few: Parameters<typeof compileDrill>[0],
): ReturnType<typeof compileDrill> {
  const pieces: ReturnType<typeof compileDrill>[] = [];
  const all = drill['actors'] as { id: string }[];
  for (let i = 0; i < all.length; i += 128)
    pieces.push(compileDrill({ ...few, actors: all.slice(i, i + 128), acts: [], script: [] }, [], plan));
  const ids = new Set(all.map(({ id }) => id));
  const actors = pieces.flatMap((piece) => piece.actors);
  // Acts and events are read with whoever they name.
  const named = (list: unknown): { who?: string; source?: string; target?: string }[] => list as { who?: string }[];
  const acts = named(drill['acts']).flatMap((act) => {
    const cast = all.filter(({ id }) => id === act.who);
    return cast.length === 0 ? [] : compileDrill({ ...few, actors: cast, acts: [act], script: [] }, [], plan).acts;
  });
  const script = named(drill['script']).flatMap((entry) => {
    const cast = all.filter(({ id }) => id === entry.source || id === entry.target);
    return ids.size === 0 ? [] : compileDrill({ ...few, actors: cast, acts: [], script: [entry] }, [], plan).script;
  });
  return { ...pieces[0], actors, acts: [...acts].sort((a, b) => a.at - b.at), script: [...script].sort((a, b) => a.at - b.at) };
}

export function bodiesLines(): Line[] {
  const asked = cost(60, 20, 30);
  const [ten, hundred, thousand] = [10, 100, 1000].map((bodies) => cost(bodies, Math.max(2, bodies / 3), Math.max(2, bodies / 2)));
  return [
    {
      what: 'a second of 60 bodies, 30 places, 20 flights, 5 blows a second',
      value: `${asked.ms.toFixed(1)} ms`,
      target: '≤ 5 ms',
    },
    {
      what: 'an event among 10, 100 and 1,000 bodies',
      value: `${[ten, hundred, thousand].map(({ each }) => `${(each * 1000).toFixed(0)} µs`).join(', ')}; a second ${[ten, hundred, thousand].map(({ ms }) => `${ms.toFixed(1)} ms`).join(', ')}`,
      target: 'no faster than with the number near',
    },
    meetingLine(),
  ];
}

/** Ten thousand random pairs against steps of a hundredth of a millisecond. */
function meetingLine(): Line {
  let state = 1;
  const random = (low: number, high: number): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return low + ((high - low) * state) / 2 ** 32;
  };
  let [missed, worst, met] = [0, 0, 0];
  for (let pair = 0; pair < 10_000; pair++) {
    const reaches: Reach[] = [
      { shape: 'arc', length: random(20, 200), from: random(-180, 180), to: random(-300, 300) },
      { shape: 'thrust', length: random(20, 200), width: random(0, 60), angle: random(-180, 180) },
      { shape: 'disc', length: random(0, 150) },
    ];
    const reach = reaches[pair % 3];
    const body = { x: random(-250, 250), y: random(-250, 250), radius: random(0, 40), vx: random(-900, 900), vy: random(-900, 900) };
    const seconds = random(0.02, 0.3);
    const found = meets(reach, body, seconds);
    const stepped = firstStep(reach, body, seconds);
    if (stepped === undefined) continue;
    met++;
    if (found === undefined) missed++;
    else worst = Math.max(worst, Math.abs(found - stepped));
  }
  return {
    what: 'meetings of 10,000 random pairs against steps of 0.01 ms',
    value: `${met} met, ${missed} missed, ${(worst * 1000).toFixed(4)} ms off at the most`,
    target: 'none missed, ≤ 0.02 ms',
  };
}

function firstStep(reach: Reach, body: Parameters<typeof gap>[1], seconds: number): number | undefined {
  const steps = Math.ceil(seconds * 100_000);
  for (let i = 0; i <= steps; i++) if (gap(reach, body, (i / steps) * seconds, seconds) <= 0) return (i / steps) * seconds;
  return undefined;
}
