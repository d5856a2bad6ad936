'use client';
// Above the panel: which controller, its bank and open layers; the transport with what it costs; what can be broken; scripts.
import { ChevronLeft, ChevronRight } from 'lucide-react';
import dynamic from 'next/dynamic';
import { Tabs } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { packedLength } from '@/core/midi';
import { type Controller, layersOn, type RigIndex } from '@/core/rig';
import { type Transport, usualTiming, wireLoad } from '@/core/wires';
import { Button } from '../primitives/button';
import { cx } from '../primitives/cx';
import { Select } from '../primitives/field';
import { LayerMark } from '../primitives/marks';
import type { Bench } from './bench-store';
import { at, latency, sentSince } from './monitor';

const BreakDialog = dynamic(() => import('./break-dialog').then((m) => m.BreakDialog), { ssr: false });

interface Props {
  readonly bench: Bench;
  readonly index: RigIndex;
  readonly controller: Controller;
}

/** With more controllers than this a list is easier to read than tabs. */
const MOST_TABS = 4;

/** Which controller is before the hands. */
export function ControllerTabs({ bench, index, controller, onChoose }: Props & { readonly onChoose: (id: string) => void }) {
  if (index.rig.controllers.length > MOST_TABS)
    return (
      <Select
        aria-label="Controller"
        className="w-64 font-semibold"
        value={controller.id}
        onChange={(e) => onChoose(e.target.value)}
      >
        {index.rig.controllers.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </Select>
    );
  return (
    <Tabs.Root value={controller.id} onValueChange={onChoose} asChild>
      <Tabs.List aria-label="Controllers" className="flex min-w-0 items-center gap-1">
        {index.rig.controllers.map((c) => (
          <Tabs.Trigger
            key={c.id}
            value={c.id}
            aria-controls="bench-panel"
            className="flex h-8 min-w-0 items-center gap-1.5 rounded-sm border border-transparent px-2.5 text-ink-2 hover:text-ink data-[state=active]:border-ink data-[state=active]:bg-sheet data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            <span className="truncate" title={c.name}>
              {c.name}
            </span>
            <BankOf bench={bench} id={c.id} banks={c.firmware.banks} />
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}

function BankOf({ bench, id, banks }: { readonly bench: Bench; readonly id: string; readonly banks: number }) {
  const bank = useStore(bench.store, (s) => s.panels.get(id)?.bank ?? 1);
  return banks > 1 ? (
    <span className="font-mono text-xs font-normal text-ink-2">
      <span className="sr-only">bank </span>
      {bank}
    </span>
  ) : null;
}

/** Banks and pages as the panel's own buttons change them, and the layers that are open now. */
export function PlaceBar({ bench, index, controller }: Props) {
  const panel = useStore(bench.store, (s) => s.panels.get(controller.id));
  const hostOpen = useStore(bench.store, (s) => s.hostOpen);
  const { banks, pages } = controller.firmware;
  const bank = panel?.bank ?? 1;
  const page = panel?.page ?? 1;
  const go = (toBank: number, toPage: number): void => bench.does({ do: 'go', on: controller.id, bank: toBank, page: toPage });
  const around = (n: number, count: number): number => ((n - 1 + count) % count) + 1;
  const layers = layersOn(index.rig, controller.id);
  return (
    <div className="flex min-w-0 items-center gap-3">
      {banks > 1 && (
        <div className="flex items-center gap-1">
          <Button size="icon" tone="quiet" aria-label="Bank before" onClick={() => go(around(bank - 1, banks), page)}>
            <ChevronLeft size={16} aria-hidden />
          </Button>
          <Select aria-label="Bank" className="h-8 w-36" value={bank} onChange={(e) => go(Number(e.target.value), page)}>
            {Array.from({ length: banks }, (_, i) => i + 1).map((n) => (
              <option key={n} value={n}>
                {n} {controller.bankNames[n - 1] ?? ''}
              </option>
            ))}
          </Select>
          {/* Its own switches lead to banks too: who does not see it hears it. */}
          <span className="sr-only" aria-live="polite">
            Bank {bank} {controller.bankNames[bank - 1] ?? ''}
          </span>
          <Button size="icon" tone="quiet" aria-label="Next bank" onClick={() => go(around(bank + 1, banks), page)}>
            <ChevronRight size={16} aria-hidden />
          </Button>
        </div>
      )}
      {pages > 1 && (
        <Select aria-label="Page" className="h-8 w-28" value={page} onChange={(e) => go(bank, Number(e.target.value))}>
          {Array.from({ length: pages }, (_, i) => i + 1).map((n) => (
            <option key={n} value={n}>
              Page {n} of {pages}
            </option>
          ))}
        </Select>
      )}
      <ul aria-label="Layers" className="flex items-center gap-1.5">
        {layers.map((layer) => {
          const open = layer.madeIn === 'host' ? hostOpen.includes(layer.id) : (panel?.open.includes(layer.id) ?? false);
          return (
            <li
              key={layer.id}
              title={`Made in the ${layer.madeIn}`}
              className={cx(
                'flex h-6 items-center gap-1 rounded-sm border px-1.5 text-xs',
                open ? 'border-spark font-semibold text-ink' : 'border-rule text-ink-2',
              )}
            >
              <LayerMark layer={layer} size={10} /> {layer.name}
              {open ? ' open' : ''}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

const transports: ReadonlyArray<readonly [Transport | 'as-wired', string]> = [
  ['as-wired', 'as wired'],
  ['usb', 'USB'],
  ['din', 'DIN'],
  ['bluetooth', 'Bluetooth'],
  ['network', 'network'],
  ['virtual', 'no delay'],
];

/** Draws again a few times a second while something goes on: figures that change faster cannot be read. */
function useFewTimes(bench: Bench, everyMs: number): void {
  const [, again] = useState(0);
  useEffect(() => {
    let seen = -1;
    const timer = setInterval(() => {
      const { tick } = bench.store.getState();
      // Once more after the last message, so that the load goes down again.
      if (tick !== seen || bench.now() - (bench.monitor.sentAt[at(bench.monitor.next - 1)] ?? 0) < 1500) again((n) => n + 1);
      seen = tick;
    }, everyMs);
    return () => clearInterval(timer);
  }, [bench, everyMs]);
}

/** What carries the messages, how late they are and how full it is. */
export function TransportBar({ bench, index, controller }: Props) {
  const setup = useStore(bench.store, (s) => s.setup);
  const names = useStore(bench.store, (s) => s.names);
  useFewTimes(bench, 300);
  const place = names?.controllerIds.indexOf(controller.id) ?? -1;
  const wired = index.rig.wires.find((w) => w.from.unitId === controller.id)?.transport ?? 'usb';
  const transport = setup.transport === 'as-wired' ? wired : setup.transport;
  const late = latency(bench.monitor, place);
  const sent = sentSince(bench.monitor, place, bench.now() - 1000, (word) => packedLength(word));
  const load = wireLoad({ ...usualTiming, transport }, sent.messages, sent.bytes, 1000);
  return (
    <div className="flex items-center gap-2 text-xs text-ink-2">
      <Select
        aria-label="Transport"
        className="h-7 w-[96px] text-xs"
        value={setup.transport}
        onChange={(e) => {
          const found = transports.find(([value]) => value === e.target.value);
          if (found) bench.setUp({ ...setup, transport: found[0] });
        }}
      >
        {transports.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </Select>
      <span className="whitespace-nowrap" title="Time from the controller to the target, the median of the last messages">
        <span className="font-mono">{late === null ? '–' : late.toFixed(1)}</span> ms
      </span>
      <span
        className={cx('whitespace-nowrap', load > 0.7 && 'font-semibold text-stop')}
        title="How full the wire was in the last second"
      >
        <span className="font-mono">
          {transport === 'network' || transport === 'virtual' ? '–' : `${Math.round(load * 100)}`}
        </span>{' '}
        % full
      </span>
    </div>
  );
}

/** Opens what can be broken on purpose, and says how much is. */
export function BreakButton({ bench, index }: Omit<Props, 'controller'>) {
  const broken = useStore(bench.store, (s) => s.unplugged.size + s.away.size);
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        size="small"
        aria-haspopup="dialog"
        className={cx(broken > 0 && 'border-stop text-stop')}
        onClick={() => setOpen(true)}
      >
        {broken === 0 ? 'Break something' : `${broken} broken`}
      </Button>
      {open && <BreakDialog bench={bench} index={index} onClose={() => setOpen(false)} />}
    </>
  );
}
