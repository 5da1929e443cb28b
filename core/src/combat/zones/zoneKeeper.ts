import type { Px, Seconds } from '../../units.js';
import { lasting, leavingWall, meetingWall } from '../moves/meetingWall.js';
import type { Watched } from '../moves/watches.js';
import type { Combatant } from '../parts/combatant.js';
import { nearly, snap } from '../parts/memory.js';
import type { CompiledStatus } from '../parts/references.js';
import { fastest, isStill } from '../walking/leg.js';
import type { CompiledZone, ZonePayload } from './zone.js';
import { ZoneGrid } from './zoneGrid.js';

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
  /** While the two are near. */
  watched: Watched | undefined;
  /** Whether it is only looked at again by then: nobody can be in, or out, before. */
  isEarly: boolean;
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
  renew(watched: Watched): void;
  raise(event: string, owner: Combatant, who: Combatant, payload: ZonePayload | undefined): void;
  give(who: Combatant, status: CompiledStatus, by: Combatant): void;
  take(who: Combatant, status: CompiledStatus): void;
}

/** Entries and exits within so many seconds are computed exactly; later ones are looked at again when they are nearer. */
const soon: Seconds = 1 / 30;
/** Seconds for which bodies look ahead: whoever is further than both go in that time is not watched for. */
const ahead: Seconds = 0.5;

/**
 * Who is in which zone: coming in and leaving are foreseen, staying is told on the world's clock. Bodies are watched for only while
 * they are near: each looks around whenever it goes another way, and again after a while as long as it goes.
 */
export class ZoneKeeper {
  private readonly bodies = new Set<Combatant>();
  private readonly owners = new Set<Combatant>();
  /** What bodies cover until they look around again, and what the zones of owners do. */
  private readonly covered = new ZoneGrid(byIndex);
  private readonly owned = new ZoneGrid(byIndex);
  private readonly looks = new Map<Combatant, Watched>();
  /** The watched pairs of each body: as visitor, and as owner of the zone. */
  private readonly watchedOf = new Map<Combatant, Set<Presence>>();
  /** Whoever has been near, by owner. */
  private readonly presences = new Map<Combatant, Map<Combatant, Presence[]>>();
  /** Who is inside just now, by the visitor and by the owner of the zone, in the order in which they came in. */
  private readonly insideOf = new Map<Combatant, Set<Presence>>();
  private readonly spent = new Map<Combatant, Set<CompiledZone>>();

  constructor(private readonly world: ZoneWorld) {}

  /** Somebody takes part from now on: its zones are for all, and those of all for it. */
  join(who: Combatant): void {
    this.bodies.add(who);
    const isFirst = this.owners.size === 0;
    if (who.actor.zones.length > 0) this.owners.add(who);
    if (this.owners.size === 0) return;
    // The first with a zone: everybody looks around from now on.
    for (const body of isFirst ? this.bodies : [who])
      if (!this.looks.has(body) && (this.owners.has(body) || mayBeIn(body))) this.lookFrom(body);
  }

  private lookFrom(who: Combatant): void {
    const look: Watched = {
      bodies: [who],
      foresee: (now) => {
        this.lookAround(who, now);
        return isStill(who.goes) || who.standing !== 'up' ? Infinity : now + ahead;
      },
      // Looking again is all that comes of it.
      happen: () => false,
    };
    this.looks.set(who, look);
    this.world.watch(look);
  }

  /**
   * Finds the bodies and zones that this body may meet before its next look. Each body covers an area until its own next look;
   * the areas lie in a grid, so that distant bodies cost nothing.
   */
  private lookAround(who: Combatant, now: Seconds): void {
    this.forgetFar(who, now);
    if (who.standing !== 'up') {
      this.covered.remove(who);
      this.owned.remove(who);
      return;
    }
    const [x, y, own] = [who.xAt(now), who.yAt(now), reachIn(who, ahead)];
    const isOwner = this.owners.has(who);
    if (isOwner) this.owned.put(who, x, y, farthest(who) + own);
    if (mayBeIn(who)) {
      this.covered.put(who, x, y, who.actor.radius + own);
      for (const owner of this.owned.near(x, y, who.actor.radius + own + 1)) this.consider(owner, who, now);
    }
    if (isOwner) for (const other of this.covered.near(x, y, farthest(who) + own + 1)) this.consider(who, other, now);
  }

  /** Stops watching the pairs that are too far apart to meet before either body looks again. */
  private forgetFar(who: Combatant, now: Seconds): void {
    for (const presence of this.watchedOf.get(who) ?? [])
      if (!presence.inside && !isNear(presence.owner, presence.who, now)) this.unwatch(presence);
  }

  private consider(owner: Combatant, who: Combatant, now: Seconds): void {
    if (owner === who || !isNear(owner, who, now)) return;
    const known = this.presences.get(owner)?.get(who);
    for (const presence of known ?? this.meet(owner, who)) if (!presence.watched) this.watchFor(presence);
  }

  private meet(owner: Combatant, who: Combatant): Presence[] {
    const made = owner.actor.zones
      .filter((zone) => isFor(zone, who))
      .map((zone): Presence => ({ owner, zone, who, inside: false, visit: 0, counted: -Infinity, watched: undefined, isEarly: false }));
    let own = this.presences.get(owner);
    if (!own) this.presences.set(owner, (own = new Map()));
    own.set(who, made);
    return made;
  }

  private watchFor(presence: Presence): void {
    const { owner, zone, who } = presence;
    const reaching = { reach: zone.shape, ...lasting };
    presence.watched = {
      bodies: [owner, who],
      foresee: (now) => {
        if (owner.standing !== 'up' || who.standing !== 'up') return Infinity;
        if (!presence.inside && this.isSpent(owner, zone)) return Infinity;
        const sure = secondsSure(presence, now);
        presence.isEarly = sure > soon;
        if (presence.isEarly) return now + sure;
        if (presence.inside) return leavingWall(owner, zone.shape, who, now);
        return meetingWall(owner, reaching, who, now);
      },
      happen: () => {
        if (presence.isEarly) return false;
        if (presence.inside) this.comeOut(presence);
        else this.comeIn(presence);
        return true;
      },
    };
    this.world.watch(presence.watched);
    for (const body of [owner, who]) {
      let own = this.watchedOf.get(body);
      if (!own) this.watchedOf.set(body, (own = new Set()));
      own.add(presence);
    }
  }

  private unwatch(presence: Presence): void {
    if (presence.watched) this.world.unwatch(presence.watched);
    presence.watched = undefined;
    for (const body of [presence.owner, presence.who]) this.watchedOf.get(body)?.delete(presence);
  }

  /** Somebody takes part no more: nobody is looked for on its behalf. */
  forget(gone: Combatant): void {
    this.bodies.delete(gone);
    this.owners.delete(gone);
    this.covered.remove(gone);
    this.owned.remove(gone);
    this.spent.delete(gone);
    const look = this.looks.get(gone);
    if (look) this.world.unwatch(look);
    this.looks.delete(gone);
    for (const own of this.presences.get(gone)?.values() ?? []) for (const presence of own) this.unwatch(presence);
    this.presences.delete(gone);
    for (const own of this.presences.values()) {
      for (const presence of own.get(gone) ?? []) this.unwatch(presence);
      own.delete(gone);
    }
    this.watchedOf.delete(gone);
    this.insideOf.delete(gone);
  }

  /** Somebody has fallen, or gone, or is back: whoever is not up is in no zone, and its own hold nobody. */
  leave(who: Combatant): void {
    if (who.standing === 'up') return;
    for (const presence of this.insideOf.get(who) ?? []) this.goOut(presence);
  }

  happen({ presence, visit }: ZoneItem): void {
    const { zone } = presence;
    if (!presence.inside || presence.visit !== visit || !zone.stays) return;
    this.raise(zone.stays.event, presence);
    this.putDownStay(presence);
  }

  private comeIn(presence: Presence): void {
    const { owner, zone, who } = presence;
    presence.inside = true;
    for (const body of [owner, who]) {
      let own = this.insideOf.get(body);
      if (!own) this.insideOf.set(body, (own = new Set()));
      own.add(presence);
    }
    presence.visit++;
    if (zone.status) this.world.give(who, zone.status, owner);
    this.putDownStay(presence);
    const shown = this.world.shown();
    if (shown - presence.counted < zone.again - nearly) return;
    presence.counted = shown;
    if (zone.once) this.spend(owner, zone);
    if (zone.enters !== undefined) this.raise(zone.enters, presence);
  }

  private raise(event: string, { owner, who, zone }: Presence): void {
    this.world.raise(event, owner, who, zone.payloads.get(event));
  }

  private comeOut(presence: Presence): void {
    this.goOut(presence);
    const { leaves } = presence.zone;
    if (leaves !== undefined) this.raise(leaves, presence);
  }

  private goOut(presence: Presence): void {
    presence.inside = false;
    const { zone, who, owner } = presence;
    for (const body of [owner, who]) this.insideOf.get(body)?.delete(presence);
    // Unless another zone holds it there.
    const isHeld = (): boolean =>
      [...(this.insideOf.get(who) ?? [])].some((other) => other.who === who && other.zone.status === zone.status);
    if (zone.status && !isHeld()) this.world.take(who, zone.status);
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
    spent.add(zone);
    this.spent.set(owner, spent);
    this.foreseeAnew(owner);
  }

  /** Somebody is back, with everything forgotten: its zones count anew. */
  renew(owner: Combatant): void {
    this.spent.delete(owner);
    this.foreseeAnew(owner);
  }

  private foreseeAnew(owner: Combatant): void {
    for (const own of this.presences.get(owner)?.values() ?? []) for (const { watched } of own) if (watched) this.world.renew(watched);
  }
}

/** Whether somebody can be in a zone at all: what flies passes over it, and so does a place. */
function mayBeIn({ flight, actor }: Combatant): boolean {
  return !flight && !actor.untouched;
}

const byIndex = (a: Combatant, b: Combatant): number => a.index - b.index;

/** Seconds before which a visitor cannot enter or leave a zone: the distance left, divided by the highest speed of both bodies. */
function secondsSure({ owner, zone: { shape }, who, inside }: Presence, now: Seconds): Seconds {
  const [dx, dy] = [Math.abs(who.xAt(now) - owner.xAt(now)), Math.abs(who.yAt(now) - owner.yAt(now))];
  // px from the zone's edge: outside of it, and negative within.
  const [across, down] = shape.shape === 'disc' ? [0, 0] : [dx - shape.width / 2, dy - shape.height / 2];
  const off =
    shape.shape === 'disc'
      ? Math.hypot(dx, dy) - shape.length
      : across <= 0 && down <= 0
        ? Math.max(across, down)
        : Math.hypot(Math.max(0, across), Math.max(0, down));
  const way = inside ? who.actor.radius - off : off - who.actor.radius;
  const pace = fastest(owner.goes) + fastest(who.goes);
  return way <= 0 ? 0 : pace === 0 ? Infinity : way / pace;
}

/** Whether a visitor may enter or leave a zone before either body looks again. */
function isNear(owner: Combatant, who: Combatant, now: Seconds): boolean {
  const away = Math.hypot(owner.xAt(now) - who.xAt(now), owner.yAt(now) - who.yAt(now));
  return away <= farthest(owner) + who.actor.radius + reachIn(who, ahead) + reachIn(owner, ahead) + 1;
}

/** px that somebody goes at the most in so long: its clock never runs faster than the wall's, and what is thrown slows down. */
function reachIn({ goes }: Combatant, seconds: Seconds): Px {
  return fastest(goes) * seconds;
}

const reaches = new WeakMap<readonly CompiledZone[], Px>();

/** px from an owner's middle to the farthest of its zones. */
function farthest({ actor: { zones } }: Combatant): Px {
  const known = reaches.get(zones);
  if (known !== undefined) return known;
  const most = zones.reduce(
    (most, { shape }) => Math.max(most, shape.shape === 'disc' ? shape.length : Math.hypot(shape.width, shape.height) / 2),
    0,
  );
  reaches.set(zones, most);
  return most;
}

function isFor({ kinds, sides, actors }: CompiledZone, { actor }: Combatant): boolean {
  if (kinds.length + sides.length + actors.length === 0) return true;
  return kinds.some((kind) => actor.kinds.includes(kind)) || sides.includes(actor.side) || actors.includes(actor.id);
}
