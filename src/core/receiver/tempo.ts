// A time between beats as a value.
import type { Parameter } from '../rig';

/** Taps so many milliseconds apart, or a time of so many beats, as a value of a parameter: beats a minute, or a time where its unit is one. Kept in its range. */
export function tempoValue({ unit, lowest, highest }: Pick<Parameter, 'unit' | 'lowest' | 'highest'>, ms: number): number {
  const plain = unit.trim().toLowerCase();
  const value = plain === 'ms' ? ms : plain === 's' ? ms / 1000 : plain === 'hz' ? 1000 / ms : 60_000 / ms;
  return Math.min(highest, Math.max(lowest, value));
}
