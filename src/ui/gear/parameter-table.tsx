'use client';

// The parameters of a target as a sheet of cells: walk it with the arrows, type, paste from a spreadsheet, fill down, change many at once.
// What cannot stand in a cell stays there in red with its reason until it is mended.

import { type ReactVirtualizer, useVirtualizer } from '@tanstack/react-virtual';
import dynamic from 'next/dynamic';
import { type RefObject, useEffect, useId, useRef } from 'react';
import { counted } from '@/core/base';
import { cellProblemWords, type RefusedCell, removeGear } from '@/core/commands';
import { batch, type Edit, type Parameter, type RigIndex, set, type Target } from '@/core/rig';
import { parameterFacts } from '../entries/facts';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { useRig } from '../store/provider';
import { cellKeys } from './cell-keys';
import { EvidenceTable } from './evidence-table';
import { type Cell, type Cells, type Column, useCells } from './use-cells';

const MeaningPanel = dynamic(() => import('./meaning-panel'), { ssr: false });

const ROW = 30;

const columns: readonly Column[] = [
  { cell: 'name', title: 'Name', width: '170px' },
  { cell: 'group', title: 'Group', width: '110px' },
  { cell: 'kind', title: 'Kind', width: '92px', options: ['continuous', 'stepped', 'toggle', 'trigger'] },
  { cell: 'lowest', title: 'Lowest', width: '72px' },
  { cell: 'highest', title: 'Highest', width: '72px' },
  { cell: 'unit', title: 'Unit', width: '64px' },
  { cell: 'scale', title: 'Scale', width: '76px', options: ['linear', 'log', 'power 2', 'power 3'] },
  { cell: 'steps', title: 'Steps', width: '170px' },
  { cell: 'start', title: 'At the start', width: '88px' },
  { cell: 'default', title: 'By default', width: '80px' },
  { cell: 'centre', title: 'Centre', width: '66px', options: ['linear', 'at64'] },
  { cell: 'tolerance', title: 'Smooth up to', width: '92px' },
  { cell: 'role', title: 'Role', width: '90px' },
  { cell: 'tags', title: 'Tags', width: '130px', options: ['loudness', 'feedback', 'hazard', 'panic', 'urgent'] },
  { cell: 'note', title: 'Known limit', width: '240px' },
];
const numeric = new Set(['lowest', 'highest', 'tolerance']);
const template = `44px ${columns.map((c) => c.width).join(' ')} 130px`;

export function ParameterTable({
  index,
  target,
  parameters,
  onRemoved,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly parameters: readonly Parameter[];
  readonly onRemoved: (what: string) => void;
}) {
  const edit = useRig((s) => s.edit);
  const scroll = useRef<HTMLDivElement>(null);
  const grid = useRef<HTMLDivElement>(null);
  const id = useId();
  const cells = useCells(index.rig, target.id, parameters, columns);
  const { cursor } = cells;
  const rows = useVirtualizer({
    count: parameters.length + 1,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    scrollPaddingStart: 34,
  });
  const shown = parameters[cursor.row] ?? parameters[parameters.length - 1];
  useEffect(() => rows.scrollToIndex(cursor.row), [rows, cursor.row]);
  const remove = (): void => {
    const gone = cells.chosenRows;
    if (gone.length === 0) return;
    const [only] = gone;
    const edits = gone.map((p) => removeGear(index.rig, 'parameters', p.id));
    const made: Edit | undefined = edits.length === 1 ? edits[0] : batch(`Delete ${gone.length} parameters`, flat(edits));
    if (made && edit(made)) onRemoved(gone.length === 1 && only ? only.name : `${gone.length} parameters`);
  };
  const several = cells.chosenRows.length > 1;
  const atCursor = cells.refusedAt(cursor.row, columns[cursor.column]?.cell ?? 'name');
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_288px] items-start gap-4">
      <div className="flex min-w-0 flex-col gap-2">
        <CellsBar cells={cells} remove={remove} several={several} atCursor={atCursor} />
        <CellsGrid
          index={index}
          parameters={parameters}
          scroll={scroll}
          grid={grid}
          id={id}
          cells={cells}
          cursor={cursor}
          rows={rows}
        />
        {shown && (
          <div className="pt-2">
            <EvidenceTable
              key={shown.id}
              title={`How ${shown.name} is known`}
              list={shown.evidence}
              facts={parameterFacts}
              onChange={(evidence) => edit(set('parameters', shown, 'evidence', evidence))}
            />
          </div>
        )}
      </div>
      {shown && <MeaningPanel parameter={shown} threshold={target.reception.threshold} fine={target.reception.fourteenBit} />}
    </div>
  );
}

/** What can be done with the chosen cells, and what was refused in them. */
function CellsBar({
  cells,
  remove,
  several,
  atCursor,
}: {
  readonly cells: Cells;
  readonly remove: () => void;
  readonly several: boolean;
  readonly atCursor: RefusedCell | null;
}) {
  return (
    <div className="flex min-h-8 flex-wrap items-center gap-2">
      <Button size="small" disabled={!several} onClick={cells.fillDown} title="Ctrl D">
        Fill down
      </Button>
      <Button size="small" disabled={cells.chosenRows.length === 0} onClick={remove}>
        Delete{' '}
        {cells.chosenRows.length === 1
          ? 'this line'
          : cells.chosenRows.length === 0
            ? 'a line'
            : `${cells.chosenRows.length} lines`}
      </Button>
      {cells.refused.size > 0 ? (
        <span role="alert" className="flex items-center gap-2 text-xs font-medium text-stop">
          {atCursor
            ? cellProblemWords(atCursor.reason)
            : `${counted(cells.refused.size, 'cell was', 'cells were')} not taken; all else was.`}
          <Button size="small" onClick={cells.forget}>
            Put back what was there
          </Button>
        </span>
      ) : (
        <span className="text-xs text-ink-2">Paste from a spreadsheet. Ctrl Enter puts what you type into all chosen cells.</span>
      )}
    </div>
  );
}

/** The table itself, of which only the lines in sight are drawn. */
function CellsGrid({
  index,
  parameters,
  scroll,
  grid,
  id,
  cells,
  cursor,
  rows,
}: {
  readonly index: RigIndex;
  readonly parameters: readonly Parameter[];
  readonly scroll: RefObject<HTMLDivElement | null>;
  readonly grid: RefObject<HTMLDivElement | null>;
  readonly id: string;
  readonly cells: Cells;
  readonly cursor: Cell;
  readonly rows: ReactVirtualizer<HTMLDivElement, Element>;
}) {
  return (
    <div
      ref={scroll}
      className="max-h-[56vh] overflow-auto rounded-md border bg-sheet focus-within:border-verdigris focus-within:ring-1 focus-within:ring-verdigris"
    >
      <div
        ref={grid}
        role="grid"
        aria-label="Parameters"
        aria-rowcount={parameters.length + 2}
        aria-colcount={columns.length + 1}
        aria-multiselectable
        aria-activedescendant={`${id}-${cursor.row}-${cursor.column}`}
        tabIndex={0}
        className="w-max min-w-full outline-none"
        onKeyDown={(e) => cellKeys(e, cells, columns.length - 1, parameters.length)}
        onCopy={(e) => {
          if (cells.typing !== null) return;
          e.preventDefault();
          e.clipboardData.setData('text/plain', cells.copy());
        }}
        onPaste={(e) => {
          if (cells.typing !== null) return;
          e.preventDefault();
          cells.paste(e.clipboardData.getData('text/plain'));
        }}
      >
        <CellHeads />
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((item) => (
            <Line
              key={item.index}
              row={item.index}
              top={item.start}
              id={id}
              cells={cells}
              moved={movedBy(index, parameters[item.index])}
              isNew={item.index === parameters.length}
              onDone={() => grid.current?.focus()}
            />
          ))}
        </div>
      </div>
    </div>
  );
}

function CellHeads() {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="sticky top-0 z-20 grid h-8 items-center border-b bg-sheet text-xs font-semibold text-ink-2"
      style={{ gridTemplateColumns: template }}
    >
      <span role="columnheader" className="sticky left-0 z-10 self-stretch bg-sheet">
        <span className="sr-only">Line</span>
      </span>
      {columns.map((c) => (
        <span
          key={c.cell}
          role="columnheader"
          className={cx('px-2', c.cell === 'name' && 'sticky left-11 z-10 flex items-center self-stretch bg-sheet')}
        >
          {c.title}
        </span>
      ))}
      <span role="columnheader" className="px-2">
        Moved by
      </span>
    </div>
  );
}

/** The edits of batches, so that several deletions are one undo. A part that several delete is deleted once. */
function flat(edits: readonly Edit[]): Edit[] {
  const seen = new Set<string>();
  return edits
    .flatMap((e) => (e.type === 'batch' ? e.edits : [e]))
    .filter((e) => {
      if (e.type !== 'remove') return true;
      if (seen.has(e.was.id)) return false;
      seen.add(e.was.id);
      return true;
    });
}

function movedBy(index: RigIndex, p: Parameter | undefined): string {
  if (!p) return '';
  const names = (index.sendsFor.get(p.id) ?? []).map((s) => index.controls.get(s.assignment.controlId)?.name ?? '?');
  return [...new Set(names)].join(', ');
}

function Line({
  row,
  top,
  id,
  cells,
  moved,
  isNew,
  onDone,
}: {
  readonly row: number;
  readonly top: number;
  readonly id: string;
  readonly cells: Cells;
  readonly moved: string;
  readonly isNew: boolean;
  readonly onDone: () => void;
}) {
  const { cursor, typing } = cells;
  return (
    <div
      role="row"
      aria-rowindex={row + 2}
      className="absolute inset-x-0 grid border-b text-[13.5px]"
      style={{ top, height: ROW, gridTemplateColumns: template }}
    >
      <span
        role="rowheader"
        className="sticky left-0 z-10 flex items-center justify-end bg-sheet pr-2 font-mono text-xs text-ink-3"
      >
        {isNew ? 'new' : row + 1}
      </span>
      {columns.map(({ cell, options, title }, column) => {
        const here = cursor.row === row && cursor.column === column;
        const refused = cells.refusedAt(row, cell);
        const text = cells.textAt(row, cell);
        return (
          <span
            key={cell}
            id={`${id}-${row}-${column}`}
            role="gridcell"
            aria-selected={cells.isChosen(row, column)}
            aria-invalid={refused !== null}
            title={refused ? cellProblemWords(refused.reason) : text}
            onPointerDown={(e) => {
              if (e.button !== 0 || (here && typing !== null)) return;
              cells.go({ row, column }, e.shiftKey);
            }}
            onPointerEnter={(e) => e.buttons === 1 && typing === null && cells.go({ row, column }, true)}
            onDoubleClick={() => cells.type(text)}
            className={cx(
              'relative flex min-w-0 cursor-cell items-center border-l border-rule/60 px-2 select-none',
              cell === 'name' && 'sticky left-11 z-10 bg-sheet font-semibold',
              numeric.has(cell) && 'justify-end font-mono text-xs',
              cells.isChosen(row, column) && 'bg-verdigris-wash',
              refused && 'bg-stop-wash text-stop',
              here && 'ring-2 ring-verdigris ring-inset',
            )}
          >
            {here && typing !== null ? (
              <Editor label={`${title}, line ${row + 1}`} text={typing} options={options} cells={cells} onDone={onDone} />
            ) : (
              <span className="truncate">{text}</span>
            )}
          </span>
        );
      })}
      <span role="gridcell" className="flex min-w-0 items-center border-l border-rule/60 px-2 text-xs text-ink-2" title={moved}>
        <span className="truncate">{isNew ? '' : moved === '' ? 'waits' : moved}</span>
      </span>
    </div>
  );
}

function Editor({
  label,
  text,
  options,
  cells,
  onDone,
}: {
  readonly label: string;
  readonly text: string;
  readonly options: readonly string[] | undefined;
  readonly cells: Cells;
  readonly onDone: () => void;
}) {
  const list = useId();
  const field = useRef<HTMLInputElement>(null);
  // What a key has taken or thrown away is not taken again when the field goes.
  const settled = useRef(false);
  useEffect(() => field.current?.focus(), []);
  return (
    <>
      <input
        ref={field}
        aria-label={label}
        value={text}
        {...(options ? { list } : {})}
        onChange={(e) => cells.type(e.target.value)}
        onBlur={() => !settled.current && cells.take(text, 'cursor')}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (!['Escape', 'Enter', 'Tab'].includes(e.key)) return;
          settled.current = true;
          if (e.key === 'Escape') cells.type(null);
          else if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) cells.take(text, 'selection');
          else {
            e.preventDefault();
            cells.take(text, 'cursor');
            const by = e.shiftKey ? -1 : 1;
            const { row, column } = cells.cursor;
            cells.go(e.key === 'Enter' ? { row: row + by, column } : { row, column: column + by }, false);
          }
          onDone();
        }}
        className="absolute inset-0 z-10 w-full bg-sheet px-2 text-ink outline-2 outline-spark"
      />
      {options && (
        <datalist id={list}>
          {options.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
    </>
  );
}
