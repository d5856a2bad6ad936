// Files that are being made lie in a folder of their own, named by the process that makes them, so that what a killed one left is known and goes.
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const PREFIX = 'keen-dial-';

/** Whether a process runs. One of another user runs too. */
function runs(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error instanceof Error && 'code' in error && error.code === 'EPERM';
  }
}

/** Removes what processes that are no more left in a folder. */
export function sweepScratch(folder: string): void {
  let names: readonly string[] = [];
  try {
    names = readdirSync(folder);
  } catch {
    return;
  }
  for (const name of names) {
    const pid = new RegExp(`^${PREFIX}(\\d+)-`).exec(name)?.[1];
    if (pid === undefined || runs(Number(pid))) continue;
    try {
      rmSync(join(folder, name), { recursive: true, force: true });
    } catch {
      // Where nothing can be written, it stays for the next time.
    }
  }
}

/** Removes what this process itself has half made in a folder: it is about to end. */
export function dropOwnScratch(folder: string): void {
  try {
    for (const name of readdirSync(folder))
      if (name.startsWith(`${PREFIX}${process.pid}-`)) rmSync(join(folder, name), { recursive: true, force: true });
  } catch {
    // Where there is none, or nothing can be written, nothing is left.
  }
}

/** A new folder inside `parent` (the system's temporary one unless told). Whoever asks takes it away again. */
export function makeScratch(parent = tmpdir()): string {
  mkdirSync(parent, { recursive: true });
  sweepScratch(parent);
  return mkdtempSync(join(parent, `${PREFIX}${process.pid}-`));
}

/** Runs work with a scratch folder that is gone afterwards, whatever happens. */
export async function withScratch<T>(parent: string | undefined, work: (folder: string) => Promise<T>): Promise<T> {
  const folder = makeScratch(parent);
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
