// Channel mode messages (MIDI 1.0): 120 and 123 let go what is held, 121 puts controllers back as RP-015 says.
import type { Message } from './message';

/** Whether a channel mode message ends every note that is on. */
export const letsNotesGo = (number: number): boolean => number === 120 || number === 123;

/** The channel mode message that puts controllers back. */
export const RESET_CONTROLLERS = 121;

/**
 * The value that _reset all controllers_ puts an address back to: expression up, wheel, pedals and pressure down, bend in the middle. Bank select, volume, pan,
 * sound and effect controllers (0, 32, 7, 10, 70–79, 91–95) stay, and so does everything that RP-015 does not name. RP-015 (1999), from memory.
 */
export function resetValue(address: Message): number | null {
  switch (address.type) {
    case 'pitch-bend':
      return 8192;
    case 'channel-pressure':
    case 'poly-pressure':
      return 0;
    case 'cc':
      return address.number === 11 ? 127 : resetToNothing.has(address.number) ? 0 : null;
    default:
      return null;
  }
}

const resetToNothing: ReadonlySet<number> = new Set([1, 64, 65, 66, 67]);
