// Translators on wires: put on, changed line by line, taken off; and how a player writes numbers and values in their lines.
import { kindOf, u7, u14, valueMax } from '../midi';
import { batch, type Edit, type Translated, type Translator, type TranslatorLine, type Wire } from '../rig';
import { straight } from '../values';
import { patch } from './shared';

/** Most lines of one translator, and most messages that one line makes. */
const MOST_LINES = 64;
const MOST_MADE = 8;
/** A control change that the standard leaves undefined (MIDI 1.0, table III). */
const FREE_NUMBER = 20;

/** A message made as it came: the same kind, channel, number and value. */
const plainOutput = (type: Translated['type']): Translated => ({
  type,
  channel: null,
  number: null,
  shift: 0,
  values: { type: 'ends', from: u14(0), to: u14(valueMax(type)), curve: straight },
});

function put(wire: Wire, translator: Wire['translator'], label: string): Edit | null {
  const edits = patch('wires', wire, { translator });
  return edits.length === 0 ? null : batch(label, edits);
}

/** Puts a translator on a wire that lets everything through until it has lines. */
export const addTranslator = (wire: Wire): Edit | null =>
  put(wire, { name: '', lines: [], rest: 'passes' }, 'Put a translator on a wire');

/** Takes a translator off its wire. */
export const removeTranslator = (wire: Wire): Edit | null => put(wire, null, 'Take a translator off');

/** Changes what a translator is called and what becomes of the rest; null where nothing changes. */
export const changeTranslator = (wire: Wire, changes: Partial<Translator>): Edit | null =>
  wire.translator && put(wire, { ...wire.translator, ...changes }, 'Change a translator');

const withLines = (wire: Wire, change: (lines: readonly TranslatorLine[]) => readonly TranslatorLine[]): Edit | null =>
  wire.translator && changeTranslator(wire, { lines: [...change(wire.translator.lines)] });

/** One more line at the end: control changes of one number, as they came. Null where there are as many as there can be. */
export function addTranslatorLine(wire: Wire): Edit | null {
  const lines = wire.translator?.lines ?? [];
  if (lines.length >= MOST_LINES) return null;
  const taken = lines.flatMap(({ from }) => (from.type === 'cc' ? [from.highest] : []));
  const next = u7(Math.min(127, Math.max(19, ...taken) + 1));
  return withLines(wire, (all) => [
    ...all,
    { from: { type: 'cc', channel: null, lowest: next, highest: next }, to: [plainOutput('cc')] },
  ]);
}

/** Changes what a line is about. Another kind makes the same of itself, as long as nothing else was said. */
export const changeLineFrom = (wire: Wire, at: number, changes: Partial<TranslatorLine['from']>): Edit | null =>
  withLines(wire, (lines) =>
    lines.map((line, i) => {
      if (i !== at) return line;
      const from = { ...line.from, ...changes };
      const untouched = JSON.stringify(line.to) === JSON.stringify([plainOutput(line.from.type)]);
      return { from, to: untouched ? [plainOutput(from.type)] : line.to };
    }),
  );

/** Changes one message that a line makes; of another kind its values go over all of that. */
export const changeMade = (wire: Wire, at: number, output: number, changes: Partial<Translated>): Edit | null =>
  withLines(wire, (lines) =>
    lines.map((line, i) =>
      i !== at
        ? line
        : {
            ...line,
            to: line.to.map((to, j): Translated => {
              if (j !== output) return to;
              const type = changes.type ?? to.type;
              const other = valueMax(type) !== valueMax(to.type);
              // What has no number of its own gets one that means nothing by itself.
              const none = hasNumber(type) && !hasNumber(line.from.type) && changes.type !== undefined && to.number === null;
              return {
                ...to,
                ...changes,
                ...(other ? { values: plainOutput(type).values } : {}),
                ...(none ? { number: u7(FREE_NUMBER) } : {}),
              };
            }),
          },
    ),
  );

/** One more message made by a line: it is split. Null where there are as many as there can be. */
export function addMade(wire: Wire, at: number): Edit | null {
  const line = wire.translator?.lines[at];
  if (!line || line.to.length >= MOST_MADE) return null;
  return withLines(wire, (lines) => lines.map((l, i) => (i === at ? { ...l, to: [...l.to, plainOutput(l.from.type)] } : l)));
}

/** One message less; a line that makes none stops what fits it. */
export const removeMade = (wire: Wire, at: number, output: number): Edit | null =>
  withLines(wire, (lines) => lines.map((l, i) => (i === at ? { ...l, to: l.to.filter((_, j) => j !== output) } : l)));

/** Takes a line out. */
export const removeTranslatorLine = (wire: Wire, at: number): Edit | null =>
  withLines(wire, (lines) => lines.filter((_, i) => i !== at));

/** Moves a line up or down: the first that fits is done. Null at the ends. */
export function moveTranslatorLine(wire: Wire, at: number, by: -1 | 1): Edit | null {
  const line = wire.translator?.lines[at];
  const to = at + by;
  if (!line || to < 0 || to >= (wire.translator?.lines.length ?? 0)) return null;
  return withLines(wire, (lines) => {
    const rest = lines.filter((_, i) => i !== at);
    return [...rest.slice(0, to), line, ...rest.slice(to)];
  });
}

/**
 * Numbers that a line is about, as text: `20`, `20-27`; empty for all.
 * @example writeNumbers({ lowest: u7(20), highest: u7(27) }) // => '20-27'
 */
export const writeNumbers = ({ lowest, highest }: Pick<TranslatorLine['from'], 'lowest' | 'highest'>): string =>
  lowest === 0 && highest === 127 ? '' : lowest === highest ? String(lowest) : `${lowest}-${highest}`;

/** The inverse of `writeNumbers`; null for what are no numbers 0–127. */
export function readNumbers(text: string): Pick<TranslatorLine['from'], 'lowest' | 'highest'> | null {
  if (text.trim() === '') return { lowest: u7(0), highest: u7(127) };
  const match = /^\s*(\d{1,3})(?:\s*[-–]\s*(\d{1,3}))?\s*$/.exec(text);
  const low = Number(match?.[1]);
  const high = match?.[2] === undefined ? low : Number(match[2]);
  return match && low <= high && high <= 127 ? { lowest: u7(low), highest: u7(high) } : null;
}

/**
 * The number that is made, as text: `60`; `+12` or `-12` from the one that came; empty for the same.
 * @example writeNumber({ number: null, shift: -12 }) // => '-12'
 */
export const writeNumber = ({ number, shift }: Pick<Translated, 'number' | 'shift'>): string =>
  number !== null ? String(number) : shift === 0 ? '' : `${shift > 0 ? '+' : '-'}${Math.abs(shift)}`;

/** The inverse of `writeNumber`; null for what is no number 0–127 and no step up to 127. */
export function readNumber(text: string): Pick<Translated, 'number' | 'shift'> | null {
  if (text.trim() === '') return { number: null, shift: 0 };
  const match = /^\s*([+\-−–]?)\s*(\d{1,3})\s*$/.exec(text);
  const n = Number(match?.[2]);
  if (!match || n > 127) return null;
  if (match[1] === '') return { number: u7(n), shift: 0 };
  return { number: null, shift: n === 0 ? 0 : match[1] === '+' ? n : -n };
}

/**
 * What becomes of values, as text: `0-127` from the lowest to the largest; or steps, each with the largest value that it takes: `63:0, 127:127`.
 * @example writeValues({ type: 'ends', from: u14(20), to: u14(100), curve: straight }) // => '20-100'
 */
export const writeValues = (values: Translated['values']): string =>
  values.type === 'ends' ? `${values.from}-${values.to}` : values.steps.map((s) => `${s.upTo}:${s.value}`).join(', ');

/** The inverse of `writeValues` for a message of a kind; the curve of before is kept. Null for what does not read so, or goes past the largest value of the kind. */
export function readValues(text: string, type: Translated['type'], before: Translated['values']): Translated['values'] | null {
  const most = valueMax(type);
  const ends = /^\s*(\d{1,5})\s*[-–]\s*(\d{1,5})\s*$/.exec(text);
  if (ends) {
    const [from, to] = [Number(ends[1]), Number(ends[2])];
    if (Math.max(from, to) > most) return null;
    return { type: 'ends', from: u14(from), to: u14(to), curve: before.type === 'ends' ? before.curve : straight };
  }
  const steps = text.split(',').map((part) => /^\s*(\d{1,5})\s*:\s*(\d{1,5})\s*$/.exec(part));
  if (steps.length > 128) return null;
  const read = steps.flatMap((m) => {
    const [upTo, value] = [Number(m?.[1]), Number(m?.[2])];
    return m && upTo <= 16383 && value <= most ? [{ upTo: u14(upTo), value: u14(value) }] : [];
  });
  return read.length === steps.length && read.length > 0 ? { type: 'table', steps: read } : null;
}

/** Whether a kind of message has a number that a line can name. */
export const hasNumber = (type: Translated['type']): boolean => kindOf(type).number !== null;
