// The time that a way takes against the time that there is, in words.
import { secondsOf } from '@/core/stage';

export function timeOf(ms: number, availableMs: number, inTime: boolean): string {
  const [takes, has] = secondsOf(ms, availableMs);
  if (!inTime) return `does not fit: ${takes} in ${has}`;
  return ms === 0 ? 'on the one' : `${takes} of ${has}`;
}
