import { describe, expect, it } from 'vitest';
import { parseBytes } from './hex';

describe('bytes in hexadecimal', () => {
  it('bytes stand apart or joined, in pairs', () => {
    expect(['7D 01 02', '7d0102', '7D, 01,02', '', '7', 'zz'].map(parseBytes)).toEqual([
      [0x7d, 1, 2],
      [0x7d, 1, 2],
      [0x7d, 1, 2],
      [],
      null,
      null,
    ]);
  });
});
