// Making everything silent.
import { type PackedMessage, packedCc } from './packed';

const SUSTAIN = 64;
const ALL_NOTES_OFF = 123;
const ALL_SOUND_OFF = 120;

/** What makes a receiver silent on every channel: sustain off, all notes off, and then all sound off (MIDI 1.0, channel mode messages). 48 words, in the order in which they are sent. */
export const silencingWords = (): readonly PackedMessage[] =>
  [SUSTAIN, ALL_NOTES_OFF, ALL_SOUND_OFF].flatMap((number) => Array.from({ length: 16 }, (_, i) => packedCc(i + 1, number, 0)));
