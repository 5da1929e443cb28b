import type { CombatActor } from './parts/combatActor.js';
import type { FullPayload } from './parts/fullPayload.js';
import { GameClock } from '../player/gameClock.js';
import type { WarpWindow } from '../maths/timeWarp.js';
import type { StopBudget } from '../player/stopBudget.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { show } from '../model/json.js';
import { readIdentifier, readIds, readList, readNumber, readRecord, type Json } from '../take/compileReferences.js';
import type { Seconds, Uint32 } from '../units.js';
import { actOf, compileAct, type PlannedAct } from './plannedAct.js';
import { clockBender, type PlayedCue } from './bentClocks.js';
import type { HistoryStep, LogEntry } from './log.js';
import { Combatant } from './parts/combatant.js';
import { directionsLeftOut } from './parts/blowDirection.js';
import { payloadAt, readPlace } from './parts/readings.js';
import type { CompiledEventRules } from './parts/references.js';
import type { CombatPlan } from './plan.js';
import { Run, type RunListener } from './run.js';
import { readEdges, type Edges } from './walking/throwKeeper.js';

export interface DrillActor {
  readonly id: string;
  readonly actor: CombatActor;
  readonly x: number;
  readonly y: number;
  readonly facing: 1 | -1;
  readonly health: number | undefined;
  readonly rank?: number;
}

/** An event of a drill's script, repeats told one by one. */
export interface ScriptedEvent {
  readonly at: Seconds;
  readonly event: CompiledEventRules;
  readonly source: string | undefined;
  readonly target: string | undefined;
  readonly place: { readonly x: number; readonly y: number } | undefined;
  readonly payload: FullPayload;
  /** Its fields of direction that the script leaves out. */
  readonly directions: readonly string[];
  /** Which entry of the script it is of. */
  readonly entry: number;
}

/** Something that a body of a drill does, by the script. */
export interface ScriptedAct {
  readonly at: Seconds;
  readonly who: string;
  readonly act: PlannedAct;
  /** Which of the drill's acts it is. */
  readonly entry: number;
}

export interface CompiledDrill {
  readonly id: string;
  readonly seed: Uint32;
  readonly length: Seconds;
  readonly actors: readonly DrillActor[];
  /** In order of time; those of one instant in that of the script. */
  readonly script: readonly ScriptedEvent[];
  /** In order of time; at one instant they come after the script. */
  readonly acts: readonly ScriptedAct[];
  readonly edges?: Edges;
}

export const drillLimits = {
  length: 3600,
  actors: 128,
  script: 2000,
  repeats: 10_000,
  acts: 2000,
  events: 100_000,
  expectations: 200,
} as const;

/** Reads a drill. Throws DocumentError with the path of the first place that cannot be used. */
export function compileDrill(raw: Json, path: DocumentPath, plan: CombatPlan): CompiledDrill {
  const length = readNumber(raw['length'], [...path, 'length'], 0.1, drillLimits.length);
  const list = readList(raw['actors'], [...path, 'actors'], drillLimits.actors);
  const ids = readIds(list, [...path, 'actors']);
  const actors = list.map((one, i): DrillActor => {
    const place = [...path, 'actors', i];
    const whole = plan.actors.get(one['actor'] as string);
    if (!whole) throw new DocumentError([...place, 'actor'], `expected an actor of the project, found ${show(one['actor'])}`);
    const most = whole.ranks.length;
    const rank = one['rank'] === undefined ? most : readNumber(one['rank'], [...place, 'rank'], 1, Math.max(1, most));
    const actor = whole.ranks.at(Math.floor(rank) - 1) ?? whole;
    const { x, y } = readPlace(one['place'], [...place, 'place']);
    const facing = one['facing'] ?? 1;
    if (facing !== 1 && facing !== -1) throw new DocumentError([...place, 'facing'], `expected 1 or -1, found ${show(facing)}`);
    const health = one['health'] === undefined ? undefined : readNumber(one['health'], [...place, 'health'], 0.001, actor.health.most);
    return { id: ids[i], actor, x, y, facing, health, ...(most > 0 && { rank: Math.floor(rank) }) };
  });
  const entries = readList(raw['script'], [...path, 'script'], drillLimits.script).map((one, i) =>
    compileEntry(one, [...path, 'script', i], i, plan, ids, length),
  );
  // Counted before any is made: a short text may ask for millions.
  const events = entries.reduce((sum, { times }) => sum + times, 0);
  if (events > drillLimits.events)
    throw new DocumentError([...path, 'script'], `expected at most ${drillLimits.events} events with their repeats, found ${events}`);
  const script = entries.flatMap(({ one, times, step }) => Array.from({ length: times }, (_, i) => ({ ...one, at: one.at + i * step })));
  // Sorting is stable: what stands first in the script comes first.
  script.sort((a, b) => a.at - b.at);
  const seed = readNumber(raw['seed'] ?? 1, [...path, 'seed'], 0, 0xffffffff);
  const acts = readList(raw['acts'] ?? [], [...path, 'acts'], drillLimits.acts).map((one, entry): ScriptedAct => {
    const place = [...path, 'acts', entry];
    const at = readNumber(one['at'], [...place, 'at'], 0, drillLimits.length);
    const who = actors.find(({ id }) => id === one['who']);
    if (!who) throw new DocumentError([...place, 'who'], `expected an actor of the drill (${ids.join(', ')}), found ${show(one['who'])}`);
    return { at, who: who.id, act: compileAct(one, place, who.actor, ids, plan, who.facing), entry };
  });
  acts.sort((a, b) => a.at - b.at);
  const edges = raw['edges'] === undefined ? undefined : readEdges(raw['edges'], [...path, 'edges']);
  return { id: readIdentifier(raw['id'], [...path, 'id']), seed, length, actors, script, acts, ...(edges && { edges }) };
}

function compileEntry(
  raw: Json,
  path: DocumentPath,
  entry: number,
  plan: CombatPlan,
  actors: readonly string[],
  length: Seconds,
): { readonly one: ScriptedEvent; readonly times: number; readonly step: Seconds } {
  const at = readNumber(raw['at'], [...path, 'at'], 0, drillLimits.length);
  const event = plan.events.get(raw['event'] as string);
  if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(raw['event'])}`);
  const party = (name: 'source' | 'target'): string | undefined => {
    const id = raw[name];
    if (id === undefined || actors.includes(id as string)) return id as string | undefined;
    throw new DocumentError([...path, name], `expected an actor of the drill (${actors.join(', ') || 'it has none'}), found ${show(id)}`);
  };
  const payload = payloadAt(event, raw['payload'] ?? {}, path);
  const place = raw['place'] === undefined ? undefined : readPlace(raw['place'], [...path, 'place']);
  const { count = 1, every = 1 } = readRecord(raw['repeat'] ?? {}, [...path, 'repeat']);
  const wanted = readNumber(count, [...path, 'repeat', 'count'], 1, drillLimits.repeats);
  const step = readNumber(every, [...path, 'repeat', 'every'], 0.001, drillLimits.length);
  const directions = directionsLeftOut(event, raw['payload']);
  const one = { at, event, source: party('source'), target: party('target'), place, payload, directions, entry };
  // Those after the drill's end never come.
  let times = at > length ? 0 : Math.min(Math.floor(wanted), Math.floor((length - at) / step) + 2);
  while (times > 0 && at + (times - 1) * step > length) times--;
  return { one, times, step };
}

/** A drill as it went. */
export interface DrillRun {
  readonly drill: CompiledDrill;
  readonly seed: Uint32;
  readonly log: readonly LogEntry[];
  readonly history: readonly HistoryStep[];
  readonly cues: readonly PlayedCue[];
  readonly combatants: readonly Combatant[];
  /** The clocks of all who took part, and the world's, with everything that bent them: for any instant of the drill. */
  readonly clocks: DrillClocks;
}

export interface DrillClocks {
  readonly world: GameClock;
  readonly of: ReadonlyMap<string, GameClock>;
}

/** Lets a drill go on from its first instant to its last. */
export function runDrill(plan: CombatPlan, drill: CompiledDrill, seed: Uint32 = drill.seed, budget?: StopBudget): DrillRun {
  const log: LogEntry[] = [];
  const history: HistoryStep[] = [];
  const cues: PlayedCue[] = [];
  const run = beginDrill(plan, drill, seed, budget, {
    listener: { log: (entry) => log.push(entry), history: (step) => history.push(step) },
    played: (cue) => cues.push(cue),
  });
  handScript(run, drill);
  run.advance(drill.length);
  return { drill, seed, log, history, cues, combatants: run.combatants, clocks: clocksOf(run.combatants, cues) };
}

/** Clocks as cues have bent them, for the whole of a drill: those of a run forget what has passed. */
export function clocksOf(actors: readonly Pick<Combatant, 'id' | 'clock' | 'bodyClock'>[], cues: readonly PlayedCue[]): DrillClocks {
  const windows = new Map<string, WarpWindow[]>();
  for (const { at, source, target, bends } of cues)
    for (const bend of bends)
      for (const party of bend.parties) {
        // The world has a name that nobody can have.
        const who = party === 'world' ? '' : party === 'source' ? source : target;
        if (party !== 'world' && who === '') continue;
        const own = windows.get(who) ?? [];
        for (const { start, end, rate } of bend.windows) own.push({ start: Math.max(at, at + start), end: at + end, rate });
        windows.set(who, own);
      }
  const clock = (who: string): GameClock => {
    const made = new GameClock();
    made.add(windows.get(who) ?? [], 0, -Infinity);
    return made;
  };
  const world = clock('');
  // What flies goes by the world's.
  return { world, of: new Map(actors.map((one) => [one.id, one.clock === one.bodyClock ? clock(one.id) : world])) };
}

/** A run with a drill's actors on it, at its first instant. */
export function beginDrill(
  plan: CombatPlan,
  drill: CompiledDrill,
  seed: Uint32,
  budget: StopBudget | undefined,
  told: { readonly listener?: RunListener; readonly played?: (cue: PlayedCue) => void } = {},
): Run {
  const world = new GameClock();
  const run = new Run(plan, {
    seed,
    world,
    play: clockBender(plan.planOf, world, budget, told.played),
    listener: told.listener,
    edges: drill.edges,
    mostEvents: drillLimits.events,
  });
  drill.actors.forEach((one, i) => run.add(new Combatant(one.id, i, one.actor, new GameClock(), one)));
  return run;
}

/** Hands over the whole script, or as much of it as lies within a stretch: after `from`, up to `to`. */
export function handScript(run: Run, { script, acts }: CompiledDrill, from = -Infinity, to = Infinity): void {
  for (const { at, event, source, target, place, payload, directions } of script) {
    if (at <= from || at > to) continue;
    const party = (id: string | undefined): Combatant | undefined => (id === undefined ? undefined : run.find(id));
    run.hand(at, event, { source: party(source), target: party(target), place }, payload, directions);
  }
  for (const { at, who, act } of acts) {
    if (at <= from || at > to) continue;
    const body = run.find(who);
    if (body)
      run.handAct(
        at,
        body,
        actOf(act, (id) => run.find(id), body),
      );
  }
}
