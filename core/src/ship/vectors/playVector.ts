import type { Frame, Kit, Take } from '../../contract.js';
import { fieldsOfKind, effectKinds } from '../../effects/registry.js';
import { vectorBase } from './base.js';
import { difference, roundedCues, vectorFrame, type Vector, type VectorCase, type VectorFrame } from './vectorFile.js';

/** What an effect of each kind has where a vector says nothing else. */
export function vectorDefaults(): Record<string, Record<string, unknown>> {
  return Object.fromEntries(
    Object.values(effectKinds).map((kind) => {
      const fields = Object.entries(fieldsOfKind(kind)).flatMap(([name, { default: fallback }]) =>
        fallback === undefined ? [] : [[name, fallback]],
      );
      return [
        kind.kind,
        { muted: false, anchor: { to: 'contact' }, repeat: { count: 1, every: 0.1 }, ...(Object.fromEntries(fields) as object) },
      ];
    }),
  );
}

/** The kit of one case: the base with one sequence, `blow`, its effects completed. */
export function kitOfCase({ effects, event = 'hit', conventions = {} }: VectorCase, defaults: ReturnType<typeof vectorDefaults>): object {
  return {
    ...vectorBase,
    statuses: [],
    responses: [],
    drills: [],
    presets: [],
    generator: 'undatio',
    id: 'vectors',
    label: 'Vectors',
    conventions: { ...vectorBase.conventions, ...conventions },
    sequences: [
      {
        id: 'blow',
        label: 'Blow',
        event,
        note: '',
        effects: effects.map((effect) => ({ ...defaults[String(effect['kind'])], ...effect })),
      },
    ],
  };
}

/** Shares of a take's length at which it is looked at where a case does not say when. */
const shares = [0.03, 0.31, 0.74];

function instantsOf({ at }: VectorCase, { start, duration }: Take): number[] {
  return [...(at ?? shares.map((share) => Number((start + (duration - start) * share).toFixed(6))))];
}

function rest(take: Take): Frame {
  return take.createFrame();
}

/** Strikes a case with any runtime's `openKit` and writes down what it gives. */
export function playCase(wanted: VectorCase, openKit: (json: unknown) => Kit, defaults: ReturnType<typeof vectorDefaults>): Vector {
  const { at: _, ...told } = wanted;
  const take = openKit(kitOfCase(wanted, defaults)).strike('blow', wanted.payload, wanted.options);
  const frame = take.createFrame();
  const atRest = rest(take);
  const frames = instantsOf(wanted, take).map((t): VectorFrame => vectorFrame(take.sample(t, frame), atRest));
  const [start, duration] = [take.start, take.duration].map((time) => Number(time.toPrecision(10)));
  return { ...told, start, duration, sounds: roundedCues(take.sounds), signals: roundedCues(take.signals), frames };
}

/**
 * Where a runtime gives something else than a vector says: the first difference as a path, or undefined. Numbers agree
 * within 1e-6 of their size or 1e-6; frames' lists are 32-bit floats.
 */
export function differs(vector: Vector, openKit: (json: unknown) => Kit, defaults: ReturnType<typeof vectorDefaults>): string | undefined {
  const again = playCase({ ...vector, at: vector.frames.map(({ t }) => t) }, openKit, defaults);
  return difference(again, JSON.parse(JSON.stringify(vector)), '');
}
