// How a message with a value goes onto the wire — as one word or as a sequence — and under which addresses it can be heard there.
import { exhaustive } from '../base';
import { addressKey, type Message, type MessageType, sysexKey } from './message';
import { channel, u7 } from './numbers';
import { pairWords, parameterWords } from './sequences';
import {
  bendWord,
  ccWord,
  noteWord,
  polyWord,
  pressureWord,
  programWord,
  realTimeWord,
  sysexWord,
  type Word,
  type WordType,
} from './word';

/** SysEx messages in play, by place: their bytes without F0 and F7, and their address keys. */
export interface SysexTable {
  readonly bytes: readonly (readonly number[])[];
  readonly keys: readonly number[];
}

export const noSysex: SysexTable = { bytes: [], keys: [] };

/** The table with a message in it, and its place there: the same table where it is in already. */
export function withSysex(table: SysexTable, bytes: readonly number[]): { readonly table: SysexTable; readonly place: number } {
  const key = sysexKey(bytes);
  const known = table.keys.indexOf(key);
  if (known >= 0) return { table, place: known };
  return { table: { bytes: [...table.bytes, bytes], keys: [...table.keys, key] }, place: table.bytes.length };
}

/** Writes the words that carry a value at the end of a list. A program message that a counter steps takes its number from it. */
export type Put = (value: number, out: Word[]) => void;

/** Compiles the way out of a message. `stepped`: the value is the program number. SysEx is found in the table. */
export function makePut(message: Message, stepped: boolean, sysex: SysexTable): Put {
  switch (message.type) {
    case 'cc':
      return (value, out) => void out.push(ccWord(message.channel, message.number, value));
    case 'note':
      return (value, out) => void out.push(noteWord(message.channel, message.number, value));
    case 'program': {
      const { bank } = message;
      // Bank select, high and low byte, then the program (MIDI 1.0, "Bank select").
      const before: readonly Word[] =
        bank === null
          ? []
          : [ccWord(message.channel, 0, bank.msb), ...(bank.lsb === null ? [] : [ccWord(message.channel, 32, bank.lsb)])];
      return (value, out) => void out.push(...before, programWord(message.channel, stepped ? value & 127 : message.number));
    }
    case 'cc14':
      return (value, out) => void out.push(...pairWords(message.channel, message.number, value));
    case 'pitch-bend':
      return (value, out) => void out.push(bendWord(message.channel, value));
    case 'channel-pressure':
      return (value, out) => void out.push(pressureWord(message.channel, value));
    case 'poly-pressure':
      return (value, out) => void out.push(polyWord(message.channel, message.number, value));
    case 'rpn':
    case 'nrpn': {
      const { type } = message;
      return (value, out) => void out.push(...parameterWords(type, message.channel, message.number, value));
    }
    case 'sysex': {
      const word = sysexWord(sysex.keys.indexOf(sysexKey(message.bytes)));
      return (_value, out) => void out.push(word);
    }
    case 'start':
      return (_value, out) => void out.push(realTimeWord(0xfa));
    case 'continue':
      return (_value, out) => void out.push(realTimeWord(0xfb));
    case 'stop':
      return (_value, out) => void out.push(realTimeWord(0xfc));
    default:
      return exhaustive(message);
  }
}

/** The kind of word that carries a kind of message: sequences travel as control changes. */
export const carrierOf = (type: MessageType): WordType => (type === 'cc14' || type === 'rpn' || type === 'nrpn' ? 'cc' : type);

/** Control changes that carry RPN and NRPN: data entry, increment and decrement, the parameter's number (MIDI 1.0). */
export const parameterControls: readonly number[] = [6, 38, 96, 97, 98, 99, 100, 101];

/**
 * Keys of every address under which a receiver can hear what a message puts on the wire: its own first, then those of the
 * plain control changes that carry it, and those of 14-bit controls that a plain one is a byte of.
 */
export function heardKeys(message: Message): readonly number[] {
  const own = addressKey(message);
  const plain = (number: number, ch: number): number => addressKey({ type: 'cc', channel: channel(ch), number: u7(number) });
  switch (message.type) {
    case 'cc': {
      const n = message.number;
      const of = n < 32 ? n : n - 32;
      const pair = n < 64 && of !== 0 && of !== 6;
      return pair ? [own, addressKey({ type: 'cc14', channel: message.channel, number: u7(of) })] : [own];
    }
    case 'cc14':
      return [own, plain(message.number, message.channel), plain(message.number + 32, message.channel)];
    case 'rpn':
    case 'nrpn':
      return [own, ...parameterControls.map((n) => plain(n, message.channel))];
    case 'program':
      return message.bank === null ? [own] : [own, plain(0, message.channel), plain(32, message.channel)];
    default:
      return [own];
  }
}
