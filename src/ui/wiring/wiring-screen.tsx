'use client';
import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { parseAsString, useQueryState } from 'nuqs';
import { useMemo } from 'react';
import { addTranslator, addWire, changeWire, namePort, parseChannels, removeWire, writeChannels } from '@/core/commands';
import { kindOf, messageTypes } from '@/core/midi';
import type { RigIndex, Wire } from '@/core/rig';
import { noteSchema, shortTextSchema } from '@/core/rig';
import { type Picture, wiringPicture } from '@/core/wires';
import { Button, buttonLook } from '../primitives/button';
import { cx } from '../primitives/cx';
import { CommitInput, Field, NOT_TAKEN } from '../primitives/field';
import { Link } from '../primitives/link';
import { SeverityMark } from '../primitives/marks';
// Wiring: the way of a message from hand to listener, drawn and as a table; who hears whom, what arrives twice, what goes round.
import { Switch } from '../primitives/switch';
import { TextField } from '../primitives/text-field';
import { useRig } from '../store/provider';
import { useUndoable } from '../store/use-undoable';
import { WiringDrawing } from './drawing';
import { TranslatorPanel } from './translator-panel';
import { nameOf, WireTable } from './wire-table';

export function WiringScreen() {
  const index = useRig((s) => s.index);
  const edit = useRig((s) => s.edit);
  const undoable = useUndoable();
  const { rig } = index;
  const picture = useMemo(() => wiringPicture(rig), [rig]);
  const [chosenId, setChosen] = useQueryState('wire', parseAsString);
  const chosen = rig.wires.find((w) => w.id === chosenId) ?? null;
  const add = (fromId: string, toId: string): void => {
    const made = addWire(rig, fromId, toId, () => nanoid(10));
    if (made && edit(made.edit)) void setChosen(made.id);
  };
  const remove = (wire: Wire): void => {
    if (!edit(removeWire(rig, wire))) return;
    if (chosenId === wire.id) void setChosen(null);
    undoable('Unplugged a wire');
  };
  const empty = rig.controllers.length + rig.targets.length < 2;
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_316px]">
      <div className="flex min-h-0 min-w-0 flex-col gap-4 overflow-y-auto px-6 py-4">
        <WiringHead rigId={rig.id} />
        {empty ? (
          <p className="max-w-[60ch] text-ink-2">
            There is nothing to wire yet. Add a controller and a target in Gear: each new one is wired to all the others, and here
            you take away what is not so.
          </p>
        ) : (
          <>
            <WiringDrawing
              picture={picture}
              chosen={chosenId}
              onChoose={(id) => void setChosen(id)}
              onAdd={add}
              onRemove={(id) => {
                const wire = rig.wires.find((w) => w.id === id);
                if (wire) remove(wire);
              }}
            />
            <WireTable
              index={index}
              picture={picture}
              chosen={chosenId}
              onChoose={(id) => void setChosen(id)}
              onRemove={remove}
              onAdd={add}
            />
            {chosen && (
              <TranslatorPanel
                key={chosen.id}
                wire={chosen}
                name={`${nameOf(index, chosen.from.unitId)} to ${nameOf(index, chosen.to.unitId)}`}
              />
            )}
          </>
        )}
      </div>
      <aside
        aria-label="The chosen wire, or what hears what"
        className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l bg-sheet px-4 py-3"
      >
        {chosen ? (
          <WireFacts key={chosen.id} index={index} wire={chosen} onRemove={() => remove(chosen)} />
        ) : (
          <Hearing index={index} picture={picture} />
        )}
      </aside>
    </main>
  );
}

const WiringHead = ({ rigId }: { readonly rigId: string }) => (
  <div className="flex items-center gap-3">
    <h1 className="flex-1 text-xl font-semibold">Wiring</h1>
    <Link href={`/rigs/${rigId}/gear/through`} className={buttonLook()}>
      Played through
    </Link>
    <Link href={`/rigs/${rigId}/gear/nothing`} className={buttonLook()}>
      Nothing arrives
    </Link>
    <Link href={`/rigs/${rigId}/gear`} className="text-verdigris hover:underline">
      Back to Gear
    </Link>
  </div>
);

function Hearing({ index, picture }: { readonly index: RigIndex; readonly picture: Picture }) {
  const { controllers, targets } = index.rig;
  const loops = picture.wires.filter((w) => w.loop).length;
  const twice = picture.hearing.filter((h) => h.times > 1).length;
  return (
    <>
      <h2 className="font-semibold">Who hears whom</h2>
      {loops > 0 && (
        <p className="flex items-start gap-2">
          <SeverityMark severity="stop" />
          {loops} wires close a loop: what goes in never ends. Take “passes on” off one of them.
        </p>
      )}
      {twice > 0 && (
        <p className="flex items-start gap-2">
          <SeverityMark severity="caution" />
          {twice === 1 ? 'One target hears' : `${twice} targets hear`} a controller more than once: toggles flip twice and seem
          dead.
        </p>
      )}
      {controllers.map((c) => (
        <section key={c.id} aria-label={`Heard from ${c.name}`}>
          <h3 className="truncate text-xs font-semibold">{c.name}</h3>
          <ul>
            {targets.map((t) => {
              const times = picture.hearing.find((h) => h.controllerId === c.id && h.targetId === t.id)?.times ?? 0;
              return (
                <li key={t.id} className={cx('flex justify-between gap-2', times === 0 && 'text-ink-3')}>
                  <span className="min-w-0 truncate">{t.name}</span>
                  <span className={cx('shrink-0 text-xs', times > 1 ? 'font-medium text-caution' : 'text-ink-2')}>
                    {times === 0 ? 'hears nothing' : times === 1 ? 'hears it' : `hears it ${times} times`}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      <p className="text-xs text-ink-2">
        Counted through every filter: for the kind of message and the channel on which it arrives most often, as remote control.
      </p>
    </>
  );
}

/** What a wire can let through by itself: sequences travel as the control changes that they are. */
const kinds = messageTypes.filter((t) => kindOf(t).sequence === null && kindOf(t).family !== 'real-time');

function WireFacts({ index, wire, onRemove }: { readonly index: RigIndex; readonly wire: Wire; readonly onRemove: () => void }) {
  const edit = useRig((s) => s.edit);
  const change = (changes: Partial<Wire>): boolean => {
    const made = changeWire(wire, changes);
    return made === null || edit(made);
  };
  const port = (end: 'from' | 'to') => (
    <TextField
      label={`Port at ${nameOf(index, wire[end].unitId)}`}
      placeholder="the only one"
      value={wire[end].port}
      schema={shortTextSchema}
      onValue={(port) => {
        if (end === 'to') return change({ to: { ...wire.to, port } });
        const made = namePort(index, wire, port);
        return made === null || edit(made);
      }}
    />
  );
  return (
    <>
      <h2 className="font-semibold">
        {nameOf(index, wire.from.unitId)} to {nameOf(index, wire.to.unitId)}
      </h2>
      {port('from')}
      {port('to')}
      <Field label="Channels that it lets through" hint="for instance 1-4, 9; empty: all">
        {(id) => (
          <CommitInput
            id={id}
            className="w-full"
            placeholder="all"
            value={writeChannels(wire.channels)}
            commit={(text) => {
              const channels = parseChannels(text);
              if (channels === undefined) return 'Write channels as 1-4, 9.';
              return change({ channels }) ? null : NOT_TAKEN;
            }}
          />
        )}
      </Field>
      <KindsThrough wire={wire} change={change} />
      <TextField
        label="Note"
        hint="a hub’s filter, the label on the cable"
        value={wire.note}
        schema={noteSchema}
        onValue={(note) => change({ note })}
      />
      {wire.translator === null && (
        <Button
          className="w-max"
          onClick={() => {
            const made = addTranslator(wire);
            if (made) edit(made);
          }}
        >
          Put a translator on it
        </Button>
      )}
      <Button tone="quiet" className="w-max" onClick={onRemove}>
        <Trash2 size={15} aria-hidden /> Unplug it
      </Button>
    </>
  );
}

function KindsThrough({ wire, change }: { readonly wire: Wire; readonly change: (changes: Partial<Wire>) => boolean }) {
  return (
    <fieldset>
      <legend className="pb-1 text-xs font-medium text-ink-2">Kinds that it lets through</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {kinds.map((kind) => (
          <Switch
            key={kind}
            label={kindOf(kind).name}
            on={wire.types === null || wire.types.includes(kind)}
            onChange={(on) => {
              const now = wire.types ?? kinds;
              const next = kinds.filter((k) => (k === kind ? on : now.includes(k)));
              change({ types: next.length === kinds.length ? null : next });
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}
