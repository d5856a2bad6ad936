'use client';
// The findings by severity. Thousands of them scroll as ten do; walked with the arrow keys.
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useMemo, useRef } from 'react';
import type { Severity } from '@/core/checks';
import { cx } from '../primitives/cx';
import { SeverityMark, severityName } from '../primitives/marks';
import { countBy, type Line, nameOf, partsOf } from './lines';

interface Props {
  readonly lines: readonly Line[];
  readonly chosen: string | null;
  readonly onChoose: (line: Line) => void;
  readonly onOpen: () => void;
}

type Row =
  | { readonly type: 'head'; readonly severity: Severity; readonly count: number }
  | { readonly type: 'line'; readonly line: Line };

const HEAD = 40;
const LINE = 52;

export function FindingList({ lines, chosen, onChoose, onOpen }: Props) {
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useMemo(() => rowsOf(lines), [lines]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: (i) => (rows[i]?.type === 'head' ? HEAD : LINE),
    overscan: 8,
  });
  const at = lines.findIndex((l) => l.key === chosen);
  useEffect(() => {
    const row = rows.findIndex((r) => r.type === 'line' && r.line.key === chosen);
    if (row >= 0) virtual.scrollToIndex(row, { align: 'auto' });
  }, [rows, chosen, virtual]);
  const onKey = (e: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10, Home: -lines.length, End: lines.length }[e.key];
    if (by !== undefined) {
      e.preventDefault();
      const next = lines[Math.max(0, Math.min(lines.length - 1, at + by))];
      if (next) onChoose(next);
    } else if (e.key === 'Enter') {
      e.preventDefault();
      onOpen();
    }
  };
  return (
    <div
      ref={scroll}
      role="listbox"
      aria-label="Findings"
      tabIndex={0}
      aria-activedescendant={at >= 0 ? `finding-${at}` : undefined}
      onKeyDown={onKey}
      className="min-h-0 flex-1 overflow-y-auto focus-visible:outline-offset-[-2px]"
    >
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          if (!row) return null;
          const style = { transform: `translateY(${item.start}px)`, height: item.size };
          if (row.type === 'head')
            return (
              <div
                role="presentation"
                key={`head ${row.severity}`}
                style={style}
                className="absolute inset-x-0 flex items-end gap-2 border-b px-4 pb-1.5 text-[13px] font-semibold"
              >
                {severityName(row.severity)} <span className="font-mono text-xs font-normal text-ink-2">{row.count}</span>
              </div>
            );
          const { line } = row;
          const here = line.key === chosen;
          return <FindingRow key={line.key} lines={lines} onChoose={onChoose} style={style} line={line} here={here} />;
        })}
      </div>
    </div>
  );
}

function FindingRow({
  lines,
  onChoose,
  style,
  line,
  here,
}: {
  readonly lines: readonly Line[];
  readonly onChoose: (line: Line) => void;
  readonly style: { transform: string; height: number };
  readonly line: Line;
  readonly here: boolean;
}) {
  return (
    <div
      id={`finding-${lines.indexOf(line)}`}
      role="option"
      aria-selected={here}
      style={style}
      onClick={() => onChoose(line)}
      onKeyDown={() => undefined}
      className={cx(
        'absolute inset-x-0 grid cursor-pointer grid-cols-[20px_minmax(0,2fr)_minmax(0,3fr)] items-center gap-3 border-b px-4',
        here ? 'bg-sheet shadow-[inset_3px_0_0_var(--verdigris)]' : 'hover:bg-sheet/60',
      )}
    >
      <SeverityMark severity={line.finding.severity} />
      <span className="min-w-0">
        <span className="block truncate text-[13px] font-semibold" title={line.what}>
          {line.what}
        </span>
        <span className="block truncate text-xs text-ink-2" title={line.where}>
          {line.parts.length > 1 ? `and ${line.parts.length - 1} more like it` : line.where}
        </span>
      </span>
      <span className="min-w-0">
        <span className="block truncate text-[13.5px]" title={line.finding.title}>
          {line.finding.title}
        </span>
        <span className="block truncate text-xs text-ink-2">{nameOf(line.finding.check)}</span>
      </span>
    </div>
  );
}

function rowsOf(lines: readonly Line[]): readonly Row[] {
  const rows: Row[] = [];
  const counts = countBy(partsOf(lines, lines[0]?.accepted ?? false), (p) => [p.finding.severity]);
  let last: Severity | null = null;
  for (const line of lines) {
    const { severity } = line.finding;
    if (severity !== last) rows.push({ type: 'head', severity, count: counts.get(severity) ?? 0 });
    last = severity;
    rows.push({ type: 'line', line });
  }
  return rows;
}
