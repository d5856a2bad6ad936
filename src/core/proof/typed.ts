// What arrived, typed in from another monitor: one message a line, in words or as bytes in hexadecimal.
import {
  decodeAll,
  type HeardMessage,
  makePut,
  messageSchema,
  noSysex,
  type PackedMessage,
  packedNote,
  packedRealTime,
} from '../midi';

export interface TypedLines {
  readonly heard: readonly HeardMessage[];
  /** Lines that cannot be read, by number from 1, with what would be. */
  readonly bad: readonly { readonly line: number; readonly text: string; readonly why: string }[];
}

/** Between typed messages, in milliseconds: nobody writes down when they came. */
const APART_MS = 100;
const MOST = 2000;

const wordsLine =
  /^(cc|control|note|program|pc|bend|pressure)\s*(\d+)?\s*(on|off)?\s*(?:=\s*)?([+−-]?\d+)?\s*,?\s*(?:ch(?:annel)?\s*(\d+))?$/i;
const EXAMPLE =
  'write “CC 104 = 127, ch 5”, “Note 36 on 100, ch 10”, “Note 36 off, ch 10”, “Program 4, ch 1” or bytes like “B4 68 7F”';

/**
 * Reads lines such as `CC 104 = 127, ch 5`, `Note 36 on 100, ch 10`, `Program 4, ch 1`, `Bend +100, ch 1`, `Pressure 90, ch 1`, or
 * bytes in hexadecimal. Numbers count from 0, channels from 1. Empty lines are passed over; at most 2000 messages are taken.
 */
export function readTyped(text: string): TypedLines {
  const heard: HeardMessage[] = [];
  const bad: { line: number; text: string; why: string }[] = [];
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = raw.trim();
    if (line === '' || heard.length >= MOST) return;
    const words = hexLine(line) ?? spokenLine(line);
    if (words === null) bad.push({ line: i + 1, text: line.slice(0, 80), why: EXAMPLE });
    else for (const word of words) heard.push({ atMs: heard.length * APART_MS, word });
  });
  return { heard, bad };
}

function hexLine(line: string): readonly PackedMessage[] | null {
  if (!/^([0-9a-f]{2}\s*)+$/i.test(line)) return null;
  const bytes = (line.match(/[0-9a-f]{2}/gi) ?? []).map((b) => Number.parseInt(b, 16));
  if ((bytes[0] ?? 0) < 0x80) return null;
  const words = decodeAll(bytes).flatMap((event): PackedMessage[] =>
    event.type === 'channel' ? [event.word] : event.type === 'real-time' ? [packedRealTime(event.status)] : [],
  );
  return words.length > 0 ? words : null;
}

function spokenLine(line: string): readonly PackedMessage[] | null {
  const bare = line.toLowerCase();
  if (bare === 'start' || bare === 'stop' || bare === 'continue')
    return [packedRealTime({ start: 0xfa, continue: 0xfb, stop: 0xfc }[bare])];
  const found = wordsLine.exec(line);
  if (!found) return null;
  const [, kind = '', first, on, second, ch = '1'] = found;
  const channel = Number(ch);
  const number = first === undefined ? null : Number(first);
  const value = second === undefined ? null : Number(second.replace('−', '-'));
  const put = (raw: unknown, v: number | null, max: number): readonly PackedMessage[] | null => {
    const message = messageSchema.safeParse(raw);
    if (!message.success || v === null || v < 0 || v > max) return null;
    const words: PackedMessage[] = [];
    makePut(message.data, false, noSysex)(v, words);
    return words;
  };
  switch (kind.toLowerCase()) {
    case 'cc':
    case 'control':
      return put({ type: 'cc', channel, number }, value, 127);
    case 'note': {
      if (on === undefined && value === null) return null;
      const velocity = on?.toLowerCase() === 'off' ? 0 : (value ?? 127);
      const message = messageSchema.safeParse({ type: 'note', channel, number });
      return message.success && message.data.type === 'note' && velocity >= 0 && velocity <= 127
        ? [packedNote(message.data.channel, message.data.number, velocity)]
        : null;
    }
    case 'program':
    case 'pc':
      return value === null ? put({ type: 'program', channel, number, bank: null }, 0, 127) : null;
    case 'bend':
      return put({ type: 'pitch-bend', channel }, (value ?? number ?? -1) + 8192, 16383);
    default:
      return put({ type: 'channel-pressure', channel }, value ?? number, 127);
  }
}
