import { describe, expect, it } from 'vitest';
import { packedBytes, silencingWords } from './index';

describe('silence', () => {
  it('lets the pedal go before notes, and cuts sound last, on every channel (MIDI 1.0, channel mode messages)', () => {
    const all = silencingWords().map((word) => packedBytes(word));
    expect(all).toHaveLength(48);
    expect(all[0]).toEqual([0xb0, 64, 0]);
    expect(all[31]).toEqual([0xbf, 123, 0]);
    expect(all[47]).toEqual([0xbf, 120, 0]);
    const order = [64, 123, 120].map((number) => all.findIndex((b) => b[1] === number));
    expect(order).toEqual([0, 16, 32]);
  });
});
