import * as z from 'zod';
import { parseBytes, showBytes } from '../hex';
import { u7Schema } from '../numbers';
import { packedSysex, sysexSlot } from '../packed';
import { sysexKey } from '../sysex';
import { defineKind, type ExtraField, plainKind } from './kind';

const schema = z.object({ type: z.literal('sysex'), bytes: z.array(u7Schema).max(256) });

const bytesField: ExtraField<z.infer<typeof schema>> = {
  lead: '',
  label: 'Bytes',
  title: 'Hexadecimal bytes between F0 and F7',
  wide: true,
  show: ({ bytes }) => showBytes(bytes),
  read: (message, text) => {
    const bytes = parseBytes(text);
    return bytes && { ...message, bytes };
  },
  refusal: 'Enter up to 256 bytes from 00 to 7F, such as 7D 01 02, without F0 and F7.',
};

/** A system exclusive message, told from others by its bytes without F0 and F7 (MIDI 1.0). */
export const sysex = defineKind({
  ...plainKind,
  schema,
  family: 'exclusive',
  name: 'SysEx',
  word: 'SysEx',
  short: () => 'SysEx',
  number: null,
  extras: [bytesField],
  carries: 'nothing',
  statuses: [0xf0],
  put: ({ bytes }, _stepped, table) => {
    const word = packedSysex(table.keys.indexOf(sysexKey(bytes)));
    return (_value, out) => void out.push(word);
  },
  say: (word, table) => `SysEx, ${(table[sysexSlot(word)]?.length ?? 0) + 2} bytes`,
});
