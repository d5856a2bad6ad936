'use client';
// The parameters of a target as a table: names and start values are fields, long lists are drawn as they scroll.
import { useVirtualizer } from '@tanstack/react-virtual';
import { X } from 'lucide-react';
import { useRef } from 'react';
import { showValue } from '@/core/bench';
import { removeGear } from '@/core/commands';
import { nameSchema, type Parameter, type RigIndex, set } from '@/core/rig';
import { showNumber } from '@/core/values';
import { cx } from '../primitives/cx';
import { CommitInput, Select } from '../primitives/field';
import { useRig } from '../store/provider';
import { parseDecimal } from '../strip/numbers';

const grid =
  'grid grid-cols-[minmax(120px,1.6fr)_minmax(90px,1fr)_90px_minmax(150px,1.5fr)_70px_minmax(130px,1fr)_minmax(90px,1fr)_28px] items-center gap-3 px-3';
const ROW = 38;

export function ParameterTable({
  index,
  parameters,
  onRemoved,
}: {
  readonly index: RigIndex;
  readonly parameters: readonly Parameter[];
  readonly onRemoved: (name: string) => void;
}) {
  const edit = useRig((s) => s.edit);
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: parameters.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 10,
  });
  return (
    <div
      ref={scroll}
      role="table"
      aria-label="Parameters"
      aria-rowcount={parameters.length + 1}
      className="max-h-[62vh] overflow-auto rounded-md border bg-sheet"
    >
      <div role="rowgroup">
        <div role="row" className={cx(grid, 'sticky top-0 z-10 h-8 border-b bg-sheet text-xs font-semibold text-ink-2')}>
          {['Name', 'Group', 'Kind', 'Range', 'Scale', 'At the start', 'Controls', ''].map((h) => (
            <span key={h} role="columnheader">
              {h === '' ? <span className="sr-only">Delete</span> : h}
            </span>
          ))}
        </div>
      </div>
      <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => {
          const p = parameters[row.index];
          if (!p) return null;
          const senders = [
            ...new Set((index.sendsFor.get(p.id) ?? []).map((s) => index.controls.get(s.assignment.controlId)?.name ?? '?')),
          ];
          return (
            <div
              key={p.id}
              role="row"
              aria-rowindex={row.index + 2}
              className={cx(grid, 'absolute inset-x-0 border-b text-[13.5px]')}
              style={{ top: row.start, height: ROW }}
            >
              <span role="cell" className="min-w-0">
                <CommitInput
                  aria-label={`Name of ${p.name}`}
                  className="w-full border-transparent bg-transparent font-semibold hover:border-control-edge"
                  value={p.name}
                  commit={(text) => {
                    const name = nameSchema.safeParse(text.trim());
                    return name.success
                      ? edit(set('parameters', p, 'name', name.data))
                        ? null
                        : 'That did not work.'
                      : (name.error.issues[0]?.message ?? '');
                  }}
                />
              </span>
              <span role="cell" className="truncate text-ink-2">
                {p.group}
              </span>
              <span role="cell">{p.kind}</span>
              <span role="cell" className="truncate">
                {p.kind === 'trigger'
                  ? ''
                  : p.kind === 'stepped'
                    ? `${p.steps.length} steps: ${p.steps.join(', ')}`
                    : `${showValue(p, p.lowest)} to ${showValue(p, p.highest)}`}
              </span>
              <span role="cell" className="text-ink-2">
                {p.kind === 'continuous' ? p.scale.type : ''}
              </span>
              <span role="cell">
                <Start parameter={p} onStart={(value) => edit(set('parameters', p, 'start', value))} />
              </span>
              <span role="cell" className="truncate text-ink-2" title={senders.join(', ')}>
                {senders.length === 0 ? 'waits' : senders.join(', ')}
              </span>
              <span role="cell">
                <button
                  type="button"
                  aria-label={`Delete ${p.name}`}
                  title={`Delete ${p.name}`}
                  className="rounded-sm p-1 text-ink-2 hover:text-stop"
                  onClick={() => edit(removeGear(index.rig, 'parameters', p.id)) && onRemoved(p.name)}
                >
                  <X size={14} aria-hidden />
                </button>
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}

function Start({ parameter: p, onStart }: { readonly parameter: Parameter; readonly onStart: (value: number) => boolean }) {
  if (p.kind === 'trigger') return null;
  if (p.kind === 'continuous') {
    return (
      <span className="flex items-center gap-1.5">
        <CommitInput
          aria-label={`${p.name} at the start`}
          className="w-20 text-right font-mono text-xs"
          value={showNumber(p.start)}
          commit={(text) => {
            const value = parseDecimal(text);
            if (value === null || value < p.lowest || value > p.highest)
              return `Enter ${showNumber(p.lowest)} to ${showNumber(p.highest)} ${p.unit}.`;
            return onStart(value) ? null : 'That did not work.';
          }}
        />
        <span className="text-xs text-ink-2">{p.unit}</span>
      </span>
    );
  }
  const steps = Array.from({ length: p.highest - p.lowest + 1 }, (_, i) => p.lowest + i);
  return (
    <Select
      aria-label={`${p.name} at the start`}
      className="h-7 w-28"
      value={p.start}
      onChange={(e) => onStart(Number(e.target.value))}
    >
      {steps.map((s) => (
        <option key={s} value={s}>
          {showValue(p, s)}
        </option>
      ))}
    </Select>
  );
}
