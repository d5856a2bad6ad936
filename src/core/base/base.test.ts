// What everything stands on. The hash is kept in files and databases: its values are held against the published function.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clamp, codeUnits, exhaustive, onceFor, stableHash } from '.';

/** FNV-1a of 32 bits by its definition (RFC draft draft-eastlake-fnv, section 2), in whole numbers without tricks. */
function fnv1a(bytes: readonly number[]): number {
  let hash = 2166136261n;
  for (const byte of bytes) hash = ((hash ^ BigInt(byte)) * 16777619n) % 4294967296n;
  return Number(hash);
}

describe('the stable hash', () => {
  it('has the published FNV-1a of 32 bits as its first half (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(255), { maxLength: 40 }), (bytes) => {
        expect(stableHash(bytes)[0]).toBe(fnv1a(bytes));
      }),
    );
  });
  it('gives the published values of "", "a" and "foobar"', () => {
    expect(['', 'a', 'foobar'].map((t) => stableHash(codeUnits(t))[0].toString(16))).toEqual([
      '811c9dc5',
      'e40c292c',
      'bf9cf968',
    ]);
  });
  it('never changes: what was kept with it is found again', () => {
    expect(stableHash(codeUnits('Lantern Hour'))).toEqual(stableHash([...'Lantern Hour'].map((c) => c.charCodeAt(0))));
    expect(stableHash([0x41])).toEqual([3289118412, 1917518731]);
  });
});

it('what was worked out for the same values is not worked out again', () => {
  let worked = 0;
  const first = { name: 'a' };
  const asked = onceFor((one: { readonly name: string }, other: object | null) => {
    worked++;
    return `${one.name} ${other === null ? 'alone' : 'with another'}`;
  });
  const other = {};
  expect([asked(first, other), asked(first, other), worked]).toEqual(['a with another', 'a with another', 1]);
  expect([asked(first, null), asked({ name: 'b' }, other), asked(first, null), worked]).toEqual([
    'a alone',
    'b with another',
    'a alone',
    3,
  ]);
  expect([asked(first, other), worked]).toEqual(['a with another', 4]);
});

it('a number is kept between two others', () => {
  expect([clamp(5, 0, 3), clamp(-1, 0, 3), clamp(2, 0, 3)]).toEqual([3, 0, 2]);
});

it('a member of a union that was not handled is named', () => {
  expect(() => exhaustive({ type: 'teapot' } as never)).toThrow('teapot');
});
