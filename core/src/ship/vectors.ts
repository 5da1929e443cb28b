import type { Payload } from '../contract.js';
import { compileContext } from '../checks/checkProject.js';
import type { PayloadField, Project } from '../model/project.js';
import { compileSequence } from '../take/compile.js';
import { strike } from '../take/strike.js';
import { bakedFrame, type BakedFrame } from './bakedRow.js';
import { applyConventions } from './conventions.js';

/** A strike with the frames it must give. */
export interface Vector {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
  readonly sounds: readonly {
    clip: string;
    start: number;
    gain: number;
    rate: number;
    pan: number;
    cut: number;
    gap: number;
    voices: number;
  }[];
  /** The row of the baked table with the first particles, the rings and the numbers, at each time. */
  readonly frames: readonly BakedFrame[];
  readonly signals: readonly { name: string; start: number; parameters: Payload }[];
}

const times = [-0.05, 0, 1 / 60, 0.05, 0.1, 0.2, 0.35, 0.6, 1.2];
const shownParticles = 4;

/** Two strikes of every sequence: as its event's defaults have it, and at the far end of every field. */
export function makeVectors(project: Project): Vector[] {
  const context = compileContext(project);
  return project.sequences.flatMap((sequence, i) => {
    const plan = compileSequence(sequence, ['sequences', i], context);
    const fields = project.events.find((event) => event.id === sequence.event)?.fields ?? [];
    return [
      { payload: {}, seed: 1 },
      { payload: farEnd(fields), seed: 0xdecade },
    ].map(({ payload, seed }) => {
      const take = strike(plan, payload, { seed });
      const frame = take.createFrame();
      const frames = times.map((t) => {
        applyConventions(take.sample(t, frame), project.conventions);
        return bakedFrame(frame, shownParticles);
      });
      const sounds = take.sounds.map(({ clip, start, gain, rate, pan, cut, gap, voices }) => ({
        clip,
        start,
        gain,
        rate,
        pan,
        cut,
        gap,
        voices,
      }));
      const signals = take.signals.map(({ name, start, parameters }) => ({ name, start, parameters }));
      return { sequence: sequence.id, payload, seed, sounds, signals, frames };
    });
  });
}

function farEnd(fields: readonly PayloadField[]): Record<string, number | string | boolean> {
  return Object.fromEntries(
    fields.map((field) => {
      switch (field.type) {
        case 'number':
          return [field.name, field.max];
        case 'direction':
          return [field.name, 217];
        case 'kind':
          return [field.name, field.options[field.options.length - 1]];
        case 'flag':
          return [field.name, !field.default];
        case 'text':
          return [field.name, field.default];
      }
    }),
  );
}
