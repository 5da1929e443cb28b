import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import { formatPath, type DocumentPath } from '../model/documentError.js';
import type { ColourValue, NumberValue } from '../model/fields.js';
import { isRecord, show } from '../model/json.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Collection } from '../model/collections.js';
import type { Actor, Asset, Drill, EventType, Response, Sequence, Status } from '../model/project.js';
import { usesOfDrill, usesOfMoves, usesOfResponse, usesOfStatus, usesOfZones } from './ruleUses.js';
import type { Use } from './use.js';

export type { Use } from './use.js';

/** What a sequence asks of other documents. */
export function usesOfSequence({ event, effects }: Pick<Sequence, 'event' | 'effects'>): Use[] {
  return [
    { path: 'event', collection: 'events', id: event, need: 'event', field: '' },
    ...effects.flatMap((effect, i) => usesOfEffect(effect, event, ['effects', i])),
  ];
}

/** What an actor asks of other documents. */
export function usesOfActor({ picture, parts, clips = [], health, healthLooks = [], moves = [], zones = [], expires }: Actor): Use[] {
  const event = (id: string | undefined, name: string): Use[] =>
    id === undefined ? [] : [{ path: formatPath(['health', name]), collection: 'events', id, need: 'event', field: '' }];
  const use = (id: string, ...path: DocumentPath): Use => ({
    path: formatPath(path),
    collection: 'assets',
    id,
    need: 'picture',
    field: '',
  });
  return [
    use(picture, 'picture'),
    ...parts.map((part, i) => use(part.picture, 'parts', i, 'picture')),
    ...clips.map((clip, i) => use(clip.picture, 'clips', i, 'picture')),
    ...healthLooks.flatMap((look, i) => (look.picture === undefined ? [] : [use(look.picture, 'healthLooks', i, 'picture')])),
    ...event(health?.falls, 'falls'),
    ...event(health?.returns, 'returns'),
    ...usesOfMoves(moves),
    ...usesOfZones(zones),
    ...(expires === undefined ? [] : [{ path: 'expires', collection: 'events' as const, id: expires, need: 'event' as const, field: '' }]),
  ];
}

/** What any document asks of others; a damaged one is asked nothing. */
export function usesOfDocument(collection: Collection, document: unknown): Use[] {
  switch (collection) {
    case 'sequences':
      return usesOfSequence(document as Sequence);
    case 'actors':
      return usesOfActor(document as Actor);
    case 'responses':
      return usesOfResponse(document as Response);
    case 'statuses':
      return usesOfStatus(document as Status);
    case 'drills':
      return usesOfDrill(document as Drill);
    default:
      return [];
  }
}

function usesOfEffect(effect: Effect, event: string, path: DocumentPath): Use[] {
  const asset = (id: unknown, need: 'sound' | 'picture', ...place: DocumentPath): Use[] =>
    typeof id === 'string' && id !== '' ? [{ path: formatPath([...path, ...place]), collection: 'assets', id, need, field: '' }] : [];
  const field = (name: string, need: 'field' | 'number', ...place: DocumentPath): Use => ({
    path: formatPath([...path, ...place]),
    collection: 'events',
    id: event,
    need,
    field: name,
  });
  const document = effect as unknown as Record<string, unknown>;
  return Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, described]): Use[] => {
    const value = document[name];
    const { control } = described;
    const refers = described.control === 'text' ? described.refers : undefined;
    switch (control) {
      case 'value':
        return isRecord(value) && 'drive' in value
          ? [field((value as Extract<NumberValue, { drive: string }>).drive, 'number', name, 'drive')]
          : [];
      case 'colour':
        return isRecord(value) ? [field((value as Exclude<ColourValue, string>).by, 'field', name, 'by')] : [];
      case 'clips':
        return (value as unknown[]).flatMap((id, k) => asset(id, 'sound', name, k));
      case 'picture':
        return asset(value, 'picture', name);
      case 'text':
        return refers
          ? [
              ...refers.fields(String(value)).map((known) => field(known, 'field', name)),
              ...refers.sounds(String(value)).flatMap((id) => asset(id, 'sound', name)),
            ]
          : [];
      default:
        return [];
    }
  });
}

const singular = { events: 'an event', actors: 'an actor', sequences: 'a sequence', statuses: 'a status' } as const;

/** What is asked of a document that is gone, or no longer what is asked of it. Paths are the asking document's own. */
export function unmetUses(uses: readonly Use[], target: object | undefined): Problem[] {
  return uses.flatMap((use) => {
    const expected = unmet(use, target);
    return expected === undefined ? [] : [errorAt(use.path, expected)];
  });
}

function unmet({ need, id, field, collection }: Use, found: object | undefined): string | undefined {
  if (!found) return `expected ${collection === 'assets' ? `a ${need} asset` : singular[collection]} of the project, found ${show(id)}`;
  const target = found as EventType | Asset;
  if (need === 'event' || need === 'there') return undefined;
  if (need === 'sound' || need === 'picture')
    return 'type' in target && target.type === need ? undefined : `expected a ${need} asset of the project, found ${show(id)}`;
  if (need === 'move')
    return 'moves' in found && (found as Actor).moves?.some((move) => move.id === field)
      ? undefined
      : `expected a move of the actor "${id}", found ${show(field)}`;
  const known = 'fields' in target ? target.fields.find(({ name }) => name === field) : undefined;
  if (known && (need === 'field' || typeof known.default !== 'string')) return undefined;
  return `expected a ${need === 'number' ? 'number ' : ''}field of the event "${id}", found ${show(field)}`;
}
