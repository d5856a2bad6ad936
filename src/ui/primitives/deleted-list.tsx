'use client';
// What was deleted, folded away: when each goes for good, a way back, and a way to be done with it now.
import { useState } from 'react';
import { Button } from './button';
import { Dialog } from './dialog';
import { shortened } from './shortened';

interface Deleted {
  readonly id: string;
  readonly name: string;
  /** When it goes for good, in ISO 8601. */
  readonly goesAt: string | null;
}

const DAY = 86_400_000;
/** Nothing waits longer, whatever this machine's clock says. */
const MOST_DAYS = 30;
/** From so many days before its end on, it is told above the list and not only inside. */
const SOON_DAYS = 7;

const daysLeft = (row: Deleted, now: number): number =>
  row.goesAt === null ? 0 : Math.min(MOST_DAYS, Math.max(0, Math.ceil((Date.parse(row.goesAt) - now) / DAY)));

const inDays = (days: number): string => (days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`);

export function DeletedList({
  what,
  rows,
  onBack,
  onFinish,
}: {
  /** What such rows are called, for one and for several. */
  readonly what: readonly [one: string, several: string];
  readonly rows: readonly Deleted[];
  readonly onBack: (id: string) => void;
  readonly onFinish: (id: string) => Promise<string | null>;
}) {
  const [finishing, setFinishing] = useState<Deleted | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [now] = useState(() => Date.now());
  if (rows.length === 0) return null;
  const soon = rows.filter((r) => daysLeft(r, now) <= SOON_DAYS);
  const finish = async (): Promise<void> => {
    if (!finishing) return;
    setBusy(true);
    const refused = await onFinish(finishing.id).catch(() => 'Keen Dial does not answer. Nothing was removed.');
    setBusy(false);
    setProblem(refused);
    if (refused === null) setFinishing(null);
  };
  return (
    <>
      {soon.length > 0 && (
        <p role="note" className="rounded-sm border bg-film px-3 py-2" suppressHydrationWarning>
          {soon.length === 1
            ? `${soon[0]?.name ?? ''} was deleted and goes for good ${inDays(daysLeft(soon[0] ?? { id: '', name: '', goesAt: null }, now))}.`
            : `${soon.length} deleted ${what[1]} go for good within ${SOON_DAYS} days.`}{' '}
          Until then it can be brought back below; a backup is made before.
        </p>
      )}
      <details className="text-ink-2">
        <summary className="py-1">
          {rows.length} deleted {rows.length === 1 ? what[0] : what[1]}
        </summary>
        <ul className="mt-1 flex flex-col gap-1">
          {rows.map((row) => (
            <li key={row.id} className="grid grid-cols-[minmax(0,1fr)_170px_auto_auto] items-center gap-3">
              <span className="truncate">{row.name}</span>
              <span className="text-xs" suppressHydrationWarning>
                goes for good {inDays(daysLeft(row, now))}
              </span>
              <Button size="small" onClick={() => onBack(row.id)}>
                Bring back
              </Button>
              <Button
                size="small"
                tone="quiet"
                onClick={() => {
                  setProblem(null);
                  setFinishing(row);
                }}
              >
                Remove for good…
              </Button>
            </li>
          ))}
        </ul>
      </details>
      {finishing && (
        <FinishDialog finishing={finishing} setFinishing={setFinishing} busy={busy} problem={problem} finish={finish} />
      )}
    </>
  );
}

/** Asks once more before something is removed for good. */
function FinishDialog({
  finishing,
  setFinishing,
  busy,
  problem,
  finish,
}: {
  readonly finishing: Deleted;
  readonly setFinishing: (to: Deleted | null) => void;
  readonly busy: boolean;
  readonly problem: string | null;
  readonly finish: () => Promise<void>;
}) {
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && setFinishing(null)}
      title={`Remove ${shortened(finishing.name)} for good?`}
      footer={
        <>
          <Button onClick={() => setFinishing(null)}>Keep it</Button>
          <Button tone="primary" disabled={busy} onClick={() => void finish()}>
            {busy ? 'Making a backup first …' : 'Remove it for good'}
          </Button>
        </>
      }
    >
      <p>It goes with its whole history and cannot be brought back from this list. A backup of everything is made first.</p>
      {problem !== null && (
        <p role="alert" className="mt-3 rounded-sm border border-stop bg-stop-wash px-3 py-2 break-words">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
