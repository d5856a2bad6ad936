'use client';
// One target: how it hears, and the table of its parameters with the value each has at the start of the show.
import { useVirtualizer } from '@tanstack/react-virtual';
import { Trash2, X } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { showValue } from '@/core/bench';
import { addParameters, freshName, removeGear } from '@/core/commands';
import { parseParameters } from '@/core/formats';
import { u7Schema } from '@/core/midi';
import { nameSchema, type Parameter, type Reception, type RigIndex, set, type Target } from '@/core/rig';
import { showNumber } from '@/core/values';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { CommitInput, Field, Select } from '../primitives/field';
import { useRig, useRigStore } from '../store/provider';
import { parseDecimal } from '../strip/numbers';
import { Choice } from './controller-panel';
import { PasteParameters } from './paste-parameters';

const grid =
  'grid grid-cols-[minmax(120px,1.6fr)_minmax(90px,1fr)_90px_minmax(150px,1.5fr)_70px_minmax(130px,1fr)_minmax(90px,1fr)_28px] items-center gap-3 px-3';
const ROW = 38;

export function TargetPanel({ index, target }: { readonly index: RigIndex; readonly target: Target }) {
  const edit = useRig((s) => s.edit);
  const store = useRigStore();
  const [adding, setAdding] = useState(false);
  const parameters = index.parametersOf.get(target.id) ?? [];
  const { reception } = target;
  const tune = (changes: Partial<Reception>): boolean => edit(set('targets', target, 'reception', { ...reception, ...changes }));
  const undoable = (title: string): void =>
    void toast(title, { duration: 12_000, action: { label: 'Undo', onClick: () => void store.getState().undo() } });
  return (
    <div className="flex max-w-[1120px] flex-col gap-5">
      <div className="flex items-center gap-3">
        <h1 className="min-w-0 truncate text-xl font-semibold">{target.name}</h1>
        <p className="text-ink-2">{target.kind.replace('-', ' ')}</p>
        <span className="flex-1" />
        <Button onClick={() => setAdding(true)}>Add parameters</Button>
        <Button
          tone="quiet"
          onClick={() => {
            if (edit(removeGear(index.rig, 'targets', target.id)))
              undoable(`Deleted ${target.name} with its ${parameters.length} parameters`);
          }}
        >
          <Trash2 size={15} aria-hidden /> Delete
        </Button>
      </div>
      <div className="grid grid-cols-4 gap-3">
        <Field label="Name">
          {(id) => (
            <CommitInput
              id={id}
              className="w-full"
              value={target.name}
              commit={(text) => {
                const name = nameSchema.safeParse(text.trim());
                if (!name.success) return name.error.issues[0]?.message ?? 'a name is needed';
                return edit(
                  set(
                    'targets',
                    target,
                    'name',
                    freshName(
                      name.data,
                      index.rig.targets.filter((t) => t.id !== target.id),
                    ),
                  ),
                )
                  ? null
                  : 'That did not work.';
              }}
            />
          )}
        </Field>
        <Field label="Counts as on from">
          {(id) => (
            <CommitInput
              id={id}
              className="w-full"
              value={String(reception.threshold)}
              commit={(text) => {
                const value = u7Schema.safeParse(Number(text));
                return value.success
                  ? tune({ threshold: value.data })
                    ? null
                    : 'That did not work.'
                  : 'Enter 0 to 127; 64 is usual.';
              }}
            />
          )}
        </Field>
        <Choice
          label="A toggle flips on"
          value={reception.actsOn}
          options={[
            ['at-or-above-threshold', 'a value that counts as on'],
            ['any-message', 'any message'],
          ]}
          onChange={(v) => tune({ actsOn: v === 'any-message' ? 'any-message' : 'at-or-above-threshold' })}
        />
        <Choice
          label="Shows programs"
          value={String(reception.shows.programBase)}
          options={[
            ['1', '1 to 128'],
            ['0', '0 to 127'],
          ]}
          onChange={(v) => tune({ shows: { ...reception.shows, programBase: v === '1' ? 1 : 0 } })}
        />
      </div>
      <section aria-label="Parameters" className="flex flex-col">
        <div className="mb-2 flex items-baseline gap-2">
          <h2 className="font-semibold">Parameters</h2>
          <span className="font-mono text-xs text-ink-2">{parameters.length}</span>
        </div>
        {parameters.length === 0 ? (
          <p className="rounded-md border bg-sheet px-5 py-6 text-ink-2">
            No parameters yet. Paste a list from a spreadsheet, or type them one a line.
          </p>
        ) : (
          <ParameterTable index={index} parameters={parameters} onRemoved={(name) => undoable(`Deleted ${name}`)} />
        )}
      </section>
      {adding && <AddParametersDialog index={index} target={target} onClose={() => setAdding(false)} />}
    </div>
  );
}

function ParameterTable({
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

function AddParametersDialog({
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
  const { good } = parseParameters(text);
  const taken = new Set((index.parametersOf.get(target.id) ?? []).map((p) => p.name));
  const fresh = good.filter((p) => !taken.has(p.name));
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`Add parameters to ${target.name}`}
      footer={
        <Button
          tone="primary"
          disabled={fresh.length === 0}
          onClick={() => edit(addParameters(index.rig, target.id, fresh, () => nanoid(10))) && onClose()}
        >
          Add {fresh.length} {fresh.length === 1 ? 'parameter' : 'parameters'}
        </Button>
      }
    >
      <div className="flex flex-col gap-3">
        <PasteParameters value={text} onChange={setText} />
        {fresh.length < good.length && (
          <p className="text-xs text-ink-2">{good.length - fresh.length} of these names are there already and are left out.</p>
        )}
      </div>
    </Dialog>
  );
}
