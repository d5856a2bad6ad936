'use client';
// The lines of one unit as a table. A long one draws only the lines in sight, and all of them while it is printed.
import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useLayoutEffect, useRef, useState } from 'react';
import { alsoWords, cellsOf, factWord, isEntered, type SheetColumn, type SheetLine, tickedRow } from '@/core/sheets';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';

/** What can be ticked on a line, by the head of its column; null where there is nothing to tick. */
export interface TickColumn {
  readonly head: string;
  readonly at: (line: SheetLine) => boolean | null;
  readonly label: (line: SheetLine) => string;
  readonly onTick: (line: SheetLine, on: boolean) => void;
}

interface Props {
  readonly title: string;
  readonly hint: string;
  readonly lines: readonly SheetLine[];
  readonly columns: readonly SheetColumn[];
  readonly ticks: readonly TickColumn[];
  /** Ticks every line; null where there is nothing left to tick. */
  readonly onAll: (() => void) | null;
  /** What scrolls; null until it is there. */
  readonly scroll: HTMLElement | null;
  readonly printing: boolean;
}

/** From so many lines on only those in sight are drawn. */
const MANY = 80;
const ROW = 30;

export function SheetTable({ title, hint, lines, columns, ticks, onAll, scroll, printing }: Props) {
  const body = useRef<HTMLTableSectionElement>(null);
  const virtual = lines.length > MANY && !printing;
  const margin = useTopOf(body, scroll, virtual);
  const rows = useVirtualizer({
    count: virtual ? lines.length : 0,
    getScrollElement: () => scroll,
    estimateSize: () => ROW,
    overscan: 12,
    scrollMargin: margin ?? 0,
    // Until it is known where a table stands, every one would seem to be in sight.
    enabled: margin !== null,
  });
  const shown = virtual
    ? rows.getVirtualItems().map(({ index, start, end }) => ({ index, start, end }))
    : lines.map((_, index) => ({ index, start: 0, end: 0 }));
  const [first] = shown;
  const last = shown.at(-1);
  const whole = margin === null ? lines.length * ROW : rows.getTotalSize();
  const above = virtual && first ? first.start - (margin ?? 0) : 0;
  const below = virtual ? whole - (last ? last.end - (margin ?? 0) : 0) : 0;
  const width = ticks.length + columns.length;
  return (
    <section aria-label={title} className="print-plain overflow-hidden rounded-md border bg-sheet">
      <div className="flex items-baseline gap-3 border-b px-4 py-2">
        <h2 className="text-base font-semibold">{title}</h2>
        <p className="text-xs text-ink-2">{hint}</p>
        {onAll && (
          <Button size="small" tone="quiet" className="no-print ml-auto shrink-0" onClick={onAll}>
            Tick all
          </Button>
        )}
      </div>
      <div className="overflow-x-auto">
        <table className="w-full text-[13.5px] max-[1000px]:min-w-[1120px] print:min-w-0" aria-rowcount={lines.length + 1}>
          <thead>
            <tr className="border-b text-left text-xs text-ink-2" aria-rowindex={1}>
              {[...ticks.map((t) => t.head), ...columns.map((c) => c.head)].map((n, i) => (
                <th
                  key={n}
                  scope="col"
                  className={cx('py-1 pr-3 font-semibold', i === 0 && 'w-16 pl-4', i < ticks.length && 'whitespace-nowrap')}
                >
                  {n}
                </th>
              ))}
            </tr>
          </thead>
          <tbody ref={body}>
            <Spacer height={above} width={width} />
            {shown.map(({ index }) => {
              const line = lines[index];
              return line ? (
                <Row
                  key={line.key}
                  line={line}
                  before={lines[index - 1]}
                  at={index}
                  columns={columns}
                  ticks={ticks}
                  measure={virtual ? rows.measureElement : undefined}
                />
              ) : null;
            })}
            <Spacer height={below} width={width} />
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** Columns whose words belong on one line as long as there is room, by their heads. */
const wide: Readonly<Record<string, string>> = {
  Place: 'min-w-32',
  On: 'whitespace-nowrap',
  Type: 'whitespace-nowrap',
  Values: 'min-w-46',
  Range: 'min-w-32',
  For: 'max-w-64',
  'Comes from': 'max-w-72',
};

/** Stands for the lines that are out of sight. */
function Spacer({ height, width }: { readonly height: number; readonly width: number }) {
  return height > 0 ? (
    <tr aria-hidden>
      <td colSpan={width} style={{ height }} />
    </tr>
  ) : null;
}

function Row({
  line,
  before,
  at,
  columns,
  ticks,
  measure,
}: {
  readonly line: SheetLine;
  readonly before: SheetLine | undefined;
  readonly at: number;
  readonly columns: readonly SheetColumn[];
  readonly ticks: readonly TickColumn[];
  readonly measure: ((row: HTMLTableRowElement | null) => void) | undefined;
}) {
  if (line.of.type === 'set-up') return <SetUpRow line={line} at={at} width={ticks.length + columns.length} measure={measure} />;
  const also = alsoWords(line, columns);
  const cells = cellsOf(line, columns);
  const stood = stoodWords(line);
  const fresh = before !== undefined && before.facts[0]?.value !== line.facts[0]?.value;
  return (
    <tr
      ref={measure}
      data-index={at}
      aria-rowindex={at + 2}
      className={cx(
        'print-keep border-b align-top last:border-b-0',
        isEntered(line) && 'text-ink-2',
        fresh && 'border-t border-t-control-edge',
      )}
    >
      {ticks.map((t) => {
        const on = t.at(line);
        return (
          <td key={t.head} className="py-1 first:pl-4">
            {on !== null && (
              <input
                type="checkbox"
                className="h-4 w-4 align-middle accent-verdigris"
                checked={on}
                aria-label={t.label(line)}
                onChange={(e) => t.onTick(line, e.target.checked)}
              />
            )}
          </td>
        );
      })}
      {columns.map(({ head, figures }, i) => {
        const last = i === columns.length - 1;
        return (
          <td
            key={head}
            className={cx(
              'py-1 pr-3 break-words',
              i === 0 && 'min-w-16 max-w-48 font-semibold',
              i === 0 && ticks.length === 0 && 'pl-4',
              figures && 'font-mono text-xs leading-5',
              head === 'Number' && 'font-semibold',
              wide[head],
            )}
          >
            {cells[i]}
            {last && also !== '' && <span className="block text-xs text-ink-2">{also}</span>}
            {last && stood !== '' && <span className="block text-xs font-medium text-caution">{stood}</span>}
            {last &&
              line.limits.map((limit) => (
                <span key={limit} className="block text-xs text-caution">
                  {limit}
                </span>
              ))}
          </td>
        );
      })}
    </tr>
  );
}

/** A step of the player's own, over the whole width. */
function SetUpRow({
  line,
  at,
  width,
  measure,
}: {
  readonly line: SheetLine;
  readonly at: number;
  readonly width: number;
  readonly measure: ((row: HTMLTableRowElement | null) => void) | undefined;
}) {
  return (
    <tr ref={measure} data-index={at} aria-rowindex={at + 2} className="print-keep border-b bg-film/60 last:border-b-0">
      <td colSpan={width} className="px-4 py-1">
        {line.facts.map((f) => (
          <span key={f.name}>
            <span className="pr-2 text-xs font-semibold text-ink-2">{factWord(f.name)} </span>
            {f.text}
          </span>
        ))}
      </td>
    </tr>
  );
}

/** What became of a tick: changed since, or set when the sheet showed less. */
function stoodWords(line: SheetLine): string {
  const row = tickedRow(line);
  if (!row || row.entered === null) return '';
  // Of several messages the first one says so.
  if (!line.entered) return line.of.type === 'function' && line.of.action > 0 ? '' : 'changed since it was entered';
  return line.fresh.length > 0 ? `new on the sheet: ${line.fresh.map((f) => factWord(f).toLowerCase()).join(', ')}` : '';
}

/** How far ahead of what is in sight lines are drawn, in pixels. */
const AHEAD = 600;

/**
 * How far below the top of what scrolls an element begins, in pixels, kept up to date as what stands above it grows; null until it is known, and as
 * long as the element lies far below what is in sight.
 */
function useTopOf(element: RefObject<HTMLElement | null>, box: HTMLElement | null, needed: boolean): number | null {
  const [top, setTop] = useState<number | null>(null);
  useLayoutEffect(() => {
    const content = box?.firstElementChild;
    const own = element.current;
    if (!needed || !box || !content || !own) return;
    let reached = false;
    const read = (): void => {
      const under = own.getBoundingClientRect().top - box.getBoundingClientRect().top;
      reached ||= under < box.clientHeight + AHEAD;
      if (reached) setTop(Math.round(under + box.scrollTop));
    };
    read();
    const watch = new ResizeObserver(read);
    watch.observe(content);
    const near = new IntersectionObserver(read, { root: box, rootMargin: `${AHEAD}px` });
    near.observe(own);
    return () => {
      watch.disconnect();
      near.disconnect();
    };
  }, [element, box, needed]);
  return top;
}
