'use client';
// All sections at once: what each of them wants of each parameter, written cell by cell like a sheet.
import { nanoid } from 'nanoid';
import { type ClipboardEvent, type KeyboardEvent, memo, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import { cellProblemWords, type WantCell, wantInCells, wantInSection } from '@/core/commands';
import type { Parameter, RigIndex } from '@/core/rig';
import { exactNumber } from '@/core/sheets';
import type { ToldTransition } from '@/core/stage';
import { PickFrom } from '../gear/pick-from';
import { cx } from '../primitives/cx';
import type { GridCell } from '../primitives/grid-keys';
import { ParameterValue } from '../primitives/parameter-value';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { linesOf, type SceneLine } from './scene-lines';
import type { Chosen } from './set-screen';
import { useGrid } from './use-grid';
import { type FoundSet, keyAt } from './use-set';

interface Props {
  /** The rig as it is played. */
  readonly index: RigIndex;
  readonly found: FoundSet;
  readonly chosen: Chosen | null;
  readonly choose: (chosen: Chosen | null) => void;
}

export function SceneTable({ index, found, chosen, choose }: Props) {
  const edit = useRig((s) => s.edit);
  const [added, add] = useState<readonly string[]>([]);
  const lines = useMemo(() => linesOf(index.rig), [index.rig]);
  const columns = useMemo(() => columnsOf(index, lines, added), [index, lines, added]);
  const grid = useGrid(lines.length, columns.length);
  const others = index.rig.parameters.filter((p) => p.kind !== 'trigger' && !columns.includes(p));
  const want = (line: SceneLine, parameter: Parameter, value: number | null): boolean => {
    if ((line.wants.get(parameter.id) ?? null) === value) return true;
    const made = wantInSection(index.rig, line.song, line.at, parameter, value, () => nanoid(12));
    return made === null || edit(made);
  };
  const acts = useLatest({ go: grid.go, write: grid.write, choose, want });
  const { row, column } = grid.cursor;
  const put = (value: number | null): void => {
    const [line, parameter] = [lines[row], columns[column]];
    if (line && parameter) want(line, parameter, value);
  };
  const clipboard = useClipboard(index, lines, columns, grid);
  const keys = (e: KeyboardEvent): void => {
    if (grid.keys(e)) return;
    const command = e.ctrlKey || e.metaKey;
    if (e.key === 'Delete' || e.key === 'Backspace') put(null);
    else if (e.key === ' ' && lines[row]) choose({ songId: lines[row].song.id, at: lines[row].at });
    else if (command && e.key === 'd') put(lines[row - 1]?.wants.get(columns[column]?.id ?? '') ?? null);
    else return;
    e.preventDefault();
  };
  return (
    <div className="flex min-h-0 flex-col gap-2">
      <TableHelp others={others} onPick={(p) => add((all) => [...all, p.id])} />
      {columns.length === 0 ? (
        <p className="py-6 text-sm text-ink-2">No section wants anything yet. Take a parameter to begin with.</p>
      ) : (
        <div className="min-h-0 overflow-auto rounded-sm border bg-sheet focus-within:border-verdigris">
          <div
            ref={grid.ref}
            role="grid"
            aria-label="What should sound"
            aria-rowcount={lines.length + 1}
            aria-colcount={columns.length + 2}
            aria-activedescendant={grid.idOf(grid.cursor)}
            tabIndex={0}
            className="w-max min-w-full outline-none"
            onKeyDown={keys}
            {...clipboard}
          >
            <Heads columns={columns} index={index} />
            {lines.map((line, at) => (
              <SectionLine
                key={keyAt(line.song.id, line.at)}
                line={line}
                row={at}
                columns={columns}
                way={found.ways.get(keyAt(line.song.id, line.at)) ?? null}
                isChosen={chosen?.songId === line.song.id && chosen.at === line.at}
                cursor={row === at ? column : null}
                writing={grid.writing && row === at}
                idOf={grid.idOf}
                acts={acts}
              />
            ))}
          </div>
        </div>
      )}
    </div>
  );
}

/** A cell goes out by copying; cells of a spreadsheet come in by pasting, from the one that is walked to downwards and to the right. */
function useClipboard(
  index: RigIndex,
  lines: readonly SceneLine[],
  columns: readonly Parameter[],
  grid: ReturnType<typeof useGrid>,
) {
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const { row, column } = grid.cursor;
  const paste = async (text: string): Promise<void> => {
    const { readCells } = await import('@/core/formats');
    const cells = readCells(text).flatMap((texts, r) =>
      texts.flatMap((t, c): WantCell[] => {
        const [line, parameter] = [lines[row + r], columns[column + c]];
        return line && parameter ? [{ songId: line.song.id, at: line.at, parameter, text: t }] : [];
      }),
    );
    const { edit: made, written, refused } = wantInCells(index.rig, cells, () => nanoid(12));
    if (made && edit(made) && cells.length > 1) undoable(`${counted(written, 'cell')} pasted`);
    const [first] = refused;
    if (first)
      toast.error(`${counted(refused.length, 'cell stays', 'cells stay')} as ${refused.length === 1 ? 'it was' : 'they were'}.`, {
        description: `${first.cell.parameter.name}: ${cellProblemWords(first.why)}`,
      });
  };
  return {
    onCopy: (e: ClipboardEvent) => {
      const [line, parameter] = [lines[row], columns[column]];
      if (grid.writing || !line || !parameter) return;
      e.preventDefault();
      e.clipboardData.setData('text/plain', textOf(parameter, line.wants.get(parameter.id) ?? null));
    },
    onPaste: (e: ClipboardEvent) => {
      if (grid.writing) return;
      e.preventDefault();
      void paste(e.clipboardData.getData('text/plain'));
    },
  };
}

/** What a cell is on the clipboard: as it is read when it is pasted again. */
const textOf = (parameter: Parameter, value: number | null): string =>
  value === null ? '' : parameter.kind === 'continuous' ? exactNumber(value) : showValue(parameter, value);

function TableHelp({ others, onPick }: { readonly others: readonly Parameter[]; readonly onPick: (p: Parameter) => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-xs text-ink-2">
      <span>
        Empty: stays as it is. Bold: changes there. Enter writes, Delete empties, Ctrl D takes what stands above, Space opens the
        section; cells of a spreadsheet are pasted.
      </span>
      <span className="ml-auto">
        <PickFrom label="One more parameter" none="One more parameter…" parameters={others} onPick={onPick} />
      </span>
    </div>
  );
}

/** Every parameter that some section names, and those that were added by hand, in the order of the rig. */
function columnsOf({ rig }: RigIndex, lines: readonly SceneLine[], added: readonly string[]): readonly Parameter[] {
  const named = new Set([...added, ...lines.flatMap((l) => [...l.wants.keys()])]);
  return rig.parameters.filter((p) => named.has(p.id));
}

/** What the cells can do. */
interface Acts {
  readonly go: (to: GridCell) => void;
  readonly write: () => void;
  readonly choose: (chosen: Chosen | null) => void;
  readonly want: (line: SceneLine, parameter: Parameter, value: number | null) => boolean;
}

/** The same functions in every drawing, which do what the latest do: a line that did not change is not drawn again. */
function useLatest(acts: Acts): Acts {
  const latest = useRef(acts);
  latest.current = acts;
  return useMemo(
    () => ({
      go: (to) => latest.current.go(to),
      write: () => latest.current.write(),
      choose: (chosen) => latest.current.choose(chosen),
      want: (line, parameter, value) => latest.current.want(line, parameter, value),
    }),
    [],
  );
}

const HEAD = 'minmax(132px,180px)';
const WAY = '150px';
const template = (columns: number): string => `${HEAD} repeat(${columns},104px) ${WAY}`;

function Heads({ columns, index }: { readonly columns: readonly Parameter[]; readonly index: RigIndex }) {
  return (
    <div
      role="row"
      className="sticky top-0 z-20 grid items-end border-b bg-sheet text-xs font-semibold"
      style={{ gridTemplateColumns: template(columns.length) }}
    >
      <span role="columnheader" className="sticky left-0 z-10 self-stretch bg-sheet px-2.5 py-1.5 text-ink-2">
        <span className="sr-only">Section</span>
      </span>
      {columns.map((p) => {
        const target = index.targets.get(p.targetId)?.name ?? '';
        return (
          <span key={p.id} role="columnheader" title={`${p.name}, ${target}`} className="min-w-0 px-2 py-1.5">
            <span className="line-clamp-2 break-words">{p.name}</span>
            <span className="block truncate font-normal text-ink-2">{target}</span>
          </span>
        );
      })}
      <span role="columnheader" className="px-2.5 py-1.5 text-ink-2">
        The way to it
      </span>
    </div>
  );
}

interface SectionLineProps {
  readonly line: SceneLine;
  readonly row: number;
  readonly columns: readonly Parameter[];
  readonly way: ToldTransition | null;
  readonly isChosen: boolean;
  /** The column that is walked to, where it is one of this line. */
  readonly cursor: number | null;
  readonly writing: boolean;
  readonly idOf: (at: GridCell) => string;
  readonly acts: Acts;
}

const SectionLine = memo(function SectionLine(props: SectionLineProps) {
  const { line, row, columns, way, isChosen, cursor, writing, idOf, acts } = props;
  const { song, at } = line;
  const name = song.sections[at]?.name ?? '';
  return (
    <div
      role="row"
      aria-rowindex={row + 2}
      className={cx('grid min-h-9 border-b text-sm last:border-b-0', at === 0 && row > 0 && 'border-t-2 border-t-rule')}
      style={{ gridTemplateColumns: template(columns.length) }}
    >
      <span
        role="rowheader"
        className={cx('sticky left-0 z-10 min-w-0 bg-sheet', isChosen && 'shadow-[inset_3px_0_0_var(--verdigris)]')}
      >
        <button
          type="button"
          tabIndex={-1}
          aria-label={`${name}, ${song.name}: open it beside the table`}
          onClick={() => acts.choose({ songId: song.id, at })}
          className="block h-full w-full px-2.5 py-1 text-left hover:bg-film"
        >
          <span className="block truncate">{name}</span>
          {at === 0 && <span className="block truncate text-xs font-normal text-ink-2">{song.name}</span>}
        </button>
      </span>
      {columns.map((parameter, column) => {
        const value = line.wants.get(parameter.id) ?? null;
        const here = cursor === column;
        return (
          <span
            key={parameter.id}
            id={idOf({ row, column })}
            role="gridcell"
            aria-selected={here}
            onMouseDown={(e) => {
              if (e.button !== 0 || (here && writing)) return;
              // The focus goes where the table sends it: back to the field, where that was refused.
              e.preventDefault();
              acts.go({ row, column });
            }}
            onDoubleClick={acts.write}
            className={cx(
              'flex min-w-0 cursor-cell items-center border-l border-rule/60 select-none',
              here && !writing && 'ring-2 ring-verdigris ring-inset',
            )}
          >
            {here && writing ? (
              <Writing
                parameter={parameter}
                value={value}
                label={`${parameter.name} in ${name}`}
                onValue={(to) => acts.want(line, parameter, to)}
              />
            ) : (
              <span
                className={cx(
                  'w-full truncate px-2',
                  parameter.kind === 'continuous' && 'text-right font-mono text-xs',
                  line.changes.has(parameter.id) && 'font-semibold',
                )}
              >
                {value === null ? '' : showValue(parameter, value)}
              </span>
            )}
          </span>
        );
      })}
      <span role="gridcell" className="flex min-w-0 items-center border-l border-rule/60 px-2.5 text-xs">
        <WayInShort way={way} />
      </span>
    </div>
  );
});

/** The field of the cell that is written in; it has the focus as soon as it is there. */
function Writing(props: {
  readonly parameter: Parameter;
  readonly value: number | null;
  readonly label: string;
  readonly onValue: (value: number | null) => boolean;
}) {
  const box = useRef<HTMLSpanElement>(null);
  // Before anything else can be typed: the key that opened it goes into it.
  useLayoutEffect(() => {
    const field = box.current?.querySelector<HTMLInputElement | HTMLSelectElement>('input, select');
    field?.focus();
    if (field instanceof HTMLInputElement) field.select();
  }, []);
  return (
    <span ref={box} className="w-full">
      <ParameterValue {...props} none="stays" />
    </span>
  );
}

function WayInShort({ way }: { readonly way: ToldTransition | null }) {
  if (!way) return <span className="text-ink-3">not looked at</span>;
  const { gestures, inTime, proved } = way;
  if (gestures === null) return <span className="font-medium text-stop">{proved ? 'cannot be reached' : 'no way found'}</span>;
  if (gestures.length === 0) return <span className="text-ink-3">nothing to do</span>;
  return (
    <span className={cx('truncate', !inTime && 'font-medium text-stop')} title={gestures.join(', then ')}>
      {counted(gestures.length, 'gesture')}
      {!inTime && ', not in time'}
    </span>
  );
}
