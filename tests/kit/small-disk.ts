// A folder on a disk of its own that can be filled, or made so that nothing can be written: a small tmpfs for root, rights and a page limit for others.
import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freeBytes } from '@/server/database/faults';

export interface SmallDisk {
  readonly folder: string;
  /** Whether it is a disk of its own: only then can it be filled. */
  readonly own: boolean;
  /** Leaves so many bytes free. */
  readonly fill: (leave: number) => void;
  readonly empty: () => void;
  readonly setReadOnly: (on: boolean) => void;
  readonly remove: () => void;
}

const mount = (...args: readonly string[]): boolean => {
  try {
    execFileSync('mount', [...args], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
};

export function smallDisk(megabytes = 8): SmallDisk {
  const folder = mkdtempSync(join(tmpdir(), 'keen-dial-disk-'));
  const own = process.getuid?.() === 0 && mount('-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder);
  const filler = join(folder, 'filler');
  return {
    folder,
    own,
    fill: (leave) => {
      if (!own) throw new Error('only a disk of its own can be filled');
      for (let more = freeBytes(folder) - leave, part = 0; more > 0; part++) {
        const bytes = Math.min(more, 1024 * 1024);
        writeFileSync(`${filler}-${part}`, Buffer.alloc(bytes));
        more = freeBytes(folder) - leave;
        if (part > 1000) throw new Error('it does not fill');
      }
    },
    empty: () => {
      for (let part = 0; part < 1000; part++) rmSync(`${filler}-${part}`, { force: true });
    },
    setReadOnly: (on) => {
      if (own) mount('-o', `remount,${on ? 'ro' : 'rw'}`, folder);
      else chmodSync(folder, on ? 0o555 : 0o755);
    },
    remove: () => {
      if (own) {
        mount('-o', 'remount,rw', folder);
        execFileSync('umount', ['-l', folder]);
      } else chmodSync(folder, 0o755);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
