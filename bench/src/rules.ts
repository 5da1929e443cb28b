import { readFile } from 'node:fs/promises';
import { readProjectText, type Project } from '@undatio/core';
import {
  beginDrill,
  combatPlanOf,
  compileContext,
  compileDrill,
  coverageOf,
  DrillTake,
  handScript,
  runDrill,
  ruleFindings,
  type CombatPlan,
  type CompiledDrill,
  type ScriptedEvent,
} from '@undatio/core/internal';
import type { Line } from './engine.js';

/** What deciding costs: against reading the same events as text, with many rungs that do not match, over long and over many runs. */

const events = 100_000;
const crowd = 50;
/** Events that are handed in together. */
const atOnce = 100;
const kinds = ['plain', 'ember', 'sap', 'resin'];

export async function rulesLines(root: string): Promise<Line[]> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const plan = combatPlanOf(project, compileContext(project));
  return [
    readingLine(plan),
    ...lengthLines(plan),
    ladderLine(project),
    seedsLine(project, plan),
    editLine(project),
    scrubLine(project, plan),
  ];
}

/** Fifty who stand in a row, and nothing yet happens. */
function crowdDrill(plan: CombatPlan): CompiledDrill {
  const actors = Array.from({ length: crowd }, (_, i) => ({ id: `m${i}`, actor: i % 2 ? 'mosshell' : 'pip', place: { x: i * 90, y: 0 } }));
  return compileDrill({ id: 'crowd', length: 3600, actors, script: [] }, [], plan);
}

/** The i-th of lance hits of all sorts among fifty, fifty a second. */
function hit(event: ScriptedEvent['event'], i: number): ScriptedEvent {
  return {
    at: i * 0.02,
    event,
    source: `m${i % crowd}`,
    target: `m${(i * 7 + 3) % crowd}`,
    place: undefined,
    payload: { damage: i % 40, direction: i % 360, kind: kinds[i % 4], strong: i % 9 === 0, healthBefore: 1, healthAfter: 1 },
    entry: i,
    directions: [],
  };
}

function lanceHit({ events: known }: CombatPlan): ScriptedEvent['event'] {
  const event = known.get('lance-hit');
  if (!event) throw new Error('the demo has its lance-hit');
  return event;
}

/** ms of so many events, handed in as they come and forgotten as they pass; `after` is told of some of them. */
function playing(plan: CombatPlan, count: number, after?: (events: number) => void): number {
  const drill = crowdDrill(plan);
  const event = lanceHit(plan);
  const run = beginDrill(plan, drill, 1, undefined);
  let ms = 0;
  for (let i = 0; i < count; i += atOnce) {
    const script = Array.from({ length: Math.min(atOnce, count - i) }, (_, k) => hit(event, i + k));
    const start = performance.now();
    handScript(run, { ...drill, script });
    run.advance(script[script.length - 1].at);
    ms += performance.now() - start;
    after?.(i + script.length);
  }
  return ms;
}

function readingLine(plan: CombatPlan): Line {
  const event = lanceHit(plan);
  const texts = Array.from({ length: events }, (_, i) => {
    const { at, source, target, payload } = hit(event, i);
    return JSON.stringify({ at, event: 'lance-hit', source, target, payload });
  });
  playing(plan, 5000);
  const start = performance.now();
  let sum = 0;
  for (const text of texts) sum += (JSON.parse(text) as { at: number }).at;
  const reading = performance.now() - start;
  const deciding = playing(plan, events);
  const told = `${(deciding / reading).toFixed(1)}× (${((deciding * 1000) / events).toFixed(1)} µs an event${sum < 0 ? '!' : ''})`;
  return { what: `${events} events over ${crowd} actors, against JSON.parse`, value: told, target: '≤ 4×' };
}

/** Time for an event, and what is kept of them, early and late in one long fight. */
function lengthLines(plan: CombatPlan): Line[] {
  const few = playing(plan, 1000) / 1000;
  const kept = new Map<number, number>();
  const million = 1_000_000;
  const many =
    playing(plan, million, (passed) => {
      if (passed !== million / 10 && passed !== million) return;
      globalThis.gc?.();
      kept.set(passed, process.memoryUsage().heapUsed / 2 ** 20);
    }) / million;
  const [early, late] = [...kept.values()];
  return [
    { what: 'an event of 1,000,000, against one of 1,000', value: `${(many / few).toFixed(2)}×`, target: '≤ 1.2×' },
    {
      what: 'memory after 1,000,000 events, against after 100,000',
      value: `${(late / early).toFixed(2)}× (${late.toFixed(0)} MB)`,
      target: 'flat',
    },
  ];
}

/** Other events with ladders of their own: they must cost nothing. */
function ladderLine(project: Project): Line {
  const others = (count: number): CombatPlan => {
    const plan = combatPlanOf(project, compileContext(project));
    const [rungs] = plan.ladders.values();
    const ladders = new Map(plan.ladders);
    for (let i = 0; i < count; i++) ladders.set(`other-${i}`, rungs);
    return { ...plan, ladders };
  };
  const [ten, hundred, thousand] = [10, 100, 1000].map((count) => {
    const plan = others(count);
    return Math.min(...[1, 2, 3].map(() => playing(plan, 20_000)));
  });
  return {
    what: 'an event among 100 and 1,000 responses to others, against 10',
    value: `${(hundred / ten).toFixed(2)}×, ${(thousand / ten).toFixed(2)}×`,
    target: '≤ 1.2×',
  };
}

/** A drill of ten seconds under a thousand seeds. */
function seedsLine(project: Project, plan: CombatPlan): Line {
  const drill = project.drills.find(({ id }) => id === 'back-some-time');
  if (!drill) throw new Error('the demo has this drill');
  const compiled = compileDrill({ ...drill, length: 10 }, [], plan);
  for (let seed = 0; seed < 50; seed++) runDrill(plan, compiled, seed, project.stopBudget);
  const start = performance.now();
  for (let seed = 0; seed < 1000; seed++) runDrill(plan, compiled, seed, project.stopBudget);
  const seconds = (performance.now() - start) / 1000;
  return {
    what: 'a drill of ten seconds under 1,000 seeds, against playing',
    value: `${Math.round(10_000 / seconds)}× faster`,
    target: '≥ 1,000×',
  };
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** A rung's name is changed among 200 events of 40 rungs: resolved, looked through, and its row of the coverage made anew. */
function editLine(project: Project): Line {
  const rungs = project.responses.find(({ event }) => event === 'lance-hit')?.rungs ?? [];
  const [lance] = project.events.filter(({ id }) => id === 'lance-hit');
  const more = Array.from({ length: 200 - project.events.length }, (_, i) => `hit-${i}`);
  const responses = [
    ...project.responses,
    ...more.map((id) => ({ id, event: id, rungs: Array.from({ length: 40 }, (_, k) => ({ ...rungs[k % rungs.length], id: `r${k}` })) })),
  ];
  let big: Project = { ...project, events: [...project.events, ...more.map((id) => ({ ...lance, id }))], responses };
  const context = compileContext(big);
  const looked = project.responses.length + 30;
  const edit = (label: string): number => {
    const start = performance.now();
    const changed = { ...responses[looked], rungs: responses[looked].rungs.map((rung, k) => (k === 7 ? { ...rung, label } : rung)) };
    big = { ...big, responses: responses.map((one, i) => (i === looked ? changed : one)) };
    const plan = combatPlanOf(big, context);
    ruleFindings(big);
    const event = plan.events.get(changed.event);
    if (event) for (const actor of plan.actors.values()) coverageOf(plan, event, actor, {}, { damage: [0, 50] });
    return performance.now() - start;
  };
  for (let i = 0; i < 10; i++) edit(`warm ${i}`);
  const times = Array.from({ length: 60 }, (_, i) => edit(`label ${i}`));
  return {
    what: 'an edited rung among 200 events × 40 rungs',
    value: `${median(times).toFixed(1)} ms (worst ${Math.max(...times).toFixed(1)})`,
    target: '≤ 16 ms',
  };
}

/** A drill of ten minutes and 10,000 events, looked at here and there as a hand drags over it. */
function scrubLine(project: Project, plan: CombatPlan): Line {
  const event = lanceHit(plan);
  const drill = { ...crowdDrill(plan), length: 600 };
  const script = Array.from({ length: 10_000 }, (_, i) => ({ ...hit(event, i), at: i * 0.06 }));
  const run = runDrill(plan, { ...drill, script }, 1, project.stopBudget);
  const take = new DrillTake({ run, bodies: drill.actors.map(() => undefined), planOf: plan.planOf });
  const frame = take.createFrame();
  const times = Array.from({ length: 600 }, (_, i) => {
    const start = performance.now();
    take.sample(200 + i / 60, frame);
    return performance.now() - start;
  });
  return {
    what: 'a frame of a drill of 10 minutes and 10,000 events, scrubbed',
    value: `${median(times).toFixed(1)} ms (worst ${Math.max(...times).toFixed(0)}, where a piece of it begins)`,
    target: '≤ 8 ms',
  };
}
