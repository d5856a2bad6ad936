// These packages ship their types beside a main file that they do not ship; what is used of them is stated here.
declare module '@tonaljs/midi' {
  export function midiToNoteName(midi: number, options?: { sharps?: boolean }): string;
}
declare module '@tonaljs/note' {
  export function midi(name: string): number | null;
}
// This one ships no types at all.
declare module 'munkres-js' {
  export default function munkres(costs: number[][]): [row: number, column: number][];
}
