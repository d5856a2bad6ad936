// How every form of the sheet lays a line out in columns. What has no column stands under *Also* with its word before it: nothing can be left out.
import { type FactName, factWord } from './fact';
import { type SheetLine, textOf } from './line';

export interface SheetColumn {
  readonly head: string;
  readonly facts: readonly FactName[];
  /** Digits, to be written in a face whose figures stand below each other. */
  readonly figures: boolean;
}

const column = (head: string, facts: readonly FactName[], figures = false): SheetColumn => ({ head, facts, figures });

const message: readonly SheetColumn[] = [
  column(factWord('type'), ['type']),
  column(factWord('channel'), ['channel'], true),
  column(factWord('number'), ['number'], true),
];

/** The facts of a place: bank, page and layer; of a layer, what it is called. */
export const placeColumn: readonly FactName[] = ['bank', 'page', 'layer', 'opens'];

/** What is entered in a controller. */
export const controllerColumns: readonly SheetColumn[] = [
  column(factWord('control'), ['control']),
  column('Place', placeColumn),
  column(factWord('gesture'), ['gesture', 'stays']),
  ...message,
  column(factWord('values'), ['values']),
  column(factWord('purpose'), ['purpose']),
];

/** What is entered in a target. */
export const targetColumns: readonly SheetColumn[] = [
  column(factWord('parameter'), ['parameter', 'opens']),
  // What a preset keeps has no message: its name stands in that place.
  column(factWord('type'), ['type', 'preset']),
  ...message.slice(1),
  column(factWord('mode'), ['mode', 'coding', 'stays']),
  column(factWord('range'), ['sets', 'range']),
  column(factWord('from'), ['from']),
];

/** What is set up in a translator. */
export const translatorColumns: readonly SheetColumn[] = [
  column(factWord('line'), ['line']),
  ...message,
  column(factWord('becomes'), ['becomes']),
  column(factWord('becomesChannel'), ['becomesChannel']),
  column(factWord('becomesNumber'), ['becomesNumber']),
  column(factWord('becomesValues'), ['becomesValues']),
];

/** The cells of a line in some columns: bank, page and layer of a place with a dot between, anything else with a comma. */
export const cellsOf = (line: SheetLine, columns: readonly SheetColumn[]): readonly string[] =>
  columns.map(({ facts }) => together(line, facts));

/** Some facts of a line as one text. */
export function together(line: SheetLine, facts: readonly FactName[]): string {
  return facts
    .map((name) => textOf(line, name))
    .filter((t) => t !== '')
    .join(facts[0] === 'bank' ? ' · ' : ', ');
}

/** The facts of a line that none of the columns holds, each with its word. */
export function alsoOf(
  line: SheetLine,
  columns: readonly SheetColumn[],
): readonly { readonly word: string; readonly text: string }[] {
  const held = new Set(columns.flatMap((c) => c.facts));
  return line.facts.filter((f) => !held.has(f.name)).map((f) => ({ word: factWord(f.name), text: f.text }));
}

/** The same in one text: `Text: LOOM; Part: 1 of 2`. */
export const alsoWords = (line: SheetLine, columns: readonly SheetColumn[]): string =>
  alsoOf(line, columns)
    .map(({ word, text }) => `${word}: ${text}`)
    .join('; ');
