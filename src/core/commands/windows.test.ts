import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { channel, messageTypeSchema } from '../midi';
import { parseWindows, writeWindows } from './windows';

describe('windows as text', () => {
  it('survive being written and read', () => {
    const one = fc
      .record({
        type: fc.constantFrom(...messageTypeSchema.options),
        from: fc.nat(60),
        span: fc.nat(60),
        channels: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 16 }), { minLength: 1, maxLength: 4 })),
      })
      .map(({ type, from, span, channels }) => ({ type, from, to: from + span, channels: channels?.map(channel) ?? null }));
    fc.assert(
      fc.property(fc.array(one, { maxLength: 6 }), (windows) => {
        expect(parseWindows(writeWindows(windows))).toEqual({ ok: true, value: windows });
      }),
    );
  });
  it('are read as people write them, and say which line is wrong', () => {
    expect(parseWindows('CC 20–31; cc 85 to 90\n\nnote 36')).toMatchObject({
      ok: true,
      value: [
        { from: 20, to: 31 },
        { from: 85, to: 90 },
        { type: 'note', from: 36, to: 36, channels: null },
      ],
    });
    expect(parseWindows('cc 20-31\nknob 3')).toMatchObject({ ok: false, error: { code: 'not-understood', line: 2 } });
    expect(parseWindows('cc 31-20').ok).toBe(false);
    expect(parseWindows('cc 1-200').ok).toBe(false);
    expect(parseWindows('cc 1 on 17').ok).toBe(false);
  });
});
