'use client';
import { nanoid } from 'nanoid';
// The kind of message, its number and channel, as words of the sentence.
import { changeMessage, messageOf, typesFor } from '@/core/commands';
import {
  ccEntry,
  channelSchema,
  isReserved,
  type Message,
  type MessageType,
  messageSchema,
  noteName,
  parseNote,
  withChannel,
} from '@/core/midi';
import type { Assignment, Controller, Edit, RigIndex, Send } from '@/core/rig';
import { parseBytes } from './numbers';
import { Stop, WordInput, WordSelect } from './word';

const typeWords: Readonly<Record<MessageType, string>> = {
  cc: 'CC',
  cc14: '14-bit CC',
  note: 'note',
  program: 'program',
  'pitch-bend': 'pitch bend',
  'channel-pressure': 'pressure',
  'poly-pressure': 'note pressure',
  rpn: 'RPN',
  nrpn: 'NRPN',
  sysex: 'SysEx',
  start: 'start',
  stop: 'stop',
  continue: 'continue',
};

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
  const { message, behaviour } = send;
  const change = (to: Message): boolean => {
    const made = changeMessage(index, assignment, at, to, () => nanoid(10));
    return made !== null && edit(made);
  };
  const offered = typesFor(controller, assignment.gesture.type);
  const counts = message.type === 'program' && behaviour.type === 'stepping';
  return (
    <>
      <WordSelect
        aria-label="Kind of message"
        value={message.type}
        onChange={(e) => {
          const type = offered.find((t) => t === e.target.value);
          if (type) change(messageOf(type, message));
        }}
      >
        {offered.map((t) => (
          <option key={t} value={t}>
            {typeWords[t]}
          </option>
        ))}
        {!offered.includes(message.type) && <option value={message.type}>{typeWords[message.type]}</option>}
      </WordSelect>
      {'number' in message && !counts && (
        <WordInput
          label="Number"
          value={String(message.number)}
          title={numberTitle(message)}
          commit={(text) => {
            const plain = text.trim();
            const number = /^\d{1,5}$/.test(plain)
              ? Number(plain)
              : message.type === 'note' || message.type === 'poly-pressure'
                ? parseNote(plain, controller.firmware.shows.middleC)
                : null;
            const next = messageSchema.safeParse({ ...message, number });
            if (number === null || !next.success) return refusal(message.type);
            change(next.data);
            return null;
          }}
        />
      )}
      {message.type === 'program' && <BankWords message={message} change={change} />}
      {message.type === 'sysex' && (
        <WordInput
          label="Bytes"
          width="w-40"
          title="Hexadecimal bytes between F0 and F7"
          value={message.bytes.map((b) => b.toString(16).toUpperCase().padStart(2, '0')).join(' ')}
          commit={(text) => {
            const bytes = parseBytes(text);
            const next = messageSchema.safeParse({ type: 'sysex', bytes });
            if (bytes === null || !next.success)
              return 'Enter up to 256 bytes from 00 to 7F, such as 7D 01 02, without F0 and F7.';
            change(next.data);
            return null;
          }}
        />
      )}
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

/** Bank select before a program: none, or its high byte (and low byte) (MIDI 1.0). */
function BankWords({
  message,
  change,
}: {
  readonly message: Extract<Message, { type: 'program' }>;
  readonly change: (to: Message) => boolean;
}) {
  const { bank } = message;
  const shown = bank === null ? '' : bank.lsb === null ? String(bank.msb) : `${bank.msb}/${bank.lsb}`;
  return (
    <>
      bank
      <WordInput
        label="Bank select"
        width="w-12"
        title="Empty for none; 1 for the high byte alone; 1/2 for high and low byte"
        value={shown}
        commit={(text) => {
          const match = /^\s*(?:(\d{1,3})\s*(?:\/\s*(\d{1,3}))?)?\s*$/.exec(text);
          const next =
            match &&
            messageSchema.safeParse({
              ...message,
              bank:
                match[1] === undefined ? null : { msb: Number(match[1]), lsb: match[2] === undefined ? null : Number(match[2]) },
            });
          if (!next?.success) return 'Leave it empty, or enter 0 to 127, or two of them as 1/2.';
          change(next.data);
          return null;
        }}
      />
    </>
  );
}

function refusal(type: MessageType): string {
  switch (type) {
    case 'note':
    case 'poly-pressure':
      return 'Enter a note: 0 to 127, or a name such as C3.';
    case 'cc14':
      return '14-bit controls are 1 to 31, without 6.';
    case 'rpn':
    case 'nrpn':
      return 'Enter a number from 0 to 16383.';
    default:
      return 'Enter a number from 0 to 127.';
  }
}

function numberTitle(message: Message): string {
  switch (message.type) {
    case 'cc':
      return isReserved(message.number) ? `${ccEntry(message.number).name}: never a plain control` : ccEntry(message.number).name;
    case 'cc14':
      return `${ccEntry(message.number).name}; its low byte is ${message.number + 32}`;
    case 'note':
    case 'poly-pressure':
      return `${noteName(message.number, 3)} where middle C is C3, ${noteName(message.number, 4)} where it is C4`;
    case 'program':
      return `shown as ${message.number + 1} on devices that count from 1`;
    default:
      return '';
  }
}
