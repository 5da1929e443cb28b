import type { FullPayload } from '../parts/fullPayload.js';
import type { Place, Told } from '../parts/told.js';
import type { Px, Seconds } from '../../units.js';
import { lasting, meetingWall } from '../moves/meetingWall.js';
import type { Watched } from '../moves/watches.js';
import type { Combatant, InFlight } from '../parts/combatant.js';
import { inCommon } from '../parts/given.js';
import type { CompiledEventRules } from '../parts/references.js';
import { isStill } from '../walking/leg.js';
import type { Walk } from '../walking/walk.js';

/** Where what is let go goes. */
export type Aim =
  | { readonly type: 'place'; readonly x: Px; readonly y: Px }
  | { readonly type: 'along'; readonly angle: number; readonly range: Px }
  /** After somebody; one that cannot turn at once sets off ahead. */
  | { readonly type: 'after'; readonly whom: Combatant; readonly ahead: number };

/** What is let go, and what comes of it. */
export interface Launch {
  readonly aim: Aim;
  readonly speed: number;
  /** How many it goes on through. */
  readonly pierce: number;
  readonly spares: 'launcher' | 'own side' | 'nobody';
  /** px that it rises half-way, as it is drawn. */
  readonly hop: Px;
  readonly meets: CompiledEventRules | undefined;
  readonly lands: CompiledEventRules | undefined;
  readonly payload: FullPayload;
  /** Played by it as it is let go, and over where it ends. */
  readonly sequence: string | undefined;
  /** It stays where it lands. */
  readonly stays: boolean;
}

/** Something that flies. */
interface Flight extends Launch, InFlight {
  readonly launcher: Combatant | undefined;
  readonly from: { readonly x: Px; readonly y: Px };
  readonly watched: Set<Watched>;
  readonly met: Set<Combatant>;
  left: number;
  /** Whom it was after is gone. */
  lost: boolean;
  over: boolean;
}

/** What flights need of the run that they are part of. */
export interface FlightWorld {
  now(): Seconds;
  others(): readonly Combatant[];
  watch(watched: Watched): void;
  unwatch(watched: Watched): void;
  raise(event: CompiledEventRules, told: Told, payload: FullPayload): void;
  walk(who: Combatant, walk: Walk): void;
  tellLeg(who: Combatant): void;
  /** Its flight is over. */
  landed(who: Combatant): void;
  /** It has landed and is there no more. */
  leave(who: Combatant): void;
}

/** Bodies that fly: they go as bodies walk, meet whoever is in their way, and land. */
export class FlightKeeper {
  private readonly flying = new Map<Combatant, Flight>();

  constructor(private readonly world: FlightWorld) {}

  /** What is let go, before it takes part: so that nobody takes it for a body in the way. */
  ready(who: Combatant, launch: Launch, launcher: Combatant | undefined): void {
    const now = this.world.now();
    const from = { x: who.xAt(now), y: who.yAt(now) };
    const flight: Flight = { ...launch, launcher, from, watched: new Set(), met: new Set(), left: launch.pierce, lost: false, over: false };
    who.flight = flight;
    this.flying.set(who, flight);
  }

  begin(who: Combatant): void {
    const flight = this.flying.get(who);
    if (!flight) return;
    if (flight.aim.type === 'along') for (const other of this.world.others()) this.watchFor(who, flight, other);
    if (flight.aim.type === 'after' && who.actor.turnRate < Infinity) {
      const radians = (flight.aim.ahead * Math.PI) / 180;
      const [vx, vy] = [Math.cos(radians) * flight.speed, Math.sin(radians) * flight.speed];
      who.go({ ...flight.from, vx, vy, since: who.shown(this.world.now()) });
    }
    const { goes } = who;
    this.world.walk(who, walkOf(flight.aim, flight.speed, flight.from, who));
    // A projectile whose first leg already leads to its aim has a leg in the history as well.
    if (who.goes === goes && !isStill(goes)) this.world.tellLeg(who);
  }

  /** Somebody takes part from now on: it may be met. */
  join(other: Combatant): void {
    for (const [who, flight] of this.flying) if (flight.aim.type === 'along') this.watchFor(who, flight, other);
  }

  /** It has come to where it was going, or is near whom it was after. */
  arrive(who: Combatant): void {
    const flight = this.flying.get(who);
    if (!flight) return;
    const whom = flight.aim.type === 'after' && !flight.lost ? flight.aim.whom : undefined;
    if (whom && flight.meets) this.raise(who, flight, flight.meets, whom);
    if (!flight.over) this.land(who, flight, whom);
  }

  /** Whom it was after is gone: it ends where that one was. */
  lose(who: Combatant, whom: Combatant): void {
    const flight = this.flying.get(who);
    const now = this.world.now();
    if (!flight) return;
    flight.lost = true;
    this.world.walk(who, { type: 'to', points: [{ x: whom.xAt(now), y: whom.yAt(now) }], round: false, speed: flight.speed });
  }

  /** It fell, or was taken away: nothing more comes of it. */
  stop(who: Combatant): void {
    const flight = this.flying.get(who);
    if (flight) this.finish(who, flight);
  }

  private watchFor(who: Combatant, flight: Flight, other: Combatant): void {
    if (other === who || other.flight || other.actor.untouched || !this.mayMeet(flight, other)) return;
    const reaching = { reach: { shape: 'disc', length: who.actor.radius } as const, ...lasting };
    const watched: Watched = {
      bodies: [who, other],
      foresee: (now) => (other.standing === 'up' ? meetingWall(who, reaching, other, now) : Infinity),
      happen: () => {
        this.world.unwatch(watched);
        flight.watched.delete(watched);
        this.meet(who, flight, other);
      },
    };
    flight.watched.add(watched);
    this.world.watch(watched);
  }

  private mayMeet({ launcher, spares }: Flight, other: Combatant): boolean {
    if (other === launcher) return spares === 'nobody';
    return spares !== 'own side' || !launcher || launcher.actor.side === '' || launcher.actor.side !== other.actor.side;
  }

  private meet(who: Combatant, flight: Flight, other: Combatant): void {
    flight.met.add(other);
    const { meets } = flight;
    if (meets) this.raise(who, flight, meets, other);
    if (flight.over) return;
    if (flight.left-- <= 0) this.land(who, flight, other);
  }

  private land(who: Combatant, flight: Flight, on: Combatant | undefined): void {
    const { lands, stays } = flight;
    this.finish(who, flight);
    if (lands) this.raise(who, flight, lands, on);
    if (!stays) this.world.leave(who);
  }

  private raise(who: Combatant, { payload, launcher }: Flight, event: CompiledEventRules, target: Combatant | undefined): void {
    const now = this.world.now();
    const { x: vx, y: vy } = who.speedAt(now);
    // The way of what strikes is the way that it flew.
    const angle = vx === 0 && vy === 0 ? (who.facing === 1 ? 0 : 180) : (Math.atan2(vy, vx) * 180) / Math.PI;
    const full = inCommon(event.fields, payload);
    for (const { name, type } of event.fields) if (type === 'direction') full[name] = angle;
    const place = { x: who.xAt(now), y: who.yAt(now) };
    const met = target && nearer(place, { x: target.xAt(now), y: target.yAt(now) }, who.actor.radius);
    this.world.raise(event, { source: launcher, target, place, projectile: who, met }, full);
  }

  private finish(who: Combatant, flight: Flight): void {
    flight.over = true;
    this.flying.delete(who);
    for (const watched of flight.watched) this.world.unwatch(watched);
    flight.watched.clear();
    this.world.landed(who);
  }
}

function walkOf(aim: Aim, speed: number, from: { readonly x: Px; readonly y: Px }, who: Combatant): Walk {
  if (aim.type === 'after') return { type: 'toward', whom: aim.whom, within: who.actor.radius + aim.whom.actor.radius, speed };
  if (aim.type === 'place') return { type: 'to', points: [{ x: aim.x, y: aim.y }], round: false, speed };
  const radians = (aim.angle * Math.PI) / 180;
  const end = { x: from.x + Math.cos(radians) * aim.range, y: from.y + Math.sin(radians) * aim.range };
  return { type: 'to', points: [end], round: false, speed };
}

/** Returns the point `distance` px from `from` towards `to`, at most `to` itself. */
function nearer(from: Place, to: Place, distance: Px): Place {
  const away = Math.hypot(to.x - from.x, to.y - from.y);
  const share = away === 0 ? 0 : Math.min(1, distance / away);
  return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
}
