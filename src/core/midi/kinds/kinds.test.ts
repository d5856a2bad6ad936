// A worked example of each kind of message: its bytes as the standard writes them, and its words. Source of all bytes: MIDI 1.0
// Detailed Specification, tables I to V. A kind without an example does not compile.
import { describe, expect, it } from 'vitest';
import {
  addressKey,
  carrierOf,
  countsAsOn,
  heardKeys,
  kindOf,
  type Message,
  type MessageType,
  makePut,
  messageSchema,
  messageTypes,
  noSysex,
  numberWords,
  type PackedMessage,
  packedBytes,
  packedKey,
  packedType,
  sayPacked,
  withSysex,
} from '..';

interface Example {
  /** A message as it stands in a file. */
  readonly message: object;
  readonly value: number;
  readonly bytes: string;
  readonly short: string;
  /** Its number on a device that counts programs from 1 and calls note 60 C4 by its name. */
  readonly number: string;
  /** What a monitor says of its last word. */
  readonly said: string;
}

const examples: Readonly<Record<MessageType, Example>> = {
  cc: {
    message: { channel: 5, number: 104 },
    value: 127,
    bytes: 'B4 68 7F',
    short: 'CC 104',
    number: '104',
    said: 'CC 104 = 127, ch 5',
  },
  note: {
    message: { channel: 10, number: 36 },
    value: 100,
    bytes: '99 24 64',
    short: 'N 36',
    number: 'C2',
    said: 'Note 36 on 100, ch 10',
  },
  program: {
    message: { channel: 1, number: 4, bank: { msb: 2, lsb: 3 } },
    value: 0,
    bytes: 'B0 00 02 B0 20 03 C0 04',
    short: 'PC 4',
    number: '5',
    said: 'Program 4, ch 1',
  },
  cc14: {
    message: { channel: 2, number: 7 },
    value: 8193,
    bytes: 'B1 07 40 B1 27 01',
    short: 'CC 7+39',
    number: '7',
    said: 'CC 39 = 1, ch 2',
  },
  'pitch-bend': { message: { channel: 16 }, value: 8193, bytes: 'EF 01 40', short: 'bend', number: '', said: 'Bend +1, ch 16' },
  'channel-pressure': {
    message: { channel: 1 },
    value: 9,
    bytes: 'D0 09',
    short: 'pressure',
    number: '',
    said: 'Pressure 9, ch 1',
  },
  'poly-pressure': {
    message: { channel: 1, number: 60 },
    value: 7,
    bytes: 'A0 3C 07',
    short: 'poly 60',
    number: 'C4',
    said: 'Pressure 7 on note 60, ch 1',
  },
  rpn: {
    message: { channel: 1, number: 129 },
    value: 8193,
    bytes: 'B0 65 01 B0 64 01 B0 06 40 B0 26 01 B0 65 7F B0 64 7F',
    short: 'RPN 129',
    number: '129',
    said: 'CC 100 = 127, ch 1',
  },
  nrpn: {
    message: { channel: 1, number: 129 },
    value: 8193,
    bytes: 'B0 63 01 B0 62 01 B0 06 40 B0 26 01 B0 65 7F B0 64 7F',
    short: 'NRPN 129',
    number: '129',
    said: 'CC 100 = 127, ch 1',
  },
  sysex: { message: { bytes: [0x7d, 1] }, value: 0, bytes: 'F0 7D 01 F7', short: 'SysEx', number: '', said: 'SysEx, 4 bytes' },
  start: { message: {}, value: 0, bytes: 'FA', short: 'start', number: '', said: 'Start' },
  stop: { message: {}, value: 0, bytes: 'FC', short: 'stop', number: '', said: 'Stop' },
  continue: { message: {}, value: 0, bytes: 'FB', short: 'continue', number: '', said: 'Continue' },
};

const style = { channelBase: 1, programBase: 1, notes: 'name', middleC: 4 } as const;
const written = (
  type: MessageType,
): { readonly message: Message; readonly words: readonly PackedMessage[]; readonly table: typeof noSysex } => {
  const message = messageSchema.parse({ type, ...examples[type].message });
  const table = message.type === 'sysex' ? withSysex(noSysex, message.bytes).table : noSysex;
  const words: PackedMessage[] = [];
  makePut(message, false, table)(examples[type].value, words);
  return { message, words, table };
};

describe.each(messageTypes)('%s', (type) => {
  const example = examples[type];
  const { message, words, table } = written(type);
  const last = words.at(-1) ?? 0;
  it('goes out as the standard writes it', () => {
    const bytes = words.flatMap((word) => packedBytes(word, table.bytes));
    expect(bytes.map((b) => b.toString(16).toUpperCase().padStart(2, '0')).join(' ')).toBe(example.bytes);
  });
  it('is named in the terms of the trade', () => {
    expect([kindOf(type).short(message), numberWords(message, style), sayPacked(last, table.bytes)]).toEqual([
      example.short,
      example.number,
      example.said,
    ]);
  });
  it('comes back as what it is, under the address at which it is listened for', () => {
    expect(packedType(last)).toBe(carrierOf(type));
    if (kindOf(type).sequence === null) expect(packedKey(last, table.keys)).toBe(addressKey(message));
    for (const word of words) expect(heardKeys(message)).toContain(packedKey(word, table.keys));
  });
  it('counts as on by what it carries', () => {
    const { carries, onFrom, most } = kindOf(type);
    const from = carries !== 'value' ? 0 : onFrom === 1 ? 1 : most === 127 ? 64 : 8192;
    expect([countsAsOn(type, from, 64), countsAsOn(type, from - 1, 64)]).toEqual([true, carries !== 'value']);
  });
});

it('words and fields of a sentence are those of the kind', () => {
  const { extras } = kindOf('program');
  const program = messageSchema.parse({ type: 'program', channel: 1, number: 4, bank: { msb: 2, lsb: null } });
  expect(extras.map((field) => field.show(program))).toEqual(['2']);
  expect(extras.map((field) => messageSchema.safeParse(field.read(program, '1/2')).data)).toEqual([
    { ...program, bank: { msb: 1, lsb: 2 } },
  ]);
  expect(extras.map((field) => messageSchema.safeParse(field.read(program, '1/200')).success)).toEqual([false]);
  expect(kindOf('sysex').extras.map((field) => field.read(messageSchema.parse({ type: 'sysex', bytes: [] }), '7D zz'))).toEqual([
    null,
  ]);
});
