'use client';
import { useState } from 'react';
import type { RigIndex, Wire } from '@/core/rig';
import { type PortInfo, problemWords } from '@/ports';
import { Button } from '../primitives/button';
// Played through: what a controller sends comes in at a port of this machine, is layered, counted and translated as planned, and goes out at another.
import { Link } from '../primitives/link';
import { useDevices } from '../stage/use-listening';
import { useRig } from '../store/provider';
import { nameOf } from '../wiring/wire-table';
import { ThroughCard } from './through-card';
import { noWish, useThroughSettings } from './through-settings';

export interface PortsHere {
  readonly inputs: readonly PortInfo[];
  readonly outputs: readonly PortInfo[];
}

export function ThroughScreen() {
  const index = useRig((s) => s.index);
  const { rig } = index;
  const devices = useDevices();
  const withSysex = useDevices(true);
  const { wishes, change } = useThroughSettings(rig.id);
  const [ports, setPorts] = useState<PortsHere>({ inputs: [], outputs: [] });
  const [said, say] = useState<string | null>(null);
  const look = async (): Promise<void> => {
    say('The browser is asked for MIDI devices; it may want your permission.');
    const [ins, outs] = [await devices.list(), await devices.listOutputs()];
    if (!ins.ok) return say(problemWords[ins.problem]);
    if (!outs.ok) return say(problemWords[outs.problem]);
    setPorts({ inputs: ins.ports, outputs: outs.ports });
    say(ins.ports.length + outs.ports.length === 0 ? 'No MIDI device is there. Plug one in and look again.' : null);
  };
  const wires = rig.wires.filter((w) => index.controllers.has(w.from.unitId));
  return (
    <main className="min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto flex max-w-[980px] flex-col gap-4 px-6 py-4">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="flex-1 text-xl font-semibold">Played through</h1>
          <Button onClick={() => void look()}>Look for MIDI devices</Button>
          <Link href={`/rigs/${rig.id}/gear/wiring`} className="text-verdigris hover:underline">
            Back to the wiring
          </Link>
        </div>
        <p className="max-w-[78ch] text-ink-2">
          This page can stand on a wire itself: what comes in at one port of this machine goes out at another as the translator on
          the wire makes it. Where hardware has no layers, banks or counters, they can be made here as well. It goes on while this
          page is open, also behind others. Clock and song position go where start and stop go.
        </p>
        {said !== null && (
          <p role="status" className="text-ink-2">
            {said}
          </p>
        )}
        {wires.length === 0 && <p className="text-ink-2">No wire begins at a controller yet. Draw one in the wiring.</p>}
        {wishes !== null &&
          wires.map((wire) => (
            <ThroughCard
              key={wire.id}
              index={index}
              wire={wire}
              name={wireName(index, wire)}
              wish={wishes[wire.id] ?? noWish}
              change={(to) => change(wire.id, to)}
              ports={ports}
              devices={wishes[wire.id]?.sysex ? withSysex : devices}
            />
          ))}
      </div>
    </main>
  );
}

const wireName = (index: RigIndex, { from, to }: Wire): string => {
  const end = ({ unitId, port }: Wire['from']): string => `${nameOf(index, unitId)}${port === '' ? '' : ` ${port}`}`;
  return `${end(from)} to ${end(to)}`;
};
