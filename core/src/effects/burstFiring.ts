import type { Frame } from '../contract.js';
import { dragFall, dragReach } from '../maths/ballistic.js';
import { tableCells } from '../maths/envelope.js';
import type { CompiledDirection, CompiledValue } from '../take/compiledValue.js';
import type { Draws } from '../take/draws.js';
import type { Seconds } from '../units.js';
import type { Firing } from './effect.js';

/** A burst's fields, resolved to numbers and tables. */
export interface BurstLook {
  readonly origin: 'contact' | 'source' | 'target';
  readonly shape: 'point' | 'disc' | 'circle' | 'segment';
  readonly radius: CompiledValue;
  readonly direction: CompiledDirection;
  readonly speed: CompiledValue;
  readonly drag: CompiledValue;
  readonly gravity: CompiledValue;
  readonly life: CompiledValue;
  readonly size: CompiledValue;
  readonly spin: CompiledValue;
  readonly facesMotion: boolean;
  readonly sizeTable: Float32Array;
  readonly colourTables: { readonly r: Float32Array; readonly g: Float32Array; readonly b: Float32Array; readonly a: Float32Array };
  readonly picture: number;
  readonly blend: number;
}

const toRadians = Math.PI / 180;

/** One burst let go: every particle's birth drawn, its flight a closed form of its age. */
export class BurstFiring implements Firing {
  readonly extent: Seconds;
  readonly particleLimit: number;
  private readonly birth: Float64Array;
  private readonly life: Float64Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly vx: Float64Array;
  private readonly vy: Float64Array;
  private readonly size: Float64Array;
  private readonly turn: Float64Array;
  private readonly spin: Float64Array;
  private readonly drag: number;
  private readonly gravity: number;
  private readonly atOnce: boolean;
  private deaths: Float64Array | undefined;

  constructor(
    private readonly look: BurstLook,
    draws: Draws,
    count: number,
    over: Seconds,
  ) {
    this.particleLimit = count;
    this.atOnce = over === 0;
    this.drag = draws.number(look.drag);
    this.gravity = draws.number(look.gravity);
    this.birth = new Float64Array(count);
    this.life = new Float64Array(count);
    this.x = new Float64Array(count);
    this.y = new Float64Array(count);
    this.vx = new Float64Array(count);
    this.vy = new Float64Array(count);
    this.size = new Float64Array(count);
    this.turn = new Float64Array(count);
    this.spin = new Float64Array(count);
    let extent = 0;
    for (let i = 0; i < count; i++) {
      this.release(draws, i, (i / count) * over);
      extent = Math.max(extent, this.birth[i] + this.life[i]);
    }
    this.extent = extent;
  }

  /** Draws particle `i`. Each draw has its own channel, so adding a field later moves none of the others. */
  private release(draws: Draws, i: number, birth: Seconds): void {
    const { look } = this;
    const origin = draws.place(look.origin);
    const angle = draws.direction(look.direction, i) * toRadians;
    const speed = draws.number(look.speed, i);
    const radius = draws.number(look.radius, i);
    this.birth[i] = birth;
    this.life[i] = draws.number(look.life, i);
    this.x[i] = origin.x;
    this.y[i] = origin.y;
    if (look.shape === 'segment') {
      const across = draws.base(look.direction) * toRadians + Math.PI / 2;
      const along = radius * (2 * draws.chance('place', i) - 1);
      this.x[i] += Math.cos(across) * along;
      this.y[i] += Math.sin(across) * along;
    } else if (look.shape !== 'point') {
      const around = draws.chance('place', i) * 2 * Math.PI;
      // The square root spreads a disc's particles evenly over its area.
      const out = look.shape === 'disc' ? radius * Math.sqrt(draws.chance('out', i)) : radius;
      this.x[i] += Math.cos(around) * out;
      this.y[i] += Math.sin(around) * out;
    }
    this.vx[i] = Math.cos(angle) * speed;
    this.vy[i] = Math.sin(angle) * speed;
    this.size[i] = draws.number(look.size, i);
    this.turn[i] = look.facesMotion ? 0 : draws.chance('turn', i) * 360;
    this.spin[i] = draws.number(look.spin, i);
  }

  /** Live particles at `age`: births so far less deaths so far, each by binary search. */
  channel(age: Seconds): number {
    this.deaths ??= this.birth.map((birth, i) => birth + this.life[i]).sort();
    return countUpTo(this.birth, age) - countUpTo(this.deaths, age);
  }

  sample(age: Seconds, frame: Frame): void {
    // Everything the loop reads stands in a local: the compiler cannot know that writing to one array changes no other.
    const { drag, gravity, atOnce, birth, life, x, y, vx, vy, size, turn, spin } = this;
    const { sizeTable, facesMotion } = this.look;
    const { r, g, b, a } = this.look.colourTables;
    const { particles } = frame;
    const { x: outX, y: outY, size: outSize, rotation: outRotation, r: outR, g: outG, b: outB, a: outA } = particles;
    const first = particles.count;
    let n = first;
    // Let go all at once, every particle has the same age, and the costly part is shared.
    let reach = dragReach(drag, age);
    let fall = gravity * dragFall(drag, age);
    for (let i = 0; i < life.length; i++) {
      const own = age - birth[i];
      const whole = life[i];
      if (own < 0 || own >= whole) continue;
      if (!atOnce) {
        reach = dragReach(drag, own);
        fall = gravity * dragFall(drag, own);
      }
      const place = (own / whole) * tableCells;
      const cell = place | 0;
      const part = place - cell;
      outX[n] = x[i] + vx[i] * reach;
      outY[n] = y[i] + vy[i] * reach + fall;
      outSize[n] = size[i] * (sizeTable[cell] + (sizeTable[cell + 1] - sizeTable[cell]) * part);
      outR[n] = r[cell] + (r[cell + 1] - r[cell]) * part;
      outG[n] = g[cell] + (g[cell + 1] - g[cell]) * part;
      outB[n] = b[cell] + (b[cell + 1] - b[cell]) * part;
      outA[n] = a[cell] + (a[cell + 1] - a[cell]) * part;
      outRotation[n] = facesMotion ? this.heading(i, own) : turn[i] + spin[i] * own;
      n++;
    }
    particles.picture.fill(this.look.picture, first, n);
    particles.blend.fill(this.look.blend, first, n);
    particles.count = n;
  }

  /** Direction of flight in degrees. */
  private heading(i: number, age: Seconds): number {
    const keep = Math.exp(-this.drag * age);
    const fallSpeed = this.gravity * dragReach(this.drag, age);
    return Math.atan2(this.vy[i] * keep + fallSpeed, this.vx[i] * keep) / toRadians;
  }
}

function countUpTo(sorted: Float64Array, limit: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (sorted[middle] <= limit) low = middle + 1;
    else high = middle;
  }
  return low;
}
