// What one line of the sheet says, fact by fact. Every form of the sheet draws the same facts; none may leave one out.

/**
 * The facts of a line in the order in which they are read: where it stands, what is sent or heard, what is done with it. The word is what stands before
 * the fact where it has no column of its own, and over its column in tables.
 */
const factWords = {
  control: 'Control',
  parameter: 'Parameter',
  bank: 'Bank',
  page: 'Page',
  layer: 'Layer',
  gesture: 'On',
  with: 'Together with',
  within: 'Within',
  singles: 'Each alone',
  alsoBy: 'Also opened by',
  together: 'Needs',
  opens: 'Opens',
  stays: 'Open',
  made: 'Made in',
  reaches: 'Turns over',
  below: 'Where it has nothing',
  blinks: 'Blinks',
  signalBy: 'Signal',
  group: 'Group',
  switches: 'Switches',
  again: 'Pressed again',
  released: 'When released',
  latches: 'Sets latches',
  atStart: 'After switching on',
  preset: 'Preset',
  keeps: 'Keeps',
  rest: 'All else',
  part: 'Part',
  turn: 'On presses',
  port: 'Port',
  type: 'Type',
  channel: 'Ch',
  number: 'Number',
  bankBefore: 'Bank before it',
  bytes: 'Bytes',
  sentAs: 'Sent as',
  values: 'Values',
  back: 'The other way',
  fast: 'Turned fast',
  curve: 'Curve',
  text: 'Text',
  longText: 'Long text',
  colour: 'Colour',
  colourOff: 'Colour off',
  lightBy: 'Light follows',
  mode: 'Hears it as',
  coding: 'Coding',
  sets: 'Sets',
  by: 'Steps at once',
  chosenBy: 'On values',
  range: 'Range',
  takeover: 'Takeover',
  moves: 'Moves along',
  scope: 'Heard',
  kind: 'Kind of control',
  settings: 'Also set',
  needs: 'Only if',
  purpose: 'For',
  given: 'To enter',
  from: 'Comes from',
  before: 'Before',
  after: 'After',
  line: 'Line',
  becomes: 'Becomes',
  becomesChannel: 'On channel',
  becomesNumber: 'As number',
  becomesValues: 'With values',
  channels: 'Channels',
} as const;

export type FactName = keyof typeof factWords;

/** Every fact that a line can hold, in its order. */
export const factNames = Object.keys(factWords) as readonly FactName[]; // border: the keys of the table above

/** The word for a fact: at the head of its column, or before it. */
export const factWord = (name: FactName): string => factWords[name];

/** What is kept of a fact: numbers count as in the standard, things go by their ids. */
export type FactValue = string | number | boolean | null | readonly FactValue[];

export interface Fact {
  readonly name: FactName;
  readonly value: FactValue;
  /** As the device shows it, in the base in which it counts. */
  readonly text: string;
}

/** A fact; null where it is as usual and need not be said. */
export const fact = (name: FactName, value: FactValue, text: string): Fact => ({ name, value, text });

/** The facts that are there, in the order in which they are read. */
export function inOrder(facts: readonly (Fact | null)[]): readonly Fact[] {
  const there = facts.filter((f) => f !== null && f.text !== '') as Fact[]; // border: nulls are filtered out
  return there.sort((a, b) => rank[a.name] - rank[b.name]);
}

const rank = Object.fromEntries(factNames.map((name, i) => [name, i])) as Readonly<Record<FactName, number>>; // border: built from every name
