'use client';

// What a controller does on arriving at a bank or page: messages that it sends, latches that it sets.

import { Plus, Trash2, X } from 'lucide-react';
import { nanoid } from 'nanoid';
import { addArrival, changeArrival, groupable, removeArrival, sentOnArrival, setLatchOnArrival } from '@/core/commands';
import { carriesValue, messageSchema, u14, valueMax } from '@/core/midi';
import {
  type Action,
  type Arrival,
  type Controller,
  clockBpmSchema,
  type Edit,
  keysSchema,
  portsOf,
  type RigIndex,
  type Send,
  waitSchema,
} from '@/core/rig';
import { MessageFields } from '../panel/message-fields';
import { Button } from '../primitives/button';
import { CommitInput, NOT_TAKEN, Select } from '../primitives/field';
import { limitWords } from '../primitives/number-field';
import { parseDecimal } from '../primitives/numbers';
import { Switch } from '../primitives/switch';
import { ParameterChoice } from './parameter-choice';
import { PlaceFields } from './place-fields';

const newId = (): string => nanoid(10);

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly edit: (edit: Edit) => boolean;
}

export function Arrivals({ index, controller, edit }: Props) {
  const own = index.arrivalsOf.get(controller.id) ?? [];
  const { banks, pages } = controller.firmware;
  if (banks * pages === 1 && own.length === 0) return null;
  const taken = new Set(own.map((a) => a.bank));
  const free = Array.from({ length: banks }, (_, i) => i + 1).find((b) => !taken.has(b)) ?? null;
  return (
    <section aria-label="On arriving at a bank or page">
      <div className="flex items-center gap-3 pb-2">
        <h2 className="shrink-0 font-semibold">On arriving at a bank{pages > 1 ? ' or page' : ''}</h2>
        <p className="text-xs text-ink-2">What it sends by itself as it gets there, and which switches then stand on or off.</p>
        <Button
          size="small"
          className="ml-auto"
          onClick={() => edit(addArrival(index, controller, { bank: banks > 1 ? free : null, page: null }, newId))}
        >
          <Plus size={14} aria-hidden /> Arrival
        </Button>
      </div>
      {own.length === 0 && <p className="text-ink-2">Nothing is done on arriving.</p>}
      <ul className="flex flex-col gap-3">
        {own.map((arrival, i) => (
          <ArrivalRow
            key={arrival.id}
            index={index}
            controller={controller}
            arrival={arrival}
            edit={edit}
            name={`Arrival ${i + 1}`}
          />
        ))}
      </ul>
    </section>
  );
}

function ArrivalRow({ index, controller, arrival, edit, name }: Props & { readonly arrival: Arrival; readonly name: string }) {
  const { actions, latches } = arrival;
  const change = (changes: Parameters<typeof changeArrival>[1]): boolean => edit(changeArrival(arrival, changes));
  const put = (at: number, action: Action | null): boolean =>
    change({ actions: actions.flatMap((a, i) => (i !== at ? [a] : action === null ? [] : [action])) });
  return (
    <li aria-label={name} className="flex flex-col gap-2 rounded-md border bg-sheet p-3">
      <div className="flex flex-wrap items-end gap-3">
        <PlaceFields controller={controller} place={arrival} onPlace={change} />
        <Switch
          className="pb-1"
          label="after switching on too, where it starts there"
          on={arrival.atStart}
          onChange={(atStart) => change({ atStart })}
        />
        <Button
          size="icon"
          tone="quiet"
          className="ml-auto"
          aria-label={`Delete ${name}`}
          onClick={() => edit(removeArrival(arrival))}
        >
          <Trash2 size={15} aria-hidden />
        </Button>
      </div>
      <ol className="flex flex-col gap-1.5">
        {actions.map((action, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same may be sent twice
          <li key={at} className="flex flex-wrap items-center gap-1.5">
            <span className="w-14 shrink-0 text-xs text-ink-2">{verbs[action.type]}</span>
            {action.type === 'send' ? (
              <SendFields
                index={index}
                controllerId={controller.id}
                what={`${at + 1} of ${name}`}
                send={action}
                put={(next) => put(at, next)}
              />
            ) : (
              <PlainField what={`${at + 1} of ${name}`} action={action} put={(next) => put(at, next)} />
            )}
            <RemoveButton
              what={`${action.type === 'send' ? 'message' : 'step'} ${at + 1} of ${name}`}
              onClick={() => put(at, null)}
            />
          </li>
        ))}
        {latches.map((latch) => (
          <LatchLine key={latch.controlId} index={index} arrival={arrival} latch={latch} edit={edit} />
        ))}
      </ol>
      <AddToArrival index={index} controller={controller} arrival={arrival} edit={edit} name={name} />
    </li>
  );
}

/** What an arrival can also do: send, wait, have keys pressed, set a switch. */
function AddToArrival({ index, controller, arrival, edit, name }: Props & { readonly arrival: Arrival; readonly name: string }) {
  const { actions, latches } = arrival;
  const add = (action: Action): boolean => edit(changeArrival(arrival, { actions: [...actions, action] }));
  const settable = groupable(index, controller.id).filter((c) => !latches.some((l) => l.controlId === c.id));
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        size="small"
        onClick={() => {
          const message = messageSchema.parse({ type: 'cc', channel: controller.channel, number: 20 });
          add(sentOnArrival(message));
        }}
      >
        Send a message
      </Button>
      <Button size="small" onClick={() => add({ type: 'wait', ms: 500 })}>
        Wait
      </Button>
      {controller.clock !== null && (
        <Button size="small" onClick={() => add({ type: 'tempo', bpm: controller.clock?.bpm ?? null })}>
          Set its tempo
        </Button>
      )}
      <Button size="small" onClick={() => add({ type: 'keystroke', keys: 'Space' })}>
        Note a keystroke
      </Button>
      {settable.length > 0 && (
        <Select
          aria-label={`Set a switch in ${name}`}
          className="h-7 w-40"
          value=""
          onChange={(e) => e.target.value !== '' && edit(setLatchOnArrival(index, arrival, e.target.value, true))}
        >
          <option value="">Set a switch…</option>
          {settable.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Select>
      )}
    </div>
  );
}

const verbs: Readonly<Record<Action['type'], string>> = {
  send: 'sends',
  wait: 'waits',
  keystroke: 'keys',
  go: 'goes',
  tempo: 'tempo',
};

/** How long it waits, or which keys are pressed. */
function PlainField({
  what,
  action,
  put,
}: {
  readonly what: string;
  readonly action: Exclude<Action, Send>;
  readonly put: (action: Action) => boolean;
}) {
  if (action.type === 'go') return null;
  if (action.type === 'tempo')
    return (
      <>
        <CommitInput
          aria-label={`Tempo in BPM, ${what}`}
          className="h-7 w-16 text-right font-mono"
          value={String(action.bpm ?? '')}
          commit={(text) => {
            const bpm = clockBpmSchema.safeParse(parseDecimal(text));
            if (!bpm.success) return limitWords(clockBpmSchema, 'BPM');
            return put({ type: 'tempo', bpm: bpm.data }) ? null : NOT_TAKEN;
          }}
        />
        <span className="text-xs text-ink-2">BPM</span>
      </>
    );
  const waits = action.type === 'wait';
  return (
    <>
      <CommitInput
        aria-label={waits ? `Time to wait in ms, ${what}` : `Keys ${what}`}
        title={waits ? undefined : 'Written down only: Keen Dial never sends keys'}
        className={waits ? 'h-7 w-16 text-right font-mono' : 'h-7 w-32'}
        value={waits ? String(action.ms) : action.keys}
        commit={(text) => {
          const typed = text.trim();
          if (!waits) {
            const keys = keysSchema.safeParse(typed);
            if (!keys.success) return 'Say which keys, in at most 80 characters.';
            return put({ type: 'keystroke', keys: keys.data }) ? null : NOT_TAKEN;
          }
          const ms = waitSchema.safeParse(typed === '' ? Number.NaN : Number(typed));
          if (!ms.success) return 'Enter 0 to 60000 ms.';
          return put({ type: 'wait', ms: ms.data }) ? null : NOT_TAKEN;
        }}
      />
      {waits && <span className="text-xs text-ink-2">ms</span>}
    </>
  );
}

function LatchLine({
  index,
  arrival,
  latch: { controlId, on },
  edit,
}: Omit<Props, 'controller'> & { readonly arrival: Arrival; readonly latch: Arrival['latches'][number] }) {
  const control = index.controls.get(controlId)?.name ?? '?';
  return (
    <li className="flex items-center gap-1.5">
      <span className="w-14 shrink-0 text-xs text-ink-2">sets</span>
      <span>{control}</span>
      <Select
        aria-label={`${control} stands`}
        className="h-7 w-20"
        value={on ? 'on' : 'off'}
        onChange={(e) => edit(setLatchOnArrival(index, arrival, controlId, e.target.value === 'on'))}
      >
        <option value="on">on</option>
        <option value="off">off</option>
      </Select>
      <RemoveButton what={control} onClick={() => edit(setLatchOnArrival(index, arrival, controlId, null))} />
    </li>
  );
}

const RemoveButton = ({ what, onClick }: { readonly what: string; readonly onClick: () => unknown }) => (
  <button
    type="button"
    aria-label={`Take out ${what}`}
    className="rounded-sm p-1 text-ink-2 hover:text-stop"
    onClick={() => onClick()}
  >
    <X size={14} aria-hidden />
  </button>
);

interface SendProps {
  readonly index: RigIndex;
  readonly controllerId: string;
  readonly what: string;
  readonly send: Send;
  readonly put: (send: Send) => boolean;
}

/** The port that it goes out of, where wires begin at ports with names. */
function PortField({ index, controllerId, what, send, put }: SendProps) {
  // A port that no wire begins at any more is still told.
  const ports = [...new Set([...portsOf(index.rig.wires, controllerId), send.port ?? ''])].filter((port) => port !== '');
  if (ports.length === 0) return null;
  return (
    <>
      <span className="text-xs text-ink-2">out of</span>
      <Select
        aria-label={`Port ${what}`}
        className="h-7 w-32"
        value={send.port ?? ''}
        onChange={(e) => put({ ...send, port: e.target.value })}
      >
        <option value="">every port</option>
        {ports.map((port) => (
          <option key={port} value={port}>
            {port}
          </option>
        ))}
      </Select>
    </>
  );
}

function SendFields({ index, controllerId, what, send, put }: SendProps) {
  const { message, behaviour, meant } = send;
  const most = valueMax(message.type);
  const values = carriesValue(message.type);
  return (
    <>
      <MessageFields
        what={what}
        message={message}
        put={(next) =>
          put({ ...send, message: next, behaviour: carriesValue(next.type) ? behaviour : { type: 'fixed', value: u14(0) } })
        }
      />
      {values && behaviour.type === 'fixed' && (
        <>
          <span className="text-xs text-ink-2">value</span>
          <CommitInput
            aria-label={`Value ${what}`}
            className="h-7 w-14 text-right font-mono"
            value={String(behaviour.value)}
            commit={(text) => {
              const value = Number(text);
              if (!Number.isInteger(value) || text.trim() === '' || value < 0 || value > most) return `Enter 0 to ${most}.`;
              return put({ ...send, behaviour: { type: 'fixed', value: u14(value) } }) ? null : NOT_TAKEN;
            }}
          />
        </>
      )}
      <PortField index={index} controllerId={controllerId} what={what} send={send} put={put} />
      <span className="text-xs text-ink-2">for</span>
      <ParameterChoice
        label={`What message ${what} is for`}
        none="nothing in this rig"
        className="w-56 flex-none"
        height="h-7"
        groups={index.rig.targets.map(({ id, name }) => ({ id, name, parameters: index.parametersOf.get(id) ?? [] }))}
        chosen={meant[0] ?? ''}
        onChoose={(id) => put({ ...send, meant: id === '' ? [] : [id] })}
      />
    </>
  );
}
