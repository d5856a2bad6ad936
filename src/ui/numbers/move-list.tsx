'use client';

// Moves before they are made: who, from which number to which; and what that would do to the findings.

import type { ReactNode } from 'react';
import { counted } from '@/core/base';
import type { Consequences } from '@/core/checks';
import type { MoveLine } from '@/core/numbers';
import { SeverityMark } from '../primitives/marks';
import { addressWords } from './messages';

interface Props {
  readonly moves: readonly MoveLine[];
  /** Which of them are to be made; null where all are. */
  readonly chosen: ReadonlySet<string> | null;
  readonly onChoose: (id: string, on: boolean) => void;
}

/** Lists longer than this are cut: nobody reads a thousand lines, and they would be slow to draw. */
const MOST = 300;

export function MoveList({ moves, chosen, onChoose }: Props) {
  return (
    <ul aria-label="Numbers that would move" className="flex flex-col">
      {moves.slice(0, MOST).map((m) => (
        <li key={m.id} className="border-t first:border-t-0">
          <div className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-2 py-1.5 text-[13px] leading-4">
            {chosen ? (
              <input
                type="checkbox"
                className="accent-verdigris"
                aria-label={`Move ${m.place} ${m.name}`}
                checked={chosen.has(m.id)}
                onChange={(e) => onChoose(m.id, e.target.checked)}
              />
            ) : (
              <span />
            )}
            <span className="min-w-0">
              <span className="block truncate" title={`${m.controller} ${m.place}: ${m.name}`}>
                {m.place} · {m.name}
              </span>
              {m.entered && <span className="text-xs text-ink-2">entered already</span>}
            </span>
            <span className="font-mono text-xs whitespace-nowrap">
              {addressWords(m.message, m.to)} → <b className="font-semibold">{addressWords(m.to, m.message)}</b>
            </span>
          </div>
        </li>
      ))}
      {moves.length > MOST && <li className="border-t py-1.5 text-xs text-ink-2">and {moves.length - MOST} more</li>}
    </ul>
  );
}

/** What an edit would take away and bring, in a few lines. */
export function ConsequenceWords({ consequences }: { readonly consequences: Consequences | null }) {
  if (!consequences) return null;
  const gone = consequences.gone.filter((f) => f.severity !== 'note');
  const come = consequences.come.filter((f) => f.severity !== 'note');
  const lines: ReactNode[] = [];
  if (gone.length > 0) lines.push(<li key="gone">Takes away {counted(gone.length, 'finding')}.</li>);
  for (const f of come.slice(0, 3))
    lines.push(
      <li key={`${f.check} ${f.subjectId} ${f.title}`} className="flex gap-1.5">
        <SeverityMark severity={f.severity} size={13} className="mt-0.5" />
        <span>Brings: {f.title}</span>
      </li>,
    );
  if (come.length > 3) lines.push(<li key="more">and {come.length - 3} more.</li>);
  if (lines.length === 0) lines.push(<li key="none">No finding appears or goes away.</li>);
  return (
    <ul aria-label="What it would do" className="flex flex-col gap-1 text-xs text-ink-2">
      {lines}
    </ul>
  );
}
