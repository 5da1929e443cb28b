/**
 * True if two JSON values are equal. The order of keys does not matter, and a key with the value undefined counts as missing. Stops at
 * the first difference; identical objects are not compared key by key.
 */
export function sameValue(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const [left, right] = [Object.entries(one).filter(isDefined), Object.entries(other).filter(isDefined)];
  const values = new Map<string, unknown>(right);
  return left.length === right.length && left.every(([key, value]) => values.has(key) && sameValue(value, values.get(key)));
}

function isDefined([, value]: [string, unknown]): boolean {
  return value !== undefined;
}
