import type { Kit, KitActor, Payload, StrikeOptions, Take } from '../contract.js';
import type { EffectKind } from '../effects/effect.js';
import { particlePictures } from '../effects/particlePictures.js';
import { DocumentError } from '../model/documentError.js';
import { applyConventions, type FrameConventions } from './conventions.js';
import { KitError } from './kitError.js';
import { compileClips, compileEvent, compilePictures, compileSequence, compileStanding } from '../take/compile.js';
import { isRecord, show } from '../take/documentReader.js';
import type { SequencePlan } from '../take/plan.js';
import { strike } from '../take/strike.js';

/** The kit format this runtime reads. */
const kitFormat = 1;

/**
 * What opens a parsed `kit.json` with the kinds of effects it is given; a kind that a kit uses and the runtime was built
 * without is refused at its place. Everything is checked and compiled here, so that nothing can fail in play.
 * Throws KitError with `.path` naming the first place that cannot be used.
 */
export function openerOf(kinds: Readonly<Record<string, EffectKind>>): (kitJson: unknown) => Kit {
  return (kitJson) => openWith(kinds, kitJson);
}

function openWith(kinds: Readonly<Record<string, EffectKind>>, kitJson: unknown): Kit {
  return asKitError(() => {
    const kit = record(kitJson, []);
    if (kit['format'] !== kitFormat) throw new DocumentError(['format'], `expected ${kitFormat}, found ${show(kit['format'])}`);
    const conventions = readConventions(kit['conventions']);
    const events = new Map(entries(kit, 'events').map((event, i) => [String(event['id']), compileEvent(event, ['events', i])]));
    const clips = compileClips(kit['assets'], ['assets']);
    const pictures = compilePictures(kit['assets'], ['assets']);
    // Kits made before actors were shipped have none.
    const standing = compileStanding(kit['actors'] ?? [], ['actors']);
    const files = new Map(entries(kit, 'assets').map((asset, i) => [String(asset['id']), file(asset['file'], ['assets', i, 'file'])]));
    const plans = new Map<string, SequencePlan>();
    entries(kit, 'sequences').forEach((sequence, i) => {
      const plan = compileSequence(sequence, ['sequences', i], { events, clips, pictures, standing, kinds });
      if (plans.has(plan.id)) throw new DocumentError(['sequences', i, 'id'], `expected an id of its own, "${plan.id}" is taken`);
      plans.set(plan.id, plan);
    });
    return {
      name: String(kit['label'] ?? ''),
      actors: entries(kit, 'actors', []).map((actor) => ({ parts: [], poses: {}, ...actor }) as unknown as KitActor),
      sequences: [...plans.keys()],
      particlePictures: [...particlePictures, ...pictures.keys()],
      pictureCells: (id) => pictures.get(id)?.cells ?? 1,
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

function entries(kit: Record<string, unknown>, collection: string, absent?: unknown): Record<string, unknown>[] {
  const raw = kit[collection] ?? absent;
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
