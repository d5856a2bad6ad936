// One hash for whatever is kept or compared by a short word. It is persisted (fingerprints of accepted findings, plans of trials): it must never change.

/**
 * FNV-1a over small whole numbers, twice from different starts: two hashes of 32 bits each, unsigned (Fowler, Noll and Vo's constants; the second start and
 * its offset are this project's).
 * @example stableHash([0x41]) // => [3289118412, 1917518731]
 */
export function stableHash(units: Iterable<number>): readonly [number, number] {
  let a = 0x811c9dc5;
  let b = 0x01000193;
  for (const unit of units) {
    a = Math.imul(a ^ unit, 0x01000193);
    b = Math.imul(b ^ (unit + 0x5b), 0x811c9dc5);
  }
  return [a >>> 0, b >>> 0];
}

/** The UTF-16 code units of a text, as `stableHash` takes them. */
export function* codeUnits(text: string): Generator<number> {
  for (let i = 0; i < text.length; i++) yield text.charCodeAt(i);
}
