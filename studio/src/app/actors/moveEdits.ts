import type { Actor, EventType, Place, Sequence } from '@undatio/core';
import { freeId, moveLength, moveLimits, type Reach } from '@undatio/core/internal';

/** What is done to an actor's moves. Pure: who calls puts it in place. */

export type Move = NonNullable<Actor['moves']>[number];
export type Contact = Move['contacts'][number];

export const shapes = ['arc', 'thrust', 'disc'] as const;
/** What each shape is called. */
export const shapeWords: Readonly<Record<Reach['shape'], string>> = { arc: 'sweeps', thrust: 'straight', disc: 'all around' };

/** A new move: a swing ahead that reaches a little further than its actor is wide. */
export function newMove(actor: Actor, events: readonly EventType[]): Move | undefined {
  const event = events.find(({ harm }) => harm) ?? events.at(0);
  if (!event) return undefined;
  const id = freeId('New move', new Set((actor.moves ?? []).map((move) => move.id)), 'move');
  const label = id === 'new-move' ? 'New move' : `New move ${id.slice('new-move-'.length)}`;
  const length = Math.round(actor.width * 0.9);
  const contact: Contact = { after: 0, live: 0.12, reach: { shape: 'arc', length, from: -60, to: 60 }, event: event.id, spares: 'nobody' };
  return { id, label, windUp: 0.25, contacts: [contact], recovery: 0.25 };
}

/** One more contact, after the others, with the last one's reach. */
export function withNewContact(move: Move, event: string): Move {
  const last = move.contacts.at(-1);
  const reach: Reach = last?.reach ?? { shape: 'disc', length: 100 };
  const after = tidySeconds((last?.after ?? 0) + (last?.live ?? 0) + 0.1);
  const contact: Contact = { after, live: last?.live ?? 0, reach, event: last?.event ?? event, spares: last?.spares ?? 'nobody' };
  return { ...move, contacts: [...move.contacts, contact] };
}

export type MoveKey = NonNullable<Move['keys']>[number];

/** A move with a key changed, in order of time; without it where nothing is given. */
export function withKey(move: Move, at: number, part: Partial<MoveKey> | undefined): Move {
  const keys = (move.keys ?? []).flatMap((key, i) => (i !== at ? [key] : part ? [{ ...key, ...part }] : []));
  return keys.length > 0 ? { ...move, keys } : without(move, 'keys');
}

/** With a key more, as the body is before it: at an instant, or where there is one already a little later. */
export function withNewKey(move: Move, seconds: number): { readonly move: Move; readonly at: number } {
  const keys = move.keys ?? [];
  const key: MoveKey = { at: Math.min(moveLength(move), tidySeconds(seconds)), pose: 'lunge' };
  const sorted = [...keys, key].sort((a, b) => a.at - b.at);
  return { move: { ...move, keys: sorted }, at: sorted.indexOf(key) };
}

/** What a key has its body do, in a word. */
export function keyWords(pose: string | undefined, clip: string | undefined): string {
  return [pose, clip].filter((one) => one !== undefined).join(' + ') || 'rest';
}

export function withContact(move: Move, at: number, part: Partial<Contact> | undefined): Move {
  return { ...move, contacts: move.contacts.flatMap((one, i) => (i !== at ? [one] : part ? [{ ...one, ...part }] : [])) };
}

/** A move without what may be left out. */
export function without<T extends object>(one: T, name: keyof T): T {
  const { [name]: _, ...others } = one;
  return others as T;
}

/** The same reach in another shape, as far as it goes. */
export function reshaped(reach: Reach, shape: Reach['shape']): Reach {
  const { length } = reach;
  if (shape === 'disc') return { shape, length };
  const middle = reach.shape === 'arc' ? (reach.from + reach.to) / 2 : reach.shape === 'thrust' ? reach.angle : 0;
  return shape === 'thrust' ? { shape, length, width: 24, angle: middle } : { shape, length, from: middle - 60, to: middle + 60 };
}

/** A point of a reach that can be taken hold of, about its actor's middle, and what it sets. */
export interface Grip {
  readonly name: 'from' | 'to' | 'angle' | 'width' | 'length';
  readonly place: Place;
}

const at = (degrees: number, length: number): Place => ({
  x: Math.cos((degrees * Math.PI) / 180) * length,
  y: Math.sin((degrees * Math.PI) / 180) * length,
});

/** Where a reach can be taken hold of, as for one that faces right. */
export function gripsOf(reach: Reach): Grip[] {
  if (reach.shape === 'disc') return [{ name: 'length', place: { x: reach.length, y: 0 } }];
  if (reach.shape === 'arc')
    return [
      { name: 'from', place: at(reach.from, reach.length) },
      { name: 'to', place: at(reach.to, reach.length) },
    ];
  const [middle, aside] = [at(reach.angle, reach.length * 0.6), at(reach.angle + 90, reach.width / 2)];
  return [
    { name: 'angle', place: at(reach.angle, reach.length) },
    { name: 'width', place: { x: middle.x + aside.x, y: middle.y + aside.y } },
  ];
}

/** A reach with one of its points put elsewhere: how far and at what angle, or how wide. */
export function gripped(reach: Reach, name: Grip['name'], { x, y }: Place): Reach {
  const length = Math.min(moveLimits.length, Math.round(Math.hypot(x, y)));
  if (reach.shape === 'disc' || name === 'length') return { ...reach, length };
  const degrees = (Math.atan2(y, x) * 180) / Math.PI;
  if (reach.shape === 'thrust') {
    if (name !== 'width') return { ...reach, length, angle: Math.round(degrees) };
    const radians = (reach.angle * Math.PI) / 180;
    return { ...reach, width: Math.round(Math.abs(y * Math.cos(radians) - x * Math.sin(radians)) * 2) };
  }
  // Past half a turn it goes on turning instead of leaping back.
  const before = name === 'from' ? reach.from : reach.to;
  const turned = Math.round(degrees + 360 * Math.round((before - degrees) / 360));
  return { ...reach, length, [name]: Math.min(moveLimits.degrees, Math.max(-moveLimits.degrees, turned)) };
}

/** As it is for one that faces the other way, or back again. */
export function mirrored({ x, y }: Place, facing: 1 | -1): Place {
  return { x: x * facing, y };
}

/** A stretch of an effect on a move's clock. */
export interface EffectSpan {
  readonly id: string;
  readonly kind: string;
  readonly from: number;
  readonly to: number;
}

/** When the effects of a sequence that is played at `begin` are on, as they are written; one that repeats as a whole. */
export function effectSpans({ effects }: Sequence, begin: number): EffectSpan[] {
  const middle = (value: unknown): number =>
    typeof value === 'number' ? value : typeof value === 'object' && value !== null && 'range' in value ? (value.range as number[])[0] : 0;
  return effects
    .filter(({ muted }) => !muted)
    .map((effect): EffectSpan => {
      const from = begin + middle(effect.delay);
      const { count = 1, every = 0 } = effect.repeat as { count?: unknown; every?: unknown };
      const repeats = Math.max(0, middle(count) - 1) * middle(every);
      return { id: effect.id, kind: effect.kind, from, to: from + repeats + Math.max(0, middle(effect.duration)) };
    });
}

/** Seconds on a grid of hundredths. */
export function tidySeconds(seconds: number): number {
  return Math.min(moveLimits.seconds, Math.max(0, Math.round(seconds * 100) / 100));
}

/** A move with its lunge and its keys within it: a shorter one takes them along. */
export function within(whole: Move): Move {
  const length = moveLength(whole);
  const late = whole.keys?.some(({ at }) => at > length);
  const move = late ? { ...whole, keys: (whole.keys ?? []).map((key) => ({ ...key, at: Math.min(key.at, length) })) } : whole;
  if (!move.lunge || move.lunge.to <= length) return move;
  const to = Math.max(0.01, tidySeconds(length));
  return { ...move, lunge: { ...move.lunge, to, from: Math.min(move.lunge.from, to - 0.01) } };
}
