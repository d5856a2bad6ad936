// What a recipe is filled in with: the numbers of one control, as its controller shows them.
import { exhaustive } from '../base';
import { type Message, shortName } from '../midi';
import type { Behaviour, Controller } from '../rig';
import { type SheetLine, textOf } from './line';
import { type Recipe, type RecipeValues, writeRecipe } from './recipe';

/** The recipe of a controller written out for the lines of one function; null where the controller has none. */
export function recipeFor({ firmware }: Pick<Controller, 'firmware'>, lines: readonly SheetLine[]): Recipe | null {
  return firmware.recipe.trim() === '' ? null : writeRecipe(firmware.recipe, lines.map(recipeValues));
}

/** What a line has for each place of a recipe; empty for what it has not. */
export function recipeValues(line: SheetLine): RecipeValues {
  const action = line.of.type === 'function' ? line.of.assignment.actions[line.of.action] : undefined;
  const [first, second] = action?.type === 'send' ? endsOf(action.behaviour) : ['', ''];
  const number = textOf(line, 'number');
  const kind = action?.type === 'send' ? action.message.type : null;
  const fact = (name: 'bank' | 'page'): string => String(line.facts.find((f) => f.name === name)?.value ?? '');
  return {
    switch: textOf(line, 'control'),
    bank: fact('bank') || textOf(line, 'bank'),
    page: fact('page') || textOf(line, 'page'),
    layer: textOf(line, 'layer'),
    type: textOf(line, 'type'),
    channel: textOf(line, 'channel'),
    number,
    values: textOf(line, 'values'),
    first,
    second,
    program: kind === 'program' ? number : '',
    key: kind === 'note' || kind === 'poly-pressure' ? number : '',
  };
}

function endsOf(behaviour: Behaviour): readonly [string, string] {
  switch (behaviour.type) {
    case 'range':
      return [String(behaviour.from), String(behaviour.to)];
    case 'momentary':
      return [String(behaviour.down), String(behaviour.up)];
    case 'latching':
      return [String(behaviour.first), String(behaviour.second)];
    case 'fixed':
    case 'click':
      return [String(behaviour.value), ''];
    case 'stepping':
    case 'relative':
      return ['', ''];
    default:
      return exhaustive(behaviour);
  }
}

/** Example values from what a control sends from the factory, or plain ones. */
export function exampleValues(switchName: string, message: Message | null): RecipeValues {
  const plain = message && (message.type === 'cc' || message.type === 'note' || message.type === 'program') ? message : null;
  const number = plain ? String(plain.number) : '104';
  return {
    switch: switchName,
    bank: '1',
    page: '1',
    layer: 'Base',
    type: plain ? (shortName(plain).split(' ')[0] ?? 'CC') : 'CC',
    channel: plain ? String(plain.channel) : '5',
    number,
    values: '127 / 0',
    first: '127',
    second: '0',
    program: plain?.type === 'program' ? number : '4',
    key: plain?.type === 'note' ? number : '36',
  };
}
