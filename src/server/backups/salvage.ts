// What can still be read of a database that cannot be opened: every rig that comes out whole, in one file of this program.
import { rmSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { writeBundle } from '@/core/formats';
import type { Rig } from '@/core/rig';
import { migrate } from '../database/migrations';
import { type Connection, connect } from '../database/sql';
import { bytesAt } from '../folder/files';
import { databaseFile, scratchFolder } from '../folder/paths';
import { makeScratch } from '../folder/scratch';
import { loadRig } from '../rigs/rows';

export interface Salvaged {
  /** A bundle with the rigs that could be read. */
  readonly text: string;
  readonly read: readonly string[];
  /** Names, or identifiers, of those that could not. */
  readonly lost: readonly string[];
}

/** Reads a copy, rig by rig; what fails is named and left out. */
export async function salvage(folder: string): Promise<Salvaged> {
  const scratch = scratchIn(folder);
  try {
    const copy = join(scratch, 'copy.sqlite');
    for (const end of ['', '-wal']) {
      const from = `${databaseFile(folder)}${end}`;
      if (bytesAt(from) !== null) await copyFile(from, `${copy}${end}`);
    }
    return await readable(copy);
  } finally {
    rmSync(scratch, { recursive: true, force: true });
  }
}

function scratchIn(folder: string): string {
  try {
    return makeScratch(scratchFolder(folder));
  } catch {
    return makeScratch();
  }
}

async function readable(file: string): Promise<Salvaged> {
  const rigs: Rig[] = [];
  const lost: string[] = [];
  let connection: Connection | null = null;
  try {
    connection = await connect(file, { mode: 'write' });
    // Rows of an older version are read as they are where they cannot be brought up to date.
    await migrate(connection).catch(() => undefined);
    for (const { id, name } of await connection.all('SELECT "id", "name" FROM "rigs" WHERE "deletedAt" IS NULL')) {
      const loaded = await loadRig(connection, String(id)).catch(() => null);
      if (loaded) rigs.push(loaded.rig);
      else lost.push(String(name).slice(0, 120));
    }
  } catch {
    if (rigs.length + lost.length === 0) lost.push('everything');
  } finally {
    await connection?.close().catch(() => undefined);
  }
  const text = writeBundle({ name: 'What could be read', templates: [], profiles: [], rigTemplates: [], rigs });
  return { text, read: rigs.map((r) => r.name), lost };
}
