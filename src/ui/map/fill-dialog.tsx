'use client';

// Fill along: shows what each next control would get before anything changes.

import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import {
  type FillLine,
  type FillPlan,
  type FillRow,
  fillEdit,
  fillKey,
  meantNames,
  planFill,
  problemWords,
  runAfter,
  waitingAfter,
} from '@/core/commands';
import { shortName } from '@/core/midi';
import type { Assignment, Control, Parameter, RigIndex } from '@/core/rig';
import { ParameterChoice } from '../gear/parameter-choice';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { CommitInput } from '../primitives/field';
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';

interface Props {
  readonly index: RigIndex;
  readonly source: Assignment;
  readonly onClose: () => void;
}

export function FillDialog({ index, source, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const run = useMemo(() => runAfter(index, source.controlId), [index, source.controlId]);
  const waiting = useMemo(() => {
    const first = source.actions.flatMap((a) => (a.type === 'send' ? a.meant : []))[0] ?? '';
    return waitingAfter(index, first);
  }, [index, source]);
  // As many controls as there are parameters waiting, over those that are taken.
  const [left, setLeft] = useState<ReadonlySet<string>>(() => {
    const whole = planFill(index, source, run, waiting);
    const over = (r: FillRow): boolean => r.skip === 'no parameter is left' || r.skip === 'no step is left';
    return new Set(whole.ok ? whole.value.rows.filter(over).map((r) => r.control.id) : []);
  });
  const [more, setMore] = useState(false);
  const [first, setFirst] = useState('');
  const [step, setStep] = useState('1');
  const [lines, setLines] = useState<ReadonlyMap<string, FillLine>>(new Map());
  const owner = index.controls.get(source.controlId);
  const banks = banksAfter(index, owner, source);
  const controls = run.filter((c) => !left.has(c.id));
  const plan = planFill(index, source, controls, waiting, {
    banks: more ? banks : [],
    first: wholeNumber(first) ?? undefined,
    step: wholeNumber(step) ?? 1,
    lines,
  });
  const rows = plan.ok ? plan.value.rows : [];
  const count = rows.filter((r) => r.skip === null).length;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title="Fill along"
      description={`Repeats ${owner?.name} (${meantNames(index, source)}) over its neighbours, counting up.`}
      footer={
        <Button
          tone="primary"
          disabled={count === 0 || isWrong(first) || isWrong(step)}
          onClick={() => {
            if (plan.ok && edit(fillEdit(index, plan.value, () => nanoid(10)))) onClose();
          }}
        >
          Fill {counted(count, 'control')}
        </Button>
      }
    >
      {!plan.ok && <p className="text-stop">{problemWords(plan.error)}</p>}
      {run.length === 0 && banks.length === 0 ? (
        <p className="text-ink-2">There is no control of the same kind after this one.</p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3 text-xs text-ink-2">
            <Count label="First number" value={first} onValue={setFirst} placeholder="next" />
            <Count label="Step" value={step} onValue={setStep} placeholder="1" />
            {banks.length > 0 && (
              <Switch label={`and in the ${counted(banks.length, 'bank')} after it`} on={more} onChange={setMore} />
            )}
          </div>
          <FillTable
            index={index}
            run={run}
            rows={rows}
            source={source}
            left={left}
            setLeft={setLeft}
            waiting={waiting}
            lines={lines}
            setLines={setLines}
          />
        </>
      )}
    </Dialog>
  );
}

/** The banks that a fill can go on in: those after the one of the function, in the order of the controller. */
function banksAfter(index: RigIndex, owner: Control | undefined, { bank }: Assignment): readonly number[] {
  const all = index.controllers.get(owner?.controllerId ?? '')?.firmware.banks ?? 1;
  return bank === null ? [] : Array.from({ length: Math.max(0, all - bank) }, (_, i) => bank + 1 + i);
}

const wholeNumber = (text: string): number | null => (/^\d{1,5}$/.test(text.trim()) ? Number(text) : null);
const isWrong = (text: string): boolean => text.trim() !== '' && wholeNumber(text) === null;

function Count({
  label,
  value,
  onValue,
  placeholder,
}: {
  readonly label: string;
  readonly value: string;
  readonly onValue: (to: string) => void;
  readonly placeholder: string;
}) {
  const wrong = isWrong(value);
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        inputMode="numeric"
        value={value}
        placeholder={placeholder}
        aria-invalid={wrong || undefined}
        onChange={(e) => onValue(e.target.value)}
        className={cx('h-7 w-16 rounded-sm border bg-sheet px-2 font-mono', wrong ? 'border-stop' : 'border-control-edge')}
      />
    </label>
  );
}

function FillTable({
  index,
  run,
  rows,
  source,
  left,
  setLeft,
  waiting,
  lines,
  setLines,
}: {
  readonly index: RigIndex;
  readonly run: readonly Control[];
  readonly rows: FillPlan['rows'];
  readonly source: Assignment;
  readonly left: ReadonlySet<string>;
  readonly setLeft: (to: ReadonlySet<string>) => void;
  readonly waiting: readonly Parameter[];
  readonly lines: ReadonlyMap<string, FillLine>;
  readonly setLines: (to: ReadonlyMap<string, FillLine>) => void;
}) {
  const change = (row: FillRow, line: FillLine): void =>
    setLines(new Map(lines).set(fillKey(row), { ...lines.get(fillKey(row)), ...line }));
  const filled = (row: FillRow | undefined) => (
    <Filled row={row} waiting={waiting} line={row && lines.get(fillKey(row))} onLine={(line) => row && change(row, line)} />
  );
  const owner = index.controls.get(source.controlId);
  const names = index.controllers.get(owner?.controllerId ?? '')?.bankNames ?? [];
  const further = rows.filter((r) => r.bank !== source.bank);
  return (
    <table className="w-full text-[13.5px]">
      <thead>
        <tr className="border-b text-left text-xs text-ink-2">
          <th className="w-40 py-1 font-semibold">Control</th>
          <th className="w-28 font-semibold">Sends</th>
          <th className="font-semibold">Moves</th>
        </tr>
      </thead>
      <tbody>
        {run.map((control) => (
          <tr key={control.id} className="border-b last:border-b-0">
            <td>
              <label className="flex items-center gap-2 py-1">
                <input
                  type="checkbox"
                  className="accent-verdigris"
                  checked={!left.has(control.id)}
                  onChange={(e) => {
                    const next = new Set(left);
                    if (e.target.checked) next.delete(control.id);
                    else next.add(control.id);
                    setLeft(next);
                  }}
                />
                {control.name}
              </label>
            </td>
            {filled(rows.find((r) => r.control.id === control.id && r.bank === source.bank))}
          </tr>
        ))}
        {further.map((row) => (
          <tr key={`${row.bank} ${row.control.id}`} className="border-b last:border-b-0">
            <td className="py-1 pl-[21px]">
              {row.control.name}
              <span className="text-xs text-ink-2"> {names[(row.bank ?? 1) - 1] || `bank ${row.bank}`}</span>
            </td>
            {filled(row)}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What a line gets: its message, and what that is for, each of which can be chosen; or why it gets nothing. */
function Filled({
  row,
  waiting,
  line,
  onLine,
}: {
  readonly row: FillRow | undefined;
  readonly waiting: readonly Parameter[];
  readonly line: FillLine | undefined;
  readonly onLine: (line: FillLine) => void;
}) {
  if (!row)
    return (
      <>
        <td />
        <td className="text-ink-2">left out</td>
      </>
    );
  const { control, message, parameter, step, skip } = row;
  const place = row.bank === null ? control.name : `${control.name} in bank ${row.bank}`;
  const number = message && 'number' in message ? message.number : line?.number;
  const numbered = number !== undefined && (skip === null || line?.number !== undefined);
  return (
    <>
      <td className="font-mono text-xs">
        {numbered && (
          <span className="inline-flex items-center gap-1">
            {message ? shortName(message).replace(/\s*\d+$/, '') : ''}
            <CommitInput
              aria-label={`Number of ${place}`}
              className="h-7 w-14 text-right font-mono"
              value={String(number)}
              commit={(text) => {
                const to = wholeNumber(text);
                if (to === null && text.trim() !== '') return 'Enter a number, or nothing to count on.';
                onLine({ number: to ?? undefined });
                return null;
              }}
            />
          </span>
        )}
      </td>
      <td className={cx(skip !== null && 'text-ink-2')}>
        {skip !== null ? (
          skip
        ) : parameter === null ? (
          'nothing yet'
        ) : step !== null ? (
          `${parameter.name}: ${parameter.steps[step] ?? step}`
        ) : (
          <ParameterChoice
            label={`What ${place} moves`}
            className="w-full"
            height="h-7"
            groups={[{ id: '', name: null, parameters: [...new Set([parameter, ...waiting])] }]}
            chosen={parameter.id}
            onChoose={(parameterId) => onLine({ parameterId })}
          />
        )}
      </td>
    </>
  );
}
