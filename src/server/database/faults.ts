// Why a database cannot be read or written, told apart: what helps differs with each.
import { closeSync, fsyncSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** What keeps edits from being kept: the disk is full, nothing may be written, somebody else holds the file, or it is damaged. */
const faultKinds = ['disk-full', 'read-only', 'locked', 'damaged'] as const;
export type FaultKind = (typeof faultKinds)[number];

/** What a player is told of each, and what to do now. */
export const faultWords: Readonly<Record<FaultKind, string>> = {
  'disk-full': 'Disk full: nothing can be saved. Make room on the disk that holds the data folder, and it goes on by itself.',
  'read-only': 'Read-only: the data folder cannot be written. Give this program the right to write there, and start it again.',
  locked: 'Locked: another program holds the database. Close it there, and it goes on by itself.',
  damaged: 'Damaged: the database cannot be read as a whole. Open the list of rigs: it leads to the automatic backups.',
};

/** Thrown in the place of SQLite's own error where what was asked for could not be kept. */
export class StorageFault extends Error {
  readonly kind: FaultKind;
  constructor(kind: FaultKind, cause: unknown) {
    super(faultWords[kind], { cause });
    this.name = 'StorageFault';
    this.kind = kind;
  }
}

/**
 * The kind of a fault of the storage; null for other errors. By name and not by class: server and pages are bundled apart, each with a class of its own.
 */
export function faultKindOf(error: unknown): FaultKind | null {
  if (!(error instanceof Error) || error.name !== 'StorageFault' || !('kind' in error)) return null;
  return faultKinds.find((kind) => kind === error.kind) ?? null;
}

/** SQLite's own code for an error ("SQLITE_FULL"), wherever a library has wrapped it; null for errors of another kind. */
export function codeOf(error: unknown): string | null {
  for (let at: unknown = error, depth = 0; typeof at === 'object' && at !== null && depth < 5; depth++) {
    if ('code' in at && typeof at.code === 'string' && /^(SQLITE_|E[A-Z]+$)/.test(at.code)) return at.code;
    const message = 'message' in at && typeof at.message === 'string' ? /\bSQLITE_[A-Z_]+/.exec(at.message)?.[0] : undefined;
    if (message !== undefined) return message;
    at = 'parent' in at ? at.parent : 'cause' in at ? at.cause : null;
  }
  return null;
}

/** Whether a folder can be written: a small file is written through to the disk and taken away again. */
export function faultOfFolder(folder: string): 'disk-full' | 'read-only' | null {
  const probe = join(folder, `.keen-dial-probe-${process.pid}`);
  try {
    const handle = openSync(probe, 'w');
    try {
      writeSync(handle, Buffer.alloc(8192, 1));
      fsyncSync(handle);
    } finally {
      closeSync(handle);
    }
    return null;
  } catch (error) {
    const code = codeOf(error);
    return code === 'ENOSPC' || code === 'EDQUOT' ? 'disk-full' : 'read-only';
  } finally {
    try {
      rmSync(probe, { force: true });
    } catch {
      // Where nothing can be written, nothing was.
    }
  }
}

/** Bytes that are free where a folder lies. */
export function freeBytes(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

/** Which fault an error of SQLite means for the file it was about; null when it is none of them. */
export function faultOf(error: unknown, file: string): FaultKind | null {
  switch (codeOf(error)) {
    case 'SQLITE_FULL':
    case 'ENOSPC':
    case 'EDQUOT':
      return 'disk-full';
    case 'SQLITE_READONLY':
    case 'SQLITE_PERM':
    case 'EROFS':
    case 'EACCES':
    case 'EPERM':
      return 'read-only';
    case 'SQLITE_BUSY':
    case 'SQLITE_LOCKED':
      return 'locked';
    case 'SQLITE_CORRUPT':
    case 'SQLITE_NOTADB':
      return 'damaged';
    // These two say too little: the folder itself is asked.
    case 'SQLITE_IOERR':
    case 'SQLITE_CANTOPEN':
      return faultOfFolder(dirname(file)) ?? 'damaged';
    default:
      return null;
  }
}

/** The error as a fault of the storage where it is one, else as it came. */
export function asFault(error: unknown, file: string): unknown {
  const kind = faultKindOf(error) ? null : faultOf(error, file);
  return kind === null ? error : new StorageFault(kind, error);
}
