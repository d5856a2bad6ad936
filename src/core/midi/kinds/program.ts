import * as z from 'zod';
import { showProgram } from '../names';
import { channelSchema, u7Schema } from '../numbers';
import { type PackedMessage, packedCc, packedNumber, packedProgram } from '../packed';
import { defineKind, type ExtraField, plainKind, sevenBitNumber } from './kind';

const bankSelectSchema = z.object({ msb: u7Schema, lsb: u7Schema.nullable() });
const schema = z.object({
  type: z.literal('program'),
  channel: channelSchema,
  number: u7Schema,
  bank: bankSelectSchema.nullable(),
});

const bankField: ExtraField<z.infer<typeof schema>> = {
  lead: 'bank',
  label: 'Bank select',
  title: 'Empty for none; 1 for the high byte alone; 1/2 for high and low byte',
  wide: false,
  show: ({ bank }) => (bank === null ? '' : bank.lsb === null ? String(bank.msb) : `${bank.msb}/${bank.lsb}`),
  read: (message, text) => {
    const match = /^\s*(?:(\d{1,3})\s*(?:\/\s*(\d{1,3}))?)?\s*$/.exec(text);
    if (!match) return null;
    const [, msb, lsb] = match;
    return { ...message, bank: msb === undefined ? null : { msb: Number(msb), lsb: lsb === undefined ? null : Number(lsb) } };
  },
  refusal: 'Leave it empty, or enter 0 to 127, or two of them as 1/2.',
};

/** Program change, with bank select before it where it has a bank: high byte on CC 0, low byte on CC 32 (MIDI 1.0, "Bank select"). */
export const program = defineKind({
  ...plainKind,
  schema,
  name: 'Program change',
  word: 'program',
  short: ({ number }) => `PC ${number}`,
  number: {
    ...sevenBitNumber,
    show: showProgram,
    title: (n) => `shown as ${n + 1} on devices that count from 1`,
  },
  extras: [bankField],
  carries: 'choice',
  statuses: [0xc0],
  heardAs: ({ bank }) => ({ controls: bank === null ? [] : [0, 32], pairs: [] }),
  put: ({ channel, number, bank }, stepped) => {
    const before: readonly PackedMessage[] =
      bank === null ? [] : [packedCc(channel, 0, bank.msb), ...(bank.lsb === null ? [] : [packedCc(channel, 32, bank.lsb)])];
    return (value, out) => void out.push(...before, packedProgram(channel, stepped ? value & 127 : number));
  },
  say: (word) => `Program ${packedNumber(word)}`,
});
