'use client';

// The list of assignments with their outcome in words.

import { type ReactVirtualizer, useVirtualizer } from '@tanstack/react-virtual';
import dynamic from 'next/dynamic';
import {
  type ComponentType,
  type CSSProperties,
  type KeyboardEvent,
  type RefObject,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import type { Assignment, RigIndex } from '@/core/rig';
import type { Show } from '../place/use-place';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { useOnScreen, useRig } from '../store/provider';
import { Channel, DrawnContext, Moves, Named, Range, Result, Sends, Text } from './list-cells';
import { type ColumnId, columnsButton, gridOf, type Shown, useShownColumns } from './list-columns';
import { inOrderOf, nextOrder, type Order } from './list-order';
import { type Picks, usePicks } from './use-picks';

interface Props {
  readonly index: RigIndex;
  readonly assignments: readonly Assignment[];
  readonly chosen: string | null;
  readonly show: Show;
  readonly onShow: (show: Show) => void;
  readonly onChoose: (assignment: Assignment) => void;
}

const ROW = 30;
const GRID = 'grid items-center gap-3 px-3';

export function AssignmentList({ index, assignments: listed, chosen, show, onShow, onChoose }: Props) {
  const outcomes = useRig((s) => s.outcomes);
  const findings = useRig((s) => s.findings);
  const [sorted, setSorted] = useState<Order | null>(null);
  const [shown, showColumn] = useShownColumns();
  const assignments = useMemo(() => inOrderOf(index, listed, findings, sorted), [index, listed, findings, sorted]);
  const drawn = useMemo(() => ({ index, outcomes, findings, show }), [index, outcomes, findings, show]);
  const seen = useMemo(() => columns.filter((c) => shown.has(c.id)), [shown]);
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: assignments.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const lines = virtual.getVirtualItems();
  const [top, bottom] = [lines[0]?.index ?? 0, lines.at(-1)?.index ?? 0];
  useOnScreen(useMemo(() => assignments.slice(top, bottom + 1).map((a) => a.id), [assignments, top, bottom]));
  const at = assignments.findIndex((a) => a.id === chosen);
  const order = useMemo(() => assignments.map((a) => a.id), [assignments]);
  const picks = usePicks(order);
  const [changing, setChanging] = useState(false);

  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual]);

  const keyDown = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const next = by === 0 ? undefined : assignments[Math.min(assignments.length - 1, Math.max(0, at + by))];
    const taken = picks.key(event, assignments[at]?.id ?? null, next?.id ?? null);
    if (by === 0 && !taken) return;
    event.preventDefault();
    if (next) onChoose(next);
  };

  const tracks = gridOf(shown, show !== 'place');
  return (
    <section aria-label="Assignments" className="@container flex min-h-0 flex-1 flex-col rounded-t-md border border-b-0 bg-sheet">
      <WhichAssignments
        show={show}
        onShow={onShow}
        count={assignments.length}
        picks={picks}
        onChange={() => setChanging(true)}
        shown={shown}
        onColumn={showColumn}
      />
      {assignments.length === 0 ? (
        <p className="px-4 py-5 text-ink-2">{emptyWords(index, show)}</p>
      ) : (
        <DrawnContext value={drawn}>
          <AssignmentGrid
            chosen={chosen}
            onChoose={onChoose}
            seen={seen}
            scroll={scroll}
            assignments={assignments}
            virtual={virtual}
            keyDown={keyDown}
            tracks={tracks}
            picks={picks}
            sorted={sorted}
            onSort={(by) => setSorted(nextOrder(sorted, by))}
          />
        </DrawnContext>
      )}
      {changing && (
        <SeveralDialog index={index} ids={order.filter((id) => picks.ids.has(id))} onClose={() => setChanging(false)} />
      )}
    </section>
  );
}

const SeveralDialog = dynamic(() => import('./several-dialog').then((m) => m.SeveralDialog), { ssr: false });

interface Column {
  readonly id: ColumnId;
  readonly head: string;
  readonly Cell: ComponentType<{ readonly assignment: Assignment }>;
}

const columns: readonly Column[] = [
  { id: 'control', head: 'Control', Cell: Named },
  { id: 'sends', head: 'Sends', Cell: Sends },
  { id: 'channel', head: 'Ch', Cell: Channel },
  { id: 'lands', head: 'Moves', Cell: Moves },
  { id: 'range', head: 'Range', Cell: Range },
  { id: 'text', head: 'Text', Cell: Text },
  { id: 'result', head: 'Result', Cell: Result },
];

function WhichAssignments({
  show,
  onShow,
  count,
  picks,
  onChange,
  shown,
  onColumn,
}: {
  readonly show: Show;
  readonly onShow: (show: Show) => void;
  readonly count: number;
  readonly picks: Picks;
  readonly onChange: () => void;
  readonly shown: Shown;
  readonly onColumn: (id: ColumnId, on: boolean) => void;
}) {
  return (
    <div className="flex h-9 shrink-0 items-center gap-1 border-b px-2" role="group" aria-label="Which assignments">
      {(
        [
          ['place', 'This place'],
          ['controller', 'This controller'],
          ['rig', 'Whole rig'],
          ['findings', 'With findings'],
        ] as const
      ).map(([value, name]) => (
        <button
          key={value}
          type="button"
          aria-pressed={show === value}
          onClick={() => onShow(value)}
          className={cx(
            'h-6 rounded-sm px-2 text-xs',
            show === value ? 'bg-verdigris-wash font-semibold text-ink' : 'text-ink-2 hover:text-ink',
          )}
        >
          {name}
        </button>
      ))}
      {picks.ids.size > 0 ? (
        <span className="ml-auto flex items-center gap-2 pr-1 text-xs">
          {picks.ids.size} chosen
          <Button size="small" onClick={onChange}>
            Change…
          </Button>
          <Button size="small" tone="quiet" onClick={picks.none}>
            None
          </Button>
        </span>
      ) : (
        <span className="ml-auto flex items-center gap-1 pr-1">
          <ColumnsButton shown={shown} onShow={onColumn} />
          <span className="font-mono text-xs text-ink-2" title="Ctrl or Shift with a click, Space, or Ctrl A choose several">
            {count}
          </span>
        </span>
      )}
    </div>
  );
}

const ColumnsMenu = dynamic(() => import('./columns-menu').then((m) => m.ColumnsMenu), {
  ssr: false,
  loading: () => <span className={columnsButton}>Columns</span>,
});

/** The menu of columns comes when it is first opened, not with the first view. */
function ColumnsButton({ shown, onShow }: { readonly shown: Shown; readonly onShow: (id: ColumnId, on: boolean) => void }) {
  const [asked, setAsked] = useState(false);
  if (asked) return <ColumnsMenu shown={shown} onShow={onShow} />;
  return (
    <button type="button" aria-haspopup="menu" onClick={() => setAsked(true)} className={columnsButton}>
      Columns
    </button>
  );
}

/** The heads of the columns; a click orders the list by one. */
function Heads({
  seen,
  tracks,
  sorted,
  onSort,
}: {
  readonly seen: readonly Column[];
  readonly tracks: CSSProperties;
  readonly sorted: Order | null;
  readonly onSort: (by: ColumnId) => void;
}) {
  return (
    <div
      role="row"
      className={cx(GRID, 'sticky top-0 z-10 h-7 border-b bg-sheet text-xs font-semibold text-ink-2')}
      style={tracks}
    >
      {seen.map(({ id, head }) => {
        const here = sorted?.by === id;
        return (
          <span
            key={id}
            role="columnheader"
            aria-sort={here ? (sorted.down ? 'descending' : 'ascending') : 'none'}
            className="min-w-0"
          >
            <button
              type="button"
              title="Order the list by it: up, down, as the panel has it"
              onClick={() => onSort(id)}
              className="max-w-full truncate hover:text-ink"
            >
              {head}
              {here && <span aria-hidden> {sorted.down ? '↓' : '↑'}</span>}
            </button>
          </span>
        );
      })}
    </div>
  );
}

/** The lines, of which only those in sight are drawn. */
function AssignmentGrid({
  chosen,
  onChoose,
  seen,
  scroll,
  assignments,
  virtual,
  keyDown,
  tracks,
  picks,
  sorted,
  onSort,
}: {
  readonly chosen: string | null;
  readonly onChoose: (assignment: Assignment) => void;
  readonly seen: readonly Column[];
  readonly scroll: RefObject<HTMLDivElement | null>;
  readonly assignments: readonly Assignment[];
  readonly virtual: ReactVirtualizer<HTMLDivElement, Element>;
  readonly keyDown: (event: KeyboardEvent) => void;
  readonly tracks: CSSProperties;
  readonly picks: Picks;
  readonly sorted: Order | null;
  readonly onSort: (by: ColumnId) => void;
}) {
  return (
    <div
      ref={scroll}
      role="grid"
      aria-label="Assignments"
      aria-multiselectable
      aria-rowcount={assignments.length + 1}
      tabIndex={0}
      onKeyDown={keyDown}
      className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
    >
      <Heads seen={seen} tracks={tracks} sorted={sorted} onSort={onSort} />
      <div className="relative" style={{ height: virtual.getTotalSize(), minWidth: tracks.minWidth }}>
        {virtual.getVirtualItems().map((item) => {
          const row = assignments[item.index];
          if (!row) return null;
          const here = row.id === chosen;
          return (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the grid itself takes the arrow keys
            <div
              key={row.id}
              role="row"
              aria-selected={here || picks.ids.has(row.id)}
              aria-rowindex={item.index + 2}
              data-assignment={row.id}
              onClick={(e) => picks.click(row.id, e) || onChoose(row)}
              className={cx(
                GRID,
                'absolute inset-x-0 cursor-pointer border-b text-[13.5px] hover:bg-film/70',
                (here || picks.ids.has(row.id)) && 'bg-verdigris-wash hover:bg-verdigris-wash',
                picks.ids.has(row.id) && 'select-none shadow-[inset_3px_0_0_var(--color-verdigris)]',
              )}
              style={{ ...tracks, top: item.start, height: ROW }}
            >
              {seen.map(({ id, Cell }) => (
                <span key={id} role="gridcell" className="truncate">
                  <Cell assignment={row} />
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

function emptyWords(index: RigIndex, show: Show): string {
  if (show === 'findings') return 'Nothing must be fixed.';
  if (index.rig.assignments.length === 0)
    return 'Nothing is assigned yet. Drag a waiting parameter onto a control, or choose a control and press A.';
  return 'Nothing is assigned here. Drag a waiting parameter onto a control, or choose a control and press A.';
}
