'use client';

// Banks of channels in a host: so many strips under the controller at a time, and so many rows, moved on by parameters of their own or to what is selected.

import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { counted } from '@/core/base';
import { bringToSelected, lanesIn, removeChannelBank } from '@/core/commands';
import { bankMovers, type ChannelBank, type Edit, type RigIndex, stripsOf, type Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { MakeBank } from './make-bank';
import { PickFrom } from './pick-from';

interface Props {
  readonly index: RigIndex;
  readonly target: Target;
  readonly edit: (edit: Edit) => boolean;
}

export function ChannelBanks({ index, target, edit }: Props) {
  const [making, make] = useState(false);
  const { channelBanks } = target;
  const used = new Set(channelBanks.flatMap((b) => b.lanes.flat()));
  const all = index.parametersOf.get(target.id);
  const rows = useMemo(() => (all ? lanesIn(index, target.id) : []), [index, all, target.id]);
  const lanes = rows.filter((lane) => !lane.ids.some((id) => used.has(id)));
  if (lanes.length === 0 && channelBanks.length === 0) return null;
  return (
    <section aria-label="Banks of channels">
      <div className="flex max-w-[980px] flex-wrap items-center gap-3 pb-2">
        <h2 className="shrink-0 font-semibold">Banks of channels</h2>
        <p className="min-w-0 flex-1 text-xs text-ink-2">
          A few strips of many are under the controller; the software moves them on. What you map to the first strips then moves
          the ones that stand there.
        </p>
        {lanes.length > 0 && !making && (
          <Button size="small" onClick={() => make(true)}>
            Make one…
          </Button>
        )}
      </div>
      {making && <MakeBank index={index} target={target} edit={edit} lanes={lanes} onClose={() => make(false)} />}
      <ul className="flex flex-col gap-2">
        {channelBanks.map((bank) => (
          <BankRow key={bank.name} index={index} target={target} bank={bank} edit={edit} />
        ))}
      </ul>
    </section>
  );
}

function BankRow({ index, target, bank, edit }: Props & { readonly bank: ChannelBank }) {
  const strips = stripsOf(bank);
  const moved = index.parameters.get(bank.moved);
  const over = bank.rows && index.parameters.get(bank.rows.moved);
  const rows = bank.lanes.map((lane) => index.parameters.get(lane[0] ?? '')?.name ?? '?');
  return (
    <li
      aria-label={bank.name}
      className="flex max-w-[980px] flex-wrap items-center gap-x-4 gap-y-2 rounded-md border bg-sheet p-3"
    >
      <b className="truncate">{bank.name}</b>
      <span className="min-w-0 flex-1 text-ink-2">
        {bank.width} of {counted(strips, 'strip')}, moved on by {bank.stride}
        {moved ? ` with ${moved.name}` : ''}
        {bank.rows && over
          ? `; ${bank.rows.height} of ${counted(rows.length, 'row')}, moved on by ${bank.rows.stride} with ${over.name}`
          : ''}
        . Its {rows.length === 1 ? 'row begins' : 'rows begin'} at {rows.join(', ')}.
      </span>
      <Button
        size="icon"
        tone="quiet"
        aria-label={`Delete ${bank.name}`}
        onClick={() => edit(removeChannelBank(target, bank.name))}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
      {strips > bank.width && <ToSelected index={index} target={target} bank={bank} edit={edit} />}
    </li>
  );
}

/** What brings a bank to the strip that is selected in the software, by hand or by a press. */
function ToSelected({ index, target, bank, edit }: Props & { readonly bank: ChannelBank }) {
  const { toSelected } = bank;
  const others = (index.parametersOf.get(target.id) ?? []).filter((p) => !bankMovers(bank).includes(p.id));
  const tells = others.filter((p) => p.kind === 'stepped');
  const fires = others.filter((p) => p.kind === 'trigger');
  const to = (next: ChannelBank['toSelected']): boolean => edit(bringToSelected(target, bank.name, next ?? null));
  if (!toSelected)
    return tells.length === 0 ? null : (
      <div className="flex w-full flex-wrap items-center gap-2 border-t pt-2 text-xs text-ink-2">
        <span>Goes to the selected strip, which is told by</span>
        <PickFrom
          label={`What tells the selected strip of ${bank.name}`}
          none="nothing"
          parameters={tells}
          onPick={(p) => to({ selected: p.id, by: null })}
        />
      </div>
    );
  const selected = index.parameters.get(toSelected.selected);
  const by = index.parameters.get(toSelected.by ?? '');
  return (
    <div className="flex w-full flex-wrap items-center gap-2 border-t pt-2 text-xs text-ink-2">
      <span>
        Goes to the selected strip, which is told by <b className="font-medium text-ink">{selected?.name ?? '?'}</b>,{' '}
        {by ? (
          <>
            when <b className="font-medium text-ink">{by.name}</b> fires
          </>
        ) : (
          'as soon as it changes'
        )}
      </span>
      {by ? (
        <Button size="small" onClick={() => to({ selected: toSelected.selected, by: null })}>
          As soon as it changes
        </Button>
      ) : (
        fires.length > 0 && (
          <PickFrom
            label={`What brings ${bank.name} to the selected strip`}
            none="only when this fires"
            parameters={fires}
            onPick={(p) => to({ selected: toSelected.selected, by: p.id })}
          />
        )
      )}
      <Button size="small" onClick={() => to(undefined)}>
        Stay where it is
      </Button>
    </div>
  );
}
