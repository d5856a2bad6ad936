// What a controller sends and a target listens for, without the value: the kind of message, channel and number.
import * as z from 'zod';
import { kindList, type MessageKind, type Put } from './kinds';
import type { NumberStyle } from './names';
import { type PackedMessage, sysexSlot } from './packed';
import { noSysex, type SysexTable, sysexKey } from './sysex';

type Kinds = typeof kindList;
type SchemasOf<T extends readonly { readonly schema: unknown }[]> = { -readonly [I in keyof T]: T[I]['schema'] };

/** Every kind of message of the model. A member holds what identifies it; the value comes from the behaviour. */
export const messageSchema = z.discriminatedUnion('type', kindList.map((kind) => kind.schema) as never as SchemasOf<Kinds>); // border: the schemas of that very list
export type Message = z.infer<typeof messageSchema>;
export type MessageType = Message['type'];

const typeOf = (kind: Kinds[number]): MessageType => kind.schema.shape.type.value;

/** Every kind of message, in the order of lists. */
export const messageTypes: readonly MessageType[] = kindList.map(typeOf);
/** The name of a kind of message. */
export const messageTypeSchema = z.enum(messageTypes);

type AnyKind = MessageKind<z.ZodObject, Message>;
const kinds = Object.fromEntries(kindList.map((kind) => [typeOf(kind), kind])) as never as Readonly<Record<MessageType, AnyKind>>; // border: built from every kind

/** What there is to know of a kind of message. */
export const kindOf = (type: MessageType): AnyKind => kinds[type];

const typeNumber = Object.fromEntries(messageTypes.map((type, i) => [type, i])) as Readonly<Record<MessageType, number>>; // border: built from every type

/**
 * One integer that is equal for two messages exactly when a receiver cannot tell them apart by type, channel and number.
 * SysEx messages are told apart by 48 bits of a hash of their bytes (FNV-1a, twice 24 bits).
 */
export function addressKey(message: Message): number {
  if (message.type === 'sysex') return sysexKey(message.bytes);
  return keyAt(message.type, 'channel' in message ? message.channel : 1, 'number' in message ? message.number : 0);
}

const keyAt = (type: MessageType, channel: number, number: number): number =>
  (typeNumber[type] * 16 + channel - 1) * 16384 + number;

/** The address of a sequence that a receiver has put together: the same as `addressKey` gives for its message. */
export const sequenceKey = (type: 'cc14' | 'rpn' | 'nrpn', channel: number, number: number): number =>
  keyAt(type, channel, number);

/** What a word is by itself, before receivers put sequences together. `other` is what no mapping listens for. */
export type PackedType = MessageType | 'other';

/** What each status byte begins: channel messages sixteen times. */
const byStatus: readonly PackedType[] = Array.from({ length: 256 }, (_, status) => {
  const found = messageTypes.find((type) => kinds[type].statuses.includes(status < 0xf0 ? status & 0xf0 : status));
  return found ?? 'other';
});

/** What kind of message a word is. */
export const packedType = (word: PackedMessage): PackedType => (word < 0 ? 'sysex' : (byStatus[word >> 16] ?? 'other'));

/** What `packedKey` adds up, by status byte: the type and channel, and whether the first data byte is the number. */
const keyBases: readonly number[] = byStatus.map(
  (type, status) =>
    ((type === 'other' ? messageTypes.length : typeNumber[type]) * 16 + (status < 0xf0 ? status & 0x0f : 0)) * 16384,
);
const numbered: readonly boolean[] = byStatus.map((type) => type !== 'other' && kinds[type].number !== null);

/** The same key as `addressKey` gives for the message, so that a word finds who listens for it; SysEx by its table. */
export function packedKey(word: PackedMessage, sysexKeys: readonly number[] = []): number {
  if (word < 0) return sysexKeys[sysexSlot(word)] ?? -1;
  const status = word >> 16;
  // Control changes first: they are nearly all there is.
  if (status >> 4 === 0xb) return ((status & 0x0f) << 14) + ((word >> 8) & 0x7f);
  return (keyBases[status] ?? -1) + (numbered[status] ? (word >> 8) & 0x7f : 0);
}

/** The largest value a message can carry: 16383 for 14-bit kinds, 127 for the others (MIDI 1.0). */
export const valueMax = (type: MessageType): 127 | 16383 => kinds[type].most;

/** Whether a value travels with it: program changes choose by their number, SysEx and transport say all by arriving. */
export const carriesValue = (type: MessageType): boolean => kinds[type].carries === 'value';

/**
 * Whether a message counts as on: by arriving where it carries no value, a note from velocity 1, any other from the
 * threshold 0–127 of whoever hears it; in 14 bits from 128 times that.
 */
export function countsAsOn(type: MessageType, value: number, threshold: number): boolean {
  const { carries, onFrom, most } = kinds[type];
  if (carries !== 'value') return true;
  return value >= (onFrom === 1 ? 1 : most === 127 ? threshold : threshold * 128);
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
export const shortName = (message: Message): string => kinds[message.type].short(message);

/** The number of a message as a device shows it; empty where it has none. */
export const numberWords = (message: Message, style: NumberStyle): string =>
  'number' in message ? (kinds[message.type].number?.show(message.number, style) ?? '') : '';

/** Compiles the way out of a message. `stepped`: the value is the number of a program; of a note its number × 128, and its velocity. SysEx is found in the table. */
export const makePut = (message: Message, stepped: boolean, sysex: SysexTable = noSysex): Put =>
  kinds[message.type].put(message, stepped, sysex);

/** The kind of word that carries a kind of message: sequences travel as control changes. */
export const carrierOf = (type: MessageType): MessageType => (kinds[type].sequence === null ? type : 'cc');

/**
 * Keys of every address under which a receiver can hear what a message puts on the wire: its own first, then those of the
 * plain control changes that carry it, and those of 14-bit controls that a plain one is a byte of.
 */
export function heardKeys(message: Message): readonly number[] {
  const { controls, pairs } = kinds[message.type].heardAs(message);
  const channel = 'channel' in message ? message.channel : 1;
  return [addressKey(message), ...controls.map((n) => keyAt('cc', channel, n)), ...pairs.map((n) => keyAt('cc14', channel, n))];
}
