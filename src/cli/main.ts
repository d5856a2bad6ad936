// The entry of `keen`: the process around it.
import { createReadStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { FILE_LIMIT } from '@/core/formats';
import { keen } from './keen';

/** As the server takes back: named here, so that no database driver is loaded for it. */
const BACKUP_BYTES = 512 * 1024 * 1024;

/** A file or standard input, no further than one byte beyond what may be read at all. */
async function read(path: string, what: 'rig' | 'backup' = 'rig'): Promise<Uint8Array> {
  const limit = what === 'backup' ? BACKUP_BYTES : FILE_LIMIT;
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of path === '-' ? process.stdin : createReadStream(path)) {
    chunks.push(chunk);
    size += chunk.length;
    if (size > limit) break;
  }
  return Buffer.concat(chunks);
}

process.exitCode = await keen(process.argv.slice(2), {
  read,
  write: (path, content) => writeFile(path, content),
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
});
