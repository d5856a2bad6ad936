// What a kind of message is: everything that the rest of the program asks of one, in one place for each kind.
import type * as z from 'zod';
import type { MiddleC, NumberStyle } from '../names';
import type { PackedMessage } from '../packed';
import type { SysexTable } from '../sysex';

/** Writes the words that carry a value at the end of a list. What a counter gives its number takes that from it. */
export type Put = (value: number, out: PackedMessage[]) => void;

/** What the standard makes of a number. */
export interface NumberEntry {
  /** In a few characters; empty where there is nothing to say. */
  readonly short: string;
  readonly name: string;
  /** Free for any use; with a meaning that somebody may honour; or never a plain control. */
  readonly use: 'free' | 'meaning' | 'reserved';
  /** A sentence on it; empty where there is nothing to say. */
  readonly note: string;
}

/** The number that tells messages of one kind apart. */
export interface NumberFacts {
  /** The largest number: 127 or 16383. The schema of the kind may leave out some below it. */
  readonly most: 127 | 16383;
  /** The number as a device shows it. */
  readonly show: (number: number, style: NumberStyle) => string;
  /** The number that a text other than digits stands for, as the device writes it; null when it is none. */
  readonly read: (text: string, style: NumberStyle) => number | null;
  /** What to say of a number that the kind does not take. */
  readonly refusal: string;
  /** What a number means or how else it is written; empty where there is nothing to say. */
  readonly title: (number: number) => string;
  /** What stands beside a number in a table of them. */
  readonly entry: (number: number, middleC: MiddleC) => NumberEntry;
}

/** A field of a message beside channel and number, as text. */
export interface ExtraField<M> {
  /** The word before it in the sentence; empty for none. */
  readonly lead: string;
  readonly label: string;
  readonly title: string;
  readonly wide: boolean;
  readonly show: (message: M) => string;
  /** The fields of the message with what was typed in; the schema says whether they hold. Null when the text cannot be read. */
  readonly read: (message: M, text: string) => object | null;
  readonly refusal: string;
}

/** Control changes on the message's own channel under which a receiver can hear it too. */
export interface HeardAs {
  readonly controls: readonly number[];
  /** Numbers of 14-bit controls that it is a byte of. */
  readonly pairs: readonly number[];
}

export interface MessageKind<S extends z.ZodObject = z.ZodObject, M = z.infer<S>> {
  readonly schema: S;
  /** What identifies a message of this kind; the value comes from the behaviour. */
  readonly family: 'channel' | 'exclusive' | 'common' | 'real-time';
  /** In full, for sheets and lists. */
  readonly name: string;
  /** In a sentence. */
  readonly word: string;
  /** In a few characters, for tape and tables; numbers from 0. */
  short(message: M): string;
  /** Null where messages of the kind have no number. */
  readonly number: NumberFacts | null;
  readonly extras: readonly ExtraField<M>[];
  /** The largest value: 16383 for 14-bit kinds, 127 for the others (MIDI 1.0). */
  readonly most: 127 | 16383;
  /** What travels beside the address: a value; nothing, where the number itself is what is chosen; or nothing at all. */
  readonly carries: 'value' | 'choice' | 'nothing';
  /** From which value on it counts as on: the receiver's threshold, or 1 where 0 is its own end (notes). */
  readonly onFrom: 'threshold' | 1;
  /** Whether it makes sound by itself: what a wire for notes lets through. */
  readonly plays: boolean;
  /** Status bytes (without the channel) of the one word that it is; none for what several control changes carry together. */
  readonly statuses: readonly number[];
  /** How several control changes carry it; null for what is one word. */
  readonly sequence: 'pair' | 'parameter' | null;
  heardAs(message: M): HeardAs;
  /** Compiles the way out. `stepped`: the value is the number of a program; of a note its number × 128, and its velocity. SysEx is found in the table. */
  put(message: M, stepped: boolean, sysex: SysexTable): Put;
  /** A word of this kind in the trade's terms, without its channel; empty where the kind is no word. */
  say(word: PackedMessage, sysex: readonly (readonly number[])[]): string;
}

/** Declares a kind; keeps the type of its schema. */
export const defineKind = <S extends z.ZodObject>(kind: MessageKind<S>): MessageKind<S> => kind;

const inDigits: Pick<NumberFacts, 'show' | 'read' | 'title' | 'entry'> = {
  show: String,
  read: () => null,
  title: () => '',
  entry: () => ({ short: '', name: 'free', use: 'free', note: '' }),
};

/** A number of one data byte. */
export const sevenBitNumber: NumberFacts = { most: 127, ...inDigits, refusal: 'Enter a number from 0 to 127.' };
/** A number of two data bytes. */
export const fourteenBitNumber: NumberFacts = { most: 16383, ...inDigits, refusal: 'Enter a number from 0 to 16383.' };

/** What most kinds have in common: a value of seven bits in one word on a channel. */
export const plainKind = {
  family: 'channel',
  extras: [],
  most: 127,
  carries: 'value',
  onFrom: 'threshold',
  plays: false,
  sequence: null,
  heardAs: (): HeardAs => ({ controls: [], pairs: [] }),
} as const;
