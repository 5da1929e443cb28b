import type { CombatActor } from './parts/combatActor.js';
import { GameClock } from '../player/gameClock.js';
import type { StopBudget } from '../player/stopBudget.js';
import type { Seconds } from '../units.js';
import { clockBender, type PlayedCue } from './bentClocks.js';
import { clocksOf, type CompiledDrill, type DrillActor, type DrillRun } from './drill.js';
import type { CompiledCondition } from './conditions/condition.js';
import type { HistoryStep, LogEntry } from './log.js';
import type { Asking } from './parts/asking.js';
import { Combatant } from './parts/combatant.js';
import { snap } from './parts/memory.js';
import type { CompiledEventRules } from './parts/references.js';
import type { CombatPlan, CompiledRung } from './plan.js';
import { probe, type Moment, type ProbedParty } from './probe.js';
import { Run } from './run.js';

/** Where those of a moment stand, and who else is there. */
export interface MomentStage {
  readonly source: { readonly x: number; readonly y: number };
  readonly target: { readonly x: number; readonly y: number };
  readonly others: readonly { readonly id: string; readonly actor: CombatActor; readonly x: number; readonly y: number }[];
}

/**
 * What comes of an event at a moment, as a drill of so many seconds that begins with it: the rungs that `probe` says answer do so,
 * with the parties as they are then. Instants count from the event.
 */
export function runMoment(
  plan: CombatPlan,
  event: CompiledEventRules,
  moment: Moment,
  stage: MomentStage,
  seconds: Seconds,
  budget: StopBudget | undefined,
): DrillRun {
  const { source, target, payload, seed = 1 } = moment;
  const actors: DrillActor[] = [
    ...partyOf('source', source, stage.source, 1),
    ...partyOf('target', target, stage.target, -1),
    ...stage.others.map((one) => ({ ...one, facing: -1 as const, health: undefined })),
  ];
  const drill: CompiledDrill = { id: 'moment', seed, length: seconds, actors, script: [], acts: [] };
  const log: LogEntry[] = [];
  const history: HistoryStep[] = [];
  const cues: PlayedCue[] = [];
  // The oldest status begins a second after the run; until the event nothing answers, plays or is told.
  const begin = 1 + Math.max(0, ...[source, target].flatMap((party) => Object.values(party?.statuses ?? {}).map(({ age }) => age)));
  const since = (at: Seconds): Seconds => snap(at - begin);
  let isOn = false;
  const staged = { ...plan, ladders: new Map<string, readonly CompiledRung[]>() };
  const world = new GameClock();
  const bend = clockBender(plan.planOf, world, budget, (cue) => cues.push({ ...cue, at: since(cue.at) }));
  const run = new Run(staged, {
    seed,
    world,
    play: (...cue) => {
      if (isOn) bend(...cue);
    },
    listener: {
      log: (entry) => isOn && log.push({ ...entry, at: since(entry.at) }),
      history: (step) => isOn && history.push({ ...step, at: since(step.at), ...('shown' in step && { shown: since(step.shown) }) }),
    },
  });
  actors.forEach((one, i) => run.add(new Combatant(one.id, i, one.actor, new GameClock(), one)));
  for (const { at, who, id, stacks } of statusesOf(plan, { source, target }, begin)) {
    const [combatant, status] = [run.find(who), plan.statuses.get(id)];
    if (!combatant || !status) continue;
    run.advance(at);
    run.give(combatant, status, stacks, undefined, nobody(event, run));
  }
  run.advance(begin);
  isOn = true;
  for (const [id, party] of Object.entries({ source, target })) {
    const combatant = run.find(id);
    if (combatant && party) history.push(...put(combatant, party, begin));
  }
  for (const [name, rungs] of plan.ladders) staged.ladders.set(name, rungs);
  staged.ladders.set(event.id, answeringFirst(plan, event, moment));
  run.hand(begin, event, { source: run.find('source'), target: run.find('target') }, payload);
  run.advance(begin + seconds);
  return { drill, seed, log, history, cues, combatants: run.combatants, clocks: clocksOf(run.combatants, cues) };
}

function partyOf(
  id: string,
  party: ProbedParty | undefined,
  { x, y }: { readonly x: number; readonly y: number },
  facing: 1 | -1,
): DrillActor[] {
  return party ? [{ id, actor: party.actor, x, y, facing, health: undefined }] : [];
}

/** Lets somebody be as a moment says, and tells it. */
function put(
  who: Combatant,
  { health = who.actor.health.most, standing = 'up', counters = {} }: ProbedParty,
  begin: Seconds,
): HistoryStep[] {
  who.setHealth(health, begin);
  who.standing = standing;
  for (const [name, value] of Object.entries(counters)) who.memory.counters.set(name, value);
  const first = { who: who.id, at: 0 } as const;
  return [
    { of: 'health', ...first, value: health, mending: who.mending, shown: 0 },
    { of: 'standing', ...first, value: standing },
    ...[...who.held].map(([name, { stacks }]): HistoryStep => ({ of: 'status', ...first, name, value: stacks })),
  ];
}

/** The event's ladder, whose rungs say to the first event what they say to the moment: its counts and times are not a run's. */
function answeringFirst(plan: CombatPlan, event: CompiledEventRules, moment: Moment): readonly CompiledRung[] {
  const answers = new Map(probe(plan, event, moment).map((answer) => [answer.rung, answer]));
  let first: Asking | undefined;
  return (plan.ladders.get(event.id) ?? []).map((rung) => {
    const { conditions } = rung;
    const answer = answers.get(rung.id);
    const isFirst = (asking: Asking): boolean => (first ??= asking) === asking;
    const one: CompiledCondition = {
      holds: (asking) => (isFirst(asking) ? answer?.answer === 'answered' : conditions.every((each) => each.holds(asking))),
      tell: (asking) => (isFirst(asking) ? (answer?.why ?? '') : (conditions.find((each) => !each.holds(asking))?.tell(asking) ?? '')),
      notes: (asking) => conditions.forEach((each) => each.notes?.(asking)),
      answers: (asking) => conditions.forEach((each) => each.answers?.(asking)),
    };
    return { ...rung, conditions: [one] };
  });
}

/** When which status begins on whom, the oldest first. */
function statusesOf(
  plan: CombatPlan,
  parties: Readonly<Record<string, ProbedParty | undefined>>,
  begin: Seconds,
): { at: Seconds; who: string; id: string; stacks: number }[] {
  return Object.entries(parties)
    .flatMap(([who, party]) =>
      Object.entries(party?.statuses ?? {}).map(([id, { age, stacks }]) => {
        // One that would be over by then is tried as if it were about to be.
        const length = plan.statuses.get(id)?.length ?? Infinity;
        return { at: begin - Math.min(age, length * 0.999), who, id, stacks };
      }),
    )
    .sort((a, b) => a.at - b.at);
}

/** What gave a status before anything was told. */
function nobody(event: CompiledEventRules, run: Run): Asking {
  return {
    event,
    number: 0,
    at: run.now,
    source: undefined,
    target: undefined,
    place: undefined,
    payload: {},
    harm: 0,
    before: 0,
    pointsBefore: 0,
    projectile: undefined,
    isHarmed: false,
    run,
    reach: undefined,
  };
}
