'use client';

// Banks of channels in a host: so many strips under the controller at a time, moved on by a parameter of their own.

import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { counted } from '@/core/base';
import { addChannelBank, bankSteps, lanesIn, MOST_STRIPS, removeChannelBank } from '@/core/commands';
import { type ChannelBank, type Edit, nameSchema, type RigIndex, type Target } from '@/core/rig';
import { Button } from '../primitives/button';
import { NumberField } from '../primitives/number-field';
import { Switch } from '../primitives/switch';
import { TextField } from '../primitives/text-field';

const newId = (): string => nanoid(10);
const widthSchema = z.number().int().min(1).max(128);

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
  const strips = Math.max(...bank.lanes.map((l) => l.length));
  const moved = index.parameters.get(bank.moved);
  const rows = bank.lanes.map((lane) => index.parameters.get(lane[0] ?? '')?.name ?? '?');
  return (
    <li
      aria-label={bank.name}
      className="flex max-w-[980px] flex-wrap items-center gap-x-4 gap-y-1 rounded-md border bg-sheet p-3"
    >
      <b className="truncate">{bank.name}</b>
      <span className="min-w-0 flex-1 text-ink-2">
        {bank.width} of {strips} strips, moved on by {bank.stride}
        {moved ? ` with ${moved.name}` : ''}; rows that begin at {rows.join(', ')}
      </span>
      <Button
        size="icon"
        tone="quiet"
        aria-label={`Delete ${bank.name}`}
        onClick={() => edit(removeChannelBank(target, bank.name))}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
    </li>
  );
}

function MakeBank({
  index,
  target,
  edit,
  lanes,
  onClose,
}: Props & { readonly lanes: ReturnType<typeof lanesIn>; readonly onClose: () => void }) {
  const [name, setName] = useState('Bank of channels');
  const [width, setWidth] = useState(8);
  const [stride, setStride] = useState(8);
  const [left, leave] = useState<readonly string[]>([]);
  const chosen = lanes.filter((l) => !left.includes(rowKey(l)));
  const strips = Math.max(0, ...chosen.map((l) => l.ids.length));
  const taken = target.channelBanks.some((b) => b.name === name);
  const made = taken ? null : addChannelBank(index, target, { name, width, stride, lanes: chosen.map((l) => l.ids) }, newId);
  const why = taken
    ? 'There is a bank of that name.'
    : chosen.length === 0
      ? 'Choose at least one row.'
      : strips > MOST_STRIPS
        ? `A bank of channels goes over ${MOST_STRIPS} strips at most.`
        : strips <= width
          ? `Its rows have ${strips} strips: there is nothing to move on to.`
          : `${bankSteps(strips, width, stride)} places, the last one ending with strip ${strips}.`;
  return (
    <form
      aria-label="Make a bank of channels"
      className="mb-3 flex max-w-[980px] flex-col gap-3 rounded-md border bg-sheet p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (made && edit(made)) onClose();
      }}
    >
      <div className="grid grid-cols-[minmax(0,2fr)_1fr_1fr] gap-3 max-[760px]:grid-cols-1">
        <TextField
          label="Called"
          value={name}
          schema={nameSchema}
          onValue={(to) => {
            setName(to);
            return true;
          }}
        />
        <NumberField
          label="Strips under the controller"
          value={width}
          schema={widthSchema}
          onValue={(to) => {
            setWidth(to);
            return true;
          }}
        />
        <NumberField
          label="Moved on by"
          value={stride}
          schema={widthSchema}
          onValue={(to) => {
            setStride(to);
            return true;
          }}
        />
      </div>
      <Rows lanes={lanes} left={left} leave={leave} />
      <div className="flex items-center gap-2">
        <p className="flex-1 text-xs text-ink-2">{why}</p>
        <Button size="small" type="button" onClick={onClose}>
          Cancel
        </Button>
        <Button size="small" tone="primary" type="submit" disabled={!made}>
          Make it
        </Button>
      </div>
    </form>
  );
}

/** Two rows of one name differ in kind or range. */
const rowKey = ({ ids }: ReturnType<typeof lanesIn>[number]): string => ids[0] ?? '';

function Rows({
  lanes,
  left,
  leave,
}: {
  readonly lanes: ReturnType<typeof lanesIn>;
  readonly left: readonly string[];
  readonly leave: (left: readonly string[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-4 gap-y-1.5">
      <legend className="pb-1 text-xs font-medium text-ink-2">Rows of strips, by their names and numbers</legend>
      {lanes.map((lane) => (
        <Switch
          key={rowKey(lane)}
          label={`${lane.name}: ${counted(lane.ids.length, 'strip')}`}
          on={!left.includes(rowKey(lane))}
          onChange={(on) => leave(on ? left.filter((n) => n !== rowKey(lane)) : [...left, rowKey(lane)])}
        />
      ))}
    </fieldset>
  );
}
