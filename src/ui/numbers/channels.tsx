'use client';
// Sixteen channels at a glance: how much of each is in use on the wire, and where something clashes.
import { type AddressKind, mostNumber, type Occupancy } from '@/core/numbers';
import type { RigIndex, Wire } from '@/core/rig';
import { cx } from '../primitives/cx';
import { Field, Select } from '../primitives/field';
import { SeverityMark } from '../primitives/marks';

interface Props {
  readonly index: RigIndex;
  readonly occupancy: Occupancy;
  readonly kind: AddressKind;
  readonly channel: number;
  readonly wire: Wire | null;
  readonly clashes: ReadonlySet<number>;
  readonly onChannel: (channel: number) => void;
  readonly onWire: (id: string | null) => void;
}

const unitName = (index: RigIndex, id: string): string => index.controllers.get(id)?.name ?? index.targets.get(id)?.name ?? '?';

export function Channels({ index, occupancy, kind, channel, wire, clashes, onChannel, onWire }: Props) {
  const used = Array.from({ length: 16 }, (_, i) => occupancy.used(kind, i + 1));
  const most = mostNumber(kind) > 127 ? Math.max(16, ...used.map((u) => u.length)) : 48;
  return (
    <aside aria-label="Wires and channels" className="flex min-h-0 flex-col gap-3 overflow-y-auto border-r px-3 py-3">
      <Field label="On the wire">
        {(id) => (
          <Select id={id} value={wire?.id ?? ''} onChange={(e) => onWire(e.target.value || null)}>
            <option value="">all wires</option>
            {index.rig.wires.map((w) => (
              <option key={w.id} value={w.id}>
                {unitName(index, w.from.unitId)} → {unitName(index, w.to.unitId)}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <div role="listbox" aria-label="Channels" className="flex flex-col">
        {used.map((numbers, i) => {
          const ch = i + 1;
          const here = ch === channel;
          const ill = numbers.some((n) => occupancy.addressRowAt(kind, ch, n).sitters.some((s) => clashes.has(s.key)));
          return (
            <button
              key={ch}
              type="button"
              role="option"
              aria-selected={here}
              aria-label={`Channel ${ch}: ${numbers.length} in use${ill ? ', with a clash' : ''}`}
              onClick={() => onChannel(ch)}
              className={cx(
                'grid h-[27px] grid-cols-[36px_1fr_14px_26px] items-center gap-2 rounded-sm border px-2 text-left text-[13px] max-[1100px]:grid-cols-[34px_1fr_12px_20px] max-[1100px]:gap-1.5 max-[1100px]:px-1.5',
                here ? 'border-control-edge bg-sheet font-semibold' : 'border-transparent hover:bg-sheet/60',
              )}
            >
              <span>ch {ch}</span>
              <span aria-hidden className="h-2 overflow-hidden rounded-[2px] bg-rule">
                <span
                  className={cx('block h-full', ill ? 'bg-stop' : 'bg-ink-2')}
                  style={{ width: `${Math.min(100, (numbers.length / most) * 100)}%` }}
                />
              </span>
              {ill ? <SeverityMark severity="stop" size={12} /> : <span />}
              <span className="text-right font-mono text-xs">{numbers.length === 0 ? '' : numbers.length}</span>
            </button>
          );
        })}
      </div>
    </aside>
  );
}
