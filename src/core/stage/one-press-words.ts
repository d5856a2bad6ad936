// What a player reads of a switch, or a bank, that would send a whole section.
import { counted } from '../base';
import type { RigIndex } from '../rig';
import type { OnePress, OnePressFound } from './one-press';
import { namedPlace } from './words';

/** Which switch or bank it is, what it saves, what it leaves, and what it takes to enter it. */
export function onePressWords(
  index: RigIndex,
  { control, gesture, controller, bank, preset, left, before, after, saves, longer, lines, minutes }: OnePress,
): { readonly head: string; readonly lines: readonly string[] } {
  const where = bank === null ? '' : namedPlace(controller, bank);
  const on = control
    ? `${doneTo[gesture](control.name)} on ${controller.name}${where === '' ? '' : ` in ${where}`}`
    : `Arriving at ${where} of ${controller.name}`;
  return {
    head: `${on}${loads(index, preset)}`,
    lines: [
      ...(control ? [] : ['Only for a unit that can send when a bank is entered: nobody stated it.']),
      ...(preset ? [`The preset holds ${preset.holds} of the values that are wanted.`] : []),
      before === null
        ? `With it, ${counted(after, 'gesture')} ${after === 1 ? 'leads' : 'lead'} there.`
        : `${counted(before, 'gesture')} ${before === 1 ? 'becomes' : 'become'} ${after}.`,
      ...(saves > 0 ? [`The whole set takes ${counted(saves, 'gesture')} fewer.`] : []),
      ...(saves < 0 ? [`The whole set takes ${counted(-saves, 'gesture')} more.`] : []),
      ...(longer.length > 0 ? [`More to press for ${longer.join(', ')}: what latches is not where it was.`] : []),
      ...left.map(({ parameterId, why }) => `It does not send ${index.parameters.get(parameterId)?.name ?? '?'}: ${why}.`),
      `${counted(lines, 'line')} to enter, about ${counted(minutes, 'minute')}.`,
    ],
  };
}

const doneTo: Readonly<Record<OnePress['gesture'], (name: string) => string>> = {
  press: (name) => name,
  hold: (name) => `Holding ${name}`,
  'double-tap': (name) => `Tapping ${name} twice`,
};

/** The preset that is loaded, behind the name of the switch. */
function loads(index: RigIndex, preset: OnePress['preset']): string {
  const chooser = index.parameters.get(preset?.parameterId ?? '');
  return preset && chooser ? `, loading ${chooser.name} “${chooser.steps[preset.step - chooser.lowest] ?? preset.step}”` : '';
}

/** Why none is offered. */
export const noPressWords: Readonly<Record<Exclude<OnePressFound['type'], 'offers'>, string>> = {
  'nothing-wanted': 'This section wants nothing that a press could send.',
  'no-switch':
    'No switch is free in the bank where you stand, by a press, a hold or a double tap, and no bank beside it is spare. One that is taken off frees its place.',
  'none-better': 'The nearest free switches and spare banks were played: with none of them is the set better.',
};
