import { freeId } from '../model/freeId.js';
import { storedSettingsOf } from '../model/project.js';
import type { Actor, Project, Sequence, StoredSettings } from '../model/project.js';
import { rulesRenamed } from './ruleEdits.js';

/** Gives documents other ids, with everything that names them. */

/** Collections whose documents have a name for people and an id for games. */
export type NamedCollection = 'events' | 'actors' | 'sequences' | 'statuses' | 'drills';

/** A document as it is after a change; undefined for one that is removed. */
export interface RenamedDocument {
  readonly collection: NamedCollection | 'responses' | 'settings';
  readonly id: string;
  readonly document: object | undefined;
}

/** What an id begins with if its label has no letter. */
const fallbacks: Readonly<Record<NamedCollection, string>> = {
  events: 'event',
  actors: 'actor',
  sequences: 'sequence',
  statuses: 'status',
  drills: 'drill',
};

/** True if an id was made from a label: it may have a number behind it. */
export function isIdOf(id: string, label: string, fallback: string): boolean {
  const base = freeId(label, new Set(), fallback);
  return id === base || (id.startsWith(`${base}-`) && /^\d+$/.test(id.slice(base.length + 1)));
}

/**
 * Returns the id that follows from a new label. Returns the present id if it was not made from the present label, or if a game uses
 * the project's ids.
 */
export function idAfterLabel(project: Project, collection: NamedCollection, id: string, label: string): string {
  const before = project[collection].find((one) => one.id === id);
  const fallback = fallbacks[collection];
  if (!before || project.idsInUse || !isIdOf(id, before.label, fallback)) return id;
  const taken = new Set<string>(project[collection].flatMap((one) => (one.id === id ? [] : [one.id])));
  return freeId(label, taken, fallback);
}

/**
 * Returns the documents that change if a document gets a new id: the document itself, in its old place in the list, everything that
 * names it, and the settings. `change` holds other fields of the document that change with it.
 */
export function withNewId(
  project: Project,
  collection: NamedCollection,
  id: string,
  to: string,
  change: Readonly<Record<string, unknown>> = {},
): RenamedDocument[] {
  const users = rulesRenamed(project, (use) => use.collection === collection && use.id === id && use.field === '', to);
  const byKey = new Map(users.map((one) => [`${one.collection}/${one.id}`, one.document]));
  const after = (name: RenamedDocument['collection'], before: { readonly id: string }): object => {
    const next = byKey.get(`${name}/${before.id}`) ?? before;
    if (collection === 'events' && name === 'sequences') return withEvent(next as Sequence, id, to);
    const named = collection === 'actors' && name === 'actors' ? withZonesFor(next as Actor, id, to) : next;
    return name === collection && before.id === id ? { ...named, ...change, id: to } : named;
  };
  const changed = (['events', 'actors', 'sequences', 'statuses', 'drills', 'responses'] as const).flatMap((name) =>
    project[name].flatMap((before): RenamedDocument[] => {
      const document = after(name, before);
      return document === before ? [] : [{ collection: name, id: (document as { id: string }).id, document }];
    }),
  );
  const settings = storedSettingsOf(project);
  const order = project[collection].map((one) => (one.id === id ? to : one.id));
  const ordered = { ...settings, order: { ...settings.order, [collection]: order } };
  return [
    ...changed,
    { collection, id, document: undefined },
    { collection: 'settings', id: project.id, document: collection === 'actors' ? withStageBodies(ordered, id, to) : ordered },
  ];
}

function withEvent(sequence: Sequence, from: string, to: string): Sequence {
  return sequence.event === from ? { ...sequence, event: to } : sequence;
}

/** Zones name the actors that they are for. */
function withZonesFor(actor: Actor, from: string, to: string): Actor {
  const { zones = [] } = actor;
  if (!zones.some(({ actors = [] }) => actors.includes(from))) return actor;
  const renamed = (actors: string[]): string[] => actors.map((one) => (one === from ? to : one));
  return { ...actor, zones: zones.map((zone) => (zone.actors ? { ...zone, actors: renamed(zone.actors) } : zone)) };
}

/** Stages name the actors that stand on them. */
function withStageBodies(settings: StoredSettings, from: string, to: string): StoredSettings {
  if (!settings.stages) return settings;
  const stages = settings.stages.map((stage) =>
    stage.bodies ? { ...stage, bodies: stage.bodies.map((one) => (one.actor === from ? { ...one, actor: to } : one)) } : stage,
  );
  return { ...settings, stages };
}
