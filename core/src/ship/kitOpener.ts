import type { Arena, ArenaOptions, Kit, KitAsset, KitConventions, Payload, Player, StrikeOptions, Take } from '../contract.js';
import type { EffectKind } from '../effects/effect.js';
import { particlePictures } from '../effects/parts/particlePictures.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { show } from '../model/json.js';
import { LivePlayer } from '../player/player.js';
import type { StopBudget } from '../player/stopBudget.js';
import { compileSequence } from '../take/compile.js';
import {
  compileActors,
  compileClips,
  compileEvent,
  compilePictures,
  readFrames,
  readIds,
  readList,
  readNumber,
  readRecord,
  standingOf,
} from '../take/compileReferences.js';
import type { SequencePlan } from '../take/plan.js';
import { shownCell } from '../take/shownCell.js';
import { strike } from '../take/strike.js';
import { applyConventions } from './conventions.js';
import { KitError } from './kitError.js';
import { readOptions } from './strikeOptions.js';

/** The kit format this runtime reads. */
const kitFormat = 1;

/**
 * What opens a parsed `kit.json` with the kinds of effects it is given; a kind that a kit uses and the runtime was built
 * without is refused at its place. Everything is held to the bounds of `kit.schema.json` here, so that nothing can fail
 * in play. Throws KitError with `.path` naming the first place that cannot be used.
 */
export function openerOf(kinds: Readonly<Record<string, EffectKind>>, rules?: RulesOpener): (kitJson: unknown) => Kit {
  return (kitJson) => asKitError(() => openWith(kinds, rules, kitJson));
}

/** What reads the documents that decide, where a runtime is built with it, and makes arenas of them. */
export type RulesOpener = (
  kit: Readonly<Record<string, unknown>>,
  sequences: ReadonlySet<string>,
  planOf: (sequence: string) => SequencePlan,
) => (player: LivePlayer, options: ArenaOptions) => Arena;

function openWith(kinds: Readonly<Record<string, EffectKind>>, rules: RulesOpener | undefined, kitJson: unknown): Kit {
  const kit = readRecord(kitJson, []);
  if (kit['format'] !== kitFormat) throw new DocumentError(['format'], `expected ${kitFormat}, found ${show(kit['format'])}`);
  const conventions = readConventions(kit['conventions']);
  const eventList = readList(kit['events'], ['events'], 200);
  readIds(eventList, ['events']);
  const events = new Map(eventList.map((event, i) => compileEvent(event, ['events', i])).map((event) => [event.id, event]));
  const assets = readAssets(kit['assets']);
  const clips = compileClips(kit['assets'], ['assets']);
  const pictures = compilePictures(kit['assets'], ['assets']);
  // Kits made before actors were shipped have none.
  const actors = compileActors(kit['actors'] ?? [], ['actors']);
  readIds(readList(kit['actors'] ?? [], ['actors']), ['actors']);
  const sequences = readList(kit['sequences'], ['sequences'], 1000);
  readIds(sequences, ['sequences']);
  const context = { events, clips, pictures, standing: standingOf(actors), kinds };
  const plans = new Map(
    sequences
      .map((sequence, i) => compileSequence(sequence, ['sequences', i], context))
      .map((plan): [string, SequencePlan] => [plan.id, plan]),
  );
  const budget = readBudget(kit['stopBudget']);
  const cold = [...plans.values()];
  const planOf = (name: string): SequencePlan => {
    const plan = plans.get(name);
    if (plan) return plan;
    throw new KitError('sequence', `expected a sequence of the kit (${[...plans.keys()].join(', ')}), found ${show(name)}`);
  };
  const makeArena = rules?.(kit, new Set(plans.keys()), planOf);
  return {
    name: typeof kit['label'] === 'string' ? kit['label'] : '',
    actors,
    sequences: [...plans.keys()],
    events: [...events.values()],
    assets,
    conventions,
    particlePictures: [...particlePictures, ...pictures.keys()],
    shownCell(id, body, out, look, seconds) {
      const actor = actors.find((one) => one.id === id);
      if (actor) return shownCell(actor, body, out, look, seconds);
      throw new KitError('actors', `expected an actor of the kit, found ${show(id)}`);
    },
    pictureCells: (id) => pictures.get(id)?.cells ?? 1,
    eventOf: (name) => planOf(name).event,
    warm() {
      const plan = cold.shift();
      // Tables are made by the first strike that reads them.
      if (plan) strike(plan);
      return cold.length;
    },
    strike: (name, payload, options) => strikeIn(planOf(name), conventions, payload, options),
    stopBudget: budget,
    player(options = {}) {
      const player = asKitError(() => new LivePlayer({ planOf, actors, conventions, budget }, options));
      return guarded(player);
    },
    arena(options) {
      if (!makeArena) throw new KitError('arena', 'expected a runtime with rules: this one was built without, because its kit has none');
      return asKitError(() => {
        const { comfort, floor } = readRecord(options, ['options']) as Partial<ArenaOptions>;
        const given = { ...(comfort && { comfort }), ...(floor !== undefined && { floor }) };
        const live = new LivePlayer({ planOf, actors, conventions, budget }, given);
        return guardedArena(makeArena(live, options), guarded(live));
      });
    },
    assetFile(id) {
      const found = assets.find((asset) => asset.id === id);
      if (found === undefined) throw new KitError('assets', `expected an asset of the kit, found ${show(id)}`);
      return found.file;
    },
  };
}

function strikeIn(plan: SequencePlan, conventions: KitConventions, payload?: Payload, options: StrikeOptions = {}): Take {
  const take = asKitError(() => {
    readOptions(options, plan);
    return strike(plan, payload, options);
  });
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

/** What a game hands over is refused as everything else of a kit is. */
function guarded(player: LivePlayer): Player {
  return {
    get now() {
      return player.now;
    },
    get frame() {
      return player.frame;
    },
    get rumble() {
      return player.rumble;
    },
    sounds: player.sounds,
    signals: player.signals,
    body: (id, placing) => asKitError(() => player.body(id, placing)),
    remove: (id) => asKitError(() => player.remove(id)),
    strike: (sequence, payload, options) =>
      asKitError(() => {
        const blow = player.strike(sequence, payload, options);
        const { stop } = blow;
        return Object.defineProperty(blow, 'stop', { value: (how?: Parameters<typeof stop>[0]) => asKitError(() => stop(how)) });
      }),
    advance: (seconds) => asKitError(() => player.advance(seconds)),
    elapsed: (id) => asKitError(() => player.elapsed(id)),
    pause: () => player.pause(),
    resume: () => player.resume(),
    comfort: (comfort) => asKitError(() => player.comfort(comfort)),
    bounds: (list, i, out) => player.bounds(list, i, out),
  };
}

/** The same of an arena. */
function guardedArena(arena: Arena, player: Player): Arena {
  return {
    get now() {
      return arena.now;
    },
    get frame() {
      return arena.frame;
    },
    player,
    actors: arena.actors,
    log: arena.log,
    sounds: arena.sounds,
    signals: arena.signals,
    moves: arena.moves,
    despawned: arena.despawned,
    join: (actor) => asKitError(() => arena.join(actor)),
    leave: (id) => asKitError(() => arena.leave(id)),
    place: (id, place) => asKitError(() => arena.place(id, place)),
    raise: (event, options, at) => asKitError(() => arena.raise(event, options, at)),
    act: (id, act, at) => asKitError(() => arena.act(id, act, at)),
    move: (id, move, options, at) => asKitError(() => arena.move(id, move, options, at)),
    letGo: (id, at) => asKitError(() => arena.letGo(id, at)),
    guard: (id, up, at) => asKitError(() => arena.guard(id, up, at)),
    walk: (id, walk, at) => asKitError(() => arena.walk(id, walk, at)),
    launch: (actor, launch, at) => asKitError(() => arena.launch(actor, launch, at)),
    turn: (id, facing, at) => asKitError(() => arena.turn(id, facing, at)),
    advance: (to) => asKitError(() => arena.advance(to)),
    elapsed: (id) => asKitError(() => arena.elapsed(id)),
  };
}

function readBudget(raw: unknown): StopBudget | undefined {
  if (raw === undefined) return undefined;
  const { seconds, within } = readRecord(raw, ['stopBudget']);
  return {
    seconds: readNumber(seconds, ['stopBudget', 'seconds'], 0, 60),
    within: readNumber(within, ['stopBudget', 'within'], 0.05, 60),
  };
}

function readAssets(raw: unknown): readonly KitAsset[] {
  const list = readList(raw, ['assets'], 2000);
  const ids = readIds(list, ['assets']);
  return list.map(({ type, file, frames }, i) => {
    if (type !== 'sound' && type !== 'picture')
      throw new DocumentError(['assets', i, 'type'], `expected sound or picture, found ${show(type)}`);
    return {
      id: ids[i],
      type,
      file: readFile(file, ['assets', i, 'file']),
      ...(frames !== undefined && { frames: readFrames(frames, ['assets', i, 'frames']) }),
    };
  });
}

/** Names between slashes, none of which begins with a dot: it can never leave the folder it is resolved in. */
const filePattern = /^assets\/(?:[A-Za-z0-9_-][A-Za-z0-9._-]*\/)*[A-Za-z0-9_-][A-Za-z0-9._-]*$/;

function readFile(raw: unknown, path: DocumentPath): string {
  if (typeof raw === 'string' && raw.length <= 207 && filePattern.test(raw)) return raw;
  throw new DocumentError(path, `expected a path of plain names inside assets/, found ${show(raw)}`);
}

function readConventions(raw: unknown): KitConventions {
  const { axis, angles, unitsPerPixel } = readRecord(raw, ['conventions']);
  if (axis !== 'down' && axis !== 'up') throw new DocumentError(['conventions', 'axis'], `expected down or up, found ${show(axis)}`);
  if (angles !== 'degrees' && angles !== 'radians')
    throw new DocumentError(['conventions', 'angles'], `expected degrees or radians, found ${show(angles)}`);
  const scale = readNumber(unitsPerPixel, ['conventions', 'unitsPerPixel'], Number.MIN_VALUE, 1000);
  return { axis, angles, unitsPerPixel: scale };
}
