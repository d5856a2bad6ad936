// What was deleted waits thirty days, and goes after that: announced on the list before, with a backup first, or earlier by hand.
import { err, ok, type Result } from '@/core/base';
import type { Database, DbRecord, Reading, Writing } from '../database/connection';

/** How long something deleted can be brought back, and how long before its end that is announced at the least, in days. */
export const KEPT_DAYS = 30;
const ANNOUNCED_DAYS = 3;
const DAY = 86_400_000;

const announced = (id: string): string => `announced ${id}`;

/** From when on things that were deleted earlier are kept: when this rule came, or when a backup was restored. */
export const keptFrom = async ({ one }: Reading): Promise<string> =>
  String((await one(`SELECT "value" FROM "meta" WHERE "name" = 'keptFrom'`))?.value ?? '');

/** When something deleted goes for good; null for what was not deleted. ISO 8601. */
export function goesAt(deletedAt: unknown, from: string): string | null {
  if (typeof deletedAt !== 'string') return null;
  const begin = Math.max(Date.parse(deletedAt) || 0, Date.parse(from) || 0);
  return new Date(begin + KEPT_DAYS * DAY).toISOString();
}

interface Due {
  readonly id: string;
  readonly name: string;
}

/**
 * Notes what has come so near to its end that the list announces it, and answers what may go now: its time is over, and it was announced at least
 * three days ago. So nothing goes unannounced where the program was not open for long, or where a clock was set forward.
 */
export function dueForRemoval(db: Database, now = Date.now()): Promise<readonly Due[]> {
  return db.write(async (writing) => {
    const from = await keptFrom(writing);
    const due: Due[] = [];
    for (const row of await writing.all('SELECT "id", "name", "deletedAt" FROM "rigs" WHERE "deletedAt" IS NOT NULL'))
      if (await isDue(writing, row, from, now)) due.push({ id: String(row.id), name: String(row.name) });
    return due;
  });
}

async function isDue(writing: Writing, row: DbRecord, from: string, now: number): Promise<boolean> {
  const end = goesAt(row.deletedAt, from);
  if (end === null || Date.parse(end) > now + ANNOUNCED_DAYS * DAY) return false;
  const name = announced(String(row.id));
  const since = await writing.one('SELECT "value" FROM "meta" WHERE "name" = $1', [name]);
  if (since) return Date.parse(end) <= now && Date.parse(String(since.value)) <= now - ANNOUNCED_DAYS * DAY;
  await writing.insert('meta', [{ name, value: new Date(now).toISOString() }]);
  return false;
}

/** Removes what was deleted, with its history, for good. The caller has made a backup. What was brought back meanwhile stays. */
export async function removeForGood(db: Database, ids: readonly string[]): Promise<Result<number, string>> {
  const count = await db.write(async ({ run }) => {
    let gone = 0;
    for (const id of ids) {
      gone += await run('DELETE FROM "rigs" WHERE "id" = $1 AND "deletedAt" IS NOT NULL', [id]);
      await run('DELETE FROM "meta" WHERE "name" = $1', [announced(id)]);
    }
    return gone;
  });
  return count > 0 ? ok(count) : err('It is gone already, or was brought back.');
}

/** Forgets an announcement: what was brought back and is deleted again waits its thirty days anew. */
export const forgetAnnouncement = (writing: Writing, id: string): Promise<number> =>
  writing.run('DELETE FROM "meta" WHERE "name" = $1', [announced(id)]);
