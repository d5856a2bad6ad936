'use client';
// The sheet: what to enter in each controller and each target, ticked as it is done; made to be printed.
import { parseAsBoolean, parseAsString, useQueryState } from 'nuqs';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Assignment, Controller, Edit, RigIndex, Target } from '@/core/rig';
import {
  controllerColumns,
  isEntered,
  makeSheet,
  openLines,
  placeColumn,
  type Sheet,
  type SheetLine,
  saysOn,
  targetColumns,
  textOf,
  tickedRow,
  together,
  translatorColumns,
} from '@/core/sheets';
import { useRig } from '../store/provider';
import { Narrowed, SheetBar } from './sheet-bar';
import { SheetTable, type TickColumn } from './sheet-table';
import { type TickedRows, tickEntered, tickSaved } from './ticks';

export function SheetScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const [left, setLeft] = useQueryState('left', parseAsBoolean.withDefault(false));
  const [least, setLeast] = useQueryState('least', parseAsBoolean.withDefault(false));
  const [find, setFind] = useQueryState('find', parseAsString.withDefault(''));
  const sought = useDeferredValue(find);
  // As state: what is in sight can be told only once it is there.
  const [scroll, setScroll] = useState<HTMLElement | null>(null);
  const printing = usePrinting();
  const sheet = useMemo(() => makeSheet(index), [index]);
  const marked = index.rig.assignments.filter((a) => a.minimum);
  const keep = useMemo(() => keeper(index, { left, least, sought }), [index, left, least, sought]);
  const shown = useMemo(() => narrowed(sheet, keep, left), [sheet, keep, left]);
  const { rig } = index;
  return (
    <main ref={setScroll} className="print-plain min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto flex max-w-[1080px] flex-col gap-5 px-6 py-5">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="text-xl font-semibold">{rig.name}: sheet</h1>
          <p className="text-ink-2">
            {sheet.lines === 0
              ? 'nothing to enter'
              : sheet.toEnter === 0
                ? `all ${sheet.lines} are entered`
                : `${sheet.toEnter} of ${sheet.lines} to enter`}
          </p>
          <Narrowed
            left={left}
            onLeft={(on) => void setLeft(on || null)}
            least={marked.length > 0 ? least : null}
            onLeast={(on) => void setLeast(on || null)}
            find={sheet.lines > 0 ? find : null}
            onFind={(text) => void setFind(text || null)}
          />
        </div>
        <SheetBar index={index} lines={sheet.lines} toEnter={sheet.toEnter} />
        {sheet.lines === 0 && shown.controllers.length === 0 && (
          <p className="rounded-md border bg-sheet px-5 py-8 text-ink-2">
            Nothing is assigned yet. What you assign on the map is written out here: first what to enter in each controller, then
            what to enter in the software.
          </p>
        )}
        <Units index={index} shown={shown} edit={edit} scroll={scroll} printing={printing} />
        <NothingShown sheet={sheet} shown={shown} left={left} sought={sought} />
        <LeastIsEnough least={least} marked={marked} />
      </div>
    </main>
  );
}

/** A table for each unit: controllers, targets, and what is to be cleared in them. */
function Units({
  index,
  shown,
  edit,
  scroll,
  printing,
}: {
  readonly index: RigIndex;
  readonly shown: Pick<Sheet, 'controllers' | 'targets' | 'translators'>;
  readonly edit: (edit: Edit) => boolean;
  readonly scroll: HTMLElement | null;
  readonly printing: boolean;
}) {
  return (
    <>
      {shown.controllers.map(({ controller, name, lines }) => (
        <SheetTable
          key={controller.id}
          title={`Enter in ${name}`}
          hint={controllerHint(controller)}
          lines={lines}
          columns={controllerColumns}
          ticks={controllerTicks(index, edit)}
          onAll={openLines(lines).length > 0 ? () => void edit(tickEntered(index, `all of ${name}`, rowsIn(lines), true)) : null}
          scroll={scroll}
          printing={printing}
        />
      ))}
      {shown.targets.map(({ target, name, lines }) => (
        <SheetTable
          key={target.id}
          title={`Enter in ${name}`}
          hint={targetHint(target)}
          lines={lines}
          columns={targetColumns}
          ticks={targetTicks(index, edit, 'Entered')}
          onAll={openLines(lines).length > 0 ? () => void edit(tickEntered(index, `all of ${name}`, rowsIn(lines), true)) : null}
          scroll={scroll}
          printing={printing}
        />
      ))}
      {shown.targets.map(({ target, name, clear }) =>
        clear.length === 0 ? null : (
          <SheetTable
            key={`clear ${target.id}`}
            title={`Clear in ${name}`}
            hint="nothing sends these any more: take them out where they are entered, and enter none of them"
            lines={clear}
            columns={targetColumns}
            ticks={targetTicks(index, edit, 'Still there')}
            onAll={null}
            scroll={scroll}
            printing={printing}
          />
        ),
      )}
      {shown.translators.map(({ wire, name, lines }) => (
        <SheetTable
          key={wire.id}
          title={`Set up in ${name}`}
          hint="the first line that fits is done; channels from 1, numbers and programs from 0"
          lines={lines}
          columns={translatorColumns}
          ticks={translatorTicks(index, edit, name)}
          onAll={null}
          scroll={scroll}
          printing={printing}
        />
      ))}
    </>
  );
}

const controllerHint = ({ firmware }: Controller): string =>
  `programmed ${{ panel: 'at its panel', editor: 'in its editor', browser: 'in a browser' }[firmware.programmedAt]}; channels from ${firmware.shows.channelBase}, programs from ${firmware.shows.programBase}`;

const targetHint = ({ reception }: Target): string =>
  `on counts from ${reception.threshold}; channels from ${reception.shows.channelBase}, programs from ${reception.shows.programBase}`;

/** The words by which a line is told from others: what it is about, where, and which of several it is. */
function named(line: SheetLine): string {
  const what = [textOf(line, 'control') || textOf(line, 'parameter'), textOf(line, 'gesture')];
  const where = [together(line, placeColumn), textOf(line, 'part')];
  return [what.filter((t) => t !== '').join(' '), ...where].filter((t) => t !== '').join(', ');
}

const controllerTicks = (index: RigIndex, edit: (edit: Edit) => boolean): readonly TickColumn[] => [
  {
    head: 'Entered',
    at: isEntered,
    label: (l) => `${named(l)}: entered`,
    onTick: (l, on) => void edit(tickEntered(index, textOf(l, 'control') || textOf(l, 'opens'), rowsIn([l]), on)),
  },
  {
    head: 'Saved',
    at: ({ of }) => (of.type === 'function' ? of.assignment.saved !== null : null),
    label: (l) => `${named(l)}: saved`,
    onTick: (l, on) => void edit(tickSaved(textOf(l, 'control'), functionsIn([l]), on)),
  },
];

const targetTicks = (index: RigIndex, edit: (edit: Edit) => boolean, head: string): readonly TickColumn[] => [
  {
    head,
    // What is to be cleared is there, however it reads.
    at: (l) => (head === 'Entered' ? isEntered(l) : tickedRow(l)?.entered != null),
    label: (l) => `${named(l)}: ${head.toLowerCase()}`,
    onTick: (l, on) => void edit(tickEntered(index, textOf(l, 'parameter'), rowsIn([l]), on)),
  },
];

const translatorTicks = (index: RigIndex, edit: (edit: Edit) => boolean, name: string): readonly TickColumn[] => [
  {
    head: 'Set up',
    at: isEntered,
    label: () => `${name}: set up`,
    onTick: (l, on) => void edit(tickEntered(index, name, rowsIn([l]), on)),
  },
];

/** The functions of some lines, each once. */
const functionsIn = (lines: readonly SheetLine[]): readonly Assignment[] => [
  ...new Map(lines.flatMap(({ of }) => (of.type === 'function' ? [[of.assignment.id, of.assignment] as const] : []))).values(),
];
/** What some lines are ticked on. */
const rowsIn = (lines: readonly SheetLine[]): TickedRows => ({
  assignments: functionsIn(lines),
  landings: lines.flatMap(({ of }) => (of.type === 'landing' ? [of.landing] : [])),
  layers: lines.flatMap(({ of }) => (of.type === 'layer' && of.tap === null ? [of.layer] : [])),
  groups: lines.flatMap(({ of }) => (of.type === 'group' ? [of.group] : [])),
  arrivals: lines.flatMap(({ of }) => (of.type === 'arrival' && of.action === null ? [of.arrival] : [])),
  wires: lines.flatMap(({ of }) => (of.type === 'translator' && of.rest ? [of.wire] : [])),
  macros: lines.flatMap(({ of }) => (of.type === 'macro' && of.drive === null ? [of.parameter] : [])),
  presets: lines.flatMap(({ of }) => (of.type === 'preset' && of.value === null ? [of.preset] : [])),
});

/** Which lines are shown: all, those that are left, those of the smallest map, those that say what is looked for. */
function keeper(
  index: RigIndex,
  { left, least, sought }: { readonly left: boolean; readonly least: boolean; readonly sought: string },
): (line: SheetLine) => boolean {
  const inMinimum = new Set(
    index.rig.assignments.filter((a) => a.minimum).flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))),
  );
  const isLeast = ({ of }: SheetLine): boolean =>
    of.type === 'function' ? of.assignment.minimum : of.type === 'landing' ? inMinimum.has(of.landing.parameterId) : true;
  return (line) => (!left || isEntered(line) === false) && (!least || isLeast(line)) && (sought === '' || saysOn(line, sought));
}

/** The sheet with the lines that are kept; units without any are left out. `left`: what is not there has not to be cleared. */
function narrowed(
  sheet: Sheet,
  keep: (line: SheetLine) => boolean,
  left: boolean,
): Pick<Sheet, 'controllers' | 'targets' | 'translators'> {
  const isThere = (line: SheetLine): boolean => (left ? tickedRow(line)?.entered != null : keep(line));
  return {
    controllers: sheet.controllers.map((c) => ({ ...c, lines: c.lines.filter(keep) })).filter((c) => c.lines.length > 0),
    targets: sheet.targets
      .map((t) => ({ ...t, lines: t.lines.filter(keep), clear: t.clear.filter(isThere) }))
      .filter((t) => t.lines.length + t.clear.length > 0),
    translators: sheet.translators.map((t) => ({ ...t, lines: t.lines.filter(keep) })).filter((t) => t.lines.length > 0),
  };
}

/** Whether the page is being printed: then every line is drawn, not only those in sight. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    // The picture for the printer is taken as soon as the event is over.
    const begin = (): void => flushSync(() => setPrinting(true));
    const end = (): void => setPrinting(false);
    window.addEventListener('beforeprint', begin);
    window.addEventListener('afterprint', end);
    return () => {
      window.removeEventListener('beforeprint', begin);
      window.removeEventListener('afterprint', end);
    };
  }, []);
  return printing;
}

function NothingShown({
  sheet,
  shown,
  left,
  sought,
}: {
  readonly sheet: Sheet;
  readonly shown: Pick<Sheet, 'controllers' | 'targets' | 'translators'>;
  readonly left: boolean;
  readonly sought: string;
}) {
  if (sheet.lines === 0 || shown.controllers.length + shown.targets.length + shown.translators.length > 0) return null;
  if (sought !== '') return <p className="text-ink-2">No line says “{sought}”.</p>;
  return left ? <p className="text-ink-2">Everything is entered.</p> : null;
}

function LeastIsEnough({ least, marked }: { readonly least: boolean; readonly marked: readonly Assignment[] }) {
  if (!least) return null;
  return (
    <p className="rounded-md border bg-sheet px-5 py-3">
      {marked.length === 1
        ? 'You can stop here: this one function already works by itself.'
        : `You can stop here: these ${marked.length} functions already work by themselves.`}{' '}
      Colours, names and the rest come after.
    </p>
  );
}
