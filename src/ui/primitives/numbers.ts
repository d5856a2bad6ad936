// What a person may type for a value: 89, 70 %, 59h, −60.

/** A 7-bit value in any of its notations; null when it is none. */
export function parseSevenBit(text: string): number | null {
  const plain = text.trim().toLowerCase();
  const percent = /^(\d{1,3}(?:\.\d+)?)\s*%$/.exec(plain);
  const hex = /^([0-9a-f]{1,2})h$/.exec(plain);
  const value = percent
    ? Math.round((Number(percent[1]) / 100) * 127)
    : hex
      ? Number.parseInt(hex[1] ?? '', 16)
      : /^\d{1,3}$/.test(plain)
        ? Number(plain)
        : Number.NaN;
  return Number.isInteger(value) && value >= 0 && value <= 127 ? value : null;
}

/** A decimal number with a true or a typed minus; its unit may follow. */
export function parseDecimal(text: string): number | null {
  const match = /^\s*([-−]?\d+(?:[.,]\d+)?)\s*\D{0,8}$/.exec(text);
  const value = match ? Number((match[1] ?? '').replace('−', '-').replace(',', '.')) : Number.NaN;
  return Number.isFinite(value) ? value : null;
}

/** A message value up to 127 or 16383 in any of its notations: 89, 70 %, 59h; null when it is none. */
export function parseValue(text: string, max: number): number | null {
  if (max === 127) return parseSevenBit(text);
  const plain = text.trim().toLowerCase();
  const percent = /^(\d{1,3}(?:\.\d+)?)\s*%$/.exec(plain);
  const hex = /^([0-9a-f]{1,4})h$/.exec(plain);
  const value = percent
    ? Math.round((Number(percent[1]) / 100) * max)
    : hex
      ? Number.parseInt(hex[1] ?? '', 16)
      : /^\d{1,5}$/.test(plain)
        ? Number(plain)
        : Number.NaN;
  return Number.isInteger(value) && value >= 0 && value <= max ? value : null;
}
