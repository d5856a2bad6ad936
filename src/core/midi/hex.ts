// Bytes in hexadecimal, both ways.

/**
 * Bytes as two capital digits each, with spaces between.
 * @example showBytes([125, 1]) // => '7D 01'
 */
export const showBytes = (bytes: readonly number[]): string =>
  bytes.map((b) => b.toString(16).toUpperCase().padStart(2, '0')).join(' ');

/** Bytes 0–255 in hexadecimal, apart or joined; null when they are none. */
export function parseBytes(text: string): number[] | null {
  const plain = text.replace(/[\s,]+/g, '');
  if (plain.length % 2 !== 0 || !/^[0-9a-f]*$/i.test(plain)) return null;
  return Array.from({ length: plain.length / 2 }, (_, i) => Number.parseInt(plain.slice(i * 2, i * 2 + 2), 16));
}
