// How much louder one press makes things: sums by hand.
import { describe, expect, it } from 'vitest';
import { continuous } from '../../../tests/kit/small-rig';
import type { Parameter } from '../rig';
import { leapOf } from './loudness';

const loud = (id: string, unit: string, targetId = 'hall'): Parameter => ({
  ...continuous(id, unit === 'dB' ? -60 : 0, unit === 'dB' ? 6 : 100),
  unit,
  targetId,
  tags: ['loudness'],
});
const tapped = { does: 'tap' } as const;
const leap = (parameters: readonly Parameter[], was: readonly number[], is: readonly number[], does: 'tap' | 'move' = 'tap') =>
  leapOf(parameters, { does }, was, is);

describe('a leap of loudness', () => {
  it('is told above 6 dB, and not at 6', () => {
    expect(leap([loud('level', 'dB')], [-12], [-6])).toBeNull();
    expect(leap([loud('level', 'dB')], [-12], [-5.5])).toEqual({ db: 6.5, parameterIds: ['level'], assumed: false });
  });
  it('adds what rises in one target, and takes nothing off for what falls', () => {
    const two = [loud('level', 'dB'), loud('send', 'dB'), loud('dry', 'dB')];
    expect(leap(two, [-10, -8, 0], [-6, -4, -30])).toEqual({ db: 8, parameterIds: ['level', 'send'], assumed: false });
    // In two targets each by itself: they may play beside each other.
    expect(leap([loud('level', 'dB'), loud('send', 'dB', 'choir')], [-10, -8], [-6, -4])).toBeNull();
  });
  it('takes percent as gain: twice as much is 20·log10(2) dB; from nothing it cannot be told', () => {
    expect(leap([loud('mix', '%')], [25], [50])?.db).toBeCloseTo(6.0206, 4);
    expect(leap([loud('mix', '%')], [25], [50])?.assumed).toBe(true);
    expect(leap([loud('mix', '%')], [0], [100])).toBeNull();
  });
  it('leaps nowhere where it is moved, is not known, or is no loudness', () => {
    expect(leap([loud('level', 'dB')], [-60], [0], 'move')).toBeNull();
    expect(leap([loud('level', 'dB')], [Number.NaN], [0])).toBeNull();
    expect(leapOf([continuous('tail', 0, 100)], tapped, [0], [100])).toBeNull();
  });
});
