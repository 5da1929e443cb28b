/**
 * The runtime that ships inside every kit: the same engine as the preview's, without schemas or interface.
 * It is bundled into `undatio-runtime.js`; `contract.ts` and `kitError.ts` are its declarations.
 */
import type { Kit, Payload, StrikeOptions, Take } from './contract.js';
import { particlePictures } from './effects/burst.js';
import { DocumentError } from './model/documentError.js';
import { applyConventions, type FrameConventions } from './ship/conventions.js';
import { KitError } from './ship/kitError.js';
import { compileClips, compileEvent, compilePictures, compileSequence } from './take/compile.js';
import { isRecord, show } from './take/documentReader.js';
import type { SequencePlan } from './take/plan.js';
import { strike } from './take/strike.js';

export type * from './contract.js';
export { KitError };

/** The kit format this runtime reads. */
const kitFormat = 1;

/**
 * Opens the parsed `kit.json`. Everything is checked and compiled here, so that nothing can fail in play.
 * Throws KitError with `.path` naming the first place that cannot be used.
 */
export function openKit(kitJson: unknown): Kit {
  return asKitError(() => {
    const kit = record(kitJson, []);
    if (kit['format'] !== kitFormat) throw new DocumentError(['format'], `expected ${kitFormat}, found ${show(kit['format'])}`);
    const conventions = readConventions(kit['conventions']);
    const events = new Map(entries(kit, 'events').map((event, i) => [String(event['id']), compileEvent(event, ['events', i])]));
    const clips = compileClips(kit['assets'], ['assets']);
    const pictures = compilePictures(kit['assets'], ['assets']);
    const files = new Map(entries(kit, 'assets').map((asset, i) => [String(asset['id']), file(asset['file'], ['assets', i, 'file'])]));
    const plans = new Map<string, SequencePlan>();
    entries(kit, 'sequences').forEach((sequence, i) => {
      const plan = compileSequence(sequence, ['sequences', i], { events, clips, pictures });
      if (plans.has(plan.id)) throw new DocumentError(['sequences', i, 'id'], `expected an id of its own, "${plan.id}" is taken`);
      plans.set(plan.id, plan);
    });
    return {
      name: String(kit['label'] ?? ''),
      sequences: [...plans.keys()],
      particlePictures,
      strike: (name, payload, options) => strikeIn(plans, conventions, name, payload, options),
      assetFile(id) {
        const found = files.get(id);
        if (found === undefined) throw new KitError('assets', `expected an asset of the kit, found ${show(id)}`);
        return found;
      },
    };
  });
}

function strikeIn(
  plans: ReadonlyMap<string, SequencePlan>,
  conventions: FrameConventions,
  name: string,
  payload?: Payload,
  options?: StrikeOptions,
): Take {
  const plan = plans.get(name);
  if (!plan) throw new KitError('sequence', `expected a sequence of the kit (${[...plans.keys()].join(', ')}), found ${show(name)}`);
  const take = asKitError(() => strike(plan, payload, options));
  const { sequence, seed, duration, start, sounds, signals } = take;
  return {
    sequence,
    seed,
    duration,
    start,
    sounds,
    signals,
    createFrame: () => take.createFrame(),
    sample: (t, frame) => applyConventions(take.sample(t, frame), conventions),
  };
}

function asKitError<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw error instanceof DocumentError ? new KitError(error.path, error.expected) : error;
  }
}

function record(raw: unknown, path: readonly (string | number)[]): Record<string, unknown> {
  if (!isRecord(raw)) throw new DocumentError(path, `expected an object, found ${show(raw)}`);
  return raw;
}

function entries(kit: Record<string, unknown>, collection: string): Record<string, unknown>[] {
  const raw = kit[collection];
  if (!Array.isArray(raw)) throw new DocumentError([collection], `expected a list, found ${show(raw)}`);
  return raw.map((entry, i) => record(entry, [collection, i]));
}

function file(raw: unknown, path: readonly (string | number)[]): string {
  if (typeof raw !== 'string' || !raw.startsWith('assets/') || raw.includes('..'))
    throw new DocumentError(path, `expected a path inside assets/, found ${show(raw)}`);
  return raw;
}

function readConventions(raw: unknown): FrameConventions {
  const { axis, angles, unitsPerPixel } = record(raw, ['conventions']);
  if (axis !== 'down' && axis !== 'up') throw new DocumentError(['conventions', 'axis'], `expected down or up, found ${show(axis)}`);
  if (angles !== 'degrees' && angles !== 'radians')
    throw new DocumentError(['conventions', 'angles'], `expected degrees or radians, found ${show(angles)}`);
  if (typeof unitsPerPixel !== 'number' || !(unitsPerPixel > 0))
    throw new DocumentError(['conventions', 'unitsPerPixel'], `expected a positive number, found ${show(unitsPerPixel)}`);
  return { axis, angles, unitsPerPixel };
}
