'use client';

// A message in three small fields: kind, number, channel. What cannot be said in one small number is only shown.

import { messageOf } from '@/core/commands';
import { channelSchema, kindOf, type Message, messageSchema, messageTypes, shortName, withChannel } from '@/core/midi';
import { CommitInput, NOT_TAKEN, Select } from '../primitives/field';

/** Kinds that can be said in one small number. */
export const shortTypes = messageTypes.filter((t) => kindOf(t).sequence === null && kindOf(t).number?.most === 127);

interface Props {
  /** What it is sent on or for: `on press`. */
  readonly what: string;
  readonly message: Message;
  readonly put: (message: Message) => boolean;
}

export function MessageFields({ what, message, put }: Props) {
  if (!('number' in message) || !shortTypes.includes(message.type))
    return <span className="flex-1 font-mono text-xs">{shortName(message)}</span>;
  return (
    <>
      <Select
        aria-label={`Kind of message ${what}`}
        className="h-7 max-w-[104px] min-w-[68px] flex-1"
        value={message.type}
        onChange={(e) => {
          const type = shortTypes.find((t) => t === e.target.value);
          if (type) put(messageOf(type, message));
        }}
      >
        {shortTypes.map((t) => (
          <option key={t} value={t}>
            {kindOf(t).word}
          </option>
        ))}
      </Select>
      <span className="inline-flex shrink-0">
        <CommitInput
          aria-label={`Number ${what}`}
          className="h-7 w-11 text-right font-mono"
          value={String(message.number)}
          commit={(text) => {
            const next = messageSchema.safeParse({ ...message, number: Number(text) });
            if (!next.success) return 'Enter 0 to 127.';
            return put(next.data) ? null : NOT_TAKEN;
          }}
        />
      </span>
      {'channel' in message && (
        <>
          <span className="text-xs text-ink-2">ch</span>
          <span className="inline-flex shrink-0">
            <CommitInput
              aria-label={`Channel ${what}`}
              className="h-7 w-10 text-right font-mono"
              value={String(message.channel)}
              commit={(text) => {
                const channel = channelSchema.safeParse(Number(text));
                if (!channel.success) return 'Enter 1 to 16.';
                return put(withChannel(message, channel.data)) ? null : NOT_TAKEN;
              }}
            />
          </span>
        </>
      )}
    </>
  );
}
