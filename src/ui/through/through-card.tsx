'use client';
// One wire that can be played through: its ports, whether the plan of its controller is played here, and what passes.
import { type ReactNode, useState } from 'react';
import { counted } from '@/core/base';
import { type PackedMessage, sayPacked } from '@/core/midi';
import type { RigIndex, Wire } from '@/core/rig';
import { type PortInfo, type PortNow, problemWords, type WantedPort } from '@/ports';
import { Button } from '../primitives/button';
import { Choice } from '../primitives/choice';
import { SeverityMark } from '../primitives/marks';
import type { Devices } from '../stage/use-listening';
import type { ThroughNow } from './engine';
import type { PortsHere } from './through-screen';
import type { ThroughWish } from './through-settings';
import { useThrough } from './use-through';

interface Props {
  readonly index: RigIndex;
  readonly wire: Wire;
  readonly name: string;
  readonly wish: ThroughWish;
  readonly change: (to: Partial<ThroughWish>) => void;
  readonly ports: PortsHere;
  readonly devices: Devices;
}

export function ThroughCard({ index, wire, name, wish, change, ports, devices }: Props) {
  const [on, setOn] = useState(false);
  const { now, silent, sendsSysex } = useThrough(index, wire, wish, on, devices);
  const controller = index.controllers.get(wire.from.unitId);
  const ready = wish.input !== null && wish.output !== null;
  return (
    <section aria-label={name} className="flex flex-col gap-3 rounded-md border bg-sheet p-4">
      <div className="flex flex-wrap items-center gap-3">
        <div className="min-w-0 flex-1">
          <h2 className="truncate font-semibold">{name}</h2>
          <p className="text-xs text-ink-2">{translatorWords(wire)}</p>
        </div>
        <Button tone={on ? 'plain' : 'primary'} disabled={!ready} onClick={() => setOn(!on)}>
          {on ? 'Stop' : 'Play through'}
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-3 max-[640px]:grid-cols-1">
        <PortChoice label="Comes in at" port={wish.input} ports={ports.inputs} onPort={(input) => change({ input })} />
        <PortChoice label="Goes out at" port={wish.output} ports={ports.outputs} onPort={(output) => change({ output })} />
      </div>
      <Tick checked={wish.plays} onChange={(plays) => change({ plays })}>
        {controller?.name} sends what it sends from the factory: its layers, banks and messages are made here
      </Tick>
      <Tick checked={wish.sysex} onChange={(sysex) => change({ sysex })}>
        SysEx goes through as well: the browser asks for it apart
      </Tick>
      {sendsSysex && !wish.sysex && (
        <p className="flex items-center gap-2">
          <SeverityMark severity="caution" /> Some of what is made here is SysEx: it is left out until it goes through as well.
        </p>
      )}
      {wish.plays && silent.length > 0 && (
        <p className="max-w-[78ch] text-xs text-ink-2">
          {silent.length === 1 ? `${silent[0]?.name} does` : `${counted(silent.length, 'control')} of it do`} nothing here
          {silent.length > 1 &&
            ` (${silent
              .slice(0, 4)
              .map((c) => c.name)
              .join(', ')}${silent.length > 4 ? ' and others' : ''})`}
          : nobody said on the panel what {silent.length === 1 ? 'it sends' : 'they send'} from the factory.
        </p>
      )}
      {!ready && <p className="text-xs text-ink-2">Look for MIDI devices, and choose both ports.</p>}
      {now === 'elsewhere' && (
        <p role="status" className="flex items-center gap-2">
          <SeverityMark severity="caution" /> Another window plays this wire through. Stop it there, and it goes on here.
        </p>
      )}
      {on && wish.sysex && typeof now === 'object' && now.takesSysex === false && (
        <p role="status" className="flex items-center gap-2">
          <SeverityMark severity="caution" /> The browser was not allowed SysEx: it is left out, and all else goes through. Allow
          it in the site settings, and begin again.
        </p>
      )}
      {on && now !== 'off' && now !== 'elsewhere' && <Passing now={now} />}
    </section>
  );
}

function Tick({
  checked,
  onChange,
  children,
}: {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}) {
  return (
    <label className="flex w-max items-center gap-2">
      <input type="checkbox" className="accent-verdigris" checked={checked} onChange={(e) => onChange(e.target.checked)} />
      {children}
    </label>
  );
}

const translatorWords = ({ translator }: Wire): string =>
  translator === null
    ? 'no translator: goes on as it comes'
    : `${translator.name || 'a translator'} with ${counted(translator.lines.length, 'line')}`;

function PortChoice({
  label,
  port,
  ports,
  onPort,
}: {
  readonly label: string;
  readonly port: WantedPort | null;
  readonly ports: readonly PortInfo[];
  readonly onPort: (port: WantedPort | null) => void;
}) {
  const known = port && !ports.some((p) => p.id === port.id) ? [[port.id, port.name] as const] : [];
  return (
    <Choice
      label={label}
      value={port?.id ?? ''}
      options={[['', 'no port chosen'], ...known, ...ports.map((p) => [p.id, p.name] as const)]}
      onChange={(id) => {
        const chosen = ports.find((p) => p.id === id);
        if (chosen) onPort({ id: chosen.id, name: chosen.name });
        else if (id === '') onPort(null);
      }}
    />
  );
}

function Passing({ now }: { readonly now: ThroughNow }) {
  const { input, output, looped, count, last, addsMs } = now;
  return (
    <div className="flex flex-col gap-2 border-t pt-3">
      <p role="status" className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {looped ? (
          <span className="flex items-center gap-2 text-stop">
            <SeverityMark severity="stop" /> Stopped by itself: what goes out comes back in. Take the loop away, then stop and
            begin again.
          </span>
        ) : (
          <>
            <PortState what="in" now={input} />
            <PortState what="out" now={output} />
            <span className="text-xs text-ink-2">
              {count === 0 ? 'nothing came yet' : counted(count, 'message')}
              {addsMs !== null && `; adds at most ${addsMs < 0.1 ? '0.1' : addsMs.toFixed(1)} ms to 95 of 100`}
            </span>
          </>
        )}
      </p>
      {last.length > 0 && (
        <table className="w-full table-fixed text-left text-[13px]">
          <thead>
            <tr className="text-xs text-ink-2">
              <th className="w-1/2 pb-1 font-medium">came in</th>
              <th className="pb-1 font-medium">went out</th>
            </tr>
          </thead>
          <tbody>
            {last.map(({ at, came, went }) => (
              <tr key={at} className="border-t align-top">
                <td className="py-0.5 pr-3">{came.length === 0 ? 'by itself' : said(came)}</td>
                <td className="py-0.5">{went.length === 0 ? 'nothing' : said(went)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

const said = (words: readonly PackedMessage[]): string => words.map((w) => sayPacked(w)).join('; ');

function PortState({ what, now }: { readonly what: 'in' | 'out'; readonly now: PortNow }) {
  const name = what === 'in' ? 'Port in' : 'Port out';
  if (now === 'heard') return <span>{name}: open</span>;
  if (now === 'opening') return <span className="text-ink-2">{name}: opening</span>;
  return (
    <span className="flex items-center gap-2 text-caution">
      <SeverityMark severity="caution" />
      {name}: {now === 'gone' ? 'gone; it is taken up again when it is back' : problemWords[now]}
    </span>
  );
}
