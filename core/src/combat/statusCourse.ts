import type { CombatActor } from './parts/combatActor.js';
import type { Seconds } from '../units.js';
import { compileDrill, runDrill } from './drill.js';
import type { CompiledOutcome } from './outcomes/outcome.js';
import type { CompiledEventRules } from './parts/references.js';
import type { CombatPlan, CompiledRung } from './plan.js';

/** How a status goes over time on somebody to whom nothing else happens, given at the start and again half-way. */
export interface StatusCourse {
  readonly length: Seconds;
  readonly given: readonly Seconds[];
  readonly stacks: readonly { readonly at: Seconds; readonly count: number }[];
  readonly ticks: readonly { readonly at: Seconds; readonly harm: number }[];
  /** All that its ticks tell, added up. */
  readonly harm: number;
}

/** Whoever has it here: takes anything. */
const body: CombatActor = {
  id: 'body',
  label: 'body',
  kinds: [],
  side: '',
  health: { start: 1e6, most: 1e6, mends: 0, cannotFall: true, falls: undefined, returns: undefined },
  resists: {},
  looks: [],
  radius: 0,
  speed: 0,
  turnRate: Infinity,
  moves: new Map(),
  untouched: true,
  zones: [],
  lives: Infinity,
  expires: undefined,
  ranks: [],
  scale: 1,
};

const given: CompiledEventRules = { id: '', fields: [], harm: undefined };
/** One without a length is shown for so long. */
const shownFor: Seconds = 4;
const longest: Seconds = 60;

/** Runs a status alone, without what it plays. Undefined where there is no such status. */
export function statusCourse(plan: CombatPlan, id: string): StatusCourse | undefined {
  const known = plan.statuses.get(id);
  if (!known) return undefined;
  const status = { ...known, cues: { start: undefined, end: undefined }, late: [] };
  const outcome: CompiledOutcome = {
    happen: (asking, doing) => {
      if (asking.target) doing.give(asking.target, status, 1, undefined, asking);
    },
  };
  const rung: CompiledRung = {
    id: 'given',
    label: 'given',
    hash: 1,
    conditions: [],
    outcomes: [outcome],
    goesOn: false,
    asksStanding: false,
  };
  const alone: CombatPlan = {
    sequences: plan.sequences,
    planOf: plan.planOf,
    events: new Map([...plan.events, [given.id, given]]),
    actors: new Map([[body.id, body]]),
    statuses: new Map([[id, status]]),
    ladders: new Map([[given.id, [rung]]]),
  };
  const each = status.length === Infinity ? shownFor : status.length;
  const at = [0, Number((each / 2).toFixed(3))];
  const drill = compileDrill(
    {
      id: 'course',
      length: Math.min(longest, each * 2.2 + 0.5),
      actors: [{ id: 'body', actor: body.id, place: { x: 0, y: 0 } }],
      script: at.map((one) => ({ at: one, event: given.id, target: 'body' })),
    },
    [],
    alone,
  );
  const { history, log } = runDrill(alone, drill);
  const field = status.ticks?.field;
  const ticks = log.flatMap((entry) =>
    entry.event === given.id ? [] : [{ at: entry.at, harm: field === undefined ? 0 : Number(entry.payload[field]) }],
  );
  return {
    length: drill.length,
    given: at,
    ticks,
    stacks: history.flatMap((step) => (step.of === 'status' ? [{ at: step.at, count: step.value }] : [])),
    harm: ticks.reduce((sum, { harm }) => sum + harm, 0),
  };
}
