// The lines of a translator: one for each message that it makes, in the order in which it looks at them, and what becomes of everything else.
import { kindOf } from '../midi';
import { type RigIndex, stands, type Translated, type TranslatedType, type TranslatorLine, type Wire } from '../rig';
import { curveValue, curveWords } from './exact';
import { type Fact, type FactName, fact, inOrder } from './fact';
import { type SheetLine, textOf } from './line';
import { toldApart } from './names';
import type { Naming } from './naming';

/** A wire that a translator stands on. */
export interface TranslatorSheet {
  readonly wire: Wire;
  /** The name of the translator and the wire, told apart. */
  readonly name: string;
  readonly lines: readonly SheetLine[];
}

/** The translators of a rig in the order of their wires. Channels count from 1, numbers and programs from 0, notes by number: nobody knows how a translator shows them. */
export function translatorSheets(index: RigIndex, naming: Naming): readonly TranslatorSheet[] {
  const { rig } = index;
  const end = ({ unitId: id, port }: Wire['from']): string => `${unit(id)}${port === '' ? '' : ` ${port}`}`;
  const unit = (id: string): string => (rig.controllers.some((c) => c.id === id) ? naming.controller(id) : naming.target(id));
  const wires = rig.wires.filter((w) => w.translator !== null);
  const names = toldApart(
    wires.map(({ id, from, to, translator }) => ({
      id,
      name: `${translator?.name || 'Translator'} between ${end(from)} and ${end(to)}`,
    })),
  );
  return wires.map((wire) => ({ wire, name: names.get(wire.id) ?? '?', lines: linesOf(wire, stands(index, wire)) }));
}

function linesOf(wire: Wire, entered: boolean): readonly SheetLine[] {
  const lineOf = (key: string, facts: readonly (Fact | null)[]): SheetLine => ({
    key: `${wire.id} ${key}`,
    of: { type: 'translator', wire, rest: key === REST },
    facts: inOrder(facts),
    limits: [],
    entered,
    fresh: [],
  });
  const { translator } = wire;
  if (translator === null) return [];
  const made = translator.lines.flatMap((line, at): readonly SheetLine[] =>
    (line.to.length === 0 ? [null] : line.to).map((to, output) =>
      lineOf(`${at} ${output}`, [fact('line', at, String(at + 1)), ...readFacts(line), ...madeFacts(line.from.type, to)]),
    ),
  );
  const rest = translator.rest === 'passes' ? 'goes through as it is' : 'is stopped';
  return [...made, lineOf(REST, [fact('line', null, 'everything else'), fact('becomes', translator.rest, rest)])];
}

/** The line of what becomes of everything else. */
const REST = 'rest';

/** What a line is about. */
function readFacts({ from }: TranslatorLine): readonly (Fact | null)[] {
  const { type, channel, lowest, highest } = from;
  const numbers = lowest === 0 && highest === 127 ? 'all' : lowest === highest ? String(lowest) : `${lowest} to ${highest}`;
  return [
    fact('type', type, kindOf(type).name),
    fact('channel', channel, channel === null ? 'all' : String(channel)),
    kindOf(type).number === null ? null : fact('number', [lowest, highest], numbers),
  ];
}

/** What becomes of it; null: it is stopped. */
function madeFacts(from: TranslatedType, to: Translated | null): readonly (Fact | null)[] {
  if (to === null) return [fact('becomes', null, 'nothing: it is stopped')];
  const { type, channel, values } = to;
  const table = values.type === 'table' ? values.steps.map((s) => `up to ${s.upTo}: ${s.value}`).join(', ') : '';
  return [
    fact('becomes', type, kindOf(type).name),
    fact('becomesChannel', channel, channel === null ? 'as it came' : String(channel)),
    kindOf(type).number === null ? null : fact('becomesNumber', [to.number, to.shift], numberWords(from, to)),
    fact(
      'becomesValues',
      values.type === 'ends' ? ['ends', values.from, values.to] : ['table', ...values.steps.map((s) => [s.upTo, s.value])],
      values.type === 'ends' ? `${values.from} to ${values.to}` : table,
    ),
    values.type === 'ends' ? fact('curve', curveValue(values.curve), curveWords(values.curve)) : null,
  ];
}

function numberWords(from: TranslatedType, { number, shift }: Translated): string {
  if (number !== null) return String(number);
  if (kindOf(from).number === null) return String(Math.max(0, shift));
  return shift === 0 ? 'as it came' : `as it came, ${shift > 0 ? 'plus' : 'minus'} ${Math.abs(shift)}`;
}

/** `Line 1: Control change 20 to 27, channel all, becomes Note 60, channel 5, with values 0 to 127`. */
export function translatorWords(line: SheetLine): string {
  const say = (name: FactName, before = ''): string => (textOf(line, name) === '' ? '' : `${before}${textOf(line, name)}`);
  const came = [`${say('type')}${say('number', ' ')}`, say('channel', 'channel ')].filter((t) => t !== '').join(', ');
  const made = [
    `${say('becomes')}${say('becomesNumber', ' ')}`,
    say('becomesChannel', 'channel '),
    say('becomesValues', 'with values '),
    say('curve'),
  ];
  const becomes = made.filter((t) => t !== '').join(', ');
  return textOf(line, 'type') === '' ? `And everything else ${becomes}` : `Line ${say('line')}: ${came}, becomes ${becomes}`;
}
