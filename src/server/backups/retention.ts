// Which automatic backups stay: by the moment in their names, never by the file's own times, which copying and wrong clocks change.
import { timeOf } from '../folder/paths';

/** Days and weeks of which the newest backup stays; and how many made before an update, and before something was made final, stay besides. */
export const DAYS = 7;
export const WEEKS = 4;
const SPECIAL = 5;

const DAY = 86_400_000;

/** The day of a moment on this machine's calendar, as `2026-11-27`. */
export function dayOf(time: number): string {
  const at = new Date(time);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** The week of a moment, by the day of its Monday. */
function weekOf(time: number): string {
  const at = new Date(time);
  return dayOf(time - ((at.getDay() + 6) % 7) * DAY);
}

/**
 * The names that may go. Kept: the newest of each of the last seven days that have one and of the four weeks before them, the newest five of each other reason,
 * and whatever lies in the future of `now`, since then a clock was wrong and nobody knows which (at most as many again). The newest of all always stays.
 */
export function expendable(names: readonly string[], now: number): readonly string[] {
  const newest = [...names].sort((a, b) => timeOf(b) - timeOf(a));
  const keep = new Set(newest.slice(0, 1));
  const future = newest.filter((n) => timeOf(n) > now + DAY);
  for (const name of future.slice(0, DAYS + WEEKS)) keep.add(name);
  const daily = newest.filter((n) => reasonOf(n) === 'daily' && timeOf(n) <= now + DAY);
  firstOfEach(daily, dayOf, DAYS, keep);
  firstOfEach(
    daily.filter((n) => !keep.has(n)),
    weekOf,
    WEEKS,
    keep,
  );
  for (const reason of new Set(newest.map(reasonOf)))
    if (reason !== 'daily') for (const name of newest.filter((n) => reasonOf(n) === reason).slice(0, SPECIAL)) keep.add(name);
  return names.filter((n) => !keep.has(n));
}

function firstOfEach(names: readonly string[], group: (time: number) => string, most: number, keep: Set<string>): void {
  const seen = new Set<string>();
  for (const name of names) {
    const key = group(timeOf(name));
    if (seen.has(key)) continue;
    if (seen.size >= most) return;
    seen.add(key);
    keep.add(name);
  }
}

export const reasons = ['daily', 'before-update', 'before-fold', 'before-removal', 'before-restore'] as const;
/** Why a backup was made by itself. */
export type Reason = (typeof reasons)[number];

/** The reason in a file name; null for files of other kinds. */
export function reasonOf(name: string): Reason | null {
  return reasons.find((r) => name.startsWith(`${r}-`)) ?? null;
}
