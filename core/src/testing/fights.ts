import { compileCombat, type CombatDocuments } from '../combat/compileCombat.js';
import { beginDrill, clocksOf, compileDrill, handScript, runDrill, type DrillRun } from '../combat/drill.js';
import type { HistoryStep, LogEntry } from '../combat/log.js';
import type { PlayedCue } from '../combat/bentClocks.js';
import type { CombatPlan } from '../combat/plan.js';
import { Histories } from '../combat/readHistory.js';
import { compileContext } from '../checks/compileContext.js';
import { newEffect } from '../effects/schemas.js';
import type { Sequence } from '../model/project.js';
import { compileSequence } from '../take/compile.js';
import type { SequencePlan } from '../take/plan.js';
import type { StopBudget } from '../player/stopBudget.js';

/** Small fights made from as little as they need, for tests. */

type Json = Record<string, unknown>;

const field = (name: string, type: string, fallback: unknown, more: Json = {}): Json => ({
  name,
  label: name,
  type,
  default: fallback,
  ...more,
});
const points = (name: string, fallback = 0): Json => field(name, 'number', fallback, { min: -1000, max: 1000, step: 1 });

/** Events that fights are made of: a blow with everything, and plain ones. */
export const fightEvents: Json[] = [
  {
    id: 'blow',
    label: 'Blow',
    fields: [
      points('damage', 10),
      field('kind', 'kind', 'plain', { options: ['plain', 'ember', 'sap'] }),
      field('strong', 'flag', false),
      field('direction', 'direction', 0),
    ],
    harm: { value: 'damage', kindField: 'kind' },
  },
  { id: 'burn', label: 'Burn', fields: [points('damage')], harm: { value: 'damage', kind: 'ember' } },
  { id: 'nectar', label: 'Nectar', fields: [points('amount', 5)] },
  { id: 'fall', label: 'Fall', fields: [field('direction', 'direction', 0)] },
  { id: 'back', label: 'Back', fields: [] },
  { id: 'guard-up', label: 'Guard up', fields: [] },
  { id: 'mark', label: 'Mark', fields: [points('number')] },
  { id: 'burst', label: 'Burst', fields: [points('damage', 25)] },
];

export const harmRung = (id = 'hit', when: Json[] = [], then: Json[] = []): Json => ({ id, when, then: [{ outcome: 'harm' }, ...then] });
export const response = (event: string, ...rungs: Json[]): Json => ({ id: event, event, rungs });

export interface Fight {
  readonly actors?: readonly Json[];
  readonly statuses?: readonly Json[];
  readonly responses?: readonly Json[];
  readonly events?: readonly Json[];
  /** Hit-stops by the sequence's name: seconds that its target stands still, or both with `on`. */
  readonly stops?: Readonly<Record<string, number>>;
  /** Effects of further sequences by their names. */
  readonly plays?: Readonly<Record<string, Sequence['effects']>>;
  readonly budget?: StopBudget;
}

export interface Scripted {
  readonly at: number;
  readonly event?: string;
  readonly source?: string;
  readonly target?: string;
  readonly payload?: Readonly<Record<string, number | string | boolean>>;
  readonly repeat?: { count: number; every: number };
  readonly place?: { x: number; y: number };
}

export function planOfFight({
  actors = [],
  statuses = [],
  responses = [],
  events = fightEvents,
  stops = {},
  plays = {},
}: Fight): CombatPlan {
  const sequences = Object.entries(stops).map(([id, seconds]): Sequence => {
    const stop = { ...newEffect('hit-stop', 'stop'), duration: seconds, parties: ['target'] } as Sequence['effects'][number];
    return { id, label: id, event: 'blow', note: '', effects: [stop] };
  });
  for (const [id, effects] of Object.entries(plays)) sequences.push({ id, label: id, event: 'blow', note: '', effects });
  const context = compileContext({ events: events as never, assets: [], actors: [] });
  const plans = new Map(sequences.map((one, i): [string, SequencePlan] => [one.id, compileSequence(one, ['sequences', i], context)]));
  const documents: CombatDocuments = { events, actors, statuses, responses };
  return compileCombat(documents, new Set(plans.keys()), (id) => plans.get(id) as SequencePlan);
}

/** The struck M, with so much health, and the striker B beside; others as they are given. */
export function fighter(id: string, health: Json = { most: 20, falls: 'fall', returns: 'back' }, more: Json = {}): Json {
  return { id, label: id, health, ...more };
}

export interface Fought extends DrillRun {
  readonly read: Histories;
  /** Rungs that answered, each as "1.5 blow hit". */
  readonly answered: readonly string[];
  /** What a tick or a blow took, by instants. */
  readonly harms: readonly [number, number][];
}

export interface Bout {
  readonly length?: number;
  readonly actors?: readonly { id: string; actor: string; x?: number; y?: number; facing?: 1 | -1; health?: number }[];
  readonly seed?: number;
  /** What they do besides, as drills say it. */
  readonly acts?: readonly Json[];
  readonly edges?: Json;
}

/** Runs a script: M is struck, B strikes, unless the script says otherwise. */
export function fightOut(
  fight: Fight,
  script: readonly Scripted[],
  { length = 30, actors, seed = 1, acts = [], edges }: Bout = {},
): Fought {
  const plan = planOfFight(fight);
  const drill = compileDrill(
    {
      id: 'bout',
      length,
      seed,
      actors: (
        actors ?? [
          { id: 'm', actor: 'm', facing: -1 as const },
          { id: 'b', actor: 'b', x: -100 },
        ]
      ).map(({ x = 0, y = 0, ...one }) => ({
        ...one,
        place: { x, y },
      })),
      script: script.map((one) => ({ event: 'blow', source: 'b', target: 'm', ...one })),
      acts,
      ...(edges && { edges }),
    },
    [],
    plan,
  );
  return foughtOf(runDrill(plan, drill, seed, fight.budget));
}

/** The same in increments: what is raised is handed over before the step that reaches it. */
export function fightOutInSteps(fight: Fight, whole: Fought, cuts: readonly number[]): Fought {
  const plan = planOfFight(fight);
  const log: LogEntry[] = [];
  const history: HistoryStep[] = [];
  const cues: PlayedCue[] = [];
  const { drill, seed } = whole;
  const run = beginDrill(plan, drill, seed, fight.budget, {
    listener: { log: (entry) => log.push(entry), history: (step) => history.push(step) },
    played: (cue) => cues.push(cue),
  });
  let from = -Infinity;
  for (const to of [...cuts, drill.length]) {
    handScript(run, drill, from, to);
    run.advance(to);
    from = to;
  }
  return foughtOf({ drill, seed, log, history, cues, combatants: run.combatants, clocks: clocksOf(run.combatants, cues) });
}

function foughtOf(run: DrillRun): Fought {
  return {
    ...run,
    read: new Histories(run),
    answered: run.log.flatMap(({ at, event, rungs }) =>
      rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [`${String(at)} ${event} ${rung}`] : [])),
    ),
    harms: run.log.flatMap(({ at, happened }) =>
      happened.flatMap((one): [number, number][] => (one.what === 'harm' ? [[at, one.points]] : [])),
    ),
  };
}
