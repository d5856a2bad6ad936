// The control change numbers of MIDI 1.0 with their names and what kind of number each is.
// Source: MIDI 1.0 Detailed Specification, table III and IIIa (control change and channel mode messages);
// names of 70–79 as in General MIDI 2. 33–63 are the low bytes of 1–31 and are derived in cc-table.ts.

export type CcClass =
  | 'bank' // 0, 32: bank select
  | 'data' // 6, 38, 96–101: parameter numbers and data entry, never plain controls
  | 'standard' // carries a meaning that instruments honour
  | 'general' // general purpose: defined, but left to the user
  | 'low-byte' // 33–63: low byte of n − 32
  | 'undefined' // free for any use
  | 'mode'; // 120–127: channel mode messages

/** Number, short name, name and class of each control number with a standard meaning (MIDI 1.0, control change messages). */
export const namedControls: ReadonlyArray<readonly [number, string, string, CcClass]> = [
  [0, 'Bank select', 'bank', 'bank'],
  [1, 'Modulation', 'mod', 'standard'],
  [2, 'Breath', 'breath', 'standard'],
  [4, 'Foot controller', 'foot', 'standard'],
  [5, 'Portamento time', 'porta time', 'standard'],
  [6, 'Data entry', 'data', 'data'],
  [7, 'Channel volume', 'volume', 'standard'],
  [8, 'Balance', 'balance', 'standard'],
  [10, 'Pan', 'pan', 'standard'],
  [11, 'Expression', 'expression', 'standard'],
  [12, 'Effect control 1', 'effect 1', 'standard'],
  [13, 'Effect control 2', 'effect 2', 'standard'],
  [16, 'General purpose 1', 'general 1', 'general'],
  [17, 'General purpose 2', 'general 2', 'general'],
  [18, 'General purpose 3', 'general 3', 'general'],
  [19, 'General purpose 4', 'general 4', 'general'],
  [32, 'Bank select, low byte', 'bank low', 'bank'],
  [38, 'Data entry, low byte', 'data low', 'data'],
  [64, 'Sustain', 'sustain', 'standard'],
  [65, 'Portamento on/off', 'porta', 'standard'],
  [66, 'Sostenuto', 'sostenuto', 'standard'],
  [67, 'Soft pedal', 'soft', 'standard'],
  [68, 'Legato', 'legato', 'standard'],
  [69, 'Hold 2', 'hold 2', 'standard'],
  [70, 'Sound variation', 'variation', 'standard'],
  [71, 'Resonance', 'resonance', 'standard'],
  [72, 'Release time', 'release', 'standard'],
  [73, 'Attack time', 'attack', 'standard'],
  [74, 'Cutoff', 'cutoff', 'standard'],
  [75, 'Decay time', 'decay', 'standard'],
  [76, 'Vibrato rate', 'vib rate', 'standard'],
  [77, 'Vibrato depth', 'vib depth', 'standard'],
  [78, 'Vibrato delay', 'vib delay', 'standard'],
  [79, 'Sound controller 10', 'sound 10', 'general'],
  [80, 'General purpose 5', 'general 5', 'general'],
  [81, 'General purpose 6', 'general 6', 'general'],
  [82, 'General purpose 7', 'general 7', 'general'],
  [83, 'General purpose 8', 'general 8', 'general'],
  [84, 'Portamento control', 'porta ctl', 'standard'],
  [88, 'High-resolution velocity prefix', 'hi-res vel', 'standard'],
  [91, 'Reverb depth', 'reverb', 'standard'],
  [92, 'Tremolo depth', 'tremolo', 'standard'],
  [93, 'Chorus depth', 'chorus', 'standard'],
  [94, 'Detune depth', 'detune', 'standard'],
  [95, 'Phaser depth', 'phaser', 'standard'],
  [96, 'Data increment', 'data +', 'data'],
  [97, 'Data decrement', 'data −', 'data'],
  [98, 'NRPN, low byte', 'NRPN low', 'data'],
  [99, 'NRPN, high byte', 'NRPN', 'data'],
  [100, 'RPN, low byte', 'RPN low', 'data'],
  [101, 'RPN, high byte', 'RPN', 'data'],
  [120, 'All sound off', 'sound off', 'mode'],
  [121, 'Reset all controllers', 'reset all', 'mode'],
  [122, 'Local control', 'local', 'mode'],
  [123, 'All notes off', 'notes off', 'mode'],
  [124, 'Omni off', 'omni off', 'mode'],
  [125, 'Omni on', 'omni on', 'mode'],
  [126, 'Mono', 'mono', 'mode'],
  [127, 'Poly', 'poly', 'mode'],
];
