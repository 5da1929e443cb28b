import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { readIdentifier, readList, readNumber, readRecord, readText, type Json } from '../../take/compileReferences.js';
import { payloadAt, readFlag } from '../parts/readings.js';
import type { CompiledEventRules, CompiledStatus } from '../parts/references.js';
import type { Reach } from './meeting.js';
import { compileKeys } from './moveKeys.js';
import { moveLength, moveLimits, type CompiledContact, type CompiledMove } from './move.js';

/** What moves refer to. */
export interface MoveReferences {
  readonly events: ReadonlyMap<string, CompiledEventRules>;
  readonly statuses: ReadonlyMap<string, CompiledStatus>;
  /** Clips of the actor. */
  readonly clips: readonly string[];
  /** Throws DocumentError unless it is a sequence of the project. */
  readonly sequence: (raw: unknown, path: DocumentPath) => string;
}

/** Reads an actor's moves, by id. Throws DocumentError with the path of the first place that cannot be used. */
export function compileMoves(raw: unknown, path: DocumentPath, references: MoveReferences): ReadonlyMap<string, CompiledMove> {
  const list = readList(raw, path, moveLimits.moves);
  const moves = new Map<string, CompiledMove>();
  list.forEach((document, i) => {
    const move = compileMove(document, [...path, i], references);
    if (moves.has(move.id)) throw new DocumentError([...path, i, 'id'], `expected an id of its own, "${move.id}" is taken`);
    moves.set(move.id, move);
  });
  list.forEach((document, i) =>
    readList(document['into'] ?? [], [...path, i, 'into'], moveLimits.into).forEach(({ move }, j) => {
      if (!moves.has(move as string))
        throw new DocumentError(
          [...path, i, 'into', j, 'move'],
          `expected a move of the same actor (${[...moves.keys()].join(', ')}), found ${show(move)}`,
        );
    }),
  );
  return moves;
}

function compileMove(raw: Json, path: DocumentPath, references: MoveReferences): CompiledMove {
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const seconds = (name: string): number => readNumber(raw[name] ?? 0, [...path, name], 0, moveLimits.seconds);
  const windUp = seconds('windUp');
  const recovery = seconds('recovery');
  const contacts = readList(raw['contacts'] ?? [], [...path, 'contacts'], moveLimits.contacts)
    .map((contact, i) => compileContact(contact, [...path, 'contacts', i], references))
    .sort((a, b) => a.after - b.after);
  const { status, sequence, lunge } = raw;
  return {
    id,
    label: readText(raw['label'] ?? id, [...path, 'label']),
    windUp,
    contacts,
    recovery,
    holds: readFlag(raw['holds'] ?? false, [...path, 'holds']),
    status: status === undefined ? undefined : statusOf(status, [...path, 'status'], references),
    sequence: sequence === undefined ? undefined : references.sequence(sequence, [...path, 'sequence']),
    keys: compileKeys(raw['keys'] ?? [], [...path, 'keys'], moveLength({ windUp, contacts, recovery }), references.clips),
    walks: readFlag(raw['walks'] ?? false, [...path, 'walks']),
    into: readList(raw['into'] ?? [], [...path, 'into'], moveLimits.into).map(({ move, from }, i) => ({
      move: readIdentifier(move, [...path, 'into', i, 'move']),
      from: readNumber(from ?? 0, [...path, 'into', i, 'from'], 0, moveLimits.seconds),
    })),
    lunge: lunge === undefined ? undefined : compileLunge(lunge, [...path, 'lunge'], moveLength({ windUp, contacts, recovery })),
  };
}

function compileLunge(raw: unknown, path: DocumentPath, length: number): NonNullable<CompiledMove['lunge']> {
  const { distance, from, to } = readRecord(raw, path);
  const begin = readNumber(from, [...path, 'from'], 0, length);
  const end = readNumber(to, [...path, 'to'], 0, moveLimits.seconds);
  if (end <= begin) throw new DocumentError([...path, 'to'], `expected an end after it begins at ${begin}, found ${end}`);
  if (end > length) throw new DocumentError([...path, 'to'], `expected an end within the ${length} s of its move, found ${end}`);
  return { distance: readNumber(distance, [...path, 'distance'], -moveLimits.length, moveLimits.length), from: begin, to: end };
}

function compileContact(raw: Json, path: DocumentPath, { events, sequence }: MoveReferences): CompiledContact {
  const event = events.get(raw['event'] as string);
  if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(raw['event'])}`);
  const said = readRecord(raw['payload'] ?? {}, [...path, 'payload']);
  const spares = raw['spares'] ?? 'nobody';
  if (spares !== 'nobody' && spares !== 'own side')
    throw new DocumentError([...path, 'spares'], `expected nobody or own side, found ${show(spares)}`);
  return {
    after: readNumber(raw['after'] ?? 0, [...path, 'after'], 0, moveLimits.seconds),
    live: readNumber(raw['live'] ?? 0, [...path, 'live'], 0, moveLimits.seconds),
    reach: compileReach(raw['reach'], [...path, 'reach']),
    event,
    payload: payloadAt(event, said, path),
    directions: event.fields.filter(({ type, name }) => type === 'direction' && !Object.hasOwn(said, name)).map(({ name }) => name),
    spares,
    sequence: raw['sequence'] === undefined ? undefined : sequence(raw['sequence'], [...path, 'sequence']),
  };
}

function compileReach(raw: unknown, path: DocumentPath): Reach {
  const reach = readRecord(raw, path);
  const px = (name: string): number => readNumber(reach[name], [...path, name], 0, moveLimits.length);
  const degrees = (name: string): number => readNumber(reach[name], [...path, name], -moveLimits.degrees, moveLimits.degrees);
  const { shape } = reach;
  if (shape === 'arc') return { shape, length: px('length'), from: degrees('from'), to: degrees('to') };
  if (shape === 'thrust') return { shape, length: px('length'), width: px('width'), angle: degrees('angle') };
  if (shape === 'disc') return { shape, length: px('length') };
  throw new DocumentError([...path, 'shape'], `expected one of arc, thrust, disc, found ${show(shape)}`);
}

function statusOf(raw: unknown, path: DocumentPath, { statuses }: MoveReferences): CompiledStatus {
  const status = statuses.get(raw as string);
  if (status) return status;
  throw new DocumentError(
    path,
    `expected a status of the project (${[...statuses.keys()].join(', ') || 'it has none'}), found ${show(raw)}`,
  );
}
