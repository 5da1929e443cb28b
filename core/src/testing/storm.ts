import { readProject } from '../checks/readProject.js';
import { compileContext } from '../checks/compileContext.js';
import { combatPlanOf } from '../checks/checkRules.js';
import {
  beginDrill,
  clocksOf,
  compileDrill,
  drillLimits,
  handScript,
  runDrill,
  type CompiledDrill,
  type DrillRun,
} from '../combat/drill.js';
import type { CombatPlan } from '../combat/plan.js';
import { instantLimit, waitingLimit } from '../combat/run.js';
import type { HistoryStep, LogEntry } from '../combat/log.js';
import { Histories } from '../combat/readHistory.js';
import type { PlayedCue } from '../combat/bentClocks.js';
import type { Arena, ArenaAct, Kit } from '../contract.js';
import type { Project } from '../model/project.js';
import { openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';

/** A random project of rules that is checked, run, cut into increments and played: what must hold of every one of them. */

/** What one project came to. */
export interface Weathered {
  /** Whether the check let it pass. */
  readonly usable: boolean;
  readonly events: number;
  readonly bodies: number;
  /** What does not hold, each with its place. */
  readonly broken: readonly string[];
  /** The longest advance of the arena by a frame, milliseconds; 0 where no clock is given. */
  readonly worst: number;
}

/** Frames a second by which an arena plays. */
const rate = 60;
/** Largest difference in seconds between the clocks of a run and an arena that counts as rounding. */
const rounding = 1e-8;
/** px that a body may be off where one leg ends and the next begins. */
const closed = 1e-3;

/** Checks, runs, cuts and plays a project. `clock` tells milliseconds, where advances are to be measured. */
export function weather(document: unknown, clock: () => number = () => 0): Weathered {
  const { project, problems } = readProject(document);
  if (!project || problems.some(({ severity }) => severity === 'error'))
    return { usable: false, events: 0, bodies: 0, broken: [], worst: 0 };
  const plan = combatPlanOf(project, compileContext(project));
  const [first] = project.drills;
  const drill = compileDrill(first as never, [], plan);
  const whole = runDrill(plan, drill, drill.seed, project.stopBudget);
  const broken = [...faultsOf(whole), ...cutFaults(plan, drill, whole, project)];
  const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
  const played = play(kit, project, whole, clock);
  return {
    usable: true,
    events: whole.log.length,
    bodies: whole.combatants.length,
    broken: [...broken, ...played.broken],
    worst: played.worst,
  };
}

/** Whatever is not finite, jumps, or is out of its bounds in a run. */
function faultsOf(run: DrillRun): string[] {
  const broken: string[] = [];
  const read = new Histories(run);
  for (const [what, list] of [
    ['log', run.log],
    ['history', run.history],
  ] as const) {
    const place = unfinite(list);
    if (place !== undefined) broken.push(`${what}: ${place} is not finite`);
  }
  const bodies = new Map(run.combatants.map((one) => [one.id, one]));
  const legs = new Map<string, Extract<HistoryStep, { of: 'leg' }>>();
  for (const step of run.history) {
    if (step.of === 'health') {
      const most = bodies.get(step.who)?.actor.health.most ?? Infinity;
      if (step.value < 0 || step.value > most + 1e-9) broken.push(`health of ${step.who} is ${step.value} of ${most} at ${step.at}`);
    }
    if (step.of !== 'leg') continue;
    const last = legs.get(step.who);
    legs.set(step.who, step);
    if (!last) continue;
    if (runsBack(last, step.shown)) broken.push(`the push of ${step.who} at ${last.at} runs back`);
    // Where it had come to by the leg before is where the next begins, unless it was put elsewhere.
    const before = step.from ?? step;
    const { x, y } = placeOn(last, step.shown);
    const off = Math.hypot(x - before.x, y - before.y);
    if (off > closed + 1e-9 * Math.hypot(x, y)) broken.push(`${step.who} jumps ${off} px at ${step.at}`);
  }
  for (const { id } of run.combatants) {
    const { x, y } = read.place(id, run.drill.length);
    if (!Number.isFinite(x + y)) broken.push(`${id} is nowhere at the end`);
    const last = legs.get(id);
    if (last && runsBack(last, run.clocks.of.get(id)?.shown(run.drill.length) ?? 0))
      broken.push(`the push of ${id} at ${last.at} never ends`);
  }
  const atOnce = new Map<number, number>();
  // Entries of delayed outcomes have a limit of their own.
  for (const { at, after } of run.log) if (after === undefined) atOnce.set(at, (atOnce.get(at) ?? 0) + 1);
  for (const [at, count] of atOnce) if (count > instantLimit + 1) broken.push(`${count} events at ${at}`);
  if (run.log.length > (waitingLimit + instantLimit) * 1000) broken.push(`${run.log.length} events in all`);
  return broken;
}

/** True if a push continues after it should have stopped. The leg of a body that orbits a pushed body is not a push. */
function runsBack({ vx, vy, ax = 0, ay = 0, shown }: Extract<HistoryStep, { of: 'leg' }>, now: number): boolean {
  const t = now - shown;
  if (Math.abs(vx * ay - vy * ax) > 1e-6 * Math.hypot(vx, vy) * Math.hypot(ax, ay)) return false;
  // Its end lies on the grid of nanoseconds: the shortest pushes end a little late.
  return (vx + ax * t) * vx + (vy + ay * t) * vy < -1e-5 * (vx * vx + vy * vy);
}

function placeOn(leg: Extract<HistoryStep, { of: 'leg' }>, shown: number): { x: number; y: number } {
  const t = shown - leg.shown;
  let [x, y] = [leg.x + leg.vx * t + ((leg.ax ?? 0) * t * t) / 2, leg.y + leg.vy * t + ((leg.ay ?? 0) * t * t) / 2];
  for (const { radius, from, rate: turn } of leg.bends ?? []) {
    x += radius * (Math.cos(from + turn * t) - Math.cos(from));
    y += radius * (Math.sin(from + turn * t) - Math.sin(from));
  }
  return { x, y };
}

/** The place of the first number in a value that is not finite; Infinity stands for "never" in what is left out of documents. */
function unfinite(value: unknown, place = ''): string | undefined {
  if (typeof value === 'number') return Number.isNaN(value) ? place : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [name, inner] of Object.entries(value)) {
    const found = unfinite(inner, `${place}.${name}`);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** The same in increments, at uneven instants. */
function cutFaults(plan: CombatPlan, drill: CompiledDrill, whole: DrillRun, project: Project): string[] {
  const history: HistoryStep[] = [];
  const cues: PlayedCue[] = [];
  // Compared as the events come: two logs of 100,000 events do not fit into the storm's memory.
  let [events, other] = [0, -1];
  const isOther = (entry: LogEntry, i: number): boolean =>
    i < whole.log.length && (entry.at !== whole.log[i].at || entry.event !== whole.log[i].event || entry.target !== whole.log[i].target);
  const run = beginDrill(plan, drill, drill.seed, project.stopBudget, {
    listener: {
      log: (entry) => {
        if (other < 0 && isOther(entry, events)) other = events;
        events++;
      },
      history: (step) => history.push(step),
    },
    played: (cue) => cues.push(cue),
  });
  for (let [from, to] = [-Infinity, 0.0371]; ; [from, to] = [to, Math.min(drill.length, to + 0.0371)]) {
    handScript(run, drill, from, to);
    run.advance(to);
    if (to >= drill.length) break;
  }
  const read = new Histories({ history, combatants: run.combatants, clocks: clocksOf(run.combatants, cues) });
  const before = new Histories(whole);
  if (events !== whole.log.length) return [`cut into increments: ${events} events, ${whole.log.length} in one`];
  if (other >= 0) return [`cut into increments: event ${other} is another`];
  return whole.combatants.flatMap(({ id }) => {
    const [one, two] = [before.place(id, drill.length), read.place(id, drill.length)];
    return Math.hypot(one.x - two.x, one.y - two.y) > closed ? [`cut into increments: ${id} is elsewhere at the end`] : [];
  });
}

/** Plays the drill in an arena, frame by frame, and holds it against the run. */
function play(kit: Kit, project: Project, whole: DrillRun, clock: () => number): { broken: string[]; worst: number } {
  const [drill] = project.drills;
  const arena = kit.arena({
    actors: drill.actors.map(({ id, actor, place, facing, health, rank }) => ({ id, actor, place, facing, health, rank }) as never),
    seed: drill.seed,
    ...(drill.edges && { edges: drill.edges as NonNullable<Parameters<Kit['arena']>[0]['edges']> }),
  });
  const broken: string[] = [];
  let [worst, events, logged] = [0, 0, 0];
  const tasks = tasksOf(project, whole);
  let next = 0;
  const read = new Histories(whole);
  // A drill stops after its highest number of events; an arena has no such limit.
  const end = whole.log.length > drillLimits.events ? whole.log[drillLimits.events].at : drill.length;
  // The frame in which a run reached its limit is not compared: the arena goes on there.
  const frames = Math.floor(end * rate) - (end < drill.length ? 1 : 0);
  for (let frame = 1; frame <= frames; frame++) {
    const to = frame / rate;
    for (; next < tasks.length && tasks[next].at <= to + 1e-9; next++) tasks[next].hand(arena);
    const began = clock();
    arena.advance(to);
    worst = Math.max(worst, clock() - began);
    events += arena.log.length;
    for (; logged < whole.log.length && whole.log[logged].at <= to + 0.5e-9; logged++);
    if (broken.length > 0) break;
    // By rounding, an event at the end of a frame can come with the next frame.
    const atEdge = events === logged ? 0 : whole.log.filter(({ at }) => Math.abs(at - to) < rounding).length;
    if (Math.abs(events - logged) > atEdge) broken.push(`the arena has ${events} events by ${to}, the run ${logged}`);
    for (const { id, place, health } of arena.actors) {
      if (!Number.isFinite(place.x + place.y + health)) broken.push(`${id} is nowhere in the arena at ${to}`);
      if (frame % rate !== 0 || read.standing(id, to) === 'gone') continue;
      const there = read.place(id, to);
      const off = Math.hypot(there.x - place.x, there.y - place.y);
      if (off > 0.01 + 1e-6 * Math.hypot(there.x, there.y)) broken.push(`${id} is ${off} px elsewhere in the arena at ${to}`);
    }
  }
  return { broken, worst };
}

interface Task {
  readonly at: number;
  readonly hand: (arena: Arena) => void;
}

/** What the script and the acts of a drill hand in, in order of time; at one instant the script first. */
function tasksOf(project: Project, { drill: { script } }: DrillRun): Task[] {
  const [{ acts = [] }] = project.drills;
  const raised = script.map(({ at, event, source, target, place, payload, directions }): Task => {
    // What the script leaves out the arena finds out too.
    const said = Object.fromEntries(Object.entries(payload).filter(([name]) => !directions.includes(name)));
    const party = { ...(source !== undefined && { source }), ...(target !== undefined && { target }), ...(place && { place }) };
    return { at, hand: (arena) => arena.raise(event.id, { ...party, payload: said }, at) };
  });
  const done = acts.map((act): Task => {
    const { at, who, ...rest } = act;
    return { at, hand: (arena) => arena.act(who, rest as ArenaAct, at) };
  });
  return [...raised, ...done].sort((a, b) => a.at - b.at);
}
