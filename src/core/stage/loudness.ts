// How much louder one press makes things at once. Rises of several parameters of one target are added: they may lie behind each other, and that is the worst case.
import type { Parameter } from '../rig';
import type { Deed } from './hand';

/** A rise of loudness that comes at once, in decibels. */
export interface Leap {
  readonly db: number;
  /** What rises in it; several are added. */
  readonly parameterIds: readonly string[];
  /** Whether a percentage is among them: taken as a gain, which nobody stated. */
  readonly assumed: boolean;
}

/** A leap of loudness, in dB, that is more than a scene change may have. */
export const LEAP_DB = 6;

/** How far a loudness rises, in dB; nothing where it does not, or where it is not known. From silence every rise is endless, and is left to what the ear expects. */
function riseOf({ unit }: Parameter, was: number, is: number): number {
  if (!(is > was)) return 0;
  if (unit === 'dB') return is - was;
  // Twice the gain is 20·log10(2) ≈ 6.02 dB.
  return unit === '%' && was > 0 ? 20 * Math.log10(is / was) : 0;
}

/** The greatest leap of one target in what a deed did; null where none is above 6 dB. What is moved or turned rises little by little and leaps nowhere. */
export function leapOf(
  parameters: readonly Parameter[],
  { does }: Pick<Deed, 'does'>,
  was: readonly number[],
  is: readonly number[],
): Leap | null {
  if (does === 'move' || does === 'turn') return null;
  const byTarget = new Map<string, { db: number; parameterIds: string[]; assumed: boolean }>();
  parameters.forEach((parameter, slot) => {
    if (!parameter.tags.includes('loudness')) return;
    const db = riseOf(parameter, was[slot] ?? Number.NaN, is[slot] ?? Number.NaN);
    if (db <= 0) return;
    const sum = byTarget.get(parameter.targetId) ?? { db: 0, parameterIds: [], assumed: false };
    sum.db += db;
    sum.parameterIds.push(parameter.id);
    sum.assumed ||= parameter.unit === '%';
    byTarget.set(parameter.targetId, sum);
  });
  const [most] = [...byTarget.values()].sort((a, b) => b.db - a.db);
  return most !== undefined && most.db > LEAP_DB ? most : null;
}
