// Numbers as people read them: a value with its unit, a message value in three notations at once.

/**
 * A number short enough for a table: at most three significant decimals, thin on trailing zeros, a true minus sign.
 * @example showNumber(-0.0944) // => '−0.094'
 */
export function showNumber(value: number): string {
  if (!Number.isFinite(value)) return '?';
  const size = Math.abs(value);
  const decimals = size === 0 || size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : size >= 0.01 ? 3 : 4;
  const text = size.toFixed(decimals);
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return value < 0 && Number(trimmed) !== 0 ? `−${trimmed}` : trimmed;
}

/**
 * A number with its unit; a percent sign keeps a narrow space as other units do.
 * @example showQuantity(2500, 'ms') // => '2500 ms'
 */
export const showQuantity = (value: number, unit: string): string =>
  unit === '' ? showNumber(value) : `${showNumber(value)} ${unit}`;

/**
 * A 7-bit value in the notations that people mix up: 0–127, percent, hexadecimal.
 * @example showSevenBit(89) // => '89 · 70 % · 59h'
 */
export const showSevenBit = (value: number): string =>
  `${value} · ${Math.round((value / 127) * 100)} % · ${value.toString(16).toUpperCase().padStart(2, '0')}h`;
