'use client';
// What became of the take, way by way, the newest first.
import { type AttemptRecord, attemptWords } from '@/core/rehearsal';
import type { RigIndex } from '@/core/rig';
import { cx } from '../primitives/cx';

const headTone = (a: AttemptRecord): string => (a.right ? 'text-verdigris' : a.reached === 'not' ? 'text-stop' : 'text-caution');

export function HowItWent({ index, told }: { readonly index: RigIndex; readonly told: readonly AttemptRecord[] }) {
  return (
    <section aria-label="How it went" aria-live="polite" className="space-y-2">
      <h2 className="text-sm font-semibold">How it went</h2>
      {told.length === 0 && (
        <p className="text-sm text-ink-2">
          After each section it says here whether it was there in time, and what was pressed besides.
        </p>
      )}
      <ul className="space-y-2">
        {told.toReversed().map((attempt) => {
          const [head, ...rest] = attemptWords(index, attempt);
          return (
            <li key={attempt.id} className="rounded-sm border bg-sheet px-2.5 py-2 text-sm">
              <p className="flex flex-wrap items-baseline gap-x-2">
                <span className="min-w-0 truncate font-semibold">{attempt.section}</span>
                <span className={cx('font-medium', headTone(attempt))}>{head}</span>
              </p>
              {rest.map((line) => (
                <p key={line} className="pt-0.5 text-ink-2">
                  {line}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
