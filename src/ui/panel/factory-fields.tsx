'use client';
// What a control sends as it leaves the factory, gesture by gesture.
import { X } from 'lucide-react';
import { gesturesOf, messageOf } from '@/core/commands';
import { channelSchema, kindOf, messageSchema, messageTypes, shortName, withChannel } from '@/core/midi';
import type { Control, Controller } from '@/core/rig';
import { CommitInput, NOT_TAKEN, Select } from '../primitives/field';

type Factory = Control['factory'];
type Line = Factory[number];
/** Kinds that can be said in one small number. */
const types = messageTypes.filter((t) => kindOf(t).sequence === null && kindOf(t).number?.most === 127);

export function FactoryFields({
  control,
  controller,
  onChange,
}: {
  readonly control: Control;
  readonly controller: Controller;
  readonly onChange: (factory: Factory) => boolean;
}) {
  const can = gesturesOf(control, controller).flatMap((g) => (g === 'chord' ? [] : [g]));
  const free = can.filter((g) => !control.factory.some((f) => f.gesture === g));
  const put = (gesture: Line['gesture'], message: Line['message']): boolean =>
    onChange(control.factory.map((f) => (f.gesture === gesture ? { gesture, message } : f)));
  return (
    <section aria-label="From the factory">
      <h3 className="text-xs font-medium text-ink-2">From the factory it sends</h3>
      <ul className="flex flex-col gap-1 pt-1">
        {control.factory.map(({ gesture, message }) => (
          <FactoryLine key={gesture} control={control} onChange={onChange} put={put} gesture={gesture} message={message} />
        ))}
      </ul>
      {free.length > 0 && <AddGesture control={control} controller={controller} onChange={onChange} free={free} />}
    </section>
  );
}

function FactoryLine({
  control,
  onChange,
  put,
  gesture,
  message,
}: {
  readonly control: Control;
  readonly onChange: (factory: Factory) => boolean;
  readonly put: (gesture: Line['gesture'], message: Line['message']) => boolean;
  readonly gesture: Line['gesture'];
  readonly message: Line['message'];
}) {
  return (
    <li className="flex items-center gap-1.5">
      <span className="w-14 shrink-0 text-xs text-ink-2">{gesture.replace('-', ' ')}</span>
      {'number' in message && types.includes(message.type) ? (
        <>
          <Select
            aria-label={`Kind of message on ${gesture}`}
            className="h-7 w-[76px] shrink-0"
            value={message.type}
            onChange={(e) => {
              const type = types.find((t) => t === e.target.value);
              if (type) put(gesture, messageOf(type, message));
            }}
          >
            {types.map((t) => (
              <option key={t} value={t}>
                {kindOf(t).word}
              </option>
            ))}
          </Select>
          <CommitInput
            aria-label={`Number on ${gesture}`}
            className="h-7 w-11 text-right font-mono"
            value={String(message.number)}
            commit={(text) => {
              const next = messageSchema.safeParse({ ...message, number: Number(text) });
              if (!next.success) return 'Enter 0 to 127.';
              return put(gesture, next.data) ? null : NOT_TAKEN;
            }}
          />
          {'channel' in message && (
            <>
              <span className="text-xs text-ink-2">ch</span>
              <CommitInput
                aria-label={`Channel on ${gesture}`}
                className="h-7 w-10 text-right font-mono"
                value={String(message.channel)}
                commit={(text) => {
                  const channel = channelSchema.safeParse(Number(text));
                  if (!channel.success) return 'Enter 1 to 16.';
                  return put(gesture, withChannel(message, channel.data)) ? null : NOT_TAKEN;
                }}
              />
            </>
          )}
        </>
      ) : (
        <span className="flex-1 font-mono text-xs">{shortName(message)}</span>
      )}
      <button
        type="button"
        aria-label={`Nothing on ${gesture}`}
        className="rounded-sm p-1 text-ink-2 hover:text-stop"
        onClick={() => onChange(control.factory.filter((f) => f.gesture !== gesture))}
      >
        <X size={14} aria-hidden />
      </button>
    </li>
  );
}

function AddGesture({
  control,
  controller,
  onChange,
  free,
}: {
  readonly control: Control;
  readonly controller: Controller;
  readonly onChange: (factory: Factory) => boolean;
  readonly free: readonly Line['gesture'][];
}) {
  return (
    <Select
      aria-label="Add what it sends from the factory"
      className="mt-1.5 h-7"
      value=""
      onChange={(e) => {
        const gesture = free.find((g) => g === e.target.value);
        const type = types[0];
        if (!gesture || !type) return;
        onChange([
          ...control.factory,
          { gesture, message: messageSchema.parse({ type, channel: controller.channel, number: 20, bank: null }) },
        ]);
      }}
    >
      <option value="">{control.factory.length === 0 ? 'nothing known; add…' : 'Add a gesture…'}</option>
      {free.map((g) => (
        <option key={g} value={g}>
          on {g.replace('-', ' ')}
        </option>
      ))}
    </Select>
  );
}
