/** What an event says of damage: the payload field that holds it, and its kind, which is fixed or held by a field. */
export interface DamageFields {
  readonly value: string;
  readonly kind?: string | undefined;
  readonly kindField?: string | undefined;
}

/** Returns the points of damage of a complete payload, after what its target resists. Negative damage is none. */
export function damageOf(
  { value, kind, kindField }: DamageFields,
  payload: Readonly<Record<string, number | string | boolean>>,
  resists: Readonly<Record<string, number>>,
): number {
  const name = kindField === undefined ? kind : String(payload[kindField]);
  const left = name !== undefined && Object.hasOwn(resists, name) ? resists[name] : 1;
  return Math.max(0, Number(payload[value])) * left;
}
