import type { ActorFrame, Comfort, GlyphFrame, MeterFrame, PoseFrame } from '../contract.js';
import { applyConventions } from '../ship/conventions.js';
import { groundOf } from '../take/compileReferences.js';
import { resetActor, resetFrame, restingActor } from '../take/frame.js';
import { Spotted } from '../take/spotted.js';
import type { GameClock } from './gameClock.js';
import type { LiveTake } from './liveTake.js';
import type { PlayerBody } from './playerBody.js';
import { groundHeight } from './posedPart.js';
import { mark, noMarks, own, placeSince, type Buffers } from './playerFrame.js';
import type { Units } from './units.js';

/** Writes one instant of everything that is played into a frame. Allocates nothing. */
export class Sampler {
  /** How much stood in the frame before a take, and before what was last written of one body. */
  private readonly beforeTake = noMarks();
  private readonly beforeOwner = noMarks();
  private readonly stood = new Float64Array(6);
  private readonly spot = new Spotted();
  private readonly nobodySource = restingActor();
  private readonly nobodyTarget = restingActor();

  constructor(
    private readonly units: Units,
    /** Whether what is on bodies is told where they are, or as if they were at rest. */
    private readonly told: 'on bodies' | 'at rest' = 'on bodies',
  ) {}

  sample(
    wall: Float64Array,
    buffers: Buffers,
    takes: readonly LiveTake[],
    bodies: readonly PlayerBody[],
    world: GameClock,
    comfort: Required<Comfort>,
  ): void {
    const { open } = buffers;
    open.source = this.nobodySource;
    open.target = this.nobodyTarget;
    resetFrame(open, wall[0]);
    for (const body of bodies) {
      resetActor(body.frame);
      body.frame.rate = body.clock.rateAt(wall);
      body.remember();
    }
    for (const take of takes) this.sampleView(take, wall, buffers);
    for (const take of takes) this.sampleTake(take, wall, buffers, comfort.text);
    for (const body of bodies) body.moves?.sample(wall, body.frame);
    if (this.told === 'on bodies') this.placeOnBodies(wall, buffers, bodies);
    soften(buffers, bodies, comfort);
    oneMeterEach(buffers, bodies);
    open.source = this.nobodySource;
    open.target = this.nobodyTarget;
    applyConventions(open, this.units.conventions);
    for (const body of bodies) this.showBody(body, wall);
    for (const body of bodies) body.forget();
    buffers.shown.t = wall[0];
    buffers.shown.worldRate = world.rateAt(wall);
  }

  private sampleView(take: LiveTake, wall: Float64Array, { open }: Buffers): void {
    this.open(take, open);
    for (const firing of take.ofView) firing.sample(wall, open);
  }

  private open(take: LiveTake, open: Buffers['open']): void {
    open.source = take.actorOf('source');
    open.target = take.actorOf('target');
  }

  private sampleTake(take: LiveTake, wall: Float64Array, buffers: Buffers, text: number): void {
    const { open, shown } = buffers;
    this.open(take, open);
    const { stood, beforeTake, beforeOwner } = this;
    const { source, target } = open;
    stood[0] = source.x;
    stood[1] = source.y;
    stood[2] = target.x;
    stood[3] = target.y;
    stood[4] = source.sunk;
    stood[5] = target.sunk;
    mark(beforeTake, open);
    mark(beforeOwner, open);
    let owner = -2;
    const { others } = take;
    // By index, because an iterator would be allocated for every take.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < others.length; i++) {
      const firing = others[i];
      const { index } = firing.body;
      if (index !== owner) {
        own(beforeOwner, shown, owner);
        mark(beforeOwner, open);
        owner = index;
      }
      const letters = open.glyphs.count;
      firing.sample(wall, open);
      if (firing.speaks && text !== 1) growLetters(open.glyphs, letters, text);
    }
    own(beforeOwner, shown, owner);
    placeSince(beforeTake, open, take.x, take.y, take.scale);
    this.drift(take, wall, open);
    if (take.scale === 1) return;
    source.x = stood[0] + (source.x - stood[0]) * take.scale;
    source.y = stood[1] + (source.y - stood[1]) * take.scale;
    source.sunk = stood[4] + (source.sunk - stood[4]) * take.scale;
    if (target === source) return;
    target.x = stood[2] + (target.x - stood[2]) * take.scale;
    target.y = stood[3] + (target.y - stood[3]) * take.scale;
    target.sunk = stood[5] + (target.sunk - stood[5]) * take.scale;
  }

  /** Takes what is on bodies along to where the game has put them since the strike. */
  private drift(take: LiveTake, wall: Float64Array, { pictures, meters }: Buffers['open']): void {
    const { spot, beforeTake } = this;
    for (const party of [1, 2] as const) {
      spot.x = spot.y = 0;
      take.addPut(spot, party === 1 ? 'source' : 'target', wall);
      for (let i = beforeTake.pictures; i < pictures.count; i++) {
        if (pictures.party[i] !== party) continue;
        pictures.x[i] += spot.x;
        pictures.y[i] += spot.y;
      }
      for (let i = beforeTake.meters; i < meters.count; i++) {
        if (meters.party[i] !== party) continue;
        meters.x[i] += spot.x;
        meters.y[i] += spot.y;
      }
    }
  }

  /** What is on a body goes where it is thrown, and is turned and squashed with it about the middle of its foot. */
  private placeOnBodies(wall: Float64Array, { shown: { pictures, meters } }: Buffers, bodies: readonly PlayerBody[]): void {
    const { spot } = this;
    for (let i = 0; i < pictures.count; i++) {
      const body = pictures.party[i] === 0 ? undefined : bodies[pictures.body[i]];
      if (!body) continue;
      const { frame } = body;
      spot.x = spot.y = 0;
      body.addRest(spot, wall);
      const foot = spot.y + ((body.actor?.height ?? 0) * body.scale) / 2;
      const radians = (frame.rotation * Math.PI) / 180;
      const across = (pictures.x[i] - spot.x) * frame.scaleX;
      const down = (pictures.y[i] - foot) * frame.scaleY;
      pictures.x[i] = spot.x + frame.x + across * Math.cos(radians) - down * Math.sin(radians);
      pictures.y[i] = foot + frame.y + across * Math.sin(radians) + down * Math.cos(radians);
      pictures.rotation[i] += frame.rotation;
    }
    for (let i = 0; i < meters.count; i++) {
      const body = bodies[meters.body[i]];
      if (!body) continue;
      meters.x[i] += body.frame.x;
      meters.y[i] += body.frame.y;
    }
  }

  private showBody(body: PlayerBody, wall: Float64Array): void {
    const { units, spot } = this;
    const { frame, settled, shown } = body;
    spot.x = spot.y = 0;
    body.addRest(spot, wall);
    copyActor(frame, shown);
    shown.depth = spot.y + (body.actor ? groundOf(body.actor) * body.scale : 0);
    shown.x = units.xOut(spot.x + frame.x);
    shown.y = units.yOut(spot.y + frame.y);
    shown.sunk = units.xOut(frame.sunk);
    const { actor, facing, scale } = body;
    shown.groundY = units.yOut(actor ? groundHeight(spot.y, actor, frame, facing, scale) : spot.y + frame.y - frame.sunk);
    shown.rotation = units.angleOut(frame.rotation);
    shown.rate = frame.rate;
    shown.actor = body.actor?.id ?? '';
    shown.facing = body.facing;
    shown.scale = body.scale;
    shown.settledX = units.xOut(settled.x);
    shown.settledY = units.yOut(settled.y);
  }
}

function copyActor(from: ActorFrame, to: ActorFrame): void {
  to.scaleX = from.scaleX;
  to.scaleY = from.scaleY;
  to.alpha = from.alpha;
  to.flash = from.flash;
  to.flashColour = from.flashColour;
  to.flashMode = from.flashMode;
  copyPoses(from.pose, to.pose);
  copyPoses(from.poseAge, to.poseAge);
  to.clip = from.clip;
  to.clipAge = from.clipAge;
}

function copyPoses(from: PoseFrame, to: PoseFrame): void {
  to.hurt = from.hurt;
  to.lunge = from.lunge;
  to.guard = from.guard;
  to.fall = from.fall;
}

/** Letters of one caption grow about its middle, so that they keep off one another. */
function growLetters({ count, x, y, size }: GlyphFrame, from: number, factor: number): void {
  if (from === count) return;
  let middleX = 0;
  let middleY = 0;
  for (let i = from; i < count; i++) {
    middleX += x[i] / (count - from);
    middleY += y[i] / (count - from);
  }
  for (let i = from; i < count; i++) {
    x[i] = middleX + (x[i] - middleX) * factor;
    y[i] = middleY + (y[i] - middleY) * factor;
    size[i] *= factor;
  }
}

/** What the person who plays has turned down. */
function soften({ open }: Buffers, bodies: readonly PlayerBody[], { shake, flash, rumble, text }: Required<Comfort>): void {
  const { view, rumble: motors, numbers } = open;
  view.x *= shake;
  view.y *= shake;
  view.roll *= shake;
  view.zoom = 1 + (view.zoom - 1) * shake;
  view.split *= shake;
  view.flash *= flash;
  view.vignette *= flash;
  for (const { frame } of bodies) frame.flash *= flash;
  motors.low *= rumble;
  motors.high *= rumble;
  if (text !== 1) for (let i = 0; i < numbers.count; i++) numbers.size[i] *= text;
}

/** Of several meters of one body the newest stays; where the game knows its health, that is what it shows. */
function oneMeterEach({ shown: { meters } }: Buffers, bodies: readonly PlayerBody[]): void {
  let left = 0;
  for (let i = 0; i < meters.count; i++) if (meters.body[i] >= 0) bodies[meters.body[i]].meter = i;
  for (let i = 0; i < meters.count; i++) {
    const body = meters.body[i];
    if (body >= 0 && bodies[body].meter !== i) continue;
    for (const name of meterNumbers) meters[name][left] = meters[name][i];
    const health = bodies[body]?.health;
    if (health !== undefined) {
      showHealth(meters, left, health);
    }
    left++;
  }
  meters.count = left;
}

/** Sets a bar to the share of health that its body has left. The lost part behind it keeps the length that the effect gives it. */
export function showHealth({ value, lag }: Pick<MeterFrame, 'value' | 'lag'>, i: number, share: number): void {
  const behind = Math.max(0, lag[i] - value[i]);
  value[i] = share;
  lag[i] = Math.min(1, share + behind);
}

const meterNumbers = ['body', 'party', 'x', 'y', 'width', 'height', 'value', 'lag', 'alpha', 'fill', 'lagFill', 'back'] as const;
