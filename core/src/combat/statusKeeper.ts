import type { FullPayload } from './parts/fullPayload.js';
import type { Told } from './parts/told.js';
import { hashText } from '../maths/hash.js';
import type { Seconds, Uint32 } from '../units.js';
import type { Happening } from './log.js';
import type { Asking } from './parts/asking.js';
import type { Combatant, HeldStatus } from './parts/combatant.js';
import { nearly, snap } from './parts/memory.js';
import type { CompiledStatus } from './parts/references.js';

/** What is still to happen of a status. */
export type StatusItem =
  | { readonly type: 'tick' | 'end'; readonly who: Combatant; readonly held: HeldStatus; readonly version: number }
  | { readonly type: 'late'; readonly who: Combatant; readonly held: HeldStatus; readonly which: number; readonly number: number };

/** What statuses need of the run that they are part of. */
export interface StatusWorld {
  now(): Seconds;
  /** Puts something down on somebody's own clock. */
  later(who: Combatant, due: Seconds, item: StatusItem): void;
  /** Raises a status's event on its actor: at once, or at the end of this instant. */
  tick(event: string, by: Combatant | undefined, who: Combatant, payload: FullPayload, when: 'at once' | 'at the end'): void;
  /** Plays a sequence; `key` tells its draws from others of the same event. */
  cue(sequence: string, told: Told, payload: FullPayload, key: Uint32, number: number): void;
  /** Which event of the run comes next. */
  next(): number;
  /** Somebody has or has no longer a status that it had not, or had. */
  changed(who: Combatant, status: CompiledStatus): void;
  tell(happening: Happening): void;
  tellHealth(who: Combatant): void;
  tellStacks(who: Combatant, status: string, stacks: number): void;
}

/** Statuses as they are given, tick, are renewed and end, each on its actor's own clock. */
export class StatusKeeper {
  constructor(private readonly world: StatusWorld) {}

  give(who: Combatant, status: CompiledStatus, stacks: number, length: Seconds | undefined, { source, number, payload }: Asking): void {
    if (who.standing !== 'up') return;
    const shown = this.shown(who);
    const lasts = length ?? status.length;
    const held = who.held.get(status.id);
    if (held) {
      if (status.stacking !== 'ignore') this.renew(who, held, stacks, lasts);
      return;
    }
    const began: HeldStatus = {
      status,
      stacks: Math.min(status.most, stacks),
      began: shown,
      until: snap(shown + lasts),
      accrued: 0,
      counted: shown,
      ticks: 0,
      version: 0,
      by: source,
    };
    who.held.set(status.id, began);
    this.holdMending(who, status);
    this.world.changed(who, status);
    this.putDown(who, began);
    status.late.forEach(({ after }, which) => this.world.later(who, shown + after, { type: 'late', who, held: began, which, number }));
    this.tellStacks(who, began);
    this.cue(status.cues.start, who, began, number, 'start', payload);
  }

  private renew(who: Combatant, held: HeldStatus, stacks: number, lasts: Seconds): void {
    const { stacking, most } = held.status;
    const shown = this.shown(who);
    this.accrue(held, shown);
    if (stacking === 'stack') held.stacks = Math.min(most, held.stacks + stacks);
    held.until = snap(stacking === 'extend' ? held.until + lasts : shown + lasts);
    // What is still to come is put down anew: the end has moved, and what falls on it with it.
    held.version++;
    this.putDown(who, held);
    this.tellStacks(who, held);
  }

  /** Takes a status away, or only so many of its stacks; what has accrued of it is told. */
  take(who: Combatant, status: CompiledStatus, stacks: number | undefined): void {
    const held = who.held.get(status.id);
    if (!held) return;
    if (stacks !== undefined && stacks < held.stacks) {
      this.accrue(held, this.shown(who));
      held.stacks -= stacks;
      this.tellStacks(who, held);
      return;
    }
    this.giveTick(who, held, false, 'at the end');
    this.drop(who, held);
  }

  /** Ends what ends at a fall; what has accrued of it is told. */
  fall(who: Combatant): void {
    for (const held of [...who.held.values()]) {
      if (held.status.staysAfterFall) continue;
      this.giveTick(who, held, false, 'at the end');
      this.drop(who, held);
    }
  }

  /** Ends everything on somebody who is gone: nothing plays, and nothing is told. */
  leave(who: Combatant): void {
    for (const held of [...who.held.values()]) this.drop(who, held);
  }

  happen(item: StatusItem): void {
    if (item.type === 'late') return this.playLate(item);
    // Renewed, or over, since it was put down.
    if (item.version !== item.held.version) return;
    if (item.type === 'tick') this.tick(item.who, item.held);
    else this.end(item.who, item.held);
  }

  private shown(who: Combatant): Seconds {
    return who.shown(this.world.now());
  }

  /** Puts down the end of a status and its next tick, whichever there are. */
  private putDown(who: Combatant, held: HeldStatus): void {
    if (held.until !== Infinity) this.world.later(who, held.until, { type: 'end', who, held, version: held.version });
    this.putNextTick(who, held);
  }

  private putNextTick(who: Combatant, held: HeldStatus): void {
    const next = nextTick(held);
    // One that falls on the end is given there, before it.
    if (next < held.until) this.world.later(who, next, { type: 'tick', who, held, version: held.version });
  }

  private tick(who: Combatant, held: HeldStatus): void {
    const { version } = held;
    held.ticks++;
    this.giveTick(who, held, true, 'at once');
    // What it gave may have ended it, or have put the next one down.
    if (held.version === version) this.putNextTick(who, held);
  }

  private end(who: Combatant, held: HeldStatus): void {
    const { version } = held;
    const isTick = nextTick(held) === held.until;
    if (isTick) held.ticks++;
    this.giveTick(who, held, isTick, 'at once');
    // Unless what it gave has renewed it, or taken it already.
    if (held.version === version) this.drop(who, held);
  }

  /** Counts what a status does by rate up to what its actor's clock shows. */
  private accrue(held: HeldStatus, shown: Seconds): void {
    held.accrued += (held.status.ticks?.rate ?? 0) * held.stacks * (shown - held.counted);
    held.counted = shown;
  }

  /** Raises a status's event with what has accrued; one without a rate only where a tick is due. */
  private giveTick(who: Combatant, held: HeldStatus, isDue: boolean, when: 'at once' | 'at the end'): void {
    const { ticks } = held.status;
    if (!ticks) return;
    this.accrue(held, this.shown(who));
    if (ticks.rate > 0 ? held.accrued <= nearly : !isDue) return;
    const payload = ticks.field === undefined ? {} : { [ticks.field]: snap(held.accrued) };
    held.accrued = 0;
    this.world.tick(ticks.event, held.by, who, payload, when);
  }

  private drop(who: Combatant, held: HeldStatus): void {
    const { status, stacks } = held;
    held.version++;
    who.held.delete(status.id);
    this.holdMending(who, status);
    this.world.changed(who, status);
    this.world.tell({ what: 'loses', who: who.id, status: status.id, stacks });
    this.world.tellStacks(who, status.id, 0);
    if (who.standing !== 'gone') this.cue(status.cues.end, who, held, this.world.next(), 'end', {});
  }

  private playLate({ who, held, which, number }: Extract<StatusItem, { type: 'late' }>): void {
    if (who.held.get(held.status.id) !== held) return;
    const { sequence, after, every } = held.status.late[which];
    const times = every === undefined ? 0 : Math.round((this.shown(who) - held.began - after) / every);
    this.cue(sequence, who, held, number, `late ${which} ${times}`, {});
    if (every !== undefined) this.world.later(who, held.began + after + (times + 1) * every, { type: 'late', who, held, which, number });
  }

  private cue(sequence: string | undefined, who: Combatant, held: HeldStatus, number: number, which: string, payload: FullPayload): void {
    if (sequence === undefined) return;
    this.world.cue(sequence, { source: held.by, target: who }, payload, hashText(`${who.id} ${held.status.id} ${which}`), number);
  }

  /** A status that prevents mending came or went. */
  private holdMending(who: Combatant, { prevents }: CompiledStatus): void {
    if (!prevents.includes('mending')) return;
    who.setMending(who.prevented('mending') ? 0 : who.actor.health.mends, this.shown(who));
    this.world.tellHealth(who);
  }

  private tellStacks(who: Combatant, { status, stacks }: HeldStatus): void {
    this.world.tell({ what: 'gets', who: who.id, status: status.id, stacks });
    this.world.tellStacks(who, status.id, stacks);
  }
}

/** When the next tick is due on its actor's clock: counted from the beginning, so that its phase stays. */
function nextTick({ began, ticks, status }: HeldStatus): Seconds {
  return status.ticks ? snap(began + (ticks + 1) * status.ticks.every) : Infinity;
}
