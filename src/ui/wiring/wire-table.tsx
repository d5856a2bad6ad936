'use client';
// All wires as a table: the same as the drawing, by keyboard.
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { changeWire, writeChannels } from '@/core/commands';
import type { RigIndex, Wire } from '@/core/rig';
import type { Picture } from '@/core/wires';
import { TransportSelect } from '../gear/wires';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Select } from '../primitives/field';
import { useRig } from '../store/provider';

export function WireTable({
  index,
  picture,
  chosen,
  onChoose,
  onRemove,
  onAdd,
}: {
  readonly index: RigIndex;
  readonly picture: Picture;
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  readonly onRemove: (wire: Wire) => void;
  readonly onAdd: (fromId: string, toId: string) => void;
}) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  return (
    <section aria-label="All wires" className="flex flex-col gap-2">
      <table className="w-full table-fixed text-left">
        <thead>
          <tr className="text-xs text-ink-2">
            {['From', 'To', 'Over', 'Remote', 'Notes', 'Passes on', 'Lets through', ''].map((h) => (
              <th
                key={h}
                className={cx(
                  'px-2 pb-1 font-medium',
                  headWidth[h],
                  ['Remote', 'Notes', 'Passes on'].includes(h) && 'text-center',
                )}
              >
                {h === '' ? <span className="sr-only">Unplug</span> : h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {picture.wires.map(({ wire, loop, doubled }) => (
            <WireRow
              key={wire.id}
              index={index}
              wire={wire}
              trouble={loop ? 'loop' : doubled ? 'doubled' : null}
              chosen={chosen === wire.id}
              onChoose={onChoose}
              onRemove={onRemove}
            />
          ))}
        </tbody>
      </table>
      <form
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          onAdd(from, to);
          setTo('');
        }}
      >
        <UnitSelect index={index} label="From" value={from} onChange={setFrom} />
        <UnitSelect index={index} label="To" value={to} onChange={setTo} />
        <Button type="submit" disabled={from === '' || to === '' || from === to}>
          Add a wire
        </Button>
        <span className="text-xs text-ink-2">or draw it from the dot at a unit’s right edge</span>
      </form>
    </section>
  );
}

/** One wire of the table; `trouble` says what is wrong with it, if anything is. */
export function WireRow({
  index,
  wire,
  trouble,
  chosen,
  onChoose,
  onRemove,
}: {
  readonly index: RigIndex;
  readonly wire: Wire;
  readonly trouble: 'loop' | 'doubled' | null;
  readonly chosen: boolean;
  readonly onChoose: (id: string) => void;
  readonly onRemove: (wire: Wire) => void;
}) {
  const [from, to] = [nameOf(index, wire.from.unitId), nameOf(index, wire.to.unitId)];
  return (
    <tr className={cx('h-9 border-t', chosen && 'bg-verdigris-wash')}>
      <td className="px-2">
        <button
          type="button"
          className="block max-w-full truncate text-left font-medium hover:underline"
          onClick={() => onChoose(wire.id)}
        >
          {from}
          {wire.from.port !== '' && <span className="font-normal text-ink-2"> {wire.from.port}</span>}
        </button>
      </td>
      <td className="truncate px-2">
        {to}
        {wire.to.port !== '' && <span className="text-ink-2"> {wire.to.port}</span>}
      </td>
      <td className="px-2">
        <TransportSelect label={`Transport from ${from} to ${to}`} wire={wire} />
      </td>
      <WireTick wire={wire} field="forRemote" label={`Remote control, ${from} to ${to}`} />
      <WireTick wire={wire} field="forNotes" label={`Notes, ${from} to ${to}`} />
      <WireTick wire={wire} field="passesOn" label={`Passes on, ${from} to ${to}`} />
      <td className="px-2 text-xs text-ink-2">
        {trouble === 'loop' ? (
          <span className="font-medium text-stop">closes a loop</span>
        ) : trouble === 'doubled' ? (
          <span className="font-medium text-caution">doubles a message</span>
        ) : (
          throughWords(wire)
        )}
      </td>
      <td className="w-9">
        <Button size="icon" tone="quiet" aria-label={`Unplug ${from} from ${to}`} onClick={() => onRemove(wire)}>
          <Trash2 size={15} aria-hidden />
        </Button>
      </td>
    </tr>
  );
}

export function WireTick({
  wire,
  field,
  label,
}: {
  readonly wire: Wire;
  readonly field: 'forRemote' | 'forNotes' | 'passesOn';
  readonly label: string;
}) {
  const edit = useRig((s) => s.edit);
  return (
    <td className="px-2 text-center">
      <input
        type="checkbox"
        className="accent-verdigris"
        aria-label={label}
        checked={wire[field]}
        onChange={(e) => {
          const made = changeWire(wire, { [field]: e.target.checked });
          if (made) edit(made);
        }}
      />
    </td>
  );
}

export function UnitSelect({
  index,
  label,
  value,
  onChange,
}: {
  readonly index: RigIndex;
  readonly label: string;
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  return (
    <Select aria-label={label} className="w-48" value={value} onChange={(e) => onChange(e.target.value)}>
      <option value="">{label.toLowerCase()}…</option>
      {[...index.rig.controllers, ...index.rig.targets].map((u) => (
        <option key={u.id} value={u.id}>
          {u.name}
        </option>
      ))}
    </Select>
  );
}

const headWidth: Readonly<Record<string, string>> = {
  Over: 'w-36',
  Remote: 'w-20',
  Notes: 'w-18',
  'Passes on': 'w-24',
  'Lets through': 'w-40',
  '': 'w-12',
};

function throughWords(wire: Wire): string {
  const channels = wire.channels === null ? '' : `channels ${writeChannels(wire.channels)}`;
  const kinds = wire.types === null ? '' : `${wire.types.length} kinds`;
  const translated =
    wire.translator === null ? '' : `translated${wire.translator.name === '' ? '' : ` by ${wire.translator.name}`}`;
  return [channels, kinds, translated].filter((w) => w !== '').join(', ') || 'everything';
}

export const nameOf = (index: RigIndex, id: string): string =>
  index.controllers.get(id)?.name ?? index.targets.get(id)?.name ?? '?';
