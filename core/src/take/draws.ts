import type { Body, HealthChange, Place, Spot, StrikeOptions } from '../contract.js';
import { drawFrom, hash4, hashPrefix, hashText } from '../maths/hash.js';
import type { Degrees, Fraction, Uint32 } from '../units.js';
import { transfer, type CompiledColour, type CompiledDirection, type CompiledValue } from './compiledValue.js';

/** What a strike fixes for all effects. */
export interface Strike {
  readonly seed: Uint32;
  /** Every field of the event, defaults filled in. */
  readonly payload: Readonly<Record<string, number | string | boolean>>;
  /** The blow's own direction, where the event has a direction field. */
  readonly blow: Degrees | undefined;
  readonly places: {
    readonly source: Place;
    readonly target: Place;
    readonly view: Place;
    readonly ear: Place;
    readonly others: readonly Place[];
  };
  readonly bodies: { readonly source: Body; readonly target: Body };
  /** Shares of health before and after the strike, of those whose health is known. */
  readonly health?: StrikeOptions['health'];
}

/** Where something hangs: on the contact point or on a party. */
export const origins = ['contact', 'source', 'target'] as const;
export type Origin = (typeof origins)[number];

export const spots = ['middle', 'top', 'feet', 'front', 'back'] as const satisfies readonly Spot[];

const contact: Place = { x: 0, y: 0 };
/** px from a body's middle down to the ground if the body does not give that distance. */
const usualGround = 64;

/** Channels are few and drawn from often: each name is hashed once. */
const channelHashes = new Map<string, Uint32>();

/** The hash of a channel's name, for `drawn`. */
export function channelHash(channel: string): Uint32 {
  let hash = channelHashes.get(channel);
  if (hash === undefined) channelHashes.set(channel, (hash = hashText(channel)));
  return hash;
}

/** Everything that chance, payload and place decide for one firing of one effect. */
export class Draws {
  /** The hash state after the counters that all its draws share. */
  private readonly prefix: Uint32;

  constructor(
    private readonly strike: Strike,
    private readonly effect: Uint32,
    /** Which of its repeats this is, from 0. */
    readonly firing: Uint32,
  ) {
    this.prefix = hashPrefix(strike.seed, effect, firing);
  }

  /** The draws of another repeat of the same effect. */
  of(firing: Uint32): Draws {
    return new Draws(this.strike, this.effect, firing);
  }

  get seed(): Uint32 {
    return this.strike.seed;
  }

  /** The hash of the effect's id: the same in every take. */
  get effectKey(): Uint32 {
    return this.effect;
  }

  /** A draw in [0, 1) on a channel named for what is drawn. */
  chance(channel: string, item: Uint32 = 0): Fraction {
    return drawFrom(this.prefix, item, channelHash(channel));
  }

  /** A draw in [0, 1) on a channel whose hash is known. */
  drawn(channel: Uint32, item: Uint32): Fraction {
    return drawFrom(this.prefix, item, channel);
  }

  /** The strike's payload, complete. */
  get payload(): Strike['payload'] {
    return this.strike.payload;
  }

  /** A seed of this firing's own, for noise. */
  key(): Uint32 {
    return hash4(this.strike.seed, this.effect, this.firing, 0, 0);
  }

  number(value: CompiledValue, item: Uint32 = 0): number {
    if (value.type === 'fixed') return value.value;
    if (value.type === 'range') {
      return value.low + (value.high - value.low) * drawFrom(this.prefix, item, value.channel);
    }
    return transfer(value, Number(this.strike.payload[value.field]));
  }

  /** The colour as 0xrrggbb. */
  packedColour(colour: CompiledColour): number {
    if (colour.type === 'fixed') return colour.packed;
    return colour.of.get(String(this.strike.payload[colour.field])) ?? colour.otherwise;
  }

  /** Shares of a party's health before and after the strike; undefined if they are not known. */
  healthOf(party: 'source' | 'target'): HealthChange | undefined {
    return this.strike.health?.[party];
  }

  /** A place at rest: the contact point, or a spot of a party. */
  place(origin: Origin, spot: Spot = 'middle'): Place {
    return placeIn(this.strike, origin, spot);
  }

  body(party: 'source' | 'target'): Body {
    return this.strike.bodies[party];
  }

  /** The factor by which lengths are scaled that hang on a party; 1 at the contact point. */
  scaleOf(origin: Origin): number {
    return origin === 'contact' ? 1 : (this.strike.bodies[origin].scale ?? 1);
  }

  /** Distance in px from an origin down to the ground. Below the contact point the ground is the target's. */
  groundBelow(origin: Origin): number {
    const { places, bodies } = this.strike;
    if (origin !== 'contact') return bodies[origin].ground ?? usualGround;
    return bodies.target.ground === undefined ? usualGround : places.target.y + bodies.target.ground;
  }

  get places(): Strike['places'] {
    return this.strike.places;
  }

  /** 1 within `near` of the place, falling evenly to 0 at `far`; 1 everywhere when `far` is 0. */
  nearness(listener: 'view' | 'ear', place: Place, near: number, far: number): Fraction {
    if (far <= 0) return 1;
    const at = this.strike.places[listener];
    const distance = Math.hypot(at.x - place.x, at.y - place.y);
    if (distance <= near) return 1;
    return far <= near ? 0 : Math.max(0, (far - distance) / (far - near));
  }

  /** The middle of a direction, without its spread. */
  base(direction: CompiledDirection): Degrees {
    return direction.angle + (direction.mode === 'any' ? 360 * this.chance('any') : headingIn(this.strike, direction.mode));
  }

  /** One draw within the spread around the base. */
  direction(direction: CompiledDirection, item: Uint32): Degrees {
    const base = this.base(direction);
    if (direction.spread === 0) return base;
    return base + direction.spread * (drawFrom(this.prefix, item, direction.channel) - 0.5);
  }
}

/** A place at rest: the contact point, or a spot of a party, relative to the contact point. */
export function placeIn({ places, bodies }: Pick<Strike, 'places' | 'bodies'>, origin: Origin, spot: Spot): Place {
  if (origin === 'contact') return contact;
  const rest = places[origin];
  const { width, height, spots: own } = bodies[origin];
  // A name may be that of what every object has.
  const known = own && Object.hasOwn(own, spot) ? own[spot] : undefined;
  if (known) return { x: rest.x + known.x, y: rest.y + known.y };
  if (spot === 'middle') return rest;
  const facing = Math.sign(origin === 'source' ? places.target.x - rest.x : places.source.x - rest.x) || 1;
  const across = spot === 'front' ? facing : spot === 'back' ? -facing : 0;
  const down = spot === 'feet' ? 1 : spot === 'top' ? -1 : 0;
  return { x: rest.x + (across * width) / 2, y: rest.y + (down * height) / 2 };
}

/** What the angle of a direction counts from. */
export function headingIn({ places, blow }: Pick<Strike, 'places' | 'blow'>, mode: Exclude<CompiledDirection['mode'], 'any'>): Degrees {
  const { source, target } = places;
  const away = (Math.atan2(target.y - source.y, target.x - source.x) * 180) / Math.PI;
  switch (mode) {
    case 'along':
      return blow ?? away;
    case 'against':
      return (blow ?? away) + 180;
    case 'away':
      return away;
    case 'toward':
      return away + 180;
    case 'fixed':
      return 0;
  }
}
