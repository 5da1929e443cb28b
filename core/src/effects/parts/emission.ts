import type { CompiledDirection, CompiledValue } from '../../take/compiledValue.js';
import { channelHash, type Draws, type Origin } from '../../take/draws.js';
import type { Spot } from '../../contract.js';
import type { Degrees, Px } from '../../units.js';

export const emissionShapes = ['point', 'disc', 'circle', 'cone', 'segment', 'body'] as const;

/** Where particles are let go and which way they set out. */
export interface Emission {
  readonly origin: Origin;
  /** At least one; a particle comes from one of them. */
  readonly spots: readonly Spot[];
  /** Whether every spot lets the whole count go. */
  readonly fromAll: boolean;
  /** Whose outline a body's shape is when it comes from the contact point. */
  readonly party: 'source' | 'target';
  readonly shape: (typeof emissionShapes)[number];
  readonly radius: CompiledValue;
  readonly outward: boolean;
  readonly direction: CompiledDirection;
}

/** A particle's birth: its place relative to the shape's middle, and where it sets out to. */
export interface Birth {
  x: Px;
  y: Px;
  angle: Degrees;
}

const toDegrees = 180 / Math.PI;
const channels = { place: channelHash('place'), out: channelHash('out') };

/**
 * Draws the birth of particle `i` into `birth`. Each draw has its own channel, so that adding a field later moves none
 * of the others.
 */
export function drawBirth(emission: Emission, draws: Draws, i: number, birth: Birth): void {
  const radius = draws.number(emission.radius, i);
  birth.x = 0;
  birth.y = 0;
  birth.angle = draws.direction(emission.direction, i);
  switch (emission.shape) {
    case 'point':
      if (emission.outward) birth.angle += draws.drawn(channels.place, i) * 360;
      return;
    case 'segment':
    case 'cone': {
      const base = draws.base(emission.direction);
      const across = (base + 90) / toDegrees;
      const share = 2 * draws.drawn(channels.place, i) - 1;
      birth.x = Math.cos(across) * radius * share;
      birth.y = Math.sin(across) * radius * share;
      // A cone fans out over its mouth: straight ahead from the middle, half the spread to the side from the rim.
      if (emission.shape === 'cone') birth.angle = base + (share * emission.direction.spread) / 2;
      else if (emission.outward) birth.angle += share < 0 ? -90 : 90;
      return;
    }
    case 'disc':
    case 'circle': {
      const around = draws.drawn(channels.place, i) * 2 * Math.PI;
      // The square root spreads a disc's particles evenly over its area.
      const out = emission.shape === 'disc' ? radius * Math.sqrt(draws.drawn(channels.out, i)) : radius;
      birth.x = Math.cos(around) * out;
      birth.y = Math.sin(around) * out;
      if (emission.outward) birth.angle = turnedFrom(around * toDegrees, emission, draws, i);
      return;
    }
    case 'body': {
      const { width, height } = draws.body(emission.origin === 'contact' ? emission.party : emission.origin);
      const around = draws.drawn(channels.place, i) * 2 * Math.PI;
      const a = width / 2;
      const b = height / 2;
      // Outward of an ellipse is its normal there.
      const normal = Math.atan2(Math.sin(around) * a, Math.cos(around) * b);
      birth.x = Math.cos(around) * a + Math.cos(normal) * radius;
      birth.y = Math.sin(around) * b + Math.sin(normal) * radius;
      if (emission.outward) birth.angle = turnedFrom(normal * toDegrees, emission, draws, i);
      return;
    }
  }
}

/** The angle and the drawn share of the spread, for what sets out from its own middle rather than along the direction. */
function turnedFrom(middle: Degrees, emission: Emission, draws: Draws, i: number): Degrees {
  const { direction } = emission;
  return middle + direction.angle + draws.direction(direction, i) - draws.base(direction);
}
