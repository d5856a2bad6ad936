'use client';

// The list of assignments with their outcome in words.

import { createColumnHelper, flexRender, getCoreRowModel, type Row, type Table, useReactTable } from '@tanstack/react-table';
import { type ReactVirtualizer, useVirtualizer } from '@tanstack/react-virtual';
import dynamic from 'next/dynamic';
import { createContext, type KeyboardEvent, type RefObject, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { exhaustive } from '@/core/base';
import { outcomeWords, showValue } from '@/core/bench';
import { type Finding, gravest } from '@/core/checks';
import { landingsFor } from '@/core/commands';
import { kindOf, shortName } from '@/core/midi';
import { type Assignment, alternates, type Behaviour, onTurn, type RigIndex, type Send, standInOf } from '@/core/rig';
import { placeWords } from '@/core/sheets';
import type { Show } from '../place/use-place';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { SeverityMark } from '../primitives/marks';
import { useRig } from '../store/provider';
import type { RigState } from '../store/rig-store';
import { type Picks, usePicks } from './use-picks';

/** What the cells of the lines in sight draw from. The columns are the same for good: others would build every cell anew. */
interface Drawn {
  readonly index: RigIndex;
  readonly outcomes: RigState['outcomes'];
  readonly findings: RigState['findings'];
  readonly show: Show;
}
const DrawnContext = createContext<Drawn | null>(null);

function useDrawn(): Drawn {
  const drawn = useContext(DrawnContext);
  if (!drawn) throw new Error('used outside of the list');
  return drawn;
}

interface Props {
  readonly index: RigIndex;
  readonly assignments: readonly Assignment[];
  readonly chosen: string | null;
  readonly show: Show;
  readonly onShow: (show: Show) => void;
  readonly onChoose: (assignment: Assignment) => void;
}

const column = createColumnHelper<Assignment>();
const ROW = 30;

export function AssignmentList({ index, assignments, chosen, show, onShow, onChoose }: Props) {
  const outcomes = useRig((s) => s.outcomes);
  const findings = useRig((s) => s.findings);
  const drawn = useMemo(() => ({ index, outcomes, findings, show }), [index, outcomes, findings, show]);
  const table = useReactTable({
    data: assignments as Assignment[],
    columns,
    getCoreRowModel: getCoreRowModel(),
    getRowId: ({ id }) => id,
    state: { columnVisibility: { range: show === 'place' } },
  });
  const scroll = useRef<HTMLDivElement>(null);
  const model = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: model.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const at = model.findIndex((r) => r.id === chosen);
  const order = useMemo(() => assignments.map((a) => a.id), [assignments]);
  const picks = usePicks(order);
  const [changing, setChanging] = useState(false);

  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual]);

  const keyDown = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const next = by === 0 ? undefined : model[Math.min(model.length - 1, Math.max(0, at + by))];
    const taken = picks.key(event, model[at]?.id ?? null, next?.id ?? null);
    if (by === 0 && !taken) return;
    event.preventDefault();
    if (next) onChoose(next.original);
  };

  // Away from one place the first column needs room for the place; narrow windows do without the range.
  const wide = show !== 'place';
  const grid = cx(
    'grid items-center gap-3 px-3',
    wide
      ? 'grid-cols-[minmax(150px,1.5fr)_minmax(136px,1fr)_minmax(80px,0.8fr)_minmax(150px,1.8fr)]'
      : 'grid-cols-[minmax(88px,1fr)_minmax(138px,1.25fr)_minmax(84px,1fr)_minmax(84px,0.9fr)_minmax(140px,1.6fr)] @max-[600px]:grid-cols-[minmax(80px,0.8fr)_minmax(130px,1fr)_minmax(76px,0.8fr)_minmax(140px,1.4fr)]',
  );
  return (
    <section aria-label="Assignments" className="@container flex min-h-0 flex-1 flex-col rounded-t-md border border-b-0 bg-sheet">
      <WhichAssignments show={show} onShow={onShow} count={assignments.length} picks={picks} onChange={() => setChanging(true)} />
      {assignments.length === 0 ? (
        <p className="px-4 py-5 text-ink-2">{emptyWords(index, show)}</p>
      ) : (
        <DrawnContext value={drawn}>
          <AssignmentGrid
            chosen={chosen}
            onChoose={onChoose}
            table={table}
            scroll={scroll}
            model={model}
            virtual={virtual}
            keyDown={keyDown}
            grid={grid}
            picks={picks}
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

const columns = [
  column.display({ id: 'control', header: 'Control', cell: ({ row }) => <Named assignment={row.original} /> }),
  column.display({ id: 'sends', header: 'Sends', cell: ({ row }) => <Sends assignment={row.original} /> }),
  column.display({ id: 'lands', header: 'Moves', cell: ({ row }) => <Moves assignment={row.original} /> }),
  column.display({ id: 'range', header: 'Range', cell: ({ row }) => <Range assignment={row.original} /> }),
  column.display({ id: 'result', header: 'Result', cell: ({ row }) => <Result assignment={row.original} /> }),
];

function WhichAssignments({
  show,
  onShow,
  count,
  picks,
  onChange,
}: {
  readonly show: Show;
  readonly onShow: (show: Show) => void;
  readonly count: number;
  readonly picks: Picks;
  readonly onChange: () => void;
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
        <span
          className="ml-auto pr-1 font-mono text-xs text-ink-2"
          title="Ctrl or Shift with a click, Space, or Ctrl A choose several"
        >
          {count}
        </span>
      )}
    </div>
  );
}

/** The lines, of which only those in sight are drawn. */
function AssignmentGrid({
  chosen,
  onChoose,
  table,
  scroll,
  model,
  virtual,
  keyDown,
  grid,
  picks,
}: {
  readonly chosen: string | null;
  readonly onChoose: (assignment: Assignment) => void;
  readonly table: Table<Assignment>;
  readonly scroll: RefObject<HTMLDivElement | null>;
  readonly model: Row<Assignment>[];
  readonly virtual: ReactVirtualizer<HTMLDivElement, Element>;
  readonly keyDown: (event: KeyboardEvent) => void;
  readonly grid: string;
  readonly picks: Picks;
}) {
  return (
    <div
      ref={scroll}
      role="grid"
      aria-label="Assignments"
      aria-multiselectable
      aria-rowcount={model.length + 1}
      tabIndex={0}
      onKeyDown={keyDown}
      className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
    >
      <div role="row" className={cx(grid, 'sticky top-0 z-10 h-7 border-b bg-sheet text-xs font-semibold text-ink-2')}>
        {table.getFlatHeaders().map((h) => (
          <span key={h.id} role="columnheader" className={cx('truncate', h.id === 'range' && '@max-[600px]:hidden')}>
            {flexRender(h.column.columnDef.header, h.getContext())}
          </span>
        ))}
      </div>
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = model[item.index];
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
              onClick={(e) => picks.click(row.id, e) || onChoose(row.original)}
              className={cx(
                grid,
                'absolute inset-x-0 cursor-pointer border-b text-[13.5px] hover:bg-film/70',
                (here || picks.ids.has(row.id)) && 'bg-verdigris-wash hover:bg-verdigris-wash',
                picks.ids.has(row.id) && 'select-none shadow-[inset_3px_0_0_var(--color-verdigris)]',
              )}
              style={{ top: item.start, height: ROW }}
            >
              {row.getVisibleCells().map((cell) => (
                <span
                  key={cell.id}
                  role="gridcell"
                  className={cx('truncate', cell.column.id === 'range' && '@max-[600px]:hidden')}
                >
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}

interface CellProps {
  readonly assignment: Assignment;
}

function Named({ assignment }: CellProps) {
  const { index, show } = useDrawn();
  const control = index.controls.get(assignment.controlId);
  const controller = control && index.controllers.get(control.controllerId);
  const text = control?.name ?? '?';
  const tail = assignment.gesture.type;
  const place = show === 'place' || !controller ? '' : placeWords(index, controller, assignment);
  return (
    <span title={`${text} ${tail}${place === '' ? '' : `, ${place}`}`}>
      <span className="font-semibold">{text}</span> {tail}
      {place !== '' && <span className="text-xs text-ink-2"> {place}</span>}
    </span>
  );
}

const sendsOf = ({ actions }: Assignment) => actions.flatMap((a) => (a.type === 'send' ? [a] : []));

function Sends({ assignment }: CellProps) {
  const { index } = useDrawn();
  // In a layer of the host the hardware sends what it sends in Base.
  const [send] = sendsOf(standInOf(index, assignment) ?? assignment);
  return (
    <span className="font-mono text-xs">
      {send ? sentWords(standInOf(index, assignment) ?? assignment, send) : assignment.actions.map((a) => a.type).join(', ')}
    </span>
  );
}

function Moves({ assignment }: CellProps) {
  const { index } = useDrawn();
  const [first, ...more] = sendsOf(assignment).flatMap((s) => s.meant.map((id) => index.parameters.get(id)?.name ?? '?'));
  return more.length > 0 ? `${first} + ${more.length}` : first;
}

function Range({ assignment }: CellProps) {
  return <span className="text-ink-2">{rangeWords(useDrawn().index, assignment)}</span>;
}

function rangeWords(index: RigIndex, assignment: Assignment): string {
  const [send] = sendsOf(assignment);
  const landing = send ? landingsFor(index, assignment, send)[0] : undefined;
  const parameter = landing && index.parameters.get(landing.parameterId);
  if (!landing || !parameter || parameter.kind === 'trigger') return '';
  if (landing.mode === 'set') return showValue(parameter, landing.setValue);
  const between = parameter.kind === 'continuous' ? '→' : '–';
  return `${showValue(parameter, landing.from)} ${between} ${showValue(parameter, landing.to)}`;
}

/** A title as it reads behind a mark: small at first, unless it begins with a name or with capitals. */
function inMidSentence(title: string, { facts }: Finding): string {
  const named = Object.values(facts).some((fact) => typeof fact === 'string' && fact !== '' && title.startsWith(fact));
  return named || !/^[A-Z][a-z ]/.test(title) ? title : title.charAt(0).toLowerCase() + title.slice(1);
}

function Result({ assignment }: CellProps) {
  const { index, outcomes, findings } = useDrawn();
  const finding = gravest(findings.get(assignment.id));
  const outcome = outcomes.get(assignment.id);
  if (finding) {
    const words = finding.title.replace(/\.$/, '');
    return (
      <span className={cx('flex items-center gap-1.5', finding.severity === 'stop' ? 'text-stop' : 'text-caution')} title={words}>
        <SeverityMark severity={finding.severity} size={14} />
        <span className="truncate">{inMidSentence(words, finding)}</span>
      </span>
    );
  }
  if (!outcome) return <span className="text-ink-3">…</span>;
  const words = outcomeWords(outcome, index.parameters);
  return (
    <span className="text-ink-2" title={words}>
      {words}
    </span>
  );
}

/** The first message with its values, where it carries some; of two lists in turn the first of each. */
function sentWords({ actions }: Assignment, send: Send): string {
  const words = ({ message, behaviour }: Send): string => {
    const plain = kindOf(message.type).carries !== 'value' && behaviour.type === 'fixed';
    return plain ? shortName(message) : `${shortName(message)} ${shortValues(behaviour)}`;
  };
  const other = alternates(actions) ? onTurn(actions, 'second').find((a) => a.type === 'send') : undefined;
  return other?.type === 'send' && other !== send ? `${words(send)} / ${words(other)}` : words(send);
}

function shortValues(behaviour: Behaviour): string {
  switch (behaviour.type) {
    case 'range':
      return `${behaviour.from}→${behaviour.to}`;
    case 'latching':
      return `${behaviour.first}/${behaviour.second}`;
    case 'momentary':
      return `${behaviour.down} held ${behaviour.up}`;
    case 'fixed':
      return `${behaviour.value}`;
    case 'stepping':
      return 'counter';
    case 'relative':
      return 'clicks';
    default:
      return exhaustive(behaviour);
  }
}

function emptyWords(index: RigIndex, show: Show): string {
  if (show === 'findings') return 'Nothing must be fixed.';
  if (index.rig.assignments.length === 0)
    return 'Nothing is assigned yet. Drag a waiting parameter onto a control, or choose a control and press A.';
  return 'Nothing is assigned here. Drag a waiting parameter onto a control, or choose a control and press A.';
}
