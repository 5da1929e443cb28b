import type { Frame, SoundCue } from '../contract.js';
import { createFrame } from '../take/frame.js';

/** Frames and cues made by hand, for tests of what reads them. */

/** A frame at rest, with room for four of everything, as `change` leaves it. */
export function frameWith(change: (frame: Frame) => void = () => undefined): Frame {
  const room = 4;
  const frame = createFrame({
    particles: room,
    rings: room,
    numbers: room,
    pictures: room,
    arcs: room,
    ribbons: room,
    ribbonNodes: 2 * room,
    glyphs: room,
    meters: room,
  });
  change(frame);
  return frame;
}

/** Adds one to a list of a frame; what is not said of it is at rest. */
export function put(list: { count: number }, fields: Readonly<Record<string, number | string>>): void {
  const lists = list as unknown as Record<string, (number | string)[]>;
  for (const [name, value] of Object.entries(fields)) lists[name][list.count] = value;
  list.count++;
}

/** A ribbon of two nodes that are the same but for their `ends`. */
export function putRibbon(
  ribbons: Frame['ribbons'],
  node: Readonly<Record<string, number>>,
  ends: readonly [Readonly<Record<string, number>>, Readonly<Record<string, number>>],
  fields: Readonly<Record<string, number>> = {},
): void {
  put(ribbons, { first: 0, nodes: 2, ...fields });
  for (const [n, end] of ends.entries())
    for (const [name, value] of Object.entries({ ...node, ...end })) (ribbons[name as 'x'] as Float32Array)[n] = value;
  ribbons.nodeCount = 2;
}

/** A sound at contact, at its full loudness, in the middle. */
export function soundCue(part: Partial<SoundCue> = {}): SoundCue {
  return { effect: 'crack', clip: 'crack', start: 0, gain: 1, rate: 1, pan: 0, cut: 0, gap: 0, voices: 8, ...part };
}
