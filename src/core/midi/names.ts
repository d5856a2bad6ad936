// Names of notes, and numbers as a given device shows them.

const pitchClasses = ['C', 'C♯', 'D', 'D♯', 'E', 'F', 'F♯', 'G', 'G♯', 'A', 'A♯', 'B'] as const;

/** Which octave a device gives to note 60 (middle C): C3, C4 or C5. Common practice, no source. */
export type MiddleC = 3 | 4 | 5;

/**
 * The name of a note 0–127 in a device's own octave count.
 * @example noteName(60, 4) // => 'C4'
 */
export function noteName(note: number, middleC: MiddleC): string {
  const pitch = pitchClasses[note % 12] ?? '?';
  const octave = Math.floor(note / 12) - 5 + middleC;
  return `${pitch}${octave < 0 ? `−${-octave}` : octave}`;
}

/**
 * The note number of a name such as `C#3`, `Db-1` or `F♯4`; null when it is no note or outside 0–127.
 * @example parseNote('C4', 4) // => 60
 */
export function parseNote(text: string, middleC: MiddleC): number | null {
  const match = /^([A-Ga-g])([#♯b♭]?)([-−]?\d{1,2})$/.exec(text.trim());
  if (!match) return null;
  const [, letter = 'C', accidental = '', octave = '0'] = match;
  const natural = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[letter.toUpperCase()] ?? 0;
  const shift = accidental === '' ? 0 : accidental === '#' || accidental === '♯' ? 1 : -1;
  const note = (Number(octave.replace('−', '-')) + 5 - middleC) * 12 + natural + shift;
  return note >= 0 && note <= 127 ? note : null;
}

/** How a device or program writes channels, programs and notes. */
export interface NumberStyle {
  readonly channelBase: 0 | 1;
  readonly programBase: 0 | 1;
  readonly notes: 'number' | 'name';
  readonly middleC: MiddleC;
}

/**
 * A channel 1–16 as the device shows it (0–15 where its base is 0).
 * @example showChannel(5, { channelBase: 0, programBase: 0, notes: 'number', middleC: 4 }) // => '4'
 */
export const showChannel = (channel: number, style: NumberStyle): string => String(channel - 1 + style.channelBase);

/** A program 0–127 as the device shows it (1–128 where its base is 1). */
export const showProgram = (program: number, style: NumberStyle): string => String(program + style.programBase);

/** A note as the device shows it: its number, or its name with the octave as the device counts. */
export const showNote = (note: number, style: NumberStyle): string =>
  style.notes === 'name' ? noteName(note, style.middleC) : String(note);
