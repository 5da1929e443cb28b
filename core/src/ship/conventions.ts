import type { ActorFrame, Frame } from '../contract.js';

/** How the receiving game measures. */
export interface FrameConventions {
  readonly axis: 'down' | 'up';
  readonly angles: 'degrees' | 'radians';
  readonly unitsPerPixel: number;
}

/** Rewrites a frame from the engine's units (px, y down, degrees) into the game's, in place. */
export function applyConventions(frame: Frame, conventions: FrameConventions): Frame {
  const { axis, angles, unitsPerPixel: scale } = conventions;
  if (axis === 'down' && angles === 'degrees' && scale === 1) return frame;
  const yScale = axis === 'up' ? -scale : scale;
  // Turning the y axis over turns every angle over with it.
  const angleScale = (axis === 'up' ? -1 : 1) * (angles === 'radians' ? Math.PI / 180 : 1);
  convertActor(frame.source, scale, yScale, angleScale);
  convertActor(frame.target, scale, yScale, angleScale);
  frame.view.x *= scale;
  frame.view.y *= yScale;
  frame.view.roll *= angleScale;
  frame.view.split *= scale;
  const { particles } = frame;
  for (let i = 0; i < particles.count; i++) {
    particles.x[i] *= scale;
    particles.y[i] *= yScale;
    particles.size[i] *= scale;
    particles.rotation[i] *= angleScale;
  }
  const { rings, numbers, pictures } = frame;
  for (let i = 0; i < pictures.count; i++) {
    pictures.x[i] *= scale;
    pictures.y[i] *= yScale;
    pictures.size[i] *= scale;
    pictures.rotation[i] *= angleScale;
  }
  for (let i = 0; i < rings.count; i++) {
    rings.x[i] *= scale;
    rings.y[i] *= yScale;
    rings.radius[i] *= scale;
    rings.width[i] *= scale;
  }
  for (let i = 0; i < numbers.count; i++) {
    numbers.x[i] *= scale;
    numbers.y[i] *= yScale;
    numbers.size[i] *= scale;
  }
  return frame;
}

function convertActor(actor: ActorFrame, xScale: number, yScale: number, angleScale: number): void {
  actor.x *= xScale;
  actor.y *= yScale;
  actor.rotation *= angleScale;
}
