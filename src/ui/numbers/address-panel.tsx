'use client';

// The chosen numbers: who sits there, who takes and hears them, and moving them by hand with the consequences shown first.

import { Pin } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { counted, exhaustive, plural } from '@/core/base';
import type { Preview } from '@/core/checks';
import type { HandWish, Who } from '@/core/numbers';
import { type AddressKind, numberEntry, type Occupancy, type Sitter } from '@/core/numbers';
import { hearsAll, type RigIndex, type Target } from '@/core/rig';
import { placeWords } from '@/core/sheets';
import { functionHref } from '../place/link';
import { Button } from '../primitives/button';
import { Select, TextInput } from '../primitives/field';
import { Link } from '../primitives/link';
import { useJudge, useRig } from '../store/provider';
import { useAsked } from '../store/use-asked';
import { useUndoable } from '../store/use-undoable';
import { ConsequenceWords, MoveList } from './move-list';

interface Props {
  readonly index: RigIndex;
  readonly occupancy: Occupancy;
  readonly kind: AddressKind;
  readonly channel: number;
  readonly numbers: readonly number[];
}

const kindName: Readonly<Record<AddressKind, string>> = { cc: 'CC', note: 'Note', program: 'Program', nrpn: 'NRPN' };

export function AddressPanel({ index, occupancy, kind, channel, numbers }: Props) {
  const [only] = numbers;
  if (only === undefined)
    return (
      <p className="px-4 py-4 text-ink-2">
        Choose a number to see who uses it, who takes it and who else hears it. Arrow keys walk the numbers; with Shift they take
        several, to renumber them together.
      </p>
    );
  const list = [...numbers].sort((a, b) => a - b);
  const span = list.length === 1 ? String(only) : `${list[0]}–${list[list.length - 1]}`;
  return (
    <section aria-label="The chosen numbers" className="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
      <div>
        <h2 className="text-base font-semibold">
          {kindName[kind]} {span} <span className="font-normal text-ink-2">on channel {channel}</span>
        </h2>
        {list.length === 1 && <p className="text-ink-2">{numberEntry(kind, only, index.rig.preferences.middleC).note}</p>}
      </div>
      <Sitters index={index} occupancy={occupancy} kind={kind} channel={channel} numbers={list} />
      <ByHand kind={kind} channel={channel} numbers={list} index={index} />
      {list.length === 1 && <Hearers takers={occupancy.takers(kind, channel, only)} hearers={occupancy.hearers(kind, channel)} />}
    </section>
  );
}

function Sitters({ index, occupancy, kind, channel, numbers }: Props) {
  const edit = useRig((s) => s.edit);
  const judge = useJudge();
  const addressRows = numbers.map((n) => occupancy.addressRowAt(kind, channel, n));
  const sitters = addressRows.flatMap((addressRow) =>
    addressRow.sitters.map((sitter) => ({ sitter, number: addressRow.number })),
  );
  const left = addressRows.flatMap((addressRow) => addressRow.leftovers);
  const pinned = sitters.length > 0 && sitters.every(({ sitter }) => sitter.send?.pinned === true);
  const pin = async (): Promise<void> => {
    const made = await judge()?.pin({ kind, channel, numbers: [...numbers] }, !pinned);
    if (made) edit(made);
  };
  if (sitters.length === 0 && left.length === 0)
    return <p className="text-ink-2">Nobody uses {plural(numbers.length, 'it', 'them')}.</p>;
  return (
    <div className="flex flex-col gap-2">
      <ul className="flex flex-col gap-1">
        {sitters.slice(0, 40).map(({ sitter, number }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one function can sit on a number more than once
          <li key={i}>
            <SitterLine index={index} sitter={sitter} number={numbers.length > 1 ? number : null} />
          </li>
        ))}
        {sitters.length > 40 && <li className="text-xs text-ink-2">and {sitters.length - 40} more</li>}
        {left.map((l) => (
          <li key={l.id} className="tape-fallen px-2 py-1 text-[13px]">
            {index.targets.get(l.targetId)?.name} {hearsAll(l) ? 'listens here too, on any channel,' : 'still listens here'} for{' '}
            {index.parameters.get(l.parameterId)?.name}
          </li>
        ))}
      </ul>
      {sitters.length > 0 && (
        <Button size="small" className="self-start" aria-pressed={pinned} onClick={() => void pin()}>
          <Pin size={13} aria-hidden /> {pinned ? 'Pinned: let it move' : 'Pin, so that plans leave it'}
        </Button>
      )}
    </div>
  );
}

function SitterLine({
  index,
  sitter,
  number,
}: {
  readonly index: RigIndex;
  readonly sitter: Sitter;
  readonly number: number | null;
}) {
  const { assignment, layer, arrivesOn } = sitter;
  const control = index.controls.get(assignment?.controlId ?? layer?.modifierControlId ?? '');
  const controller = index.controllers.get(control?.controllerId ?? arrivesOn ?? '');
  const names = layer
    ? `opens ${layer.name}`
    : (sitter.send?.meant ?? []).map((id) => index.parameters.get(id)?.name ?? '?').join(', ') || 'no parameter';
  const href = arrivesOn
    ? `/rigs/${index.rig.id}/gear`
    : control
      ? assignment
        ? functionHref(`/rigs/${index.rig.id}`, assignment)
        : `/rigs/${index.rig.id}/map?controller=${control.controllerId}&control=${control.id}`
      : '';
  return (
    <Link href={href} className="tape block px-2 py-1 hover:brightness-[0.97]" title="Show it on the map">
      <span className="flex items-baseline gap-2 text-[13px] font-semibold">
        {number !== null && <span className="font-mono text-xs">{number}</span>}
        <span className="min-w-0 truncate">{names}</span>
        {sitter.send?.pinned && <Pin size={12} aria-label="pinned" className="ml-auto shrink-0 self-center" />}
      </span>
      <span className="block truncate text-xs text-tape-ink-2">
        {arrivesOn ? `arriving, on ${controller?.name}` : `${control?.name} on ${controller?.name}`}
        {assignment && controller ? `, ${placeWords(index, controller, assignment)}` : ''}
        {sitter.beside ? ' (its low byte)' : ''}
      </span>
    </Link>
  );
}

function Hearers({ takers, hearers }: { readonly takers: readonly Target[]; readonly hearers: readonly Target[] }) {
  const deaf = hearers.filter((h) => !takers.some((t) => t.id === h.id));
  const names = (list: readonly Target[]): string => list.map((t) => t.name).join(', ');
  return (
    <dl className="grid grid-cols-[84px_1fr] gap-y-1 border-t pt-3 text-[13px]">
      <dt className="text-ink-2">Taken by</dt>
      <dd>{takers.length === 0 ? 'nobody' : names(takers)}</dd>
      {deaf.length > 0 && (
        <>
          <dt className="text-ink-2">Not by</dt>
          <dd>{names(deaf)}, which hear this channel</dd>
        </>
      )}
    </dl>
  );
}

function ByHand({ index, kind, channel, numbers }: Omit<Props, 'occupancy'>) {
  const judge = useJudge();
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  // Answers of the judge come anew once it has judged: it may not have had the rig when it was first asked.
  const outcomes = useRig((s) => s.outcomes);
  const [how, setHow] = useState<HandWish['do']>('count-up');
  const [value, setValue] = useState('');
  const key = numbers.join(' ');
  const spot = useMemo(() => ({ kind, channel, numbers: key.split(' ').map(Number) }), [kind, channel, key]);
  // Who sits there stays drawn until it is known anew: the fields do not go away under the hand.
  const [who, setWho] = useState<readonly Who[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again whenever the rig changes
  useEffect(() => {
    let live = true;
    void judge()
      ?.sitting(spot)
      .then((found) => live && setWho(found));
    return () => {
      live = false;
    };
  }, [judge, spot, index, outcomes]);
  const two = who.length === 2;
  const wish = wishOf(how === 'swap' && !two ? 'count-up' : how, value);
  const wished = JSON.stringify(wish);
  const shown = useRig((s) => s.index.rig);
  const preview = useAsked(wish && who.length > 0 ? () => judge()?.byHand(spot, wish) : null, [
    judge,
    spot,
    wished,
    who,
    shown,
    outcomes,
  ]);
  if (who.length === 0) return null;
  const apply = (): void => {
    if (!preview?.edit || !edit(preview.edit)) return;
    setValue('');
    undoable(`${counted(preview.moves.length, 'number')} moved.`);
  };
  return (
    <div className="flex flex-col gap-2 border-t pt-3">
      <h3 className="text-xs font-semibold">Move {counted(who.length, 'function')} by hand</h3>
      <HandFields who={who} how={how} setHow={setHow} value={value} setValue={setValue} two={two} apply={apply} />
      {value !== '' && wish === null && how !== 'swap' && (
        <p role="alert" className="text-xs text-stop">
          {how === 'channel'
            ? 'A channel is 1 to 16.'
            : how === 'shift'
              ? 'Enter how far, such as 8 or −8.'
              : 'Enter a number from 0 on.'}
        </p>
      )}
      {preview && <HandPreview preview={preview} apply={apply} setValue={setValue} />}
    </div>
  );
}

function HandFields({
  who,
  how,
  setHow,
  value,
  setValue,
  two,
  apply,
}: {
  readonly who: readonly Who[];
  readonly how: HandWish['do'];
  readonly setHow: (to: HandWish['do']) => void;
  readonly value: string;
  readonly setValue: (to: string) => void;
  readonly two: boolean;
  readonly apply: () => void;
}) {
  return (
    <div className="flex gap-2">
      <Select aria-label="How" value={how} onChange={(e) => setHow(doOf(e.target.value))} className="flex-1">
        <option value="count-up">{who.length > 1 ? 'count up from' : 'to number'}</option>
        <option value="make-room">{who.length > 1 ? 'make room from' : 'make room at'}</option>
        <option value="shift">shift by</option>
        <option value="channel">to channel</option>
        {two && <option value="swap">swap the two</option>}
      </Select>
      {how !== 'swap' && (
        <TextInput
          aria-label="Number to move to, or how far"
          inputMode="numeric"
          className="w-20 font-mono"
          value={value}
          placeholder={how === 'channel' ? '1–16' : how === 'shift' ? '+8' : '0–127'}
          onChange={(e) => setValue(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && apply()}
        />
      )}
    </div>
  );
}

function HandPreview({
  preview,
  apply,
  setValue,
}: {
  readonly preview: Preview;
  readonly apply: () => void;
  readonly setValue: (to: string) => void;
}) {
  const { instead } = preview;
  return (
    <>
      {preview.moves.length > 0 && <MoveList moves={preview.moves} chosen={null} onChoose={() => undefined} />}
      {preview.refused.map(([name, why]) => (
        <p key={name} className="text-xs text-stop">
          {name} stays: {why}
        </p>
      ))}
      {instead !== null && (
        <Button size="small" className="self-start" onClick={() => setValue(String(instead))}>
          It works from {instead}
        </Button>
      )}
      <ConsequenceWords consequences={preview.consequences} />
      <div className="flex items-center gap-2">
        <Button size="small" tone="primary" disabled={!preview.edit} onClick={apply}>
          Move {counted(preview.moves.length, 'number')}
        </Button>
        {preview.again > 0 && <span className="text-xs text-ink-2">about {preview.minutes} min to enter again</span>}
      </div>
    </>
  );
}

const doOf = (text: string): HandWish['do'] =>
  (['count-up', 'make-room', 'shift', 'channel', 'swap'] as const).find((d) => d === text) ?? 'count-up';

/** What the fields ask for; null while they do not say enough. */
function wishOf(how: HandWish['do'], text: string): HandWish | null {
  if (how === 'swap') return { do: 'swap' };
  const trimmed = text.trim().replace('−', '-').replace(/^\+/, '');
  const n = Number(trimmed);
  if (trimmed === '' || !Number.isInteger(n)) return null;
  switch (how) {
    case 'count-up':
    case 'make-room':
      return n >= 0 && n <= 16_383 ? { do: how, start: n } : null;
    case 'shift':
      return n !== 0 && Math.abs(n) <= 16_383 ? { do: how, by: n } : null;
    case 'channel':
      return n >= 1 && n <= 16 ? { do: how, channel: n } : null;
    default:
      return exhaustive(how);
  }
}
