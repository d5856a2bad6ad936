'use client';
import { useRouter } from 'next/navigation';
import { Tabs } from 'radix-ui';
import { useDeferredValue, useMemo, useState } from 'react';
import { type AddressKind, addressKinds, mostNumber, numberEntry, type Occupancy, occupancyOf } from '@/core/numbers';
import type { RigIndex, Target } from '@/core/rig';
import { functionHref } from '../place/link';
import { cx } from '../primitives/cx';
// Numbers: which number goes where. Wires and channels at the left, the 128 numbers in the middle, the plan and the chosen number right.
import { Link } from '../primitives/link';
import { useRig } from '../store/provider';
import type { RigState } from '../store/rig-store';
import { AddressGrid } from './address-grid';
import { AddressPanel } from './address-panel';
import { Channels } from './channels';
import { PlanPanel } from './plan-panel';
import { useSpot } from './use-spot';

const kindWords: Readonly<Record<AddressKind, string>> = {
  cc: 'Control change',
  note: 'Notes',
  program: 'Programs',
  nrpn: 'NRPN',
};

export function NumbersScreen() {
  const index = useDeferredValue(useRig((s) => s.index));
  const findings = useRig((s) => s.findings);
  const router = useRouter();
  const [spot, go] = useSpot(index);
  const [side, setSide] = useState<'plan' | 'number'>(spot.numbers.length > 0 ? 'number' : 'plan');
  const { wire, kind, channel, numbers } = spot;
  const occupancy = useMemo(() => occupancyOf(index, wire?.id ?? null), [index, wire?.id]);
  const clashes = useMemo(() => clashingKeys(findings), [findings]);
  const choose = (next: readonly number[]): void => {
    void go({ number: next.length === 0 ? null : [...next] });
    if (next.length > 0) setSide('number');
  };
  const open = (number: number): void => {
    const first = occupancy.addressRowAt(kind, channel, number).sitters[0];
    const controlId = first?.assignment?.controlId ?? first?.layer?.modifierControlId;
    if (!controlId) return;
    const home = `/rigs/${index.rig.id}`;
    const to = first?.assignment ? functionHref(home, first.assignment) : `${home}/map?control=${controlId}`;
    // An address that is still on its way would call the way back: it is waited for.
    void go({ number: [number] }).then(() => router.push(to));
  };
  const heard = occupancy.hearers(kind, channel);
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[184px_minmax(0,1fr)_316px] max-[1100px]:grid-cols-[150px_minmax(0,1fr)_272px] max-[1000px]:grid-cols-[150px_minmax(0,1fr)] max-[1000px]:grid-rows-[minmax(0,3fr)_minmax(0,2fr)] max-[1000px]:[&>:last-child]:col-span-2 max-[1000px]:[&>:last-child]:border-t">
      <Channels
        index={index}
        occupancy={occupancy}
        kind={kind}
        channel={channel}
        wire={wire}
        clashes={clashes}
        onChannel={(ch) => void go({ channel: ch, number: null })}
        onWire={(id) => void go({ wire: id })}
      />
      <div className="flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3">
        <div className="flex items-center gap-3">
          <h1 className="text-lg font-semibold whitespace-nowrap">Channel {channel}</h1>
          <HeardBy targets={heard} />
          <KindButtons go={go} kind={kind} />
        </div>
        {mostNumber(kind) > 127 ? (
          <ParameterNumbers
            kind={kind}
            index={index}
            occupancy={occupancy}
            channel={channel}
            chosen={numbers}
            clashes={clashes}
            onChoose={choose}
          />
        ) : (
          <>
            <AddressGrid
              index={index}
              occupancy={occupancy}
              kind={kind}
              channel={channel}
              chosen={numbers}
              clashes={clashes}
              onChoose={choose}
              onOpen={open}
              onChannel={(by) => void go({ channel: ((channel - 1 + by + 16) % 16) + 1, number: null })}
            />
            <Legend kind={kind} limited={heard.some((t) => t.reception.windows.length > 0)} />
          </>
        )}
      </div>
      <NumbersSide
        index={index}
        side={side}
        setSide={setSide}
        kind={kind}
        channel={channel}
        numbers={numbers}
        occupancy={occupancy}
      />
    </main>
  );
}

function HeardBy({ targets }: { readonly targets: readonly Target[] }) {
  const names = targets.map((t) => t.name).join(', ');
  return (
    <p className="min-w-0 truncate text-ink-2" title={names}>
      {targets.length === 0 ? 'heard by nobody' : `heard by ${names}`}
    </p>
  );
}

/** The addresses that stand in a clash. */
function clashingKeys(findings: RigState['findings']): ReadonlySet<number> {
  const keys = new Set<number>();
  for (const list of findings.values())
    for (const f of list)
      if ((f.check === 'address-clash' || f.check === 'low-byte-shadowed') && f.evidence.type === 'addresses')
        for (const key of f.evidence.keys) keys.add(key);
  return keys;
}

/** The plan, or what sits on the chosen numbers. */
function NumbersSide({
  index,
  side,
  setSide,
  kind,
  channel,
  numbers,
  occupancy,
}: {
  readonly index: RigIndex;
  readonly side: 'number' | 'plan';
  readonly setSide: (to: 'number' | 'plan') => void;
  readonly kind: NonNullable<'note' | 'cc' | 'program' | 'nrpn' | null>;
  readonly channel: number;
  readonly numbers: number[];
  readonly occupancy: Occupancy;
}) {
  return (
    <Tabs.Root asChild value={side} onValueChange={(to) => setSide(to === 'plan' ? 'plan' : 'number')}>
      <aside aria-label="Plan and number" className="flex min-h-0 flex-col border-l bg-sheet">
        <Tabs.List aria-label="What is shown" className="flex gap-5 border-b px-4">
          {(
            [
              ['plan', 'Number plan'],
              ['number', numbers.length > 1 ? `${numbers.length} numbers` : 'This number'],
            ] as const
          ).map(([id, name]) => (
            <Tabs.Trigger
              key={id}
              value={id}
              className="border-b-2 border-transparent py-2 text-ink-2 data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="plan" className="contents">
          <PlanPanel index={index} />
        </Tabs.Content>
        <Tabs.Content value="number" className="contents">
          <AddressPanel index={index} occupancy={occupancy} kind={kind} channel={channel} numbers={numbers} />
        </Tabs.Content>
      </aside>
    </Tabs.Root>
  );
}

function KindButtons({
  go,
  kind,
}: {
  readonly go: (to: { readonly kind: AddressKind; readonly number: null }) => unknown;
  readonly kind: AddressKind;
}) {
  return (
    <fieldset aria-label="Kind of number" className="ml-auto flex shrink-0 overflow-hidden rounded-sm border border-control-edge">
      {addressKinds.map((k) => (
        <button
          key={k}
          type="button"
          aria-pressed={k === kind}
          onClick={() => void go({ kind: k, number: null })}
          className={cx('h-7 px-2.5 text-xs', k === kind ? 'bg-ink text-film' : 'bg-sheet text-ink-2 hover:text-ink')}
        >
          {kindWords[k]}
        </button>
      ))}
    </fieldset>
  );
}

function Legend({ kind, limited }: { readonly kind: AddressKind; readonly limited: boolean }) {
  const entries: readonly (readonly [string, string])[] = [
    ['tape', 'in use'],
    ['border-2 border-stop bg-stop-wash', 'clash'],
    ['tape-fallen', 'still listened for'],
    ...(numberEntry(kind, 0, 4).use === 'reserved'
      ? ([
          ['border-rule bg-film', 'has a standard meaning'],
          ['hatched border-rule', 'never a plain control'],
        ] as const)
      : []),
    ['border-rule bg-sheet', 'free'],
    ...(limited ? ([['border-rule border-b-[3px] border-b-verdigris bg-sheet', 'taken by a target with limits']] as const) : []),
  ];
  return (
    <ul aria-label="Legend" className="flex flex-wrap gap-x-4 gap-y-1.5 text-xs text-ink-2">
      {entries.map(([look, words]) => (
        <li key={words} className="flex items-center gap-1.5">
          <span aria-hidden className={cx('inline-block h-3.5 w-5 rounded-[3px] border', look)} />
          {words}
        </li>
      ))}
    </ul>
  );
}

function ParameterNumbers({
  kind,
  index,
  occupancy,
  channel,
  chosen,
  clashes,
  onChoose,
}: {
  readonly kind: AddressKind;
  readonly index: RigIndex;
  readonly occupancy: Occupancy;
  readonly channel: number;
  readonly chosen: readonly number[];
  readonly clashes: ReadonlySet<number>;
  readonly onChoose: (numbers: readonly number[]) => void;
}) {
  const used = occupancy.used(kind, channel);
  if (used.length === 0)
    return (
      <p className="rounded-md border bg-sheet px-5 py-8 text-ink-2">
        No NRPN is in use on this channel. There are 16,384 of them: give a function one on the{' '}
        <Link href={`/rigs/${index.rig.id}/map`} className="text-verdigris hover:underline">
          map
        </Link>{' '}
        by choosing NRPN as its kind of message.
      </p>
    );
  return (
    <ul aria-label="NRPN in use" className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-1.5">
      {used.map((n) => {
        const { sitters } = occupancy.addressRowAt(kind, channel, n);
        const names = [
          ...new Set(sitters.flatMap((s) => (s.send?.meant ?? []).map((id) => index.parameters.get(id)?.name ?? '?'))),
        ];
        const ill = sitters.some((s) => clashes.has(s.key));
        return (
          <li key={n}>
            <button
              type="button"
              aria-pressed={chosen.includes(n)}
              onClick={() => onChoose([n])}
              className={cx(
                'w-full rounded-[3px] border px-2 py-1 text-left',
                ill ? 'border-2 border-stop bg-stop-wash text-stop' : 'tape',
                chosen.includes(n) && 'outline-2 outline-offset-1 outline-verdigris',
              )}
            >
              <span className="block font-mono text-xs font-semibold">{n}</span>
              <span className="block truncate text-[13px]">{names.join(', ') || '—'}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
