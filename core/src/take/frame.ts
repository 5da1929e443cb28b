import type { ActorFrame, Frame } from '../contract.js';

function restingActor(): ActorFrame {
  return { x: 0, y: 0, rotation: 0, scaleX: 1, scaleY: 1, alpha: 1, flash: 0, flashColour: 0xffffff, flashMode: 'mix', rate: 1 };
}

function resetActor(actor: ActorFrame): void {
  actor.x = 0;
  actor.y = 0;
  actor.rotation = 0;
  actor.scaleX = 1;
  actor.scaleY = 1;
  actor.alpha = 1;
  actor.flash = 0;
  actor.flashColour = 0xffffff;
  actor.flashMode = 'mix';
  actor.rate = 1;
}

/** How much of each a frame has room for. */
export interface FrameCapacity {
  readonly particles: number;
  readonly rings: number;
  readonly numbers: number;
  readonly pictures: number;
}

/** A frame at rest. */
export function createFrame({ particles: capacity, rings, numbers, pictures }: FrameCapacity): Frame {
  return {
    t: 0,
    source: restingActor(),
    target: restingActor(),
    view: { x: 0, y: 0, roll: 0, zoom: 1, split: 0, vignette: 0, flash: 0, flashColour: 0xffffff },
    rumble: { low: 0, high: 0 },
    particles: {
      count: 0,
      x: new Float32Array(capacity),
      y: new Float32Array(capacity),
      size: new Float32Array(capacity),
      rotation: new Float32Array(capacity),
      r: new Float32Array(capacity),
      g: new Float32Array(capacity),
      b: new Float32Array(capacity),
      a: new Float32Array(capacity),
      picture: new Uint8Array(capacity),
      blend: new Uint8Array(capacity),
    },
    rings: {
      count: 0,
      x: new Float32Array(rings),
      y: new Float32Array(rings),
      radius: new Float32Array(rings),
      width: new Float32Array(rings),
      r: new Float32Array(rings),
      g: new Float32Array(rings),
      b: new Float32Array(rings),
      a: new Float32Array(rings),
      blend: new Uint8Array(rings),
    },
    numbers: {
      count: 0,
      text: new Array<string>(numbers).fill(''),
      x: new Float32Array(numbers),
      y: new Float32Array(numbers),
      size: new Float32Array(numbers),
      alpha: new Float32Array(numbers),
      colour: new Uint32Array(numbers),
      outline: new Uint32Array(numbers),
    },
    pictures: {
      count: 0,
      picture: new Array<string>(pictures).fill(''),
      layer: new Uint8Array(pictures),
      party: new Uint8Array(pictures),
      x: new Float32Array(pictures),
      y: new Float32Array(pictures),
      size: new Float32Array(pictures),
      rotation: new Float32Array(pictures),
      alpha: new Float32Array(pictures),
      tint: new Uint32Array(pictures),
      blend: new Uint8Array(pictures),
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
}
