'use client';
// Several values at once from one gesture: a line for each parameter, and what would be sent for those that have a value.
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { gestureOf, type Place, planSetValues, type SetValueRow, setValuesEdit } from '@/core/commands';
import { shortName } from '@/core/midi';
import { type Control, type GestureType, gestureNames, type Parameter, type RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { TextInput } from '../primitives/field';
import { ParameterValue } from '../primitives/parameter-value';
import { toast } from '../primitives/toast';
import { useRig } from '../store/provider';

interface Props {
  readonly index: RigIndex;
  readonly control: Control;
  readonly place: Place;
  readonly gesture: GestureType;
  readonly onClose: () => void;
}

/** Most lines that are drawn; the others are found by their names. */
const LISTED = 200;

export function ValuesDialog({ index, control, place, gesture: type, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const [sought, seek] = useState('');
  const [values, setValues] = useState<ReadonlyMap<string, number>>(new Map());
  const gesture = gestureOf(index, control, type);
  const all = index.rig.targets.flatMap((t) => (index.parametersOf.get(t.id) ?? []).filter((p) => p.kind !== 'trigger'));
  const words = sought.trim().toLowerCase();
  const found = all.filter((p) => `${index.targets.get(p.targetId)?.name} ${p.group} ${p.name}`.toLowerCase().includes(words));
  const plan =
    gesture &&
    planSetValues(index, {
      control,
      place,
      gesture,
      values: all.flatMap((p) => {
        const value = values.get(p.id);
        return value === undefined ? [] : [{ parameterId: p.id, value }];
      }),
    });
  const rows = new Map((plan?.rows ?? []).map((r) => [r.parameter.id, r]));
  const count = [...rows.values()].filter((r) => r.skip === null).length;
  const put = (p: Parameter, value: number | null): boolean => {
    const next = new Map(values);
    if (value === null) next.delete(p.id);
    else next.set(p.id, value);
    setValues(next);
    return true;
  };
  return (
    <Dialog
      open
      wide
      onOpenChange={(on) => !on && onClose()}
      title={`Set several values with ${control.name}`}
      description={`On ${gestureNames[type]}, each parameter that has a value here is sent a message of its own.`}
      footer={
        <Button
          tone="primary"
          disabled={count === 0}
          onClick={() => {
            const made = plan && setValuesEdit(index, plan, () => nanoid(10));
            if (made && edit(made)) onClose();
            else toast.error('Not set.', { description: 'Nothing is left that could be set.' });
          }}
        >
          Set {counted(count, 'value')}
        </Button>
      }
    >
      {all.length === 0 && <p className="text-ink-2">There is no parameter that has a value. Add a target in Gear first.</p>}
      {all.length > 12 && (
        <TextInput
          aria-label="Find a parameter"
          placeholder="Find a parameter or its target"
          className="mb-3 w-full"
          value={sought}
          onChange={(e) => seek(e.target.value)}
        />
      )}
      <Lines index={index} found={found.slice(0, LISTED)} values={values} rows={rows} put={put} />
      {found.length === 0 && all.length > 0 && <p className="text-ink-2">No parameter is called that.</p>}
      {found.length > LISTED && <p className="pt-2 text-ink-2">and {found.length - LISTED} more: find them by name</p>}
    </Dialog>
  );
}

/** The parameters, target by target. */
function Lines({
  index,
  found,
  values,
  rows,
  put,
}: {
  readonly index: RigIndex;
  readonly found: readonly Parameter[];
  readonly values: ReadonlyMap<string, number>;
  readonly rows: ReadonlyMap<string, SetValueRow>;
  readonly put: (parameter: Parameter, value: number | null) => boolean;
}) {
  return (
    <ul>
      {found.map((p, i) => {
        const row = rows.get(p.id);
        return (
          <li key={p.id}>
            {found[i - 1]?.targetId !== p.targetId && (
              <h3 className="pt-2 pb-1 text-xs font-semibold">{index.targets.get(p.targetId)?.name}</h3>
            )}
            <div className="grid min-h-9 grid-cols-[minmax(0,1fr)_190px_minmax(0,1fr)] items-center gap-3 border-b py-1">
              <span className="truncate" title={p.name}>
                {p.name}
              </span>
              <ParameterValue
                parameter={p}
                value={values.get(p.id) ?? null}
                label={p.name}
                none="as it is"
                onValue={(v) => put(p, v)}
              />
              <span className={cx('text-xs', row?.skip ? 'text-caution' : 'font-mono text-ink-2')}>
                {row === undefined ? '' : (row.skip ?? shortName(row.message))}
              </span>
            </div>
          </li>
        );
      })}
    </ul>
  );
}
