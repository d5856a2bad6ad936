// What a translator makes of a word that goes through it, and of a message as the plan knows it.
import { clamp } from '../base';
import {
  addressKey,
  carrierOf,
  kindOf,
  type Message,
  makePut,
  messageSchema,
  noSysex,
  type PackedMessage,
  packedChannel,
  packedNote,
  packedNumber,
  packedStatus,
  packedType,
  packedValue,
  valueMax,
  withChannel,
} from '../midi';
import type { Translated, TranslatedType, Translator, TranslatorLine } from '../rig';
import { makeCurve } from '../values';

/** The words that leave for one that comes in, in their order. */
export type Translate = (word: PackedMessage) => readonly PackedMessage[];

/** A translator, compiled. `values`: those at which it can begin to make something else. */
export type Translating = Translate & { readonly values: readonly number[] };

/** Compiles a translator. The first line that fits is done; system messages go through as they are. */
export function compileTranslator({ lines, rest }: Translator): Translating {
  const made = lines.map(({ from, to }) => ({ from, to: to.map((output) => outputOf(from.type, output)) }));
  const translate: Translate = (word) => {
    if (packedStatus(word) >= 0xf0) return [word];
    const line = made.find(({ from }) => isAbout(from, word));
    if (!line) return rest === 'passes' ? [word] : [];
    const number = kindOf(line.from.type).number === null ? 0 : packedNumber(word);
    return line.to.flatMap((output) => output(word, packedChannel(word), number));
  };
  const steps = lines.flatMap(({ to }) => to.flatMap(({ values }) => (values.type === 'table' ? values.steps : [])));
  return Object.assign(translate, { values: [...new Set(steps.flatMap(({ upTo }) => [upTo, upTo + 1]))] });
}

/** Whether a line is about a word, whatever its value. */
const isAbout = ({ type, channel, lowest, highest }: TranslatorLine['from'], word: PackedMessage): boolean =>
  type === packedType(word) &&
  (channel === null || channel === packedChannel(word)) &&
  (kindOf(type).number === null || (packedNumber(word) >= lowest && packedNumber(word) <= highest));

/** Whether a translator lets a word through as it is, whatever its value: no line is about it. */
export const letsThrough = ({ lines, rest }: Translator, word: PackedMessage): boolean =>
  packedStatus(word) >= 0xf0 || (rest === 'passes' && !lines.some(({ from }) => isAbout(from, word)));

type Output = (word: PackedMessage, channel: number, number: number) => readonly PackedMessage[];

function outputOf(from: TranslatedType, { type, channel, number, shift, values }: Translated): Output {
  const most = valueMax(from);
  const value = valuesOf(values, most, valueMax(type));
  const numbered = kindOf(from).number !== null;
  return (word, ownChannel, ownNumber) => {
    const n = number ?? (numbered ? ownNumber + shift : Math.max(0, shift));
    if (n < 0 || n > 127) return [];
    // What carries no value counts as its largest; the end of a note stays one.
    const came = from === 'program' ? most : packedValue(word);
    const v = from === 'note' && type === 'note' && came === 0 ? 0 : value(came);
    const ch = channel ?? ownChannel;
    // Where it is let go nothing is chosen again.
    if (type === 'program' && v === 0) return [];
    return [wordOf(type, ch, n, v)];
  };
}

/** What becomes of a value 0–`most`, as one of 0–`highest`. */
function valuesOf(values: Translated['values'], most: number, highest: number): (value: number) => number {
  if (values.type === 'table') {
    const { steps } = values;
    return (v) => clamp((steps.find((s) => v <= s.upTo) ?? steps.at(-1))?.value ?? v, 0, highest);
  }
  const curve = makeCurve(values.curve);
  const [from, to] = [Math.min(values.from, highest), Math.min(values.to, highest)];
  return (v) => Math.round(from + (to - from) * curve(v / most));
}

function wordOf(type: TranslatedType, channel: number, number: number, value: number): PackedMessage {
  if (type === 'note') return packedNote(channel, number, value);
  const out: PackedMessage[] = [];
  makePut(plain(type, channel, number), false, noSysex)(value, out);
  return out[0] ?? 0;
}

const plain = (type: TranslatedType, channel: number, number: number): Message =>
  messageSchema.parse({ type, channel, number, bank: null });

/** The message that a word is by itself; null for what no plan names. */
export function messageIn(word: PackedMessage): Message | null {
  const type = packedType(word);
  if (type === 'other' || type === 'sysex') return null;
  const { success, data } = messageSchema.safeParse({
    type,
    channel: packedChannel(word),
    number: packedNumber(word),
    bank: null,
  });
  return success ? data : null;
}

/** Values at which it shows whether a translator leaves values alone. */
const probes = [0, 1, 64, 127];

/** What a message has become. */
export interface Became {
  readonly message: Message;
  /** Only a byte of it, without the others: another message. */
  readonly part: boolean;
  /** Whether a line changed anything of it. */
  readonly changed: boolean;
}

/**
 * The messages that a receiver can hear in place of one, each once: by its address alone, whatever its values. What several control changes carry arrives whole where
 * each of them only changes its channel or, of 14 bits, all of them their number alike; else as what its parts become. A program comes without its bank: that is
 * chosen by control changes of their own.
 */
export function translateMessage(translate: Translating, message: Message): readonly Became[] {
  const { family, sequence } = kindOf(message.type);
  if (family !== 'channel' || !('channel' in message)) return [{ message, part: false, changed: false }];
  const plain = message.type === 'program' ? { ...message, bank: null } : message;
  const most = valueMax(message.type);
  const words = wordsOf(plain, [0, ...translate.values.filter((v) => v < most), most]);
  const moved = words.map((word) => movedWhole(translate, word));
  const [first] = moved;
  const together = first && moved.every((m) => m?.channel === first.channel && m.by === first.by);
  if (together && first.by === 0) {
    const changed = first.channel !== message.channel;
    return [{ message: withChannel(plain, first.channel), part: false, changed }];
  }
  if (together && message.type === 'cc14') {
    const pair = messageSchema.safeParse({ ...message, channel: first.channel, number: message.number + first.by });
    if (pair.success) return [{ message: pair.data, part: false, changed: true }];
  }
  return once(words.flatMap(translate)).map((made) => ({ message: made, part: sequence !== null, changed: true }));
}

/** Where a word goes that is changed in nothing but its channel and number; null for every other one. */
function movedWhole(translate: Translate, word: PackedMessage): { readonly channel: number; readonly by: number } | null {
  const at = (w: PackedMessage): PackedMessage => w & ~0x7f;
  const [first] = translate(word);
  if (first === undefined || packedType(first) !== packedType(word)) return null;
  const single = packedType(word) === 'program';
  const same = (single ? [0] : probes).every((v) => {
    const out = translate(single ? word : at(word) | v);
    return out.length === 1 && out[0] === (single ? first : at(first) | v);
  });
  return same ? { channel: packedChannel(first), by: packedNumber(first) - packedNumber(word) } : null;
}

function wordsOf(message: Message, values: readonly number[]): readonly PackedMessage[] {
  const out: PackedMessage[] = [];
  const put = makePut(message, false, noSysex);
  for (const value of values) put(value, out);
  return [...new Set(out)];
}

function once(words: readonly PackedMessage[]): readonly Message[] {
  const found = new Map<number, Message>();
  for (const word of words) {
    const message = messageIn(word);
    if (message) found.set(addressKey(message), found.get(addressKey(message)) ?? message);
  }
  return [...found.values()];
}

/** What carries a message on a wire, and on which channel: 0 for none. */
export const carriedBy = (message: Message) =>
  ({ type: carrierOf(message.type), channel: 'channel' in message ? message.channel : 0 }) as const;
