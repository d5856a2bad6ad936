// The kinds of message, one a file. A new kind is a file beside these, a line in this list, and a worked example in its test.
import { cc } from './cc';
import { cc14 } from './cc14';
import { channelPressure } from './channel-pressure';
import { continued } from './continue';
import { note } from './note';
import { nrpn } from './nrpn';
import { pitchBend } from './pitch-bend';
import { polyPressure } from './poly-pressure';
import { program } from './program';
import { rpn } from './rpn';
import { start } from './start';
import { stop } from './stop';
import { sysex } from './sysex';

/** Every kind of message. Keys of addresses count along this list, so new ones come at its end. */
export const kindList = [
  cc,
  note,
  program,
  cc14,
  pitchBend,
  channelPressure,
  polyPressure,
  rpn,
  nrpn,
  sysex,
  start,
  stop,
  continued,
] as const;

export type { ExtraField, HeardAs, MessageKind, NumberEntry, NumberFacts, Put } from './kind';
