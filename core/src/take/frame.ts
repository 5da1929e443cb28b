import type { ActorFrame, Frame, PoseFrame } from '../contract.js';

/** The poses that a body can take. */
export const poses = ['hurt', 'lunge', 'guard', 'fall'] as const satisfies readonly (keyof PoseFrame)[];

/** The name by which a pose moves the whole body rather than a part of it. */
export const wholeBody = 'whole';

/** An actor at rest. */
export function restingActor(): ActorFrame {
  return {
    x: 0,
    y: 0,
    rotation: 0,
    scaleX: 1,
    scaleY: 1,
    sunk: 0,
    alpha: 1,
    flash: 0,
    flashColour: 0xffffff,
    flashMode: 'mix',
    rate: 1,
    pose: noPose(),
    poseAge: noPose(),
    clip: '',
    clipAge: 0,
  };
}

/**
 * In an order of its own: objects whose names come in the same order share their layout, and one that held anything but numbers,
 * such as what a document says of each pose, would have these boxed.
 */
function noPose(): PoseFrame {
  return { fall: 0, guard: 0, lunge: 0, hurt: 0 };
}

/** Back to rest. */
export function resetActor(actor: ActorFrame): void {
  actor.x = 0;
  actor.y = 0;
  actor.rotation = 0;
  actor.scaleX = 1;
  actor.scaleY = 1;
  actor.sunk = 0;
  actor.alpha = 1;
  actor.flash = 0;
  actor.flashColour = 0xffffff;
  actor.flashMode = 'mix';
  actor.rate = 1;
  resetPoses(actor.pose);
  resetPoses(actor.poseAge);
  actor.clip = '';
  actor.clipAge = 0;
}

function resetPoses(poses: PoseFrame): void {
  poses.hurt = 0;
  poses.lunge = 0;
  poses.guard = 0;
  poses.fall = 0;
}

/** How much of each a frame has room for. */
export interface FrameCapacity {
  readonly particles: number;
  readonly rings: number;
  readonly numbers: number;
  readonly pictures: number;
  readonly arcs: number;
  readonly ribbons: number;
  /** Nodes of all ribbons together. */
  readonly ribbonNodes: number;
  readonly glyphs: number;
  readonly meters: number;
}

/** Every kind of thing that a frame has room for. */
export const capacityNames = [
  'particles',
  'rings',
  'numbers',
  'pictures',
  'arcs',
  'ribbons',
  'ribbonNodes',
  'glyphs',
  'meters',
] as const satisfies readonly (keyof FrameCapacity)[];

const floats = <N extends string>(length: number, ...names: N[]): Record<N, Float32Array> =>
  Object.fromEntries(names.map((name) => [name, new Float32Array(length)])) as Record<N, Float32Array>;
const texts = (length: number): string[] => new Array<string>(length).fill('');

/** A frame at rest. */
export function createFrame(room: Partial<FrameCapacity>): Frame {
  const { particles = 0, rings = 0, numbers = 0, pictures = 0, arcs = 0, ribbons = 0, ribbonNodes = 0, glyphs = 0, meters = 0 } = room;
  return {
    t: 0,
    source: restingActor(),
    target: restingActor(),
    view: { x: 0, y: 0, roll: 0, zoom: 1, split: 0, vignette: 0, flash: 0, flashColour: 0xffffff },
    rumble: { low: 0, high: 0 },
    particles: {
      count: 0,
      ...floats(particles, 'x', 'y', 'size', 'rotation', 'r', 'g', 'b', 'a'),
      picture: new Uint8Array(particles),
      cell: new Uint8Array(particles),
      blend: new Uint8Array(particles),
      item: new Uint32Array(particles),
    },
    rings: { count: 0, ...floats(rings, 'x', 'y', 'radius', 'width', 'r', 'g', 'b', 'a'), blend: new Uint8Array(rings) },
    numbers: {
      count: 0,
      text: texts(numbers),
      ...floats(numbers, 'x', 'y', 'size', 'alpha'),
      colour: new Uint32Array(numbers),
      outline: new Uint32Array(numbers),
    },
    pictures: {
      count: 0,
      picture: texts(pictures),
      layer: new Uint8Array(pictures),
      party: new Uint8Array(pictures),
      ...floats(pictures, 'x', 'y', 'size', 'rotation', 'alpha'),
      tint: new Uint32Array(pictures),
      blend: new Uint8Array(pictures),
    },
    arcs: {
      count: 0,
      ...floats(arcs, 'x', 'y', 'inner', 'outer', 'from', 'to', 'reach', 'r', 'g', 'b', 'a'),
      live: new Uint8Array(arcs),
      blend: new Uint8Array(arcs),
    },
    ribbons: {
      count: 0,
      nodeCount: 0,
      first: new Uint32Array(ribbons),
      nodes: new Uint32Array(ribbons),
      layer: new Uint8Array(ribbons),
      blend: new Uint8Array(ribbons),
      ...floats(ribbonNodes, 'x', 'y', 'width', 'r', 'g', 'b', 'a'),
    },
    glyphs: {
      count: 0,
      text: texts(glyphs),
      ...floats(glyphs, 'x', 'y', 'size', 'rotation', 'alpha'),
      colour: new Uint32Array(glyphs),
      outline: new Uint32Array(glyphs),
    },
    meters: {
      count: 0,
      party: new Uint8Array(meters),
      ...floats(meters, 'x', 'y', 'width', 'height', 'value', 'lag', 'alpha'),
      fill: new Uint32Array(meters),
      lagFill: new Uint32Array(meters),
      back: new Uint32Array(meters),
    },
  };
}

/** Back to rest, buffers kept. */
export function resetFrame(frame: Frame, t: number): void {
  frame.t = t;
  resetActor(frame.source);
  resetActor(frame.target);
  frame.view.x = 0;
  frame.view.y = 0;
  frame.view.roll = 0;
  frame.view.zoom = 1;
  frame.view.split = 0;
  frame.view.vignette = 0;
  frame.view.flash = 0;
  frame.view.flashColour = 0xffffff;
  frame.rumble.low = 0;
  frame.rumble.high = 0;
  frame.particles.count = 0;
  frame.rings.count = 0;
  frame.numbers.count = 0;
  frame.pictures.count = 0;
  frame.arcs.count = 0;
  frame.ribbons.count = 0;
  frame.ribbons.nodeCount = 0;
  frame.glyphs.count = 0;
  frame.meters.count = 0;
}
