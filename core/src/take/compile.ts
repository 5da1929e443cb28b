import type { EffectKind } from '../effects/effect.js';
import { anyCommonFields, type CommonFields } from '../effects/parts/common.js';
import { hashText } from '../maths/hash.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { isRecord, show } from '../model/json.js';
import { anchorsFirst } from './anchors.js';
import type { CompiledClip, CompiledEvent, CompiledPicture } from './compiledReferences.js';
import { readIdentifier, readIds, readList, type Json } from './compileReferences.js';
import { DocumentReader } from './documentReader.js';
import { leavings, type PlacedEffect, type SequencePlan, type Standing } from './plan.js';
import { refuseTooMuch } from './workBounds.js';

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

/** More effects in one sequence than anybody can look at, yet few enough to check at once. */
export const effectLimit = 1000;

/**
 * Resolves a sequence's references and turns its fields into numbers. Takes any JSON, because a shipped kit is opened
 * without the schemas; throws DocumentError at the first place that cannot be used.
 */
export function compileSequence(raw: Json, path: DocumentPath, context: CompileContext): SequencePlan {
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const event = context.events.get(raw['event'] as string);
  if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(raw['event'])}`);
  const documents = readList(raw['effects'], [...path, 'effects'], effectLimit);
  const effects = documents.map((document, i) => {
    const known = context.compiled?.get(document);
    if (known?.event === event) return known.effect;
    const effect = compileEffect(document, [...path, 'effects', i], event, context);
    context.compiled?.set(document, { event, effect });
    return effect;
  });
  readIds(documents, [...path, 'effects']);
  const ordered = anchorsFirst(effects, path);
  refuseTooMuch(effects, path);
  return { id, event, standing: context.standing, effects: ordered };
}

const readable = new WeakMap<EffectKind, CommonFields>();

/** A kind's fields with those that every effect has, put together once. */
function readableFields(kind: EffectKind): CommonFields {
  let fields = readable.get(kind);
  if (!fields) readable.set(kind, (fields = { ...kind.fields, ...anyCommonFields }));
  return fields;
}

function compileEffect(raw: Json, path: DocumentPath, event: CompiledEvent, context: CompileContext): PlacedEffect {
  const { kinds, clips, pictures } = context;
  const name = raw['kind'];
  if (typeof name !== 'string' || !Object.hasOwn(kinds, name))
    throw new DocumentError([...path, 'kind'], `expected one of ${Object.keys(kinds).join(', ')}, found ${show(name)}`);
  const kind = kinds[name];
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const reader = new DocumentReader(readableFields(kind), raw, path, { event, clips, pictures });
  const muted = raw['muted'];
  if (typeof muted !== 'boolean') reader.refuse(`expected true or false, found ${show(muted)}`, 'muted');
  const leaving = leavings.find((known) => known === raw['bodyLeaves']);
  if (raw['bodyLeaves'] !== undefined && !leaving)
    reader.refuse(`expected one of ${leavings.join(', ')}, found ${show(raw['bodyLeaves'])}`, 'bodyLeaves');
  return {
    id,
    hash: hashText(id),
    kind,
    plan: kind.compile(reader as unknown as DocumentReader),
    muted: muted === true,
    leaving,
    clock: reader.choice('clock'),
    on: reader.choice('on'),
    anchor: compileAnchor(raw['anchor'], reader),
    delay: reader.value('delay'),
    duration: reader.value('duration'),
    chance: reader.value('chance'),
    strength: reader.value('strength'),
    repeat: reader.repeat(),
  };
}

function compileAnchor(raw: unknown, reader: { refuse(expected: string, ...place: (string | number)[]): never }): PlacedEffect['anchor'] {
  if (!isRecord(raw)) return reader.refuse(`expected an anchor { to }, found ${show(raw)}`, 'anchor');
  const to = raw['to'];
  if (to === 'contact') return { to };
  if (to !== 'start' && to !== 'end' && to !== 'signal')
    return reader.refuse(`expected one of contact, start, end, signal, found ${show(to)}`, 'anchor', 'to');
  const { effect, name } = raw;
  if (typeof effect !== 'string') return reader.refuse(`expected the id of an effect, found ${show(effect)}`, 'anchor', 'effect');
  if (to !== 'signal') return { to, effect };
  return typeof name === 'string'
    ? { to, effect, name }
    : reader.refuse(`expected the name of a signal, found ${show(name)}`, 'anchor', 'name');
}
