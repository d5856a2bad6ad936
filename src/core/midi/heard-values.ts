// Which values of a message are heard at an address that is not its own: a byte of it, or what it is a byte of.
import { addressKey, kindOf, type Message, makePut, packedKey, valueMax } from './message';
import { type PackedMessage, packedValue } from './packed';
import type { Listening } from './sequences';

/** Some values, both ends among them. */
export interface ValueRange {
  readonly from: number;
  readonly to: number;
}

/**
 * The values of a message (0–127 or 0–16383) for which one from `heard` arrives at an address: the message's own, that of a control change that carries a
 * byte of it, or that of a 14-bit control that it is a byte of. Empty where none does, whatever is sent. A low byte is heard together with a high byte that
 * came before (`tops` says which can, 0–127), a high byte by itself with the low byte 0 (MIDI 1.0, "Control change"), and only where each byte acts.
 */
export function valuesArriving(
  message: Message,
  address: Message,
  heard: ValueRange,
  when: Listening['when'],
  tops: (high: number) => boolean = () => true,
): readonly ValueRange[] {
  if (addressKey(message) === addressKey(address)) {
    const whole = kindOf(message.type).sequence !== null && when === 'act-on-each';
    return whole ? [heard, ...highBytes(heard).map(({ from, to }) => ({ from: from * 128, to: to * 128 + 127 }))] : [heard];
  }
  if (address.type === 'cc14' && message.type === 'cc') {
    if (message.number === address.number) return when === 'act-on-each' ? highBytes(heard) : [];
    return lowBytes(heard, tops);
  }
  return address.type === 'cc' ? ofByte(message, addressKey(address), heard) : [heard];
}

/** High bytes that are heard among some values by themselves, the low byte being 0. */
function highBytes({ from, to }: ValueRange): readonly ValueRange[] {
  const range = { from: Math.ceil(from / 128), to: Math.floor(to / 128) };
  return range.from <= range.to ? [range] : [];
}

/** Low bytes that are heard among some values together with a high byte that can come before. */
function lowBytes({ from, to }: ValueRange, tops: (high: number) => boolean): readonly ValueRange[] {
  const found: ValueRange[] = [];
  for (let high = from >> 7; high <= to >> 7; high++)
    if (tops(high)) found.push({ from: Math.max(0, from - high * 128), to: Math.min(127, to - high * 128) });
  return found;
}

/** Values of a message for which one of its words carries one of some values at a control change. */
function ofByte(message: Message, key: number, heard: ValueRange): readonly ValueRange[] {
  const { from } = heard;
  const to = Math.min(127, heard.to);
  if (from > to) return [];
  const put = makePut(message, false);
  const at = (value: number): readonly PackedMessage[] => {
    const words: PackedMessage[] = [];
    put(value, words);
    return words;
  };
  const [none, low, high] = [at(0), at(1), at(128)];
  const found: ValueRange[] = [];
  none.forEach((word, i) => {
    if (packedKey(word) !== key) return;
    const carries = (words: readonly PackedMessage[]): boolean =>
      words[i] !== undefined && packedValue(words[i]) !== packedValue(word);
    if (carries(high)) found.push({ from: from * 128, to: to * 128 + 127 });
    else if (carries(low)) for (let top = 0; top < 128; top++) found.push({ from: top * 128 + from, to: top * 128 + to });
    else if (packedValue(word) >= from && packedValue(word) <= to) found.push({ from: 0, to: valueMax(message.type) });
  });
  return found;
}
