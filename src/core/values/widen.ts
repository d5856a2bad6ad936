// Values of one width in another, by the min-centre-max method of MIDI 2.0 (M2-115-U, "Bit scaling and resolution"; from memory).

/**
 * Widens a value of `from` bits to `to` bits (`to` ≥ `from`, at most 32) so that minimum, centre and maximum keep their places.
 * @example widen(64, 7, 14) // => 8192
 */
export function widen(value: number, from: number, to: number): number {
  const shift = to - from;
  const shifted = value * 2 ** shift;
  const centre = 2 ** (from - 1);
  if (value <= centre) return shifted;
  const repeatBits = from - 1;
  const repeat = value % centre;
  let filled = shifted;
  for (let left = shift - repeatBits; ; left -= repeatBits) {
    filled += left >= 0 ? repeat * 2 ** left : Math.floor(repeat / 2 ** -left);
    if (left <= 0) return filled;
  }
}

/**
 * Narrows a value of `from` bits to `to` bits by dropping the low bits: the inverse of `widen` on what it made.
 * @example narrow(8192, 14, 7) // => 64
 */
export function narrow(value: number, from: number, to: number): number {
  return Math.floor(value / 2 ** (from - to));
}
