'use client';

// Copying, moving or swapping what a control does: shows each gesture at each place before anything changes.

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { counted } from '@/core/base';
import { type CopyRow, type CopyWish, copyEdit, doneAt, meantNames, type Place, planCopy } from '@/core/commands';
import { shortName } from '@/core/midi';
import type { Control, RigIndex } from '@/core/rig';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { cx } from '../primitives/cx';
import { Dialog } from '../primitives/dialog';
import { Switch } from '../primitives/switch';
import { useRig } from '../store/provider';

interface Props {
  readonly index: RigIndex;
  readonly from: Control;
  readonly place: Place;
  /** Where it is put first; the player may choose another. */
  readonly onto: Control;
  readonly bank: number | null;
  readonly way: CopyWish['way'];
  readonly onClose: () => void;
}

const verbs: Readonly<Record<CopyWish['way'], string>> = { copy: 'Copy', move: 'Move', swap: 'Swap' };

export function CopyDialog({ index, from, place, onto: first, bank, way: asked, onClose }: Props) {
  const edit = useRig((s) => s.edit);
  const [ontoId, setOnto] = useState(first.id);
  const [banks, setBanks] = useState<readonly (number | null)[]>([bank]);
  const [way, setWay] = useState<CopyWish['way']>(asked);
  const [numbers, setNumbers] = useState<CopyWish['numbers']>(first.id === from.id ? 'same' : 'new');
  const [over, setOver] = useState(false);
  const onto = index.controls.get(ontoId) ?? first;
  const wish: CopyWish = { from, place, onto, banks, way, numbers, over };
  const rows = planCopy(index, wish);
  const count = rows.filter((r) => r.skip === null).length;
  return (
    <Dialog
      open
      onOpenChange={(on) => !on && onClose()}
      title={`${verbs[way]} what ${from.name} does`}
      description={doneAt(index, from, place)
        .map((a) => `${a.gesture.type} ${meantNames(index, a)}`)
        .join(', ')}
      footer={
        <Button
          tone="primary"
          disabled={count === 0}
          onClick={() => edit(copyEdit(index, wish, rows, () => nanoid(10))) && onClose()}
        >
          {verbs[way]} {counted(count, 'function')}
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-3">
        <Choice
          label="What to do"
          value={way}
          options={[
            ['copy', 'copy'],
            ['move', 'move'],
            ['swap', 'swap with what is there'],
          ]}
          onChange={setWay}
        />
        <Choice
          label="Onto"
          value={ontoId}
          options={index.rig.controllers.flatMap((c) =>
            (index.controlsOf.get(c.id) ?? []).map(
              (control) => [control.id, c.id === from.controllerId ? control.name : `${c.name}: ${control.name}`] as const,
            ),
          )}
          onChange={setOnto}
        />
        {way === 'copy' && (
          <Choice
            label="Its numbers"
            value={numbers}
            options={[
              ['same', 'the same'],
              ['new', 'new ones'],
            ]}
            onChange={setNumbers}
          />
        )}
        {way !== 'swap' && <Switch className="self-end pb-1.5" label="in place of what is there" on={over} onChange={setOver} />}
      </div>
      <Banks index={index} onto={onto} banks={banks} several={way === 'copy'} setBanks={setBanks} />
      <CopyTable index={index} rows={rows} />
    </Dialog>
  );
}

function Banks({
  index,
  onto,
  banks,
  several,
  setBanks,
}: {
  readonly index: RigIndex;
  readonly onto: Control;
  readonly banks: readonly (number | null)[];
  readonly several: boolean;
  readonly setBanks: (to: readonly (number | null)[]) => void;
}) {
  const controller = index.controllers.get(onto.controllerId);
  const count = controller?.firmware.banks ?? 1;
  if (!controller || count === 1) return null;
  const all = [null, ...Array.from({ length: count }, (_, i) => i + 1)];
  return (
    <fieldset className="mt-3">
      <legend className="pb-1 text-xs font-medium text-ink-2">In</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {all.map((bank) => (
          <Switch
            key={bank ?? 0}
            label={bank === null ? 'every bank' : controller.bankNames[bank - 1] || `bank ${bank}`}
            on={banks.includes(bank)}
            onChange={(on) => setBanks(on ? (several ? [...banks, bank] : [bank]) : banks.filter((b) => b !== bank))}
          />
        ))}
      </div>
    </fieldset>
  );
}

function CopyTable({ index, rows }: { readonly index: RigIndex; readonly rows: readonly CopyRow[] }) {
  if (rows.length === 0) return <p className="pt-3 text-ink-2">Choose another control, or another bank.</p>;
  return (
    <table className="mt-3 w-full text-[13.5px]">
      <thead>
        <tr className="border-b text-left text-xs text-ink-2">
          <th className="py-1 font-semibold">Control</th>
          <th className="font-semibold">On</th>
          <th className="font-semibold">Sends</th>
          <th className="font-semibold">What becomes of it</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const bank = index.controllers.get(row.control.controllerId)?.bankNames[(row.place.bank ?? 0) - 1];
          const sent = row.actions.flatMap((a) => (a.type === 'send' ? [shortName(a.message)] : []));
          return (
            <tr key={`${row.source.id} ${row.control.id} ${row.place.bank}`} className="border-b last:border-b-0">
              <td className="py-1">
                {row.control.name}
                <span className="text-xs text-ink-2"> {row.place.bank === null ? '' : bank || `bank ${row.place.bank}`}</span>
              </td>
              <td>{row.source.gesture.type}</td>
              <td className="font-mono text-xs">{row.skip === null ? sent.join(', ') : ''}</td>
              <td className={cx(row.skip !== null && 'text-ink-2')}>{becomes(index, row)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const becomes = (index: RigIndex, { source, replaces, skip }: CopyRow): string =>
  skip ?? (replaces ? `in place of ${meantNames(index, replaces)}` : meantNames(index, source));
