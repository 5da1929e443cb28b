import type { Actor, EventType, PayloadField } from '@undatio/core';
import { freeId } from '@undatio/core/internal';

/** What is done to an actor's zones and sizes. Pure: who calls puts it in place. */

export type Zone = NonNullable<Actor['zones']>[number];
export type Rank = NonNullable<Actor['ranks']>[number];

/** One more zone: a disc that reaches a little further than its actor is wide, and tells nothing yet. */
export function withNewZone(actor: Actor): Actor {
  const zones = actor.zones ?? [];
  const id = freeId('zone', new Set(zones.map((zone) => zone.id)), 'zone');
  return { ...actor, zones: [...zones, { id, shape: { shape: 'disc', length: Math.round(actor.width * 0.6) } }] };
}

export function withZone(actor: Actor, at: number, zone: Zone | undefined): Actor {
  return { ...actor, zones: (actor.zones ?? []).flatMap((one, i) => (i !== at ? [one] : zone ? [zone] : [])) };
}

/** The same zone in the other shape, about as large. */
export function zoneReshaped({ shape, ...zone }: Zone): Zone {
  if (shape.shape === 'disc') return { ...zone, shape: { shape: 'box', width: shape.length * 2, height: shape.length * 2 } };
  return { ...zone, shape: { shape: 'disc', length: Math.round((shape.width + shape.height) / 4) } };
}

/** Lists the payload fields of a zone's events. A field name that several events have is listed once. */
export function fieldsOfZone({ enters, stays, leaves }: Zone, events: readonly EventType[]): PayloadField[] {
  const raised = events.filter(({ id }) => id === enters || id === stays?.event || id === leaves);
  const fields = new Map(raised.flatMap((event) => event.fields.map((field) => [field.name, field] as const)).reverse());
  return [...fields.values()].reverse();
}

/** Removes payload values that are a field of none of the zone's events. */
export function withZoneEvents({ payload, ...zone }: Zone, events: readonly EventType[]): Zone {
  const known = new Set(fieldsOfZone(zone, events).map(({ name }) => name));
  const kept = Object.fromEntries(Object.entries(payload ?? {}).filter(([name]) => known.has(name)));
  return Object.keys(kept).length === 0 ? zone : { ...zone, payload: kept };
}

/** One more size: half as large as the least, with half its health. */
export function withNewRank(actor: Actor): Actor {
  const ranks = actor.ranks ?? [];
  const least = ranks.at(0);
  const most = least?.health ?? actor.health?.most;
  const scale = Number(((least?.scale ?? 1) * (least ? 0.6 : 1)).toFixed(2));
  const rank: Rank = { scale, ...(most !== undefined && least && { health: Math.max(1, Math.round(most / 2)) }) };
  return { ...actor, ranks: [rank, ...ranks] };
}

export function withRank(actor: Actor, at: number, rank: Rank | undefined): Actor {
  const ranks = (actor.ranks ?? []).flatMap((one, i) => (i !== at ? [one] : rank ? [rank] : []));
  if (ranks.length > 0) return { ...actor, ranks };
  const { ranks: _, ...others } = actor;
  return others;
}
