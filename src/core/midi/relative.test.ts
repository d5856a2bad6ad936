import { describe, expect, it } from 'vitest';
import { decodeClicks, encodeClicks, type RelativeCoding, relativeCodingSchema } from './index';

const codings: readonly RelativeCoding[] = relativeCodingSchema.options;

describe('relative codings (common practice, no source)', () => {
  it('one click each way: 1 and 127, 65 and 63, 1 and 65, 65 and 1', () => {
    expect(codings.map((c) => [encodeClicks(1, c), encodeClicks(-1, c)])).toEqual([
      [1, 127],
      [65, 63],
      [1, 65],
      [65, 1],
    ]);
  });
  it('every number of clicks comes back in its own coding', () => {
    for (const coding of codings) for (let n = -63; n <= 63; n++) expect(decodeClicks(encodeClicks(n, coding), coding)).toBe(n);
  });
  it('two’s complement and binary offset taken for one another go 63 steps the wrong way', () => {
    expect([1, -1].map((n) => decodeClicks(encodeClicks(n, 'twos-complement'), 'binary-offset'))).toEqual([-63, 63]);
    expect([1, -1].map((n) => decodeClicks(encodeClicks(n, 'binary-offset'), 'twos-complement'))).toEqual([-63, 63]);
  });
  it('sign-magnitude read as two’s complement moves +1 and −63', () => {
    expect([1, -1].map((n) => decodeClicks(encodeClicks(n, 'sign-magnitude'), 'twos-complement'))).toEqual([1, -63]);
  });
  it('every value is some number of clicks, never more than 64', () => {
    for (const coding of codings) for (let v = 0; v < 128; v++) expect(Math.abs(decodeClicks(v, coding))).toBeLessThanOrEqual(64);
  });
});
