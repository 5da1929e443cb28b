import type { Touch } from './touch.js';
import type { FullPayload } from '../parts/fullPayload.js';
import type { Told } from '../parts/told.js';
import { hashText } from '../../maths/hash.js';
import type { Seconds, Uint32 } from '../../units.js';
import type { Combatant, InMove } from '../parts/combatant.js';
import { nearly, snap } from '../parts/memory.js';
import type { CompiledEventRules, CompiledStatus } from '../parts/references.js';
import type { MoveStep } from '../log.js';
import { fastest } from '../walking/leg.js';
import type { Reach } from './meeting.js';
import { facingReach, meetingWall, type Reaching } from './meetingWall.js';
import { liveLength, type CompiledContact, type CompiledMove, type MovePhase } from './move.js';
import type { Watched } from './watches.js';

/** A move that somebody is in. */
interface Acting extends InMove {
  /** As its actor faced when it began. */
  readonly facing: 1 | -1;
  recovers: Seconds;
  /** Who may still be met, by each of its contacts. */
  readonly reaching: readonly Set<Watched>[];
  /** Whoever was met, by each of its contacts. */
  readonly met: readonly Set<Combatant>[];
  /** Tells its draws from those of other moves. */
  readonly serial: number;
}

/** What is still to happen of a move. */
export interface MoveItem {
  readonly type: 'contact' | 'closes' | 'ready' | 'recovers' | 'moved' | 'lunges' | 'lunged';
  readonly who: Combatant;
  readonly acting: Acting;
  readonly which: number;
}

/** What moves need of the run that they are part of. */
export interface MoveWorld {
  now(): Seconds;
  others(): readonly Combatant[];
  /** Puts something down on somebody's own clock: 1 of what is over by then, which it is after whoever is met at that instant. */
  later(who: Combatant, due: Seconds, item: MoveItem, rank: 0 | 1): void;
  /** By an order that was reserved, where one is given. */
  watch(watched: Watched, order?: number): void;
  reserve(): number;
  unwatch(watched: Watched): void;
  /** Raises a contact's event on whom it has met: now. */
  strike(event: CompiledEventRules, told: Told, payload: FullPayload, touch: Touch): void;
  give(who: Combatant, status: CompiledStatus): void;
  take(who: Combatant, status: CompiledStatus): void;
  cue(sequence: string, who: Combatant, key: Uint32): void;
  /** Its actor stands, or goes on as it would, from here on. */
  steer(who: Combatant): void;
  tell(step: MoveStep): void;
}

/** A contact while it reaches. */
interface OpenContact {
  readonly who: Combatant;
  readonly acting: Acting;
  readonly which: number;
  readonly reaching: OpenReach;
  /** Whom it is watched for: whoever can come within its reach while it is out, as all go now. */
  readonly watching: Set<Combatant>;
  /** Its place among all that is watched for; its bodies follow by their places in the run. */
  readonly order: number;
}

/** As its actor faced when its move began. */
interface OpenReach extends Reaching {
  readonly reach: Reach;
}

/** Moves as they begin, reach, and are over, each on its actor's own clock. */
export class MoveKeeper {
  private begun = 0;
  private readonly doing = new Map<Combatant, Acting>();
  /** Contacts that are out. */
  private readonly open = new Set<OpenContact>();

  constructor(private readonly world: MoveWorld) {}

  /** Lets somebody begin a move, or tells why not. */
  begin(who: Combatant, move: CompiledMove): void {
    const why = this.refusal(who, move);
    if (why !== undefined) {
      this.tell(who, move, 'refused', why);
      return;
    }
    const before = this.doing.get(who);
    if (before) this.end(who, before, 'cancelled');
    const began = this.shown(who);
    const acting: Acting = {
      move,
      began,
      facing: who.facing,
      recovers: move.holds ? Infinity : snap(began + move.windUp + liveLength(move)),
      reaching: move.contacts.map(() => new Set<Watched>()),
      met: move.contacts.map(() => new Set<Combatant>()),
      serial: this.begun++,
    };
    this.doing.set(who, acting);
    who.acting = acting;
    this.tell(who, move, 'begins', '');
    const put = (type: MoveItem['type'], after: Seconds, which = 0): void =>
      this.world.later(who, began + after, { type, who, acting, which }, 0);
    if (move.status) put('ready', move.windUp);
    move.contacts.forEach(({ after }, which) => put('contact', move.windUp + after, which));
    if (move.lunge) {
      put('lunges', move.lunge.from);
      put('lunged', move.lunge.to);
    }
    if (acting.recovers !== Infinity) this.putDownRecovery(who, acting);
    this.world.steer(who);
    if (move.sequence !== undefined) this.world.cue(move.sequence, who, this.keyOf(acting, who, 'begins'));
  }

  /** Somebody takes part from now on: what reaches just now reaches that one too. */
  join(other: Combatant): void {
    for (const one of this.open) this.consider(one, other);
  }

  /** Somebody goes another way, or its clock another rate: what reaches just now may reach that one now, or others. */
  change(body: Combatant): void {
    for (const one of this.open)
      if (one.who !== body) this.consider(one, body);
      else for (const other of this.world.others()) this.consider(one, other);
  }

  /** Lets go of a move that is held; it recovers as soon as all its contacts are over. */
  letGo(who: Combatant): void {
    const acting = this.doing.get(who);
    if (!acting || acting.recovers !== Infinity) return;
    acting.recovers = Math.max(this.shown(who), snap(acting.began + acting.move.windUp + liveLength(acting.move)));
    this.putDownRecovery(who, acting);
  }

  /** Breaks off whatever somebody is doing: nothing more comes of it. */
  breakOff(who: Combatant): void {
    const acting = this.doing.get(who);
    if (acting) this.end(who, acting, 'broken');
  }

  happen({ type, who, acting, which }: MoveItem): void {
    if (who.acting !== acting) return;
    const { move } = acting;
    switch (type) {
      case 'ready':
        if (move.status) this.world.give(who, move.status);
        return;
      case 'contact':
        return this.reachOut(who, acting, which);
      case 'closes':
        return this.close(acting, which);
      case 'lunges':
      case 'lunged':
        return this.world.steer(who);
      case 'recovers':
        if (move.status) this.world.take(who, move.status);
        this.tell(who, move, 'recovers', '');
        return;
      case 'moved':
        this.end(who, acting, 'ends');
    }
  }

  /** How fast its move takes somebody ahead just now, px a second; undefined where it does not. */
  lungeOf(who: Combatant, shown: Seconds): number | undefined {
    const acting = this.doing.get(who);
    const lunge = acting?.move.lunge;
    if (!acting || !lunge) return undefined;
    const age = snap(shown - acting.began);
    if (age < lunge.from - nearly || age >= lunge.to - nearly) return undefined;
    return (acting.facing * lunge.distance) / (lunge.to - lunge.from);
  }

  private refusal(who: Combatant, move: CompiledMove): string | undefined {
    if (who.standing !== 'up') return `it is ${who.standing}`;
    if (who.prevented('moves')) return 'a status prevents moves';
    const { acting } = who;
    if (!acting) return undefined;
    const age = this.shown(who) - acting.began;
    const way = acting.move.into.find((one) => one.move === move.id);
    return way && age >= way.from - nearly ? undefined : `it is in ${acting.move.label}`;
  }

  private putDownRecovery(who: Combatant, acting: Acting): void {
    const item = { who, acting, which: 0 } as const;
    this.world.later(who, acting.recovers, { type: 'recovers', ...item }, 1);
    this.world.later(who, acting.recovers + acting.move.recovery, { type: 'moved', ...item }, 1);
  }

  private reachOut(who: Combatant, acting: Acting, which: number): void {
    const contact = acting.move.contacts[which];
    if (contact.sequence !== undefined) this.world.cue(contact.sequence, who, this.keyOf(acting, who, `contact ${which}`));
    const reaching: OpenReach = {
      reach: facingReach(contact.reach, acting.facing),
      opened: snap(acting.began + acting.move.windUp + contact.after),
      live: contact.live,
    };
    const contactOut: OpenContact = { who, acting, which, reaching, watching: new Set(), order: this.world.reserve() };
    this.open.add(contactOut);
    for (const other of this.world.others()) this.consider(contactOut, other);
    this.world.later(who, reaching.opened + contact.live, { type: 'closes', who, acting, which }, 1);
  }

  /** Marks a newborn body as already met by every contact that has met its parent: the swing that splits a body spares its pieces. */
  inherit(who: Combatant, of: Combatant): void {
    for (const { acting, which } of this.open) if (acting.met[which].has(of)) acting.met[which].add(who);
  }

  /** Watches for one who can be met by a contact that is out, unless it is already, or was met. */
  private consider(one: OpenContact, other: Combatant): void {
    const { who, acting, which, watching } = one;
    if (other === who || other.actor.untouched || watching.has(other)) return;
    const { spares } = acting.move.contacts[which];
    if (spares === 'own side' && other.actor.side !== '' && other.actor.side === who.actor.side) return;
    if (!isNear(one, other, this.world.now())) return;
    watching.add(other);
    this.watchFor(one, other);
  }

  private watchFor({ who, acting, which, reaching, order }: OpenContact, other: Combatant): void {
    const contact = acting.move.contacts[which];
    const watched: Watched = {
      bodies: [who, other],
      foresee: (now) => (other.standing === 'gone' ? Infinity : meetingWall(who, reaching, other, now)),
      happen: () => {
        this.world.unwatch(watched);
        acting.reaching[which].delete(watched);
        if (other.standing === 'gone' || acting.met[which].has(other)) return;
        acting.met[which].add(other);
        this.meet(who, contact, which, acting, reaching, other);
      },
    };
    acting.reaching[which].add(watched);
    this.world.watch(watched, order + other.index / mostBodies);
  }

  private meet(
    who: Combatant,
    contact: CompiledContact,
    which: number,
    acting: Acting,
    { reach, opened, live }: OpenReach,
    other: Combatant,
  ): void {
    const now = this.world.now();
    const [x, y] = [other.xAt(now) - who.xAt(now), other.yAt(now) - who.yAt(now)];
    const distance = Math.hypot(x, y);
    // One that stands on the very spot is struck ahead.
    const angle = distance <= nearly ? (acting.facing === 1 ? 0 : 180) : (Math.atan2(y, x) * 180) / Math.PI;
    const payload = { ...contact.payload, ...Object.fromEntries(contact.directions.map((name) => [name, angle])) };
    const age = snap(who.shown(now) - opened);
    const { radius } = other.actor;
    const touched = touchedAt(reach, age, live, x, y, radius);
    const place = radius === 0 ? undefined : { x: who.xAt(now) + touched.x, y: who.yAt(now) + touched.y };
    this.world.strike(contact.event, { source: who, target: other }, payload, {
      move: acting.move.id,
      contact: which,
      distance,
      angle,
      place,
    });
  }

  private close(acting: Acting, which: number): void {
    for (const watched of acting.reaching[which]) this.world.unwatch(watched);
    acting.reaching[which].clear();
    for (const one of this.open) if (one.acting === acting && one.which === which) this.open.delete(one);
  }

  private end(who: Combatant, acting: Acting, how: 'ends' | 'broken' | 'cancelled'): void {
    acting.reaching.forEach((_, which) => this.close(acting, which));
    this.doing.delete(who);
    who.acting = undefined;
    const { status } = acting.move;
    if (status && how !== 'ends' && this.phaseOf(who, acting) !== 'recovery') this.world.take(who, status);
    this.tell(who, acting.move, how, '');
    this.world.steer(who);
  }

  private phaseOf(who: Combatant, acting: Acting): MovePhase {
    return phaseAt(acting, this.shown(who));
  }

  private shown(who: Combatant): Seconds {
    return who.shown(this.world.now());
  }

  private keyOf({ serial, move }: Acting, who: Combatant, what: string): Uint32 {
    return hashText(`${who.id} ${move.id} ${serial} ${what}`);
  }

  private tell(who: Combatant, move: CompiledMove, how: MoveStep['how'], why: string): void {
    this.world.tell({ of: 'move', who: who.id, at: this.world.now(), value: move.id, how, why });
  }
}

/** More than ever take part in a run: places in it become fractions. */
const mostBodies = 2 ** 31;

/** Whether a body can come within a reach while that is out, as both go now: no clock runs faster than the wall's. */
function isNear({ who, reaching: { reach, opened, live } }: OpenContact, other: Combatant, now: Seconds): boolean {
  const seconds = Math.max(0, who.clock.wallAt(opened + live) - now);
  const length = reach.shape === 'thrust' ? reach.length + reach.width / 2 : reach.length;
  const away = Math.hypot(other.xAt(now) - who.xAt(now), other.yAt(now) - who.yAt(now));
  // Written so that what is not a number, of a clock that stands, counts as near.
  return !(away > length + other.actor.radius + (fastest(who.goes) + fastest(other.goes)) * seconds + 1);
}

/** Which part of its move somebody is in. */
export function phaseAt({ move, began, recovers }: InMove, shown: Seconds): MovePhase {
  if (shown - began < move.windUp - nearly) return 'wind-up';
  return shown < recovers - nearly ? 'contact' : 'recovery';
}

/** Where a body is touched, about the middle of who reaches: the point of it that is nearest to the reach. */
function touchedAt(reach: Reach, age: Seconds, live: Seconds, x: number, y: number, radius: number): { x: number; y: number } {
  const near = nearestOf(reach, age, live, x, y);
  const away = Math.hypot(x - near.x, y - near.y);
  if (away <= radius * 1e-6) return { x, y };
  const share = Math.min(1, radius / away);
  return { x: x + (near.x - x) * share, y: y + (near.y - y) * share };
}

/** The point of a reach that is nearest to a body: of what is all around, or all of it at one instant, its actor's middle. */
function nearestOf(reach: Reach, age: Seconds, live: Seconds, x: number, y: number): { x: number; y: number } {
  if (reach.shape === 'disc' || (reach.shape === 'arc' && live === 0)) return { x: 0, y: 0 };
  const angle = reach.shape === 'thrust' ? reach.angle : reach.from + ((reach.to - reach.from) * Math.min(age, live)) / live;
  const [dx, dy] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const along = Math.min(reach.length, Math.max(0, x * dx + y * dy));
  return { x: along * dx, y: along * dy };
}
