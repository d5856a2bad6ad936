// What a controller sends and a target listens for, without the value: the kind of message, channel and number.

import * as z from 'zod';
import { exhaustive, stableHash } from '../base';
import { channelSchema, u7Schema, u14Schema } from './numbers';
import { sysexPlace, type Word, type WordType, wordType } from './word';

const bankSelectSchema = z.object({ msb: u7Schema, lsb: u7Schema.nullable() });

/** Every kind of message of the model. A member holds what identifies it; the value comes from the behaviour. */
export const messageSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('cc'), channel: channelSchema, number: u7Schema }),
  z.object({
    type: z.literal('cc14'),
    channel: channelSchema,
    number: u7Schema.refine((n) => n >= 1 && n <= 31 && n !== 6, '14-bit controls are 1–31 without 6'),
  }),
  z.object({ type: z.literal('note'), channel: channelSchema, number: u7Schema }),
  z.object({
    type: z.literal('program'),
    channel: channelSchema,
    number: u7Schema,
    bank: bankSelectSchema.nullable(),
  }),
  z.object({ type: z.literal('pitch-bend'), channel: channelSchema }),
  z.object({ type: z.literal('channel-pressure'), channel: channelSchema }),
  z.object({ type: z.literal('poly-pressure'), channel: channelSchema, number: u7Schema }),
  z.object({ type: z.literal('rpn'), channel: channelSchema, number: u14Schema }),
  z.object({ type: z.literal('nrpn'), channel: channelSchema, number: u14Schema }),
  z.object({ type: z.literal('sysex'), bytes: z.array(u7Schema).max(256) }),
  z.object({ type: z.literal('start') }),
  z.object({ type: z.literal('stop') }),
  z.object({ type: z.literal('continue') }),
]);
export type Message = z.infer<typeof messageSchema>;
export type MessageType = Message['type'];

const typeOrder = [
  'cc',
  'note',
  'program',
  'cc14',
  'pitch-bend',
  'channel-pressure',
  'poly-pressure',
  'rpn',
  'nrpn',
  'sysex',
  'start',
  'stop',
  'continue',
] as const satisfies readonly MessageType[];

const typeNumber = Object.fromEntries(typeOrder.map((type, i) => [type, i])) as Readonly<Record<MessageType, number>>; // border: built from every type

export const messageTypeSchema = z.enum(typeOrder);

/**
 * One integer that is equal for two messages exactly when a receiver cannot tell them apart by type, channel and number.
 * SysEx messages are told apart by 48 bits of a hash of their bytes (FNV-1a, twice 24 bits).
 */
export function addressKey(message: Message): number {
  if (message.type === 'sysex') return sysexKey(message.bytes);
  const type = typeNumber[message.type];
  const ch = 'channel' in message ? message.channel - 1 : 0;
  const number = 'number' in message ? message.number : 0;
  return (type * 16 + ch) * 16384 + number;
}

/** The address of a sequence that a receiver has put together: the same as `addressKey` gives for its message. */
export const sequenceKey = (type: 'cc14' | 'rpn' | 'nrpn', channel: number, number: number): number =>
  (typeNumber[type] * 16 + channel - 1) * 16384 + number;

/** The address of a SysEx message by its bytes (without F0 and F7); far above every other one. */
export function sysexKey(bytes: Iterable<number>): number {
  const [a, b] = stableHash(bytes);
  return 2 ** 50 + (a >>> 8) * 2 ** 24 + (b >>> 8);
}

const wordTypeNumber: Readonly<Record<WordType, number>> = { ...typeNumber, other: typeOrder.length };

/** The same key as `addressKey` gives for the message, so that a word finds who listens for it; SysEx by its table. */
export function wordKey(word: Word, sysexKeys: readonly number[] = []): number {
  if (word < 0) return sysexKeys[sysexPlace(word)] ?? -1;
  const kind = word >> 20;
  // Control changes and notes first: they are nearly all there is.
  if (kind === 0xb) return (((word >> 16) & 0x0f) << 14) + ((word >> 8) & 0x7f);
  const type = wordType(word);
  const numbered = kind < 0xd;
  return (wordTypeNumber[type] * 16 + (kind === 0xf ? 0 : (word >> 16) & 0x0f)) * 16384 + (numbered ? (word >> 8) & 0x7f : 0);
}

/** The largest value a message can carry: 16383 for 14-bit kinds, 127 for the others (MIDI 1.0). */
export function valueMax(type: MessageType): 127 | 16383 {
  return type === 'cc14' || type === 'pitch-bend' || type === 'rpn' || type === 'nrpn' ? 16383 : 127;
}

/** The same message with another number; kinds without a number come back unchanged. */
export function withNumber(message: Message, number: number): Message {
  return 'number' in message ? messageSchema.parse({ ...message, number }) : message;
}

/** The same message on another channel; kinds without a channel come back unchanged. */
export function withChannel(message: Message, channel: number): Message {
  return 'channel' in message ? messageSchema.parse({ ...message, channel }) : message;
}

/**
 * A message in a few characters for tape and tables, with counting from 0: `CC 104`, `N 36`, `PC 4`.
 * @example shortName({ type: 'cc', channel: channel(5), number: u7(104) }) // => 'CC 104'
 */
export function shortName(message: Message): string {
  switch (message.type) {
    case 'cc':
      return `CC ${message.number}`;
    case 'cc14':
      return `CC ${message.number}+${message.number + 32}`;
    case 'note':
      return `N ${message.number}`;
    case 'program':
      return `PC ${message.number}`;
    case 'pitch-bend':
      return 'bend';
    case 'channel-pressure':
      return 'pressure';
    case 'poly-pressure':
      return `poly ${message.number}`;
    case 'rpn':
      return `RPN ${message.number}`;
    case 'nrpn':
      return `NRPN ${message.number}`;
    case 'sysex':
      return 'SysEx';
    case 'start':
    case 'stop':
    case 'continue':
      return message.type;
    default:
      return exhaustive(message);
  }
}
