'use client';
// The backups that were made by themselves, as a list to restore from.
import { counted } from '@/core/base';
import type { KeptBackup } from '@/server/backups/automatic';
import { Button } from '../primitives/button';

const why: Readonly<Record<KeptBackup['reason'], string>> = {
  daily: 'of the day',
  'before-update': 'before an update of the data',
  'before-fold': 'before a history was folded',
  'before-removal': 'before a rig was removed for good',
  'before-restore': 'before a backup was restored',
};

const sizeOf = (bytes: number): string =>
  bytes < 1_048_576 ? `${Math.max(1, Math.round(bytes / 1024))} KB` : `${(bytes / 1_048_576).toFixed(1)} MB`;

/** When a backup was made, as a player reads it. */
export const dateOf = (at: string): string =>
  new Date(at).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

/** Each with its date, what it was made for, its size and its rigs. */
export function KeptBackups({
  backups,
  busy,
  onRestore,
}: {
  readonly backups: readonly KeptBackup[];
  readonly busy: boolean;
  readonly onRestore: (backup: KeptBackup) => void;
}) {
  return (
    <ul aria-label="Automatic backups" className="max-h-[300px] overflow-y-auto rounded-sm border bg-sheet">
      {backups.map((backup) => (
        <li
          key={backup.name}
          className="grid grid-cols-[1fr_72px_72px_auto] items-center gap-3 border-b px-3 py-1.5 last:border-b-0"
        >
          <span className="min-w-0">
            <span className="block truncate" suppressHydrationWarning>
              {dateOf(backup.at)}
            </span>
            <span className="block truncate text-xs text-ink-2">{why[backup.reason]}</span>
          </span>
          <span className="text-right text-xs text-ink-2 tabular-nums">{sizeOf(backup.bytes)}</span>
          <span className="text-right text-xs text-ink-2 tabular-nums">
            {backup.rigs === null ? 'unreadable' : counted(backup.rigs, 'rig')}
          </span>
          <Button
            disabled={busy || backup.rigs === null}
            onClick={() => onRestore(backup)}
            aria-label={`Restore the backup of ${dateOf(backup.at)}`}
          >
            Restore…
          </Button>
        </li>
      ))}
    </ul>
  );
}
