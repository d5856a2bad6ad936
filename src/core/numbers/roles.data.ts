// Roles of parameters and the control numbers that stand for them. Source: MIDI 1.0 control change table; 70–79 and 91–95 as named in
// General MIDI 2.

const numberOf: ReadonlyMap<string, number> = new Map([
  ['modulation', 1],
  ['breath', 2],
  ['foot', 4],
  ['portamento time', 5],
  ['volume', 7],
  ['balance', 8],
  ['pan', 10],
  ['expression', 11],
  ['sustain', 64],
  ['portamento', 65],
  ['sostenuto', 66],
  ['soft pedal', 67],
  ['legato', 68],
  ['resonance', 71],
  ['release', 72],
  ['attack', 73],
  ['cutoff', 74],
  ['decay', 75],
  ['vibrato rate', 76],
  ['vibrato depth', 77],
  ['vibrato delay', 78],
  ['reverb', 91],
  ['tremolo', 92],
  ['chorus', 93],
  ['detune', 94],
  ['phaser', 95],
]);

/**
 * The control number that the standard gives to a role; null for a role without one.
 * @example standardNumberOf('cutoff') // => 74
 */
export const standardNumberOf = (role: string): number | null => numberOf.get(role.trim().toLowerCase()) ?? null;

/** The role that a control number stands for; null for a number without one. */
export const roleOfNumber = (number: number): string | null => [...numberOf].find(([, n]) => n === number)?.[0] ?? null;
