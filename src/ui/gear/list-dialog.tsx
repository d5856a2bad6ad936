'use client';

// A list taken onto a target: pasted, or from a CSV, TSV or name document. What each line would do is shown first, and each can be left out.

import { useVirtualizer } from '@tanstack/react-virtual';
import { nanoid } from 'nanoid';
import { useMemo, useRef, useState } from 'react';
import { counted } from '@/core/base';
import { showValue } from '@/core/bench';
import { type ListedParameter, type NamedPlan, namedEdit, parametersEdit, planNamed, planParameters } from '@/core/commands';
import { leftOutWords } from '@/core/formats';
import { type Message, shortName } from '@/core/midi';
import { type Edit, plainMacro, type RigIndex, type Target } from '@/core/rig';
import type { ReadList } from '@/workers/files.worker';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';
import { columnLists } from './column-lists';
import { ColumnsChoice } from './columns-choice';
import { ListSource } from './list-source';
import { BadLines, listExample, listHint } from './paste-parameters';
import { useColumns } from './use-columns';
import { useList } from './use-list';

interface Line {
  readonly key: string;
  readonly name: string;
  readonly about: string;
  readonly state: string;
  readonly tone: 'plain' | 'quiet' | 'caution';
  readonly useless: boolean;
}

export function ListDialog({
  index,
  target,
  onClose,
}: {
  readonly index: RigIndex;
  readonly target: Target;
  readonly onClose: () => void;
}) {
  const edit = useRig((s) => s.edit);
  const [text, setText] = useState('');
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const columns = useColumns(columnLists.parameters, text);
  const { read, part } = useList(text, target.reception.shows, columns.chosen);
  const { parameters, names, lines } = usePlanned(index, target, read);
  const taken = lines.filter((l, i) => !l.useless && !left.has(i)).length;
  const carry = (): void => {
    const chosen = <T,>(rows: readonly T[]): readonly T[] => rows.filter((_, i) => !left.has(i));
    const made: Edit | null =
      read?.type === 'names'
        ? namedEdit(index, target, chosen(names), () => nanoid(10))
        : parametersEdit(index, target.id, chosen(parameters), () => nanoid(10));
    if (!made || !edit(made)) return;
    toast(`Took over ${counted(taken, 'line')}`);
    onClose();
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`Add parameters to ${target.name}`}
      description="Nothing is written yet. What is here already is changed only where its line says so."
      footer={
        <Button tone="primary" disabled={taken === 0 || part !== null} onClick={carry}>
          Take over {counted(taken, 'line')}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <ListSource
          files="CSV, TSV, a MIDI Name Document (.midnam), or a controller list (.json)"
          accept=".csv,.tsv,.txt,.midnam,.xml,.json,text/csv,text/tab-separated-values"
          label="Parameters, one per line: name, kind, range, unit, scale, steps"
          hint={listHint}
          example={listExample}
          rows={lines.length > 0 ? 4 : 8}
          text={text}
          onText={(to) => {
            setLeft(new Set());
            setText(to);
          }}
        />
        <ColumnsChoice columns={columns} />
        <ReadingState setText={setText} read={read} part={part} missing={columns.missing} />
        {lines.length > 0 && <Lines lines={lines} left={left} onToggle={(i) => setLeft(flipped(left, i))} />}
      </div>
    </Dialog>
  );
}

/** A set with one more, or without it where it had it. */
function flipped(left: ReadonlySet<number>, i: number): ReadonlySet<number> {
  const next = new Set(left);
  if (!next.delete(i)) next.add(i);
  return next;
}

/** What taking a list over would do, line by line. */
function usePlanned(index: RigIndex, target: Target, read: ReadList | null) {
  const parameters = useMemo(
    () =>
      read?.type === 'parameters' ? planParameters(index, target.id, read.list.good, read.list.given, read.list.numbers) : [],
    [read, index, target.id],
  );
  const names = useMemo(
    () => (read?.type === 'names' ? planNamed(index, target, read.document.names) : []),
    [read, index, target],
  );
  const lines = useMemo(() => [...parameters.map(parameterLine), ...names.map(namedLine)], [parameters, names]);
  return { parameters, names, lines };
}

/** How far reading has come, and what could not be read. */
function ReadingState({
  setText,
  read,
  part,
  missing,
}: {
  readonly setText: (to: string) => void;
  readonly read: ReadList | null;
  readonly part: number | null;
  readonly missing: boolean;
}) {
  return (
    <>
      {part !== null && (
        <div className="flex items-center gap-3">
          <progress className="h-2 flex-1 accent-verdigris" value={part} max={1} aria-label="Reading the list" />
          <span className="font-mono text-xs">{Math.round(part * 100)} %</span>
          <Button size="small" onClick={() => setText('')}>
            Stop
          </Button>
        </div>
      )}
      {read?.type === 'refused' && (
        <p role="alert" className="rounded-sm border border-stop/50 bg-stop-wash px-3 py-2">
          {read.message}
        </p>
      )}
      {read?.type === 'parameters' && !missing && <BadLines lines={read.list.bad} />}
      {read?.type === 'names' && read.document.left.length > 0 && (
        <p className="text-xs text-ink-2">Left out: {read.document.left.slice(0, 6).map(leftOutWords).join('; ')}.</p>
      )}
    </>
  );
}

function parameterLine({ draft, state, now, fields, number }: ListedParameter): Line {
  const shown = { ...plainMacro, ...draft, id: '', order: 0, targetId: '' };
  return {
    key: draft.name,
    name: draft.name,
    about: [
      draft.kind === 'continuous' ? `${showValue(shown, draft.lowest)} to ${showValue(shown, draft.highest)}` : draft.kind,
      number === null ? '' : messageWords(number),
    ]
      .filter((t) => t !== '')
      .join(', '),
    state:
      state === 'new'
        ? 'new'
        : state === 'same'
          ? 'here already'
          : `changes ${[...fields, ...(number === null ? [] : ['number'])].join(', ')}`,
    tone: state === 'change' ? 'caution' : state === 'same' ? 'quiet' : 'plain',
    useless: state === 'same' || (state === 'change' && now === null),
  };
}

const messageWords = (message: Message): string =>
  `${shortName(message)}${'channel' in message ? `, channel ${message.channel}` : ''}`;

function namedLine({ named, state, now }: NamedPlan): Line {
  const address = messageWords(named.message);
  return {
    key: `${address} ${named.name}`,
    name: named.name,
    about: address,
    state:
      state === 'new'
        ? 'new'
        : state === 'same'
          ? 'here already'
          : state === 'rename'
            ? `renames ${now?.name ?? ''}`
            : 'this name is taken: gets its number too',
    tone: state === 'same' ? 'quiet' : state === 'new' ? 'plain' : 'caution',
    useless: state === 'same',
  };
}

const ROW = 28;

function Lines({
  lines,
  left,
  onToggle,
}: {
  readonly lines: readonly Line[];
  readonly left: ReadonlySet<number>;
  readonly onToggle: (i: number) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: lines.length, getScrollElement: () => box.current, estimateSize: () => ROW, overscan: 8 });
  return (
    <div ref={box} className="max-h-64 overflow-y-auto rounded-sm border" role="group" aria-label={`${lines.length} lines`}>
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => {
          const line = lines[row.index];
          if (!line) return null;
          return (
            <label
              key={line.key}
              className={cx(
                'absolute inset-x-0 grid grid-cols-[16px_minmax(0,1.2fr)_minmax(0,1fr)_minmax(0,1.2fr)] items-center gap-3 border-b px-2 text-xs',
                line.tone === 'quiet' && 'text-ink-3',
              )}
              style={{ top: row.start, height: ROW }}
            >
              <input
                type="checkbox"
                className="accent-verdigris"
                disabled={line.useless}
                checked={!line.useless && !left.has(row.index)}
                onChange={() => onToggle(row.index)}
              />
              <span className="truncate font-semibold">{line.name}</span>
              <span className="truncate">{line.about}</span>
              <span className={cx('truncate', line.tone === 'caution' && 'font-medium text-caution')} title={line.state}>
                {line.state}
              </span>
            </label>
          );
        })}
      </div>
    </div>
  );
}
