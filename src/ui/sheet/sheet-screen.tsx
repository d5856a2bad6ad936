'use client';
// The sheet: what to enter in each controller and each target, ticked as it is done; made to be printed.
import { parseAsBoolean, useQueryState } from 'nuqs';
import { useMemo } from 'react';
import type { Assignment, Controller, Edit, Target } from '@/core/rig';
import { type ControllerLine, makeSheet, type TargetLine } from '@/core/sheets';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { useRig } from '../store/provider';
import { Narrowed, SheetBar } from './sheet-bar';
import { tickEntered, tickSaved } from './ticks';

export function SheetScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const [left, setLeft] = useQueryState('left', parseAsBoolean.withDefault(false));
  const [least, setLeast] = useQueryState('least', parseAsBoolean.withDefault(false));
  const sheet = useMemo(() => makeSheet(index), [index]);
  const marked = index.rig.assignments.filter((a) => a.minimum);
  const inMinimum = useMemo(
    () =>
      new Set(
        index.rig.assignments
          .filter((a) => a.minimum)
          .flatMap((a) => a.actions.flatMap((x) => (x.type === 'send' ? x.meant : []))),
      ),
    [index],
  );
  const { rig } = index;
  return (
    <main className="print-plain min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto flex max-w-[1080px] flex-col gap-5 px-6 py-5">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="text-xl font-semibold">{rig.name}: sheet</h1>
          <p className="text-ink-2">
            {sheet.lines === 0
              ? 'nothing to enter'
              : sheet.toEnter === 0
                ? `all ${sheet.lines} lines are entered`
                : `${sheet.toEnter} of ${sheet.lines} lines to enter`}
          </p>
          <Narrowed
            left={left}
            onLeft={(on) => void setLeft(on || null)}
            least={marked.length > 0 ? least : null}
            onLeast={(on) => void setLeast(on || null)}
          />
        </div>
        <SheetBar index={index} lines={sheet.lines} toEnter={sheet.toEnter} />
        {sheet.lines === 0 && (
          <p className="rounded-md border bg-sheet px-5 py-8 text-ink-2">
            Nothing is assigned yet. What you assign on the map is written out here: first what to enter in each controller, then
            what to enter in the software.
          </p>
        )}
        {sheet.controllers.map(({ controller, lines }) => {
          const shown = lines.filter((l) => (!left || l.assignment.entered === null) && (!least || l.assignment.minimum));
          if (shown.length === 0) return null;
          return <ControllerLines key={controller.id} edit={edit} controller={controller} shown={shown} />;
        })}
        {sheet.targets.map(({ target, lines }) => {
          const shown = lines.filter(
            (l) => (!left || l.landing.entered === null) && (!least || inMinimum.has(l.landing.parameterId)),
          );
          if (shown.length === 0) return null;
          return <TargetLines key={target.id} edit={edit} target={target} shown={shown} />;
        })}
        <LeastIsEnough least={least} marked={marked} />
        {left && sheet.lines > 0 && sheet.toEnter === 0 && <p className="text-ink-2">Everything is entered.</p>}
      </div>
    </main>
  );
}

/** The lines to enter in one controller. */
function ControllerLines({
  edit,
  controller,
  shown,
}: {
  readonly edit: (edit: Edit) => boolean;
  readonly controller: Controller;
  readonly shown: ControllerLine[];
}) {
  return (
    <section aria-label={`Enter in ${controller.name}`} className="print-plain overflow-hidden rounded-md border bg-sheet">
      <Title
        text={`Enter in ${controller.name}`}
        hint={`programmed ${{ panel: 'at its panel', editor: 'in its editor', browser: 'in a browser' }[controller.firmware.programmedAt]}; channels from ${controller.firmware.shows.channelBase}, programs from ${controller.firmware.shows.programBase}`}
        onAll={() => void edit(tickEntered(`all of ${controller.name}`, { assignments: uniqueAssignments(shown) }, true))}
        open={shown.some((l) => l.assignment.entered === null)}
      />
      <div className="overflow-x-auto">
        <table className="w-full text-[13.5px]">
          <Heads names={['Entered', 'Saved', 'Control', 'Place', 'On', 'Type', 'Ch', 'Number', 'Values', 'For']} />
          <tbody>
            {shown.map((l, i) => (
              <tr
                key={`${l.assignment.id} ${l.type} ${l.number}`}
                className={cx(
                  'print-keep border-b last:border-b-0',
                  l.assignment.entered && 'text-ink-2',
                  shown[i - 1]?.control !== l.control && i > 0 && 'border-t border-t-control-edge',
                )}
              >
                <Tick
                  checked={l.assignment.entered !== null}
                  label={`${l.control} ${l.gesture}, ${l.place}: entered`}
                  onChange={(on) => void edit(tickEntered(l.control, { assignments: [l.assignment] }, on))}
                />
                <Tick
                  checked={l.assignment.saved !== null}
                  label={`${l.control} ${l.gesture}, ${l.place}: saved`}
                  onChange={(on) => void edit(tickSaved(l.control, [l.assignment], on))}
                />
                <td className="max-w-40 py-1 pr-3 font-semibold break-words">{l.control}</td>
                <td className="min-w-32 pr-3">{l.place}</td>
                <td className="pr-3">{l.gesture}</td>
                <td className="pr-3 whitespace-nowrap">{l.type}</td>
                <td className="pr-3 font-mono text-xs">{l.channel}</td>
                <td className="pr-3 font-mono text-xs font-semibold">{l.number}</td>
                <td className="pr-3 whitespace-nowrap">{l.values}</td>
                <td className="max-w-64 pr-3">
                  <span className="block truncate" title={l.purpose}>
                    {l.purpose}
                  </span>
                  {l.limits.map((limit) => (
                    <span key={limit} className="block text-xs break-words text-caution">
                      {limit}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** The lines to enter in one target. */
function TargetLines({
  edit,
  target,
  shown,
}: {
  readonly edit: (edit: Edit) => boolean;
  readonly target: Target;
  readonly shown: TargetLine[];
}) {
  return (
    <section aria-label={`Enter in ${target.name}`} className="print-plain overflow-hidden rounded-md border bg-sheet">
      <Title
        text={`Enter in ${target.name}`}
        hint={`on counts from ${target.reception.threshold}; programs from ${target.reception.shows.programBase}`}
        onAll={() => void edit(tickEntered(`all of ${target.name}`, { landings: shown.map((l) => l.landing) }, true))}
        open={shown.some((l) => l.landing.entered === null)}
      />
      <div className="overflow-x-auto">
        <table className="w-full text-[13.5px]">
          <Heads names={['Entered', 'Parameter', 'Type', 'Ch', 'Number', 'Hears it as', 'Range', 'Comes from']} />
          <tbody>
            {shown.map((l) => (
              <tr key={l.landing.id} className={cx('print-keep border-b last:border-b-0', l.landing.entered && 'text-ink-2')}>
                <Tick
                  checked={l.landing.entered !== null}
                  label={`${l.parameter}: entered`}
                  onChange={(on) => void edit(tickEntered(l.parameter, { landings: [l.landing] }, on))}
                />
                <td className="max-w-56 py-1 pr-3 font-semibold break-words">{l.parameter}</td>
                <td className="pr-3 whitespace-nowrap">{l.type}</td>
                <td className="pr-3 font-mono text-xs">{l.channel}</td>
                <td className="pr-3 font-mono text-xs font-semibold">{l.number}</td>
                <td className="pr-3">{l.mode}</td>
                <td className="pr-3 whitespace-nowrap">{l.range}</td>
                <td className="pr-3">{l.from}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function LeastIsEnough({ least, marked }: { readonly least: boolean; readonly marked: readonly Assignment[] }) {
  return (
    <>
      {least && (
        <p className="rounded-md border bg-sheet px-5 py-3">
          {marked.length === 1
            ? 'You can stop here: this one function already works by itself.'
            : `You can stop here: these ${marked.length} functions already work by themselves.`}
          Colours, names and the rest come after.
        </p>
      )}
    </>
  );
}

function uniqueAssignments(lines: readonly ControllerLine[]): readonly ControllerLine['assignment'][] {
  return [...new Map(lines.map((l) => [l.assignment.id, l.assignment])).values()];
}

function Title({
  text,
  hint,
  open,
  onAll,
}: {
  readonly text: string;
  readonly hint: string;
  readonly open: boolean;
  readonly onAll: () => void;
}) {
  return (
    <div className="flex items-baseline gap-3 border-b px-4 py-2">
      <h2 className="text-base font-semibold">{text}</h2>
      <p className="text-xs text-ink-2">{hint}</p>
      {open && (
        <Button size="small" tone="quiet" className="no-print ml-auto" onClick={onAll}>
          Tick all
        </Button>
      )}
    </div>
  );
}

function Heads({ names }: { readonly names: readonly string[] }) {
  return (
    <thead>
      <tr className="border-b text-left text-xs text-ink-2">
        {names.map((n, i) => (
          <th key={n} scope="col" className={cx('py-1 pr-3 font-semibold', i === 0 && 'w-16 pl-4')}>
            {n}
          </th>
        ))}
      </tr>
    </thead>
  );
}

function Tick({
  checked,
  label,
  onChange,
}: {
  readonly checked: boolean;
  readonly label: string;
  readonly onChange: (on: boolean) => void;
}) {
  return (
    <td className="first:pl-4">
      <input
        type="checkbox"
        className="h-4 w-4 align-middle accent-verdigris"
        checked={checked}
        aria-label={label}
        onChange={(e) => onChange(e.target.checked)}
      />
    </td>
  );
}
