'use client';

// The kind of message, its number and channel, as words of the sentence.

import { nanoid } from 'nanoid';
import { changeMessage, messageFor, typesFor } from '@/core/commands';
import {
  channelSchema,
  type ExtraField,
  kindOf,
  type Message,
  messageSchema,
  type NumberFacts,
  type NumberStyle,
  withChannel,
} from '@/core/midi';
import { type Assignment, type Controller, countsNumbers, type Edit, type RigIndex, type Send } from '@/core/rig';
import { Stop, WordInput, WordSelect } from './word';

interface Props {
  readonly index: RigIndex;
  readonly controller: Controller;
  readonly assignment: Assignment;
  readonly send: Send;
  readonly at: number;
  readonly edit: (edit: Edit) => boolean;
  /** What stands right after it: a comma or a full stop. */
  readonly end: string;
}

export function MessageWords({ index, controller, assignment, send, at, edit, end }: Props) {
  const { message } = send;
  const change = (to: Message): boolean => {
    const made = changeMessage(index, assignment, at, to, () => nanoid(10));
    return made !== null && edit(made);
  };
  const offered = typesFor(controller, assignment.gesture.type);
  const kind = kindOf(message.type);
  const counts = countsNumbers(send);
  return (
    <>
      <WordSelect
        aria-label="Kind of message"
        value={message.type}
        onChange={(e) => {
          const type = offered.find((t) => t === e.target.value);
          if (type) change(messageFor(index, controller, send, type));
        }}
      >
        {offered.map((t) => (
          <option key={t} value={t}>
            {kindOf(t).word}
          </option>
        ))}
        {!offered.includes(message.type) && <option value={message.type}>{kind.word}</option>}
      </WordSelect>
      {'number' in message && kind.number && !counts && (
        <NumberWord message={message} facts={kind.number} style={controller.firmware.shows} change={change} />
      )}
      {kind.extras.map((field) => (
        <ExtraWord key={field.label} message={message} field={field} change={change} />
      ))}
      {'channel' in message ? (
        <span className="inline-flex items-center gap-x-1.5 whitespace-nowrap">
          on ch
          <WordInput
            label="Channel"
            value={String(message.channel)}
            width="w-11"
            commit={(text) => {
              const channel = channelSchema.safeParse(Number(text));
              if (!channel.success) return 'Enter a channel from 1 to 16.';
              change(withChannel(message, channel.data));
              return null;
            }}
          />
          <Stop>{end}</Stop>
        </span>
      ) : (
        <Stop>{end}</Stop>
      )}
    </>
  );
}

function NumberWord({
  message,
  facts,
  style,
  change,
}: {
  readonly message: Extract<Message, { number: number }>;
  readonly facts: NumberFacts;
  readonly style: NumberStyle;
  readonly change: (to: Message) => boolean;
}) {
  return (
    <WordInput
      label="Number"
      value={String(message.number)}
      title={facts.title(message.number)}
      commit={(text) => {
        const plain = text.trim();
        const number = /^\d{1,5}$/.test(plain) ? Number(plain) : facts.read(plain, style);
        const next = messageSchema.safeParse({ ...message, number });
        if (number === null || !next.success) return facts.refusal;
        change(next.data);
        return null;
      }}
    />
  );
}

/** A field that only messages of some kinds have: the bank before a program, the bytes of a SysEx. */
function ExtraWord({
  message,
  field,
  change,
}: {
  readonly message: Message;
  readonly field: ExtraField<Message>;
  readonly change: (to: Message) => boolean;
}) {
  return (
    <>
      {field.lead}
      <WordInput
        label={field.label}
        width={field.wide ? 'w-40' : 'w-12'}
        title={field.title}
        value={field.show(message)}
        commit={(text) => {
          const next = messageSchema.safeParse(field.read(message, text));
          if (!next.success) return field.refusal;
          change(next.data);
          return null;
        }}
      />
    </>
  );
}
