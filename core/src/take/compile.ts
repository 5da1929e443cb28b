import type { EffectKind } from '../effects/effect.js';
import { hashText } from '../maths/hash.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import type { Body, Place } from '../contract.js';
import { DocumentReader, isRecord, show } from './documentReader.js';
import type { CompiledClip, CompiledEvent, CompiledField, CompiledPicture, PlacedEffect, SequencePlan, Standing } from './plan.js';

type Json = Readonly<Record<string, unknown>>;

function list(raw: unknown, path: DocumentPath): readonly Json[] {
  if (!Array.isArray(raw)) throw new DocumentError(path, `expected a list, found ${show(raw)}`);
  raw.forEach((entry, i) => {
    if (!isRecord(entry)) throw new DocumentError([...path, i], `expected an object, found ${show(entry)}`);
  });
  return raw;
}

function text(raw: unknown, path: DocumentPath): string {
  if (typeof raw !== 'string' || raw === '') throw new DocumentError(path, `expected a text, found ${show(raw)}`);
  return raw;
}

const fieldTypes = { number: 'number', direction: 'number', kind: 'string', flag: 'boolean', text: 'string' } as const;

/** Reads an event's payload fields. */
export function compileEvent(raw: Json, path: DocumentPath): CompiledEvent {
  const fields = list(raw['fields'], [...path, 'fields']).map((field, i): CompiledField => {
    const type = field['type'] as keyof typeof fieldTypes;
    const place = [...path, 'fields', i];
    if (!Object.hasOwn(fieldTypes, type))
      throw new DocumentError([...place, 'type'], `expected one of ${Object.keys(fieldTypes).join(', ')}, found ${show(type)}`);
    const fallback = field['default'];
    if (typeof fallback !== fieldTypes[type] || Number.isNaN(fallback)) {
      throw new DocumentError([...place, 'default'], `expected a ${fieldTypes[type]}, found ${show(fallback)}`);
    }
    const options = type === 'kind' ? { options: (field['options'] ?? []) as string[] } : {};
    return { name: text(field['name'], [...place, 'name']), type, default: fallback as CompiledField['default'], ...options };
  });
  return { id: text(raw['id'], [...path, 'id']), fields };
}

/** The project's sounds by id. */
export function compileClips(raw: unknown, path: DocumentPath): ReadonlyMap<string, CompiledClip> {
  const clips = new Map<string, CompiledClip>();
  list(raw, path).forEach((asset, i) => {
    if (asset['type'] !== 'sound') return;
    const duration = asset['duration'];
    if (typeof duration !== 'number' || !(duration >= 0))
      throw new DocumentError([...path, i, 'duration'], `expected seconds, found ${show(duration)}`);
    const id = text(asset['id'], [...path, i, 'id']);
    clips.set(id, { id, duration });
  });
  return clips;
}

/** The project's pictures by id. */
export function compilePictures(raw: unknown, path: DocumentPath): ReadonlyMap<string, CompiledPicture> {
  const pictures = new Map<string, CompiledPicture>();
  list(raw, path).forEach((asset, i) => {
    if (asset['type'] !== 'picture') return;
    const id = text(asset['id'], [...path, i, 'id']);
    const cells = asset['cells'] ?? 1;
    if (typeof cells !== 'number' || !Number.isInteger(cells) || cells < 1 || cells > 256)
      throw new DocumentError([...path, i, 'cells'], `expected a whole number from 1 to 256, found ${show(cells)}`);
    pictures.set(id, { id, index: pictures.size, cells });
  });
  return pictures;
}

const restingPlaces = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 } };
const defaultBody: Body = { width: 160, height: 120 };
/** Where bystanders rest that have no place of their own: in a row behind the target. */
const bystander = { x: 262, y: 34, next: 90 };

/** Where the project's actors rest and how big they are: what a strike goes by unless it is told otherwise. */
export function compileStanding(raw: unknown, path: DocumentPath): Standing {
  const actors = list(raw, path).map((actor, i) => {
    const size = (name: 'width' | 'height'): number => readNumber(actor[name], [...path, i, name]);
    const given = actor['place'];
    return {
      role: actor['role'],
      place: given === undefined ? undefined : readPlace(given, [...path, i, 'place']),
      body: { width: size('width'), height: size('height'), spots: readSpots(actor['spots'], [...path, i, 'spots']) },
    };
  });
  const first = (role: 'source' | 'target') => actors.find((actor) => actor.role === role);
  return {
    places: {
      source: first('source')?.place ?? restingPlaces.source,
      target: first('target')?.place ?? restingPlaces.target,
      view: contact,
      ear: contact,
      others: actors
        .filter(({ role }) => role === 'bystander')
        .map(({ place }, i) => place ?? { x: bystander.x + i * bystander.next, y: bystander.y }),
    },
    bodies: { source: first('source')?.body ?? defaultBody, target: first('target')?.body ?? defaultBody },
  };
}

const contact = { x: 0, y: 0 };

function readNumber(raw: unknown, path: DocumentPath): number {
  if (typeof raw !== 'number' || !Number.isFinite(raw)) throw new DocumentError(path, `expected a number, found ${show(raw)}`);
  return raw;
}

function readPlace(raw: unknown, path: DocumentPath): Place {
  if (!isRecord(raw)) throw new DocumentError(path, `expected a place { x, y }, found ${show(raw)}`);
  return { x: readNumber(raw['x'], [...path, 'x']), y: readNumber(raw['y'], [...path, 'y']) };
}

function readSpots(raw: unknown, path: DocumentPath): NonNullable<Body['spots']> {
  if (raw === undefined) return {};
  if (!isRecord(raw)) throw new DocumentError(path, `expected places by their spots, found ${show(raw)}`);
  return Object.fromEntries(Object.entries(raw).map(([spot, place]) => [spot, readPlace(place, [...path, spot])]));
}

/** What a sequence may refer to. */
export interface CompileContext {
  readonly events: ReadonlyMap<string, CompiledEvent>;
  readonly clips: ReadonlyMap<string, CompiledClip>;
  readonly pictures: ReadonlyMap<string, CompiledPicture>;
  readonly standing: Standing;
  /** The kinds that there are; a lean runtime knows only those its kit uses. */
  readonly kinds: Readonly<Record<string, EffectKind>>;
  /**
   * Effects compiled before, by their documents, which must not change: where one of many is edited, only that one is
   * compiled again.
   */
  readonly compiled?: WeakMap<object, { readonly event: CompiledEvent; readonly effect: PlacedEffect }>;
}

/**
 * Resolves a sequence's references and turns its fields into numbers. Takes any JSON, because a shipped kit is opened
 * without the schemas; throws DocumentError at the first place that cannot be used.
 */
export function compileSequence(raw: Json, path: DocumentPath, context: CompileContext): SequencePlan {
  const id = text(raw['id'], [...path, 'id']);
  const event = context.events.get(raw['event'] as string);
  if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(raw['event'])}`);
  const documents = list(raw['effects'], [...path, 'effects']);
  const effects = documents.map((document, i) => {
    const known = context.compiled?.get(document);
    if (known?.event === event) return known.effect;
    const effect = compileEffect(document, [...path, 'effects', i], event, context);
    context.compiled?.set(document, { event, effect });
    return effect;
  });
  refuseTooMany(effects, path);
  const seen = new Set<string>();
  effects.forEach((effect, i) => {
    if (seen.has(effect.id)) throw new DocumentError([...path, 'effects', i, 'id'], `expected an id of its own, "${effect.id}" is taken`);
    seen.add(effect.id);
  });
  return { id, event, standing: context.standing, effects: anchorsFirst(effects, path) };
}

/** More particles in one strike than any game shows, and more than a page can make without standing still. */
const mostParticles = 200000;

/** Adds up what the effects can let go at most, and refuses the first that brings it beyond what can be made. */
function refuseTooMany(effects: readonly PlacedEffect[], path: DocumentPath): void {
  let sum = 0;
  effects.forEach(({ plan, repeat, muted }, i) => {
    if (!plan.mostParticles || muted) return;
    sum += plan.mostParticles * repeat.count;
    if (sum <= mostParticles) return;
    const found = Math.round(sum).toLocaleString('en');
    throw new DocumentError(
      [...path, 'effects', i],
      `expected at most ${mostParticles.toLocaleString('en')} particles in one strike, found up to ${found} with this effect’s`,
    );
  });
}

function compileEffect(raw: Json, path: DocumentPath, event: CompiledEvent, context: CompileContext): PlacedEffect {
  const reader = new DocumentReader(raw, path, event, context.clips, context.pictures);
  const kindName = reader.choice('kind', Object.keys(context.kinds));
  const kind = context.kinds[kindName];
  const id = text(raw['id'], [...path, 'id']);
  const repeat = isRecord(raw['repeat']) ? raw['repeat'] : reader.refuse('expected { count, every }', 'repeat');
  const count = reader.number(repeat['count'], 'repeat', 'count');
  if (!Number.isInteger(count) || count < 1 || count > 100) reader.refuse('expected a whole number from 1 to 100', 'repeat', 'count');
  return {
    id,
    hash: hashText(id),
    kind,
    plan: kind.compile(reader),
    muted: reader.flag('muted'),
    clock: reader.choice('clock', ['game', 'wall']),
    on: reader.choice('on', ['source', 'target']),
    anchor: compileAnchor(raw['anchor'], reader),
    delay: reader.value('delay'),
    duration: reader.value('duration'),
    chance: reader.value('chance'),
    strength: reader.value('strength'),
    repeat: { count, every: reader.number(repeat['every'], 'repeat', 'every') },
  };
}

function compileAnchor(raw: unknown, reader: DocumentReader): PlacedEffect['anchor'] {
  if (!isRecord(raw)) return reader.refuse('expected an anchor { to }', 'anchor');
  const to = raw['to'];
  if (to === 'contact') return { to };
  if (to !== 'start' && to !== 'end') return reader.refuse(`expected one of contact, start, end, found ${show(to)}`, 'anchor', 'to');
  const effect = raw['effect'];
  return typeof effect === 'string' ? { to, effect } : reader.refuse('expected the id of an effect', 'anchor', 'effect');
}

/** Orders effects so that each comes after the one its anchor names. Refuses circles and unknown names. */
function anchorsFirst(effects: readonly PlacedEffect[], path: DocumentPath): PlacedEffect[] {
  const indexById = new Map(effects.map((effect, i) => [effect.id, i]));
  const ordered: PlacedEffect[] = [];
  const state = new Array<'open' | 'done' | undefined>(effects.length);
  const visit = (i: number): void => {
    // Walked as a chain, not by recursion: a thousand effects in a row must not overflow the stack.
    const chain: number[] = [];
    for (let at: number | undefined = i; at !== undefined && state[at] !== 'done';) {
      const effect: PlacedEffect = effects[at];
      const place = [...path, 'effects', at, 'anchor', 'effect'];
      if (state[at] === 'open') {
        const circle = [...chain.slice(chain.indexOf(at)), at].map((index) => effects[index].id).join(' → ');
        throw new DocumentError(place, `expected an anchor that does not lead back to its own effect, found the circle ${circle}`);
      }
      state[at] = 'open';
      chain.push(at);
      if (effect.anchor.to === 'contact') break;
      const next = indexById.get(effect.anchor.effect);
      if (next === undefined) throw new DocumentError(place, `expected an effect of this sequence, found "${effect.anchor.effect}"`);
      at = next;
    }
    for (const index of chain.reverse()) {
      state[index] = 'done';
      ordered.push(effects[index]);
    }
  };
  effects.forEach((_, i) => visit(i));
  return ordered;
}
