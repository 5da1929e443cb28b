import { readFile } from 'node:fs/promises';
import { readProjectText, type Project } from '@undatio/core';
import {
  beginDrill,
  combatPlanOf,
  compileContext,
  compileDrill,
  handScript,
  runDrill,
  type CombatPlan,
  type CompiledDrill,
} from '@undatio/core/internal';
import type { Line } from './engine.js';

/** What deciding costs: against reading the same events as text, with many rungs that do not match, over long and over many runs. */

const events = 100_000;
const crowd = 50;

export async function rulesLines(root: string): Promise<Line[]> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const plan = combatPlanOf(project, compileContext(project));
  return [readingLine(plan), lengthLine(plan), ladderLine(project), seedsLine(project, plan)];
}

/** Lance hits of all sorts among fifty, so many a second. */
function crowded(plan: CombatPlan, count: number): CompiledDrill {
  const actors = Array.from({ length: crowd }, (_, i) => ({ id: `m${i}`, actor: i % 2 ? 'mosshell' : 'pip', place: { x: i * 90, y: 0 } }));
  const drill = compileDrill({ id: 'crowd', length: 3600, actors, script: [] }, [], plan);
  const event = plan.events.get('lance-hit');
  if (!event) throw new Error('the demo has its lance-hit');
  const kinds = ['plain', 'ember', 'sap', 'resin'];
  const script = Array.from({ length: count }, (_, i) => ({
    at: i * 0.02,
    event,
    source: `m${i % crowd}`,
    target: `m${(i * 7 + 3) % crowd}`,
    place: undefined,
    payload: { damage: i % 40, direction: i % 360, kind: kinds[i % 4], strong: i % 9 === 0, healthBefore: 1, healthAfter: 1 },
    entry: i,
  }));
  return { ...drill, script };
}

/** ms of so many events, handed in as they come and forgotten as they pass. */
function playing(plan: CombatPlan, { script, ...drill }: CompiledDrill): number {
  const run = beginDrill(plan, { ...drill, script }, 1, undefined);
  const start = performance.now();
  for (let i = 0; i < script.length; i += 100) {
    const some = script.slice(i, i + 100);
    handScript(run, { ...drill, script: some });
    run.advance(some[some.length - 1].at);
  }
  return performance.now() - start;
}

function readingLine(plan: CombatPlan): Line {
  const drill = crowded(plan, events);
  const texts = drill.script.map(({ at, source, target, payload }) => JSON.stringify({ at, event: 'lance-hit', source, target, payload }));
  playing(plan, crowded(plan, 5000));
  const start = performance.now();
  let sum = 0;
  for (const text of texts) sum += (JSON.parse(text) as { at: number }).at;
  const reading = performance.now() - start;
  const deciding = playing(plan, drill);
  const told = `${(deciding / reading).toFixed(1)}× (${((deciding * 1000) / events).toFixed(1)} µs an event${sum < 0 ? '!' : ''})`;
  return { what: `${events} events over ${crowd} actors, against JSON.parse`, value: told, target: '≤ 4×' };
}

function lengthLine(plan: CombatPlan): Line {
  const few = playing(plan, crowded(plan, 2000)) / 2000;
  const many = playing(plan, crowded(plan, 200_000)) / 200_000;
  return { what: 'an event after 200,000 of them, against after 1,000', value: `${(many / few).toFixed(2)}×`, target: '≤ 1.2×' };
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
  const [ten, thousand] = [10, 1000].map((count) => {
    const plan = others(count);
    return Math.min(...[1, 2, 3].map(() => playing(plan, crowded(plan, 20_000))));
  });
  return { what: 'an event among 1,000 responses to others, against 10', value: `${(thousand / ten).toFixed(2)}×`, target: '≤ 1.2×' };
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
