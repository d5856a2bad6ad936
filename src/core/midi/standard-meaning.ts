// What a receiver that keeps to the standard does with a message, whatever it is mapped to.
import { ccEntry } from './cc-table';
import type { Message } from './message';

/** Registered parameters (MIDI 1.0 Detailed Specification, table IIIa, with the later RP-017 for 5). */
const registered: Readonly<Record<number, string>> = {
  0: 'Pitch bend range',
  1: 'Fine tuning',
  2: 'Coarse tuning',
  3: 'Tuning program',
  4: 'Tuning bank',
  5: 'Modulation range',
};

/**
 * The standard meaning of a message; null for one that the standard leaves free. A 14-bit control means what its high byte does (MIDI 1.0, table III).
 * A note has none: it is played.
 * @example standardMeaningOf({ type: 'rpn', channel: channel(1), number: u14(0) }) // => 'Pitch bend range'
 */
export function standardMeaningOf(message: Message): string | null {
  switch (message.type) {
    case 'cc':
    case 'cc14': {
      const { name, class: kind } = ccEntry(message.number);
      return kind === 'standard' ? name : null;
    }
    case 'program':
      return 'Program change';
    case 'pitch-bend':
      return 'Pitch bend';
    case 'channel-pressure':
      return 'Aftertouch';
    case 'poly-pressure':
      return 'Aftertouch of the key';
    case 'rpn':
      return registered[message.number] ?? null;
    default:
      return null;
  }
}
