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
  const { particles, rings, numbers, pictures, arcs, ribbons, glyphs, meters } = frame;
  convertPlaces(particles, particles.count, scale, yScale);
  convertPlaces(rings, rings.count, scale, yScale);
  convertPlaces(numbers, numbers.count, scale, yScale);
  convertPlaces(pictures, pictures.count, scale, yScale);
  convertPlaces(arcs, arcs.count, scale, yScale);
  convertPlaces(glyphs, glyphs.count, scale, yScale);
  convertPlaces(meters, meters.count, scale, yScale);
  convertPlaces(ribbons, ribbons.nodeCount, scale, yScale);
  multiply(particles.size, particles.count, scale);
  multiply(pictures.size, pictures.count, scale);
  multiply(numbers.size, numbers.count, scale);
  multiply(glyphs.size, glyphs.count, scale);
  multiply(rings.radius, rings.count, scale);
  multiply(rings.width, rings.count, scale);
  multiply(ribbons.width, ribbons.nodeCount, scale);
  multiply(arcs.inner, arcs.count, scale);
  multiply(arcs.outer, arcs.count, scale);
  multiply(arcs.reach, arcs.count, scale);
  multiply(meters.width, meters.count, scale);
  multiply(meters.height, meters.count, scale);
  multiply(particles.rotation, particles.count, angleScale);
  multiply(pictures.rotation, pictures.count, angleScale);
  multiply(glyphs.rotation, glyphs.count, angleScale);
  multiply(arcs.from, arcs.count, angleScale);
  multiply(arcs.to, arcs.count, angleScale);
  return frame;
}

function convertActor(actor: ActorFrame, xScale: number, yScale: number, angleScale: number): void {
  actor.x *= xScale;
  actor.y *= yScale;
  actor.sunk *= xScale;
  actor.rotation *= angleScale;
}

function convertPlaces(
  { x, y }: { readonly x: Float32Array; readonly y: Float32Array },
  count: number,
  xScale: number,
  yScale: number,
): void {
  multiply(x, count, xScale);
  multiply(y, count, yScale);
}

function multiply(values: Float32Array, count: number, factor: number): void {
  for (let i = 0; i < count; i++) values[i] *= factor;
}
