// What a template may do with a value: its own filters, and those of the language that are let through.
import { noteName } from '@/core/midi';

/** Numbers as devices write them. A value that is no number comes out as it went in. */
export const ownFilters: Readonly<Record<string, (value: unknown, ...args: readonly unknown[]) => unknown>> = {
  /** Channels and programs that count from 0: `{{ line.message.channel | zero_based }}`. */
  zero_based: (value) => (isNumber(value) ? value - 1 : value),
  /** Hexadecimal with at least two digits, or as many as are said: `{{ 10 | hex }}` is `0A`. */
  hex: (value, digits) =>
    isNumber(value)
      ? Math.trunc(value)
          .toString(16)
          .toUpperCase()
          .padStart(isNumber(digits) ? digits : 2, '0')
      : value,
  /** A key by its name, middle C being C3, C4 or C5 as is said (C3 where nothing is). */
  note_name: (value, middleC) =>
    isNumber(value) && value >= 0 && value <= 127 && Number.isInteger(value)
      ? noteName(value, middleC === 4 || middleC === 5 ? middleC : 3)
      : value,
  /** A part of a range as a percentage: `{{ line.from | percent: line.lowest, line.highest }}`. */
  percent: (value, lowest, highest) =>
    isNumber(value) && isNumber(lowest) && isNumber(highest) && highest > lowest
      ? Math.round(((value - lowest) / (highest - lowest)) * 1000) / 10
      : value,
};

const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);

/** Filters of the language that are let through; every other one is unknown. */
export const letThrough: readonly string[] = [
  'abs',
  'append',
  'at_least',
  'at_most',
  'capitalize',
  'ceil',
  'compact',
  'concat',
  'default',
  'divided_by',
  'downcase',
  'escape',
  'first',
  'floor',
  'join',
  'json',
  'last',
  'lstrip',
  'map',
  'minus',
  'modulo',
  'newline_to_br',
  'plus',
  'prepend',
  'remove',
  'remove_first',
  'replace',
  'replace_first',
  'reverse',
  'round',
  'rstrip',
  'size',
  'slice',
  'sort',
  'sort_natural',
  'split',
  'strip',
  'strip_newlines',
  'sum',
  'times',
  'truncate',
  'uniq',
  'upcase',
  'url_encode',
  'where',
];

/** Tags that are let through: none of them reads a file or another template. */
export const tagsLetThrough: readonly string[] = [
  'assign',
  'break',
  'capture',
  'case',
  'comment',
  'continue',
  'cycle',
  'decrement',
  'echo',
  'for',
  'if',
  'increment',
  'raw',
  'tablerow',
  'unless',
  '#',
];
