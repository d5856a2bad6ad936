// Relative values of endless encoders: four codings of clicks in 7 bits. A wrong pair decodes as it would: nothing is tabled.
// Common practice, no source; MIDI 1.0 does not define them.

import * as z from 'zod';
import { exhaustive } from '../base';

/** How clicks of an endless encoder are put into a value. */
export const relativeCodingSchema = z.enum(['twos-complement', 'binary-offset', 'sign-magnitude', 'sign-magnitude-up']);
export type RelativeCoding = z.infer<typeof relativeCodingSchema>;

/** The largest number of clicks that one message carries either way. */
export const MOST_CLICKS = 63;

/**
 * Clicks (positive is clockwise, at most 63 either way) as a value 0–127.
 * @example encodeClicks(-1, 'twos-complement') // => 127
 */
export function encodeClicks(clicks: number, coding: RelativeCoding): number {
  const n = Math.max(-MOST_CLICKS, Math.min(MOST_CLICKS, Math.trunc(clicks)));
  switch (coding) {
    case 'twos-complement':
      return n & 127;
    case 'binary-offset':
      return 64 + n;
    case 'sign-magnitude':
      return n < 0 ? 64 - n : n;
    case 'sign-magnitude-up':
      return n > 0 ? 64 + n : -n;
    default:
      return exhaustive(coding);
  }
}

/**
 * A value 0–127 as clicks, in the coding that the receiver believes in.
 * @example decodeClicks(1, 'binary-offset') // => -63
 */
export function decodeClicks(value: number, coding: RelativeCoding): number {
  switch (coding) {
    case 'twos-complement':
      return value >= 64 ? value - 128 : value;
    case 'binary-offset':
      return value - 64;
    case 'sign-magnitude':
      // 0 − 0 and not −0: a value of 64 is no click at all.
      return value >= 64 ? 64 - value || 0 : value;
    case 'sign-magnitude-up':
      return value >= 64 ? value - 64 : -value || 0;
    default:
      return exhaustive(coding);
  }
}

/** What each coding is called, with its values for a click right and left. */
export const codingWords: Readonly<Record<RelativeCoding, string>> = {
  'twos-complement': 'two’s complement (1, 127)',
  'binary-offset': 'offset (65, 63)',
  'sign-magnitude': 'sign and size (1, 65)',
  'sign-magnitude-up': 'sign and size, the other way (65, 1)',
};
