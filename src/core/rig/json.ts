// Equality of JSON values, whatever the order of keys.

/**
 * Whether two JSON values are equal.
 * @example sameJson({ a: 1, b: [2] }, { b: [2], a: 1 }) // => true
 */
export function sameJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  if (Array.isArray(a) || Array.isArray(b)) {
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((v, i) => sameJson(v, b[i]));
  }
  const left = Object.entries(a);
  const right = new Map<string, unknown>(Object.entries(b));
  return left.length === right.size && left.every(([key, value]) => right.has(key) && sameJson(value, right.get(key)));
}
