import * as z from 'zod';
import { noteName, parseNote, showNote } from '../names';
import { channelSchema, u7Schema } from '../numbers';
import { packedNote, packedNumber, packedStatus, packedValue } from '../packed';
import { defineKind, type NumberFacts, plainKind, sevenBitNumber } from './kind';

/** A key 0–127, by number or by name as the device counts octaves. */
export const keyNumber: NumberFacts = {
  ...sevenBitNumber,
  show: showNote,
  read: (text, { middleC }) => parseNote(text, middleC),
  refusal: 'Enter a note: 0 to 127, or a name such as C3.',
  entry: (n, middleC) => {
    const name = noteName(n, middleC);
    return { short: name, name: `${name}, free`, use: 'free', note: name };
  },
  title: (n) => `${noteName(n, 3)} where middle C is C3, ${noteName(n, 4)} where it is C4`,
};

/** A note: note-on with its velocity as value, note-off as value 0 (MIDI 1.0). */
export const note = defineKind({
  ...plainKind,
  schema: z.object({ type: z.literal('note'), channel: channelSchema, number: u7Schema }),
  name: 'Note',
  word: 'note',
  short: ({ number }) => `N ${number}`,
  number: keyNumber,
  onFrom: 1,
  plays: true,
  statuses: [0x80, 0x90],
  put:
    ({ channel, number }, stepped) =>
    (value, out) =>
      void out.push(stepped ? packedNote(channel, (value >> 7) & 127, value & 127) : packedNote(channel, number, value)),
  say: (word) =>
    packedStatus(word) >= 0x90 && packedValue(word) > 0
      ? `Note ${packedNumber(word)} on ${packedValue(word)}`
      : `Note ${packedNumber(word)} off`,
});
