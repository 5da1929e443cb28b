import type { Seconds } from '../units.js';
import type { DrillRun } from './drill.js';
import type { HistoryStep, MoveStep } from './log.js';
import { lookFor, type Combatant, type Standing } from './parts/combatant.js';
import { nearly } from './parts/memory.js';
import { alongX, alongY } from './walking/leg.js';

/** What a run's histories come to at any instant: after everything that happens at that instant. O(log n) of a history's steps. */
export class Histories {
  /** By what they are of, then by whose they are and their name. */
  private readonly steps = new Map<string, Map<string, HistoryStep[]>>();
  private readonly byId: ReadonlyMap<string, Combatant>;

  constructor(private readonly run: Pick<DrillRun, 'history' | 'combatants' | 'clocks'>) {
    this.byId = new Map(run.combatants.map((one) => [one.id, one]));
    for (const step of run.history) {
      const key = keyOf(step.who, 'name' in step ? step.name : '');
      const all = this.steps.get(step.of) ?? new Map<string, HistoryStep[]>();
      this.steps.set(step.of, all);
      const list = all.get(key);
      if (list) list.push(step);
      else all.set(key, [step]);
    }
  }

  health(who: string, at: Seconds): number {
    const step = this.last('health', who, at);
    const combatant = this.byId.get(who);
    if (!step || !combatant) return NaN;
    return Math.min(
      combatant.actor.health.most,
      step.value + step.mending * Math.max(0, (this.run.clocks.of.get(who)?.shown(at) ?? at) - step.shown),
    );
  }

  share(who: string, at: Seconds): number {
    return this.health(who, at) / (this.byId.get(who)?.actor.health.most ?? 1);
  }

  standing(who: string, at: Seconds): Standing {
    const step = this.last('standing', who, at);
    if (step) return step.value;
    // Whoever comes about in the course of it is not there before.
    return this.of('join', who).length > 0 ? 'gone' : 'up';
  }

  /** Time at which a body that is gone at `at` was despawned; undefined for a body that is present, not yet spawned, or replaced by others. */
  goneSince(who: string, at: Seconds): Seconds | undefined {
    const step = this.last('standing', who, at);
    return step?.value === 'gone' && !step.replaced ? step.at : undefined;
  }

  stacks(who: string, status: string, at: Seconds): number {
    return this.last('status', who, at, status)?.value ?? 0;
  }

  counter(who: string, counter: string, at: Seconds): number {
    return this.last('counter', who, at, counter)?.value ?? 0;
  }

  /** The look that an outcome put on, or that health gives; empty for the actor's own. */
  look(who: string, at: Seconds): string {
    const put = this.last('look', who, at)?.value;
    return put || lookFor(this.byId.get(who)?.actor.looks ?? [], this.share(who, at));
  }

  /** Where somebody was, as it was put and as it went, in px; which way it faced. */
  place(who: string, at: Seconds): { readonly x: number; readonly y: number; readonly facing: 1 | -1 } {
    const step = this.last('leg', who, at);
    if (!step) return this.byId.get(who)?.home ?? { x: NaN, y: NaN, facing: 1 };
    const passed = (this.run.clocks.of.get(who)?.shown(at) ?? at) - step.shown;
    const leg = { ...step, since: step.shown };
    return { x: alongX(leg, passed), y: alongY(leg, passed), facing: step.facing };
  }

  /** The move that somebody was in, and how old it was on that one's clock; undefined for none. */
  acting(who: string, at: Seconds): { readonly move: string; readonly age: Seconds } | undefined {
    const steps = this.of('move', who);
    const last = this.lastAt(steps, at, ({ how }) => how !== 'refused');
    if (!last || isOver(last)) return undefined;
    const begun = this.lastAt(steps, at, ({ how }) => how === 'begins');
    const clock = this.run.clocks.of.get(who);
    return begun && { move: begun.value, age: clock ? clock.shown(at) - clock.shown(begun.at) : at - begun.at };
  }

  /** The steps of one history, in order of time. */
  of<O extends HistoryStep['of']>(of: O, who: string, name = ''): readonly Extract<HistoryStep, { of: O }>[] {
    return (this.steps.get(of)?.get(keyOf(who, name)) ?? []) as Extract<HistoryStep, { of: O }>[];
  }

  /** Names that a history of somebody has: statuses, counters. */
  namesOf(of: 'status' | 'counter', who: string): readonly string[] {
    const start = `${who} `;
    return [...(this.steps.get(of)?.keys() ?? [])].filter((key) => key.startsWith(start)).map((key) => key.slice(start.length));
  }

  private last<O extends HistoryStep['of']>(of: O, who: string, at: Seconds, name = ''): Extract<HistoryStep, { of: O }> | undefined {
    return this.lastAt(this.of(of, who, name), at);
  }

  /** The last step of a history at an instant, of those that pass. */
  private lastAt<S extends HistoryStep>(steps: readonly S[], at: Seconds, passes: (step: S) => boolean = everyStep): S | undefined {
    let low = 0;
    let high = steps.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (steps[middle].at <= at + nearly) low = middle + 1;
      else high = middle;
    }
    let found = low - 1;
    while (found >= 0 && !passes(steps[found])) found--;
    return found < 0 ? undefined : steps[found];
  }
}

const everyStep = (): boolean => true;

function isOver({ how }: MoveStep): boolean {
  return how === 'ends' || how === 'broken' || how === 'cancelled';
}

/** Of somebody's alone, or of one of a name; an id has no space. */
function keyOf(who: string, name: string): string {
  return name === '' ? who : `${who} ${name}`;
}
