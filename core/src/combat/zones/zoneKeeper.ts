import type { Seconds } from '../../units.js';
import { lasting, leavingWall, meetingWall } from '../moves/meetingWall.js';
import type { Watched } from '../moves/watches.js';
import type { Combatant } from '../parts/combatant.js';
import { nearly, snap } from '../parts/memory.js';
import type { CompiledStatus } from '../parts/references.js';
import type { CompiledZone } from './zone.js';

/** Somebody and a zone of somebody else's. */
interface Presence {
  readonly owner: Combatant;
  readonly zone: CompiledZone;
  readonly who: Combatant;
  inside: boolean;
  /** Which coming in it is, so that what was put down for an earlier one is passed over. */
  visit: number;
  /** World's time at which it last counted as coming in. */
  counted: Seconds;
  watched: Watched | undefined;
}

export interface ZoneItem {
  readonly type: 'stays';
  readonly presence: Presence;
  readonly visit: number;
}

/** What zones need of the run that they are part of. */
export interface ZoneWorld {
  now(): Seconds;
  /** What the world's clock shows now. */
  shown(): Seconds;
  later(due: Seconds, item: ZoneItem): void;
  watch(watched: Watched): void;
  unwatch(watched: Watched): void;
  raise(event: string, owner: Combatant, who: Combatant): void;
  give(who: Combatant, status: CompiledStatus, by: Combatant): void;
  take(who: Combatant, status: CompiledStatus): void;
}

/** Who is in which zone: coming in and leaving are foreseen, staying is told on the world's clock. */
export class ZoneKeeper {
  private bodies: Combatant[] = [];
  private presences: Presence[] = [];
  /** Rises whenever a zone is spent, or counts anew. */
  private changes = 0;
  private readonly spent = new Map<Combatant, Set<CompiledZone>>();

  constructor(private readonly world: ZoneWorld) {}

  /** Somebody takes part from now on: its zones are for all, and those of all for it. */
  join(who: Combatant): void {
    for (const other of this.bodies) {
      for (const zone of who.actor.zones) this.watchFor(who, zone, other);
      for (const zone of other.actor.zones) this.watchFor(other, zone, who);
    }
    this.bodies.push(who);
  }

  /** Somebody has fallen, or gone, or is back: whoever is not up is in no zone, and its own hold nobody. */
  leave(who: Combatant): void {
    if (who.standing === 'up') return;
    for (const presence of this.presences) {
      if (!presence.inside || (presence.who !== who && presence.owner !== who)) continue;
      this.goOut(presence);
    }
  }

  happen({ presence, visit }: ZoneItem): void {
    const { zone, owner, who } = presence;
    if (!presence.inside || presence.visit !== visit || !zone.stays) return;
    this.world.raise(zone.stays.event, owner, who);
    this.putDownStay(presence);
  }

  private watchFor(owner: Combatant, zone: CompiledZone, who: Combatant): void {
    if (!isFor(zone, who)) return;
    const presence: Presence = { owner, zone, who, inside: false, visit: 0, counted: -Infinity, watched: undefined };
    this.presences.push(presence);
    const reaching = { reach: zone.shape, ...lasting };
    presence.watched = {
      stamp: () => owner.turns + who.turns + owner.clock.version + who.clock.version + owner.stood + who.stood + this.changes,
      foresee: (now) => {
        if (owner.standing !== 'up' || who.standing !== 'up') return Infinity;
        if (!presence.inside && this.isSpent(owner, zone)) return Infinity;
        return presence.inside ? leavingWall(owner, zone.shape, who, now) : meetingWall(owner, reaching, who, now);
      },
      happen: () => (presence.inside ? this.comeOut(presence) : this.comeIn(presence)),
    };
    this.world.watch(presence.watched);
  }

  /** Somebody takes part no more: nobody is looked for on its behalf. */
  forget(gone: Combatant): void {
    this.bodies = this.bodies.filter((one) => one !== gone);
    this.spent.delete(gone);
    this.presences = this.presences.filter(({ owner, who, watched }) => {
      if (owner !== gone && who !== gone) return true;
      if (watched) this.world.unwatch(watched);
      return false;
    });
  }

  private comeIn(presence: Presence): void {
    const { owner, zone, who } = presence;
    presence.inside = true;
    presence.visit++;
    if (zone.status) this.world.give(who, zone.status, owner);
    this.putDownStay(presence);
    const shown = this.world.shown();
    if (shown - presence.counted < zone.again - nearly) return;
    presence.counted = shown;
    if (zone.once) this.spend(owner, zone);
    if (zone.enters !== undefined) this.world.raise(zone.enters, owner, who);
  }

  private comeOut(presence: Presence): void {
    this.goOut(presence);
    const { zone, owner, who } = presence;
    if (zone.leaves !== undefined) this.world.raise(zone.leaves, owner, who);
  }

  private goOut(presence: Presence): void {
    presence.inside = false;
    const { zone, who } = presence;
    // Unless another zone holds it there.
    if (zone.status && !this.presences.some((other) => other.inside && other.who === who && other.zone.status === zone.status))
      this.world.take(who, zone.status);
  }

  private putDownStay(presence: Presence): void {
    const { stays } = presence.zone;
    if (stays) this.world.later(snap(this.world.shown() + stays.every), { type: 'stays', presence, visit: presence.visit });
  }

  private isSpent(owner: Combatant, zone: CompiledZone): boolean {
    return this.spent.get(owner)?.has(zone) ?? false;
  }

  private spend(owner: Combatant, zone: CompiledZone): void {
    const spent = this.spent.get(owner) ?? new Set();
    this.changes++;
    spent.add(zone);
    this.spent.set(owner, spent);
  }

  /** Somebody is back, with everything forgotten: its zones count anew. */
  renew(owner: Combatant): void {
    this.changes++;
    this.spent.delete(owner);
  }
}

function isFor({ kinds, sides, actors }: CompiledZone, { actor, flight }: Combatant): boolean {
  if (flight || actor.untouched) return false;
  if (kinds.length + sides.length + actors.length === 0) return true;
  return kinds.some((kind) => actor.kinds.includes(kind)) || sides.includes(actor.side) || actors.includes(actor.id);
}
