import type { Frame, Place } from '../../contract.js';
import { dragFall, dragReach } from '../../maths/ballistic.js';
import { doubles } from '../../maths/doubles.js';
import { tableCells, type Envelope } from '../../maths/envelope.js';
import type { ColourTables, Gradient } from '../../maths/gradient.js';
import { fromOklch } from '../../maths/oklab.js';
import type { CompiledValue } from '../../take/compiledValue.js';
import { channelHash, type Draws } from '../../take/draws.js';
import type { FrameCapacity } from '../../take/frame.js';
import { partyOf } from '../../take/motion.js';
import { Spotted } from '../../take/spotted.js';
import type { Px, Seconds } from '../../units.js';
import type { Firing, Scene, Telling } from '../../take/firing.js';
import { drawBirth, type Birth, type Emission } from './emission.js';
import { Landings, type floorWays, type Flying } from './landings.js';

/** A burst's fields, resolved to numbers and tables. */
export interface BurstLook extends Emission {
  readonly speed: CompiledValue;
  readonly carry: CompiledValue;
  readonly drag: CompiledValue;
  readonly gravity: CompiledValue;
  readonly floor: (typeof floorWays)[number];
  readonly bounce: CompiledValue;
  readonly life: CompiledValue;
  readonly size: CompiledValue;
  /** Whether the size is kept whatever the view's zoom. */
  readonly onScreen: boolean;
  readonly spin: CompiledValue;
  readonly facesMotion: boolean;
  readonly sizeOverLife: Envelope;
  readonly colourOverLife: Gradient;
  /** The colour drawn for the whole burst, where there is one. */
  readonly drawnHue: { readonly hue: CompiledValue; readonly lightness: CompiledValue; readonly chroma: CompiledValue } | undefined;
  readonly picture: number;
  readonly cells: number;
  readonly cellRate: CompiledValue;
  readonly blend: number;
}

const toRadians = Math.PI / 180;
const turnChannel = channelHash('turn');
const spotChannel = channelHash('spot');
const white = { r: 1, g: 1, b: 1 };
/**
 * What is known of a particle from its birth on. They stand side by side in one array: a strike makes many bursts, and each array
 * of its own costs as much as drawing a few particles.
 */
const column = { birth: 0, life: 1, x: 2, y: 3, vx: 4, vy: 5, size: 6, turn: 7, spin: 8 } as const;
const width = 9;
/** Half the time over which a moving body's speed is taken. */
const speedStep: Seconds = 1 / 480;

/** The party whose body the particles come from; none where they come from the contact point. */
export function partyFollowed({ shape, origin, party }: Pick<BurstLook, 'shape' | 'origin' | 'party'>): BurstLook['party'] | undefined {
  return shape === 'body' && origin === 'contact' ? party : partyOf(origin);
}

/** How many spots let the whole count go. */
export function firedFrom({ spots, fromAll, shape }: Pick<BurstLook, 'spots' | 'fromAll' | 'shape'>): number {
  return fromAll && shape !== 'body' ? spots.length : 1;
}

/** Written anew for every particle that is placed. */
const ways = { here: new Spotted(), ahead: new Spotted(), behind: new Spotted(), under: new Spotted(), then: new Float64Array(1) };
/** Written anew for every particle that knows a floor. */
const flying: Flying = { x: 0, y: 0, vx: 0, vy: 0 };

/** One burst let go: every particle's birth drawn, its flight a closed form of its age. */
export class BurstFiring implements Firing {
  readonly extent: Seconds;
  readonly room: Partial<FrameCapacity>;
  readonly bind: ((scene: Scene) => void) | undefined;
  /** Nine numbers for each particle, in the order of `column`. */
  private readonly rows: Float64Array;
  private readonly count: number;
  private readonly drag: number;
  private readonly gravity: number;
  private readonly carry: number;
  private readonly cellRate: number;
  private readonly tint: { readonly r: number; readonly g: number; readonly b: number };
  private readonly atOnce: boolean;
  private readonly sizeTable: Float32Array;
  private readonly colours: ColourTables;
  private births: Float64Array | undefined;
  private deaths: Float64Array | undefined;
  /** How particles go on that do not fall through the floor, and how high the ground is where nobody has moved. */
  private readonly landings: Landings | undefined;
  private readonly ground: Px;
  /** Whom the particles follow until they are born, and how many are. */
  private followed: { readonly party: 'source' | 'target' | undefined; readonly scene: Scene } | undefined;
  private placed = 0;

  constructor(
    private readonly look: BurstLook,
    draws: Draws,
    single: number,
    over: Seconds,
  ) {
    const count = single * firedFrom(look);
    this.room = { particles: count };
    this.count = count;
    this.rows = doubles(count * width);
    this.sizeTable = look.sizeOverLife.table();
    this.colours = look.colourOverLife.tables();
    this.atOnce = over === 0;
    this.drag = draws.number(look.drag);
    this.gravity = draws.number(look.gravity);
    this.carry = draws.number(look.carry);
    this.cellRate = draws.number(look.cellRate);
    const hue = look.drawnHue;
    this.tint = hue ? fromOklch(draws.number(hue.lightness), draws.number(hue.chroma), draws.number(hue.hue)) : white;
    if (look.floor !== 'through')
      this.landings = new Landings(count, this.drag, this.gravity, look.floor === 'bounce' ? draws.number(look.bounce) : 0);
    this.ground = this.landings ? draws.place(look.origin, 'middle').y + draws.groundBelow(look.origin) : 0;
    let extent = 0;
    const set: Birth = { x: 0, y: 0, angle: 0 };
    // A body's outline lies around its middle, whatever the spots.
    const places =
      look.shape === 'body'
        ? [draws.place(look.origin === 'contact' ? look.party : look.origin, 'middle')]
        : look.spots.map((spot) => draws.place(look.origin, spot));
    const each = look.fromAll ? places.length : 1;
    for (let i = 0; i < count; i++) {
      // Those that come from all spots at once have one birth: i counts through the spots first.
      const at = each > 1 ? i % each : places.length > 1 ? Math.floor(draws.drawn(spotChannel, i) * places.length) : 0;
      this.release(draws, i, (Math.floor(i / each) / (count / each)) * over, places[at], set);
      extent = Math.max(extent, this.rows[i * width + column.birth] + this.rows[i * width + column.life]);
    }
    this.extent = extent;
    const party = partyFollowed(look);
    // What is let go from the contact point follows nobody, but may land.
    if (party || this.landings) this.bind = (scene) => this.boundTo(party, scene);
  }

  private release(draws: Draws, i: number, birth: Seconds, origin: Place, set: Birth): void {
    const { look } = this;
    drawBirth(look, draws, i, set);
    const speed = draws.number(look.speed, i);
    const { rows } = this;
    const row = i * width;
    rows[row + column.birth] = birth;
    rows[row + column.life] = draws.number(look.life, i);
    rows[row + column.x] = origin.x + set.x;
    rows[row + column.y] = origin.y + set.y;
    rows[row + column.vx] = Math.cos(set.angle * toRadians) * speed;
    rows[row + column.vy] = Math.sin(set.angle * toRadians) * speed;
    rows[row + column.size] = draws.number(look.size, i);
    rows[row + column.turn] = look.facesMotion ? 0 : draws.drawn(turnChannel, i) * 360;
    rows[row + column.spin] = draws.number(look.spin, i);
  }

  /** Particles leave from where their party's body is at the instant of their birth, and take along a share of its speed. */
  private boundTo(party: 'source' | 'target' | undefined, scene: Scene): void {
    this.followed = { party, scene };
    if (scene.live !== true) for (let i = 0; i < this.count; i++) this.place(i);
  }

  /** Places those that are born by now; the last of them are born last. */
  follow(now: Float64Array): void {
    while (this.placed < this.count && this.rows[this.placed * width + column.birth] <= now[0]) {
      this.place(this.placed);
      this.placed++;
    }
  }

  end(): void {
    // What is not born by now never is.
    for (let i = this.placed; i < this.count; i++) this.rows[i * width + column.birth] = Infinity;
  }

  private place(i: number): void {
    const { here, ahead, behind, then } = ways;
    const { followed, rows } = this;
    if (!followed) return;
    const row = i * width;
    const { party, scene } = followed;
    // All born at once stand at the same place.
    if (!this.atOnce || i === 0) {
      clear(here, ahead, behind);
      then[0] = rows[row + column.birth];
      scene.addTo(here, party, then);
      if (this.carry !== 0) {
        then[0] = rows[row + column.birth] + speedStep;
        scene.addTo(ahead, party, then);
        then[0] = rows[row + column.birth] - speedStep;
        scene.addTo(behind, party, then);
      }
    }
    rows[row + column.x] += here.x;
    rows[row + column.y] += here.y;
    rows[row + column.vx] += ((ahead.x - behind.x) / (2 * speedStep)) * this.carry;
    rows[row + column.vy] += ((ahead.y - behind.y) / (2 * speedStep)) * this.carry;
    if (this.landings) this.land(this.landings, i, party, scene);
  }

  /** Reckons where a particle lands: on the game's floor, else on the ground under its party, as that is at the particle's birth. */
  private land(landings: Landings, i: number, party: 'source' | 'target' | undefined, scene: Scene): void {
    const { under, then } = ways;
    const { rows } = this;
    const row = i * width;
    clear(under);
    then[0] = rows[row + column.birth];
    scene.addGround(under, party, then);
    const ground = this.ground + under.y;
    flying.x = rows[row + column.x];
    flying.y = rows[row + column.y];
    flying.vx = rows[row + column.vx];
    flying.vy = rows[row + column.vy];
    landings.reckon(i, flying, rows[row + column.life], (x) => scene.floorAt?.(x) ?? ground);
  }

  tells(): readonly Telling[] {
    const { count, rows, landings } = this;
    let far = 0;
    for (let i = 0; i < count; i++) {
      const row = i * width;
      const life = rows[row + column.life];
      const reach = dragReach(this.drag, life);
      let x = rows[row + column.vx] * reach;
      let y = rows[row + column.vy] * reach + this.gravity * dragFall(this.drag, life);
      if (landings) {
        landings.at(i, life, flying);
        x = flying.x - rows[row + column.x];
        y = flying.y - rows[row + column.y];
      }
      far = Math.max(far, Math.hypot(x, y));
    }
    return [
      { name: 'lets go', value: count, unit: count === 1 ? 'particle' : 'particles' },
      { name: 'farthest flies', value: far, unit: 'px' },
    ];
  }

  /** Live particles at `age`: births so far less deaths so far, each by binary search. */
  channel(age: Seconds): number {
    const { count, rows } = this;
    this.births ??= Float64Array.from({ length: count }, (_, i) => rows[i * width + column.birth]);
    this.deaths ??= this.births.map((birth, i) => birth + rows[i * width + column.life]).sort();
    return countUpTo(this.births, age) - countUpTo(this.deaths, age);
  }

  sample(now: Float64Array, frame: Frame): void {
    const age = now[0];
    // Everything the loop reads stands in a local: the compiler cannot know that writing to one array changes no other.
    const { drag, gravity, atOnce, count, rows, landings } = this;
    const { facesMotion } = this.look;
    const { sizeTable } = this;
    const { r, g, b, a } = this.colours;
    const { r: tintR, g: tintG, b: tintB } = this.tint;
    const scale = this.look.onScreen ? 1 / frame.view.zoom : 1;
    const { particles } = frame;
    const { x: outX, y: outY, size: outSize, rotation: outRotation, r: outR, g: outG, b: outB, a: outA, item: outItem } = particles;
    const first = particles.count;
    let n = first;
    // Let go all at once, every particle has the same age, and the costly part is shared.
    let reach = dragReach(drag, age);
    let fall = gravity * dragFall(drag, age);
    for (let i = 0, row = 0; i < count; i++, row += width) {
      const own = age - rows[row + column.birth];
      const whole = rows[row + column.life];
      if (own < 0 || own >= whole) continue;
      if (!atOnce) {
        reach = dragReach(drag, own);
        fall = gravity * dragFall(drag, own);
      }
      const place = (own / whole) * tableCells;
      const cell = place | 0;
      const part = place - cell;
      if (landings) {
        landings.at(i, own, flying);
        outX[n] = flying.x;
        outY[n] = flying.y;
      } else {
        outX[n] = rows[row + column.x] + rows[row + column.vx] * reach;
        outY[n] = rows[row + column.y] + rows[row + column.vy] * reach + fall;
      }
      outSize[n] = rows[row + column.size] * scale * (sizeTable[cell] + (sizeTable[cell + 1] - sizeTable[cell]) * part);
      outR[n] = tintR * (r[cell] + (r[cell + 1] - r[cell]) * part);
      outG[n] = tintG * (g[cell] + (g[cell + 1] - g[cell]) * part);
      outB[n] = tintB * (b[cell] + (b[cell + 1] - b[cell]) * part);
      outA[n] = a[cell] + (a[cell + 1] - a[cell]) * part;
      if (landings)
        outRotation[n] = facesMotion
          ? Math.atan2(flying.vy, flying.vx) / toRadians
          : rows[row + column.turn] + rows[row + column.spin] * landings.turning(i, own);
      else outRotation[n] = facesMotion ? this.heading(row, own) : rows[row + column.turn] + rows[row + column.spin] * own;
      outItem[n] = i;
      n++;
    }
    if (this.look.cells > 1) this.showCells(age, particles.cell, first);
    else particles.cell.fill(0, first, n);
    particles.picture.fill(this.look.picture, first, n);
    particles.blend.fill(this.look.blend, first, n);
    particles.count = n;
  }

  /** Which cell of its strip each live particle shows, in the order in which `sample` writes them. */
  private showCells(age: Seconds, out: Uint8Array, first: number): void {
    const { cells } = this.look;
    let n = first;
    for (let i = 0, row = 0; i < this.count; i++, row += width) {
      const own = age - this.rows[row + column.birth];
      const life = this.rows[row + column.life];
      if (own < 0 || own >= life) continue;
      const turn = this.cellRate > 0 ? Math.floor(own * this.cellRate) % cells : Math.floor((own / life) * cells);
      out[n++] = turn;
    }
  }

  /** Direction of flight in degrees. */
  private heading(row: number, age: Seconds): number {
    const keep = Math.exp(-this.drag * age);
    const fallSpeed = this.gravity * dragReach(this.drag, age);
    return Math.atan2(this.rows[row + column.vy] * keep + fallSpeed, this.rows[row + column.vx] * keep) / toRadians;
  }
}

function clear(...places: Spotted[]): void {
  for (const place of places) place.x = place.y = 0;
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
