// What counts as the same: messages that differ on the wire and leave a receiver the same (law 9). Each has its source; a passing and a failing example
// of each stands in received.test.ts.

export interface Equivalence {
  readonly id: string;
  /** For the player, as a sentence. */
  readonly words: string;
  readonly source: string;
}

/** What counts as the same for a receiver. */
export const equivalences = [
  {
    id: 'note-off',
    words: 'A note ends by its own message, with whatever velocity, or by a strike with velocity 0.',
    source: 'MIDI 1.0, "Note off"',
  },
  {
    id: 'running-status',
    words: 'A message may leave out its first byte where the one before had the same.',
    source: 'MIDI 1.0, "Running status"',
  },
  {
    id: 'high-byte',
    words: 'Of a 14-bit value only the low byte comes where the high byte stays.',
    source: 'MIDI 1.0, "Control change", controllers 0 to 63',
  },
  {
    id: 'bank-unchanged',
    words: 'The bank before a program is left out where it is selected already.',
    source: 'MIDI 1.0, "Bank select"',
  },
  {
    id: 'parameter-unchanged',
    words: 'The number of an NRPN or RPN is left out where it is chosen already.',
    source: 'MIDI 1.0, "Registered and non-registered parameter numbers"',
  },
  {
    id: 'system',
    words: 'Clock and active sensing may come between anything.',
    source: 'MIDI 1.0, "System real time"',
  },
  {
    id: 'besides',
    words: 'Pressure and touches that nobody planned, and messages of other units on the same port, are listed and fail nothing.',
    source: 'Common practice, no source',
  },
] as const satisfies readonly Equivalence[];
