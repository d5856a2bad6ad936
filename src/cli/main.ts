// The entry of `keen`: the process around it.
import { createReadStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { FILE_LIMIT } from '@/core/formats';
import { keen } from './keen';

/** A file or standard input, no further than one byte beyond what may be read at all. */
async function read(path: string): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of path === '-' ? process.stdin : createReadStream(path)) {
    chunks.push(chunk);
    size += chunk.length;
    if (size > FILE_LIMIT) break;
  }
  return Buffer.concat(chunks);
}

process.exitCode = await keen(process.argv.slice(2), {
  read,
  write: (path, content) => writeFile(path, content),
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
});
