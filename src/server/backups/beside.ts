// A copy of a database that a server may have open: read beside it, from one moment.
import { rmSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { err, ok, type Result } from '@/core/base';
import { faultOf, faultWords } from '../database/faults';
import { type Connection, connect } from '../database/sql';

/** Copies a database file to a new one, without writing it. Where its folder cannot be written, the file itself is copied. */
export async function copyBeside(file: string, to: string): Promise<Result<null, string>> {
  let connection: Connection | null = null;
  try {
    connection = await connect(file, { mode: 'read' });
    await connection.run('VACUUM INTO $1', [to]);
    return ok(null);
  } catch (error) {
    rmSync(to, { force: true });
    const kind = faultOf(error, file);
    if (kind !== 'read-only') return err(kind ? faultWords[kind] : 'The database cannot be read.');
    // Nobody can write there, so nobody does: the file with its log is a whole by itself.
    await copyFile(`${file}-wal`, `${to}-wal`).catch(() => undefined);
    await copyFile(file, to);
    const copy = await connect(to, { mode: 'write' });
    await copy.all('PRAGMA journal_mode = DELETE');
    await copy.close();
    return ok(null);
  } finally {
    await connection?.close();
  }
}
