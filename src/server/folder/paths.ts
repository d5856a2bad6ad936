// What lies in the data folder, by name.
import { join, resolve } from 'node:path';

/** Where the data lies: `KEEN_DIAL_DATA`, or `data` beside the program. */
export const dataFolder = (): string => resolve(/* turbopackIgnore: true */ process.env.KEEN_DIAL_DATA ?? 'data');

export const databaseFile = (folder: string): string => join(folder, 'keen-dial.sqlite');
export const backupsFolder = (folder: string): string => join(folder, 'backups');
/** Files that are being made: emptied by whoever owns the folder next. */
export const scratchFolder = (folder: string): string => join(folder, 'scratch');
export const lockFile = (folder: string): string => join(folder, 'keen-dial.lock');
export const ownerFile = (folder: string): string => join(folder, 'keen-dial.owner.json');

/** Files that SQLite keeps beside a database. */
export const companions = ['', '-wal', '-shm', '-journal'] as const;

let last = 0;

/** A moment as part of a file name, never twice the same and never before one that was given out: names sort as files were made. */
export function stamp(after: string | null = null, now = Date.now()): string {
  last = Math.max(now, last + 1, after === null ? 0 : timeOf(after) + 1);
  return new Date(last).toISOString().replace(/[:.]/g, '-');
}

/** The moment in a file name, in milliseconds since 1970; 0 where there is none. */
export function timeOf(name: string): number {
  const found = /(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z/.exec(name);
  const time = found ? Date.parse(`${found[1]}T${found[2]}:${found[3]}:${found[4]}.${found[5]}Z`) : Number.NaN;
  return Number.isNaN(time) ? 0 : time;
}
