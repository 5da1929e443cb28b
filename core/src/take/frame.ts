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

/** A frame at rest with room for `capacity` particles. */
export function createFrame(capacity: number): Frame {
  return {
    t: 0,
    source: restingActor(),
    target: restingActor(),
    view: { x: 0, y: 0, roll: 0, zoom: 1 },
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
  frame.rumble.low = 0;
  frame.rumble.high = 0;
  frame.particles.count = 0;
}
