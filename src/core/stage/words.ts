// What a player reads: how to find back.
import { counted, exhaustive, groupBy } from '../base';
import type { Whereabouts } from '../controller';
import { type Controller, controllerStates, functionWords, gestureNames, type RigIndex } from '../rig';
import type { Lost, NotKnown, WayHome } from './lost';
import { sentence } from './sentence';

/** A bank by its number, and its name where it has one. */
export function namedPlace({ bankNames }: Controller, bank: number): string {
  const name = bankNames[bank - 1];
  return `bank ${bank}${name ? ` “${name}”` : ''}`;
}

/** A bank by its name, the page where there are several, and the layers that are open. */
function placeOf(index: RigIndex, controller: Controller, { bank, page, layerIds }: Whereabouts): string {
  const { pages } = controller.firmware;
  return standWords(index, controller, { bank, page: pages > 1 ? page : null, layerIds: layerIds.length > 0 ? layerIds : null });
}

/** Where a controller stands, as far as it is said: `bank 2 “Fog”, page 1, Heel open`; an empty text for anywhere. */
export function standWords(
  index: RigIndex,
  controller: Controller,
  {
    bank,
    page,
    layerIds,
  }: { readonly bank: number | null; readonly page: number | null; readonly layerIds: readonly string[] | null },
): string {
  const layers = layerIds?.map((id) => index.layers.get(id)?.name ?? '?') ?? null;
  return [
    ...(bank === null ? [] : [namedPlace(controller, bank)]),
    ...(page === null ? [] : [`page ${page}`]),
    ...(layers === null ? [] : [layers.length === 0 ? 'no layer open' : `${layers.join(', ')} open`]),
  ].join(', ');
}

const wayWords = (index: RigIndex, controller: Controller, { gestures, presses, ends, proved }: WayHome): string =>
  gestures.length === 0
    ? `It is always in ${placeOf(index, controller, ends)}.`
    : `${sentence(gestures.join(', then '))}: it is in ${placeOf(index, controller, ends)}. ${counted(presses, 'press', 'presses')}${proved ? ', and none shorter' : '; a shorter way was not ruled out'}.`;

/** What to do when nobody knows where a controller stands, line by line. */
export function lostWords(index: RigIndex, controller: Controller, lost: Lost): readonly string[] {
  switch (lost.type) {
    case 'way':
      return [wayWords(index, controller, lost.way), ...notKnownWords(index, lost.notKnown)];
    case 'none': {
      const [one, other] = lost.apart;
      const { jump, withOneLook, afterSwitchingOn } = lost;
      return [
        `Nothing finds back blindly: whatever is pressed, ${placeOf(index, controller, one)} and ${placeOf(index, controller, other)} never lead to the same place.`,
        ...(jump ? [`With a switch that goes to bank 1: ${wayWords(index, controller, jump)}`] : []),
        ...(withOneLook ? [lookWords(withOneLook.presses)] : []),
        afterSwitchingOn
          ? `After switching off and on it is in ${placeOf(index, controller, afterSwitchingOn)}${startIsKnown(controller) ? '' : ', as is assumed: try it, and say it in Gear'}.`
          : 'After switching off and on it stands where it was.',
        ...notKnownWords(index, lost.notKnown),
      ];
    }
    case 'not-searched':
      return [`It can be in more than ${lost.most} places: not searched.`];
    default:
      return exhaustive(lost);
  }
}

/** Whether somebody said where a controller starts. */
const startIsKnown = (controller: Controller): boolean =>
  controller.firmware.startsAt !== undefined || controllerStates(controller, 'startsAt');

const lookWords = (presses: number): string =>
  presses === 0
    ? 'One look at its display tells where it is.'
    : `With one look at its display: ${counted(presses, 'press', 'presses')} at most.`;

const remembered: Readonly<Record<NotKnown['remembers'], string>> = {
  latch: 'The next press may send either value',
  counter: 'The next press goes on from a number that nobody knows',
  turn: 'The next press may do either of two things',
};

/** What is not known then, a line for each kind of it. */
const notKnownWords = (index: RigIndex, all: readonly NotKnown[]): readonly string[] =>
  [...groupBy(all, (n) => n.remembers)].map(([remembers, rows]) => {
    const names = rows.map(({ assignment }) => {
      const control = index.controls.get(assignment.controlId)?.name ?? '?';
      const { type } = assignment.gesture;
      return `${control}${type === 'press' ? '' : ` ${gestureNames[type]}`} (${functionWords(index, assignment)})`;
    });
    return `${remembered[remembers]} on ${names.join(', ')}.`;
  });
