/**
 * Whether two values of documents (numbers, texts, flags, lists and objects of them) are the same. A key that is undefined counts as
 * one that is left out. Stops at the first difference, and at what is one and the same object.
 */
export function sameValue(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true;
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false;
  if (Array.isArray(one) !== Array.isArray(other)) return false;
  const [left, right] = [Object.entries(one).filter(isSaid), Object.entries(other).filter(isSaid)];
  const values = new Map<string, unknown>(right);
  return left.length === right.length && left.every(([key, value]) => values.has(key) && sameValue(value, values.get(key)));
}

function isSaid([, value]: [string, unknown]): boolean {
  return value !== undefined;
}
