import type { FullPayload } from './fullPayload.js';
import { nearly } from './memory.js';
import type { CompiledEventRules } from './references.js';
import type { Place } from './told.js';

/** A body that a direction begins at. */
interface Facing extends Place {
  readonly facing: 1 | -1;
}

/** Names of an event's direction fields that a payload leaves out. */
export function directionsLeftOut({ fields }: Pick<CompiledEventRules, 'fields'>, payload: unknown): readonly string[] {
  const said = typeof payload === 'object' && payload !== null ? payload : {};
  return fields.flatMap(({ name, type }) => (type === 'direction' && !Object.hasOwn(said, name) ? [name] : []));
}

/**
 * Direction in degrees (0 to the right, rising downward) of a blow from its source to its target, to its place where it has no
 * target, or ahead of its source where it has neither or stands on that spot. Undefined without a source and without two places.
 */
export function blowDirection(source: Facing | undefined, target: Place | undefined, place: Place | undefined): number | undefined {
  const from = source ?? (target && place);
  const to = target ?? place;
  if (from && to) {
    const [x, y] = [to.x - from.x, to.y - from.y];
    if (Math.hypot(x, y) > nearly) return (Math.atan2(y, x) * 180) / Math.PI;
  }
  return source && (source.facing === 1 ? 0 : 180);
}

/** The payload with the directions that it left out. */
export function withDirections(payload: FullPayload, names: readonly string[], direction: number | undefined): FullPayload {
  if (direction === undefined || names.length === 0) return payload;
  return { ...payload, ...Object.fromEntries(names.map((name) => [name, direction])) };
}
