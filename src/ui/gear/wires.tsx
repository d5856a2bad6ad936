'use client';
// The wires that begin at a controller or target: where each leads, what carries it, what it lets through.
import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { addWire, removeWire } from '@/core/commands';
import { type RigIndex, set, type Wire } from '@/core/rig';
import { Button } from '../primitives/button';
import { Select } from '../primitives/field';
import { transports } from '../primitives/transports';
import { useRig } from '../store/provider';

export function Wires({ index, unitId }: { readonly index: RigIndex; readonly unitId: string }) {
  const edit = useRig((s) => s.edit);
  const wires = index.wiresFrom.get(unitId) ?? [];
  const nameOf = (id: string): string => index.controllers.get(id)?.name ?? index.targets.get(id)?.name ?? '?';
  const others = [...index.rig.targets, ...index.rig.controllers].filter((u) => u.id !== unitId);
  const tick = (wire: Wire, field: 'forRemote' | 'forNotes' | 'passesOn', label: string) => (
    <td className="px-2 text-center">
      <input
        type="checkbox"
        className="accent-verdigris"
        aria-label={`${label}, to ${nameOf(wire.to.unitId)}`}
        checked={wire[field]}
        onChange={(e) => edit(set('wires', wire, field, e.target.checked))}
      />
    </td>
  );
  const add = (toId: string): void => {
    const made = addWire(index.rig, unitId, toId, () => nanoid(10));
    if (made) edit(made.edit);
  };
  return (
    <section aria-label="Wires">
      <h2 className="mb-1 font-semibold">Wires</h2>
      <p className="mb-2 max-w-[68ch] text-xs text-ink-2">
        A target hears what arrives over a wire that is on for remote control. A wire that passes on also carries what arrives
        here: a merge, a hub, or a host that hands messages to a plugin.
      </p>
      {wires.length > 0 && (
        <table className="mb-2 text-left">
          <thead>
            <tr className="text-xs text-ink-2">
              <th className="pr-3 pb-1 font-medium">to</th>
              <th className="px-2 pb-1 font-medium">over</th>
              <th className="px-2 pb-1 font-medium">remote</th>
              <th className="px-2 pb-1 font-medium">notes</th>
              <th className="px-2 pb-1 font-medium">passes on</th>
              <th>
                <span className="sr-only">Delete</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {wires.map((wire) => (
              <tr key={wire.id} className="h-9">
                <td className="max-w-[220px] truncate pr-3">{nameOf(wire.to.unitId)}</td>
                <td className="px-2">
                  <TransportSelect label={`Transport to ${nameOf(wire.to.unitId)}`} wire={wire} />
                </td>
                {tick(wire, 'forRemote', 'Remote control')}
                {tick(wire, 'forNotes', 'Notes')}
                {tick(wire, 'passesOn', 'Passes on')}
                <td>
                  <Button
                    size="icon"
                    tone="quiet"
                    aria-label={`Delete the wire to ${nameOf(wire.to.unitId)}`}
                    onClick={() => edit(removeWire(index.rig, wire))}
                  >
                    <Trash2 size={15} aria-hidden />
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Select aria-label="Add a wire" className="w-56" value="" onChange={(e) => e.target.value !== '' && add(e.target.value)}>
        <option value="">{others.length === 0 ? 'nothing to wire to yet' : 'Add a wire to…'}</option>
        {others.map((u) => (
          <option key={u.id} value={u.id}>
            {u.name}
          </option>
        ))}
      </Select>
    </section>
  );
}

/** What carries a wire. */
export function TransportSelect({ label, wire }: { readonly label: string; readonly wire: Wire }) {
  const edit = useRig((s) => s.edit);
  return (
    <Select
      aria-label={label}
      className="h-7"
      value={wire.transport}
      onChange={(e) => {
        const chosen = transports.find(([t]) => t === e.target.value);
        if (chosen) edit(set('wires', wire, 'transport', chosen[0]));
      }}
    >
      {transports.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Select>
  );
}
